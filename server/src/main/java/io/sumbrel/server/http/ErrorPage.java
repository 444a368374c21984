package io.sumbrel.server.http;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What was refused before any of our own code saw it, as a problem too. */
@RestController
class ErrorPage implements ErrorController {

  @RequestMapping("/error")
  ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
    Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
    HttpStatus status =
        code instanceof Integer number ? HttpStatus.resolve(number) : HttpStatus.NOT_FOUND;
    HttpStatus known = status == null ? HttpStatus.BAD_REQUEST : status;
    return ResponseEntity.status(known)
        .contentType(MediaType.APPLICATION_PROBLEM_JSON)
        .body(
            Problems.problem(
                known,
                "http-" + known.value(),
                known.getReasonPhrase() + ": nothing was changed."));
  }
}
