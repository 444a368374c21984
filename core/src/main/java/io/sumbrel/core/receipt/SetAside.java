package io.sumbrel.core.receipt;

import io.sumbrel.core.refusal.Refusal;
import java.util.Objects;

/**
 * A sum that was taken out of the day's work: it counts at the bank and stands there unexplained,
 * and nobody explains it until it is brought back.
 *
 * @param note what a person wrote beside it; may be empty
 */
public record SetAside(MoneyInId money, Reason reason, String note) {
  private static final int MOST_NOTE = 200;

  /** Why. Nothing is set aside without a reason. */
  public enum Reason {
    ANOTHER_DESK("another desk’s work"),
    WAITS_FOR_PAPERS("waits for papers"),
    BANK_IS_ASKED("the bank is asked about it"),
    LOOKS_DOUBLE("looks like another entry"),
    OTHER("for another reason");

    private final String words;

    Reason(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Whether a note must say what it is: the reason alone says nothing, or accuses the bank. */
    public boolean needsNote() {
      return this == OTHER || this == LOOKS_DOUBLE;
    }
  }

  /**
   * @throws Refusal {@code set-aside-note} when it is too long, or the reason needs one
   */
  public SetAside {
    Objects.requireNonNull(money);
    Objects.requireNonNull(reason);
    note = note.strip();
    if (note.length() > MOST_NOTE) {
      throw new Refusal("set-aside-note", "A note holds up to %d letters.".formatted(MOST_NOTE));
    }
    if (note.isEmpty() && reason.needsNote()) {
      throw new Refusal(
          "set-aside-note", "Say in a note what it is: “%s”.".formatted(reason.words()));
    }
  }

  /** Why it is explained by nothing now. */
  public Refusal refusal() {
    return new Refusal(
        "set-aside", "This sum is set aside, %s; bring it back first.".formatted(words()));
  }

  /** The reason with its note. */
  public String words() {
    return note.isEmpty() ? reason.words() : reason.words() + ": " + note;
  }
}
