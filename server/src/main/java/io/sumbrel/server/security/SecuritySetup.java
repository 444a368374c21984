package io.sumbrel.server.security;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.config.annotation.method.configuration.EnableMethodSecurity;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Sessions with a strict cookie, CSRF tokens, and nothing of the API without signing in. */
@Configuration
@EnableMethodSecurity
class SecuritySetup {
  @Bean
  PasswordEncoder passwordEncoder() {
    return PasswordEncoderFactories.createDelegatingPasswordEncoder();
  }

  @Bean
  SecurityContextRepository securityContexts() {
    return new HttpSessionSecurityContextRepository();
  }

  /** People sign in through {@link SessionController}; no other way exists. */
  @Bean
  AuthenticationManager noOtherWay() {
    return authentication -> null;
  }

  @Bean
  SecurityFilterChain api(HttpSecurity http, SecurityContextRepository contexts) throws Exception {
    return http.authorizeHttpRequests(
            requests ->
                requests
                    .requestMatchers("/api/session", "/api/first-start")
                    .permitAll()
                    .requestMatchers("/api/**", "/v3/**")
                    .authenticated()
                    .anyRequest()
                    .permitAll())
        .csrf(csrf -> csrf.spa())
        .securityContext(c -> c.securityContextRepository(contexts))
        .exceptionHandling(
            e -> e.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
        .requestCache(c -> c.disable())
        .logout(l -> l.disable())
        .formLogin(f -> f.disable())
        .httpBasic(b -> b.disable())
        .headers(h -> h.referrerPolicy(r -> r.policy(ReferrerPolicy.NO_REFERRER)))
        .build();
  }
}
