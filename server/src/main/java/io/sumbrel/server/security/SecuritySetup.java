package io.sumbrel.server.security;

import io.sumbrel.server.http.ProblemWriter;
import io.sumbrel.server.people.People;
import jakarta.servlet.DispatcherType;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.config.annotation.method.configuration.EnableMethodSecurity;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.firewall.RequestRejectedHandler;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.session.HttpSessionEventPublisher;

/** Sessions with a strict cookie, CSRF tokens, and nothing of the API without signing in. */
@Configuration
@EnableMethodSecurity
class SecuritySetup {
  @Bean
  PasswordEncoder passwordEncoder() {
    return PasswordEncoderFactories.createDelegatingPasswordEncoder();
  }

  /** Tells who listens that a session has ended. */
  @Bean
  HttpSessionEventPublisher endsOfSessions() {
    return new HttpSessionEventPublisher();
  }

  /** An address that no path of ours can be, refused before it is looked at. */
  @Bean
  RequestRejectedHandler strangeAddresses(ProblemWriter problems) {
    return (request, response, e) -> problems.noSuchAddress(response);
  }

  @Bean
  SecurityContextRepository securityContexts() {
    return new HttpSessionSecurityContextRepository();
  }

  /** The browser's scripts read the token from a cookie, and send it back in a header. */
  @Bean
  CsrfTokenRepository csrfTokens() {
    return CookieCsrfTokenRepository.withHttpOnlyFalse();
  }

  /** People sign in through {@link SessionController}; no other way exists. */
  @Bean
  AuthenticationManager noOtherWay() {
    return authentication -> null;
  }

  @Bean
  SecurityFilterChain api(
      HttpSecurity http,
      SecurityContextRepository contexts,
      CsrfTokenRepository tokens,
      People people,
      Sessions sessions,
      ProblemWriter problems)
      throws Exception {
    return http.authorizeHttpRequests(
            requests ->
                requests
                    // what was let in once ends in order, even when its session has ended meanwhile
                    .dispatcherTypeMatchers(DispatcherType.ASYNC, DispatcherType.ERROR)
                    .permitAll()
                    .requestMatchers("/api/session", "/api/first-start", "/api/invitations/*")
                    .permitAll()
                    .requestMatchers("/api/**", "/v3/**")
                    .authenticated()
                    .anyRequest()
                    .permitAll())
        .csrf(csrf -> csrf.spa().csrfTokenRepository(tokens))
        .addFilterAfter(new RightsOfNow(people, sessions), SecurityContextHolderFilter.class)
        .securityContext(c -> c.securityContextRepository(contexts))
        .exceptionHandling(
            e ->
                e.authenticationEntryPoint((rq, rs, x) -> problems.notSignedIn(rs))
                    .accessDeniedHandler((rq, rs, x) -> problems.notOfOurPages(rs)))
        .requestCache(c -> c.disable())
        .logout(l -> l.disable())
        .formLogin(f -> f.disable())
        .httpBasic(b -> b.disable())
        .headers(h -> h.referrerPolicy(r -> r.policy(ReferrerPolicy.NO_REFERRER)))
        .build();
  }
}
