package io.sumbrel.core.matching.text;

import java.util.function.Consumer;

/**
 * What a number may have been before one slip of a finger: a digit left out, put in, changed, or
 * two neighbours swapped (one edit of optimal string alignment). With {@code n} digits there are
 * about {@code 20 n} of them.
 */
public final class NumberEdits {
  /** A slip in a number of fewer digits proves nothing. */
  public static final int MIN_DIGITS = 5;

  private NumberEdits() {}

  /** Passes on every other number at one edit, some of them twice. */
  public static void forEach(String digits, Consumer<String> use) {
    for (int i = 0; i < digits.length(); i++) {
      changed(digits, i, use);
      if (i + 1 < digits.length() && digits.charAt(i) != digits.charAt(i + 1)) {
        use.accept(
            digits.substring(0, i)
                + digits.charAt(i + 1)
                + digits.charAt(i)
                + digits.substring(i + 2));
      }
      use.accept(digits.substring(0, i) + digits.substring(i + 1));
    }
    for (int i = 0; i <= digits.length(); i++) {
      for (char c = '0'; c <= '9'; c++) {
        use.accept(digits.substring(0, i) + c + digits.substring(i));
      }
    }
  }

  private static void changed(String digits, int at, Consumer<String> use) {
    for (char c = '0'; c <= '9'; c++) {
      if (c != digits.charAt(at)) {
        use.accept(digits.substring(0, at) + c + digits.substring(at + 1));
      }
    }
  }
}
