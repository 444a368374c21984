package io.sumbrel.server.http;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.DataFolder;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets no act begin that could not be kept. Looking, signing in and out go on. */
@Component
class StorageGuard extends OncePerRequestFilter {
  private static final Set<String> LOOKING = Set.of("GET", "HEAD", "OPTIONS");

  private final DataFolder dataFolder;
  private final ProblemWriter problems;

  StorageGuard(DataFolder dataFolder, ProblemWriter problems) {
    this.dataFolder = dataFolder;
    this.problems = problems;
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return LOOKING.contains(request.getMethod())
        || request.getRequestURI().startsWith("/api/session");
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    Optional<Refusal> problem = dataFolder.problem();
    if (problem.isPresent()) {
      problems.write(response, Problems.of(problem.get()));
    } else {
      chain.doFilter(request, response);
    }
  }
}
