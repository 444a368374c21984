package io.sumbrel.server.security;

import io.sumbrel.core.proof.ActorKind;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.Optional;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets each request act by the rights that its person has at this moment, not by those of when they
 * signed in; who was locked out is signed out.
 */
class RightsOfNow extends OncePerRequestFilter {
  private final People people;
  private final Sessions sessions;

  RightsOfNow(People people, Sessions sessions) {
    this.people = people;
    this.sessions = sessions;
  }

  static Authentication authentication(Actor actor) {
    return new UsernamePasswordAuthenticationToken(
        actor,
        null,
        actor.rights().stream().map(r -> new SimpleGrantedAuthority(r.name())).toList());
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !request.getRequestURI().contains("/api/");
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    Authentication known = SecurityContextHolder.getContext().getAuthentication();
    if (known != null
        && known.getPrincipal() instanceof Actor actor
        && actor.kind() == ActorKind.PERSON) {
      HttpSession session = request.getSession(false);
      Optional<Actor> now =
          session != null && sessions.isOver(session)
              ? Optional.empty()
              : people.entering(actor.personId());
      if (now.isEmpty()) {
        SecurityContextHolder.clearContext();
        if (session != null) {
          session.invalidate();
        }
      } else if (!now.get().equals(actor)) {
        SecurityContextHolder.getContext().setAuthentication(authentication(now.get()));
      }
    }
    chain.doFilter(request, response);
  }
}
