package io.sumbrel.server.http;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.DataFolder;
import io.sumbrel.server.persistence.Reopening;
import jakarta.persistence.OptimisticLockException;
import jakarta.persistence.PessimisticLockException;
import java.net.SocketTimeoutException;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.util.DisconnectedClientHelper;
import tools.jackson.core.JacksonException;

/** Everything that goes wrong as a problem (RFC 9457) with a stable code and a sentence. */
@RestControllerAdvice
class Problems {
  private static final Logger LOG = LoggerFactory.getLogger(Problems.class);
  private static final DisconnectedClientHelper AWAY =
      new DisconnectedClientHelper(Problems.class.getName() + ".away");

  /** Codes that are not a plain 422: somebody was first, it is too large, it is not there. */
  private static final Map<String, HttpStatus> STATUS =
      Map.ofEntries(
          Map.entry("claimed", HttpStatus.CONFLICT),
          Map.entry("settled", HttpStatus.CONFLICT),
          Map.entry("more-than-open", HttpStatus.CONFLICT),
          Map.entry("turned-back", HttpStatus.CONFLICT),
          Map.entry("same-file", HttpStatus.CONFLICT),
          Map.entry("not-found", HttpStatus.NOT_FOUND),
          Map.entry("too-large", HttpStatus.CONTENT_TOO_LARGE),
          Map.entry("too-slow", HttpStatus.REQUEST_TIMEOUT),
          Map.entry("sign-in", HttpStatus.UNAUTHORIZED),
          Map.entry("sign-in-wait", HttpStatus.TOO_MANY_REQUESTS),
          Map.entry("disk-full", HttpStatus.INSUFFICIENT_STORAGE),
          Map.entry("read-only", HttpStatus.SERVICE_UNAVAILABLE),
          Map.entry("reopening", HttpStatus.SERVICE_UNAVAILABLE),
          Map.entry("data-gone", HttpStatus.SERVICE_UNAVAILABLE));

  /** Waited too long for a row, or in a circle (H2 and PostgreSQL); somebody else was first. */
  private static final Set<String> MET = Set.of("HYT00", "40001", "40P01", "55P03", "23505");

  /** A text does not fit its column. */
  private static final String TOO_LONG = "22001";

  private final DataFolder dataFolder;
  private final Reopening reopening;

  Problems(DataFolder dataFolder, Reopening reopening) {
    this.dataFolder = dataFolder;
    this.reopening = reopening;
  }

  static ProblemDetail of(Refusal refusal) {
    HttpStatus status = STATUS.getOrDefault(refusal.code(), HttpStatus.UNPROCESSABLE_CONTENT);
    return problem(status, refusal.code(), refusal.getMessage());
  }

  static ProblemDetail problem(HttpStatusCode status, String code, String sentence) {
    ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, sentence);
    problem.setProperty("code", code);
    return problem;
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> anything(Exception e) {
    if (DisconnectedClientHelper.isClientDisconnectedException(e)) {
      AWAY.checkAndLogClientDisconnectedException(e);
      return null;
    }
    ProblemDetail problem = problemOf(e);
    return ResponseEntity.status(problem.getStatus())
        .contentType(MediaType.APPLICATION_PROBLEM_JSON)
        .body(problem);
  }

  private ProblemDetail problemOf(Exception e) {
    Optional<Refusal> refusal = causeOf(e, Refusal.class);
    if (refusal.isPresent()) {
      return of(refusal.get());
    }
    if (e instanceof AccessDeniedException) {
      return problem(HttpStatus.FORBIDDEN, "no-right", "You have not the right to do this.");
    }
    if (e instanceof HttpMessageNotReadableException unreadable) {
      return unreadable(unreadable);
    }
    if (e instanceof MethodArgumentTypeMismatchException address) {
      return problem(
          HttpStatus.BAD_REQUEST,
          "unreadable",
          "“%s” is nothing that %s can be.".formatted(address.getValue(), address.getName()));
    }
    if (e instanceof ErrorResponse answer) {
      int status = answer.getStatusCode().value();
      return problem(
          answer.getStatusCode(), "http-" + status, String.valueOf(answer.getBody().getDetail()));
    }
    Optional<Refusal> storage = dataFolder.problem();
    Optional<Refusal> closed = reopening.becauseOf(e);
    if (closed.isPresent()) {
      LOG.warn("the database is opened anew: {}", e.getMessage());
    }
    return ofTheDatabase(e)
        .or(() -> storage.or(() -> closed).map(Problems::of))
        .orElseGet(() -> fault(e));
  }

  private ProblemDetail unreadable(HttpMessageNotReadableException e) {
    if (causeOf(e, SocketTimeoutException.class).isPresent()) {
      return of(BodyLimits.tooSlow());
    }
    String sentence =
        causeOf(e, JacksonException.class)
            .map(Unreadable::sentence)
            .orElse("The request could not be read: it has no body.");
    return problem(HttpStatus.BAD_REQUEST, "unreadable", sentence);
  }

  /** Two acts met on the same rows, and the database let one of them through; or a text is long. */
  private static Optional<ProblemDetail> ofTheDatabase(Exception e) {
    Optional<String> state = causeOf(e, SQLException.class).map(SQLException::getSQLState);
    boolean met =
        state.filter(MET::contains).isPresent()
            || causeOf(e, SQLTransientConnectionException.class).isPresent()
            || causeOf(e, OptimisticLockException.class).isPresent()
            || causeOf(e, PessimisticLockException.class).isPresent()
            || e instanceof PessimisticLockingFailureException
            || e instanceof OptimisticLockingFailureException;
    if (met) {
      LOG.warn("two acts met: {}", e.getMessage());
      return Optional.of(
          problem(
              HttpStatus.CONFLICT,
              "busy",
              "Someone else is at work on the same; nothing was changed. Try again."));
    }
    return state
        .filter(TOO_LONG::equals)
        .map(
            s ->
                problem(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "too-long",
                    "A text is longer than is kept of it; nothing was changed."));
  }

  private static ProblemDetail fault(Exception e) {
    LOG.error("unexpected", e);
    return problem(
        HttpStatus.INTERNAL_SERVER_ERROR,
        "fault",
        "The program met a fault of its own; nothing was changed.");
  }

  private static <T extends Throwable> Optional<T> causeOf(Throwable e, Class<T> type) {
    for (Throwable cause = e; cause != null; cause = cause.getCause()) {
      if (type.isInstance(cause)) {
        return Optional.of(type.cast(cause));
      }
    }
    return Optional.empty();
  }
}
