package io.sumbrel.core.rules;

import java.util.Locale;

/** One way to place money of a known payer who says nothing about what it is for. */
public enum SilentStep {
  /** One item of exactly the amount; of several the earliest due. */
  ONE_ITEM("one equal item"),
  /** All that is owed, all that is due, or a month, when it comes to exactly the amount. */
  WHOLE_SET("a whole set"),
  /**
   * Down from the earliest due, the last item in part. Where the payer does not say, many laws
   * count a payment against the debt that is due, and of several against the oldest: § 366 (2) of
   * the German Civil Code, article 1342-10 of the French one (from memory).
   */
  EARLIEST_DUE("earliest due first"),
  /** Kept on account until somebody asks. */
  ON_ACCOUNT("keep on account");

  private final String words;

  SilentStep(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** As it is written on a command line, such as {@code one-item}. */
  public String written() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
