package io.sumbrel.core.money;

import java.math.BigDecimal;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Rates in hundredths of a per cent, as people write them: 20, or 2.5. */
public final class BasisPoints {
  private static final Pattern RATE = Pattern.compile("(\\d{1,3})(?:[.,](\\d{1,2}))?");

  private BasisPoints() {}

  /**
   * Reads per cents with up to two decimals, behind a point or a comma.
   *
   * @param digits how many may stand before it, three at the most
   * @return in hundredths of a per cent; empty when it is no such rate
   */
  public static OptionalInt parse(String percent, int digits) {
    Matcher matcher = RATE.matcher(percent);
    if (!matcher.matches() || matcher.group(1).length() > digits) {
      return OptionalInt.empty();
    }
    String decimals = matcher.group(2) == null ? "" : matcher.group(2);
    return OptionalInt.of(
        Integer.parseInt(matcher.group(1)) * 100
            + Integer.parseInt((decimals + "00").substring(0, 2)));
  }

  /** A rate as it is written, such as {@code 2.5}. */
  public static String words(int basisPoints) {
    return BigDecimal.valueOf(basisPoints, 2).stripTrailingZeros().toPlainString();
  }
}
