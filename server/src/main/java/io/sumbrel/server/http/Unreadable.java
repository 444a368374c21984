package io.sumbrel.server.http;

import java.util.List;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.MismatchedInputException;

/** Says of a body that cannot be read which of its members is wrong, and how. */
final class Unreadable {
  private Unreadable() {}

  static String sentence(JacksonException e) {
    Optional<String> member = member(e.getPath());
    if (member.isEmpty()) {
      return "The body of the request is no JSON that is understood here%s."
          .formatted(
              e.getLocation() == null || e.getLocation().getLineNr() < 1
                  ? ""
                  : ": line %d, column %d"
                      .formatted(e.getLocation().getLineNr(), e.getLocation().getColumnNr()));
    }
    return "“" + member.get() + "” " + what(e) + ".";
  }

  private static String what(JacksonException e) {
    String said = String.valueOf(e.getOriginalMessage());
    if (said.contains("Missing required") || said.contains("Missing creator property")) {
      return "is missing";
    }
    if (said.contains("null") && !(e instanceof InvalidFormatException)) {
      return "must not be null";
    }
    if (e instanceof InvalidFormatException wrong) {
      return "cannot be “" + shortened(String.valueOf(wrong.getValue())) + "”";
    }
    if (e.getCause() instanceof IllegalArgumentException wrong) {
      return "is wrong: " + wrong.getMessage();
    }
    return e instanceof MismatchedInputException ? "is of the wrong kind" : "cannot be read";
  }

  private static String shortened(String value) {
    return value.length() <= 40 ? value : value.substring(0, 39) + "…";
  }

  /** A member such as {@code lines[0].amountMinor}. */
  private static Optional<String> member(List<JacksonException.Reference> path) {
    StringBuilder member = new StringBuilder();
    for (JacksonException.Reference reference : path) {
      if (reference.getPropertyName() == null) {
        member.append('[').append(reference.getIndex()).append(']');
      } else {
        member.append(member.isEmpty() ? "" : ".").append(reference.getPropertyName());
      }
    }
    return member.isEmpty() ? Optional.empty() : Optional.of(member.toString());
  }
}
