package io.sumbrel.core.refusal;

import java.util.Objects;

/**
 * A rule of the job that says no. Nothing has been changed when it is thrown.
 *
 * <p>The code is stable and meant for programs; the message is a sentence for people that names the
 * place and the reason.
 */
public final class Refusal extends RuntimeException {
  private final String code;

  public Refusal(String code, String message) {
    super(Objects.requireNonNull(message));
    this.code = Objects.requireNonNull(code);
  }

  /** The stable code, in lower case with hyphens, such as {@code not-zero}. */
  public String code() {
    return code;
  }
}
