package io.sumbrel.core.money;

import java.math.BigInteger;

/** Shares of an amount, exact in whole minor units. */
public final class Proportion {
  private Proportion() {}

  /**
   * {@code amount × part / whole}, rounded half up away from zero: the commercial rounding of tax
   * and discount (common practice).
   *
   * @param whole not zero
   */
  public static long halfUp(long amount, long part, long whole) {
    if (whole == 0) {
      throw new IllegalArgumentException("a share of nothing: " + amount + " × " + part + " / 0");
    }
    boolean fits = (amount | whole) >>> 46 == 0 && part >>> 15 == 0;
    if (fits) {
      return (2 * amount * part + whole) / (2 * whole);
    }
    BigInteger numerator = BigInteger.valueOf(amount).multiply(BigInteger.valueOf(part));
    BigInteger denominator = BigInteger.valueOf(whole);
    int sign = numerator.signum() * denominator.signum();
    BigInteger twice = denominator.abs().shiftLeft(1);
    BigInteger rounded = numerator.abs().shiftLeft(1).add(denominator.abs()).divide(twice);
    return sign * rounded.longValueExact();
  }
}
