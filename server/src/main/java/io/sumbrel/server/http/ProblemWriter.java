package io.sumbrel.server.http;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Writes a problem where no controller answers: before one is reached, or after it failed. */
@Component
public class ProblemWriter {
  private final JsonMapper json;

  ProblemWriter(JsonMapper json) {
    this.json = json;
  }

  /** What nobody sees who is not signed in. */
  public void notSignedIn(HttpServletResponse response) throws IOException {
    write(
        response,
        Problems.problem(
            HttpStatus.UNAUTHORIZED,
            "signed-out",
            "You are signed out. What you were working on is kept; sign in again."));
  }

  /** A request without the token that our own pages send. */
  public void notOfOurPages(HttpServletResponse response) throws IOException {
    write(
        response,
        Problems.problem(
            HttpStatus.FORBIDDEN,
            "no-token",
            "The request carries no token of this session; load the page anew."));
  }

  /** An address with characters that none of ours has. */
  public void noSuchAddress(HttpServletResponse response) throws IOException {
    write(
        response,
        Problems.problem(
            HttpStatus.BAD_REQUEST,
            "unreadable",
            "The address has characters that none here has."));
  }

  void write(HttpServletResponse response, ProblemDetail problem) throws IOException {
    if (response.isCommitted()) {
      return;
    }
    response.setStatus(problem.getStatus());
    response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
    response
        .getOutputStream()
        .write(json.writeValueAsString(problem).getBytes(StandardCharsets.UTF_8));
    response.flushBuffer();
  }
}
