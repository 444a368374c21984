package io.sumbrel.core.matching.combination;

import java.util.Arrays;
import java.util.stream.LongStream;

/**
 * The same question with amounts above zero, in their largest common unit, for the smaller half.
 *
 * <p>Credits are turned round: a set with a credit in it is one of positive amounts with that
 * amount left out. A sum beyond half of all is asked for what is left out. Both keep the number of
 * sets.
 *
 * @param amounts above zero, in the order that was given
 * @param target what they must sum up to; below zero when nothing can
 * @param complement whether a set of these stands for the amounts left out
 */
record PositiveAmounts(long[] amounts, long target, boolean complement) {
  static PositiveAmounts of(long[] amounts, long target) {
    long credits = LongStream.of(amounts).filter(a -> a < 0).sum();
    long[] turned = Arrays.stream(amounts).map(Math::abs).toArray();
    long wanted = target - credits;
    long all = LongStream.of(turned).sum();
    boolean complement = wanted > all - wanted;
    wanted = complement ? all - wanted : wanted;
    long unit = LongStream.of(turned).reduce(0, PositiveAmounts::greatestCommonDivisor);
    if (unit == 0 || wanted % unit != 0) {
      return new PositiveAmounts(turned, unit == 0 && wanted == 0 ? 0 : -1, complement);
    }
    long inUnits = wanted / unit;
    return new PositiveAmounts(
        Arrays.stream(turned).map(a -> a / unit).toArray(), inUnits, complement);
  }

  boolean isOutOfReach() {
    return target < 0;
  }

  /** Whether an amount is in the set that was asked for, when it is or is not in this one's. */
  boolean isIn(long original, boolean inTurned) {
    return inTurned ^ complement ^ original < 0;
  }

  private static long greatestCommonDivisor(long one, long other) {
    long a = one;
    long b = other;
    while (b != 0) {
      long rest = a % b;
      a = b;
      b = rest;
    }
    return a;
  }
}
