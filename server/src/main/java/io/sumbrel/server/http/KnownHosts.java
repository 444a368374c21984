package io.sumbrel.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Answers by the names of the house only. A page of a stranger whose name was made to lead here
 * (DNS rebinding) would else act as if it were ours.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class KnownHosts extends OncePerRequestFilter {
  private final Set<String> names;
  private final ProblemWriter problems;

  KnownHosts(@Value("${sumbrel.hosts}") List<String> hosts, ProblemWriter problems) {
    this.names =
        Stream.concat(Stream.of("localhost", "127.0.0.1", "[::1]", "::1"), hosts.stream())
            .map(h -> h.strip().toLowerCase(Locale.ROOT))
            .collect(Collectors.toUnmodifiableSet());
    this.problems = problems;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (names.contains(request.getServerName().toLowerCase(Locale.ROOT))) {
      chain.doFilter(request, response);
    } else {
      problems.write(
          response,
          Problems.problem(
              HttpStatus.MISDIRECTED_REQUEST,
              "host",
              "This house does not answer by that name; sumbrel.hosts says by which it does."));
    }
  }
}
