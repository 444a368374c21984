package io.sumbrel.server.http;

import io.sumbrel.core.refusal.Refusal;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;

/** Everything that goes wrong as a problem (RFC 9457) with a stable code and a sentence. */
@RestControllerAdvice
class Problems {
  private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

  /** Codes that are not a plain 422: somebody was first, it is too large, it is not there. */
  private static final Map<String, HttpStatus> STATUS =
      Map.of(
          "claimed", HttpStatus.CONFLICT,
          "settled", HttpStatus.CONFLICT,
          "more-than-open", HttpStatus.CONFLICT,
          "same-file", HttpStatus.CONFLICT,
          "not-found", HttpStatus.NOT_FOUND,
          "too-large", HttpStatus.CONTENT_TOO_LARGE,
          "sign-in", HttpStatus.UNAUTHORIZED);

  @ExceptionHandler
  ProblemDetail refused(Refusal refusal) {
    HttpStatus status = STATUS.getOrDefault(refusal.code(), HttpStatus.UNPROCESSABLE_CONTENT);
    return problem(status, refusal.code(), refusal.getMessage());
  }

  @ExceptionHandler
  ProblemDetail denied(AccessDeniedException e) {
    return problem(HttpStatus.FORBIDDEN, "no-right", "You have not the right to do this.");
  }

  @ExceptionHandler
  ProblemDetail unreadable(HttpMessageNotReadableException e) {
    return problem(HttpStatus.BAD_REQUEST, "unreadable", "The request could not be read.");
  }

  /** An address with a word or a number that it cannot have. */
  @ExceptionHandler
  ProblemDetail noSuchAddress(MethodArgumentTypeMismatchException e) {
    return problem(
        HttpStatus.BAD_REQUEST,
        "unreadable",
        "“%s” is nothing that %s can be.".formatted(e.getValue(), e.getName()));
  }

  /** Two acts met on the same rows, and the database let one of them through. */
  @ExceptionHandler({
    PessimisticLockingFailureException.class,
    OptimisticLockingFailureException.class,
    DataIntegrityViolationException.class
  })
  ProblemDetail met(Exception e) {
    LOG.warn("two acts met: {}", e.getMessage());
    return problem(
        HttpStatus.CONFLICT,
        "busy",
        "Someone else is at work on the same; nothing was changed. Try again.");
  }

  @ExceptionHandler
  ProblemDetail broken(Exception e) {
    if (e instanceof ErrorResponse answer) {
      int status = answer.getStatusCode().value();
      return problem(
          answer.getStatusCode(), "http-" + status, String.valueOf(answer.getBody().getDetail()));
    }
    LOG.error("unexpected", e);
    return problem(
        HttpStatus.INTERNAL_SERVER_ERROR,
        "fault",
        "The program met a fault of its own; nothing was changed.");
  }

  private static ProblemDetail problem(HttpStatusCode status, String code, String sentence) {
    ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, sentence);
    problem.setProperty("code", code);
    return problem;
  }
}
