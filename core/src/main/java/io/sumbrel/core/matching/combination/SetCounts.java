package io.sumbrel.core.matching.combination;

import java.util.OptionalLong;

/**
 * How many sets of a pool reach a sum, of whatever size, without looking at any of them: the
 * coefficients of the product of (1 + x^amount), term by term. Where there are more ways than a
 * clerk can look at, their number is what is worth knowing.
 */
public final class SetCounts {
  /** The number is not told beyond this. */
  public static final long MOST = Long.MAX_VALUE / 2;

  private SetCounts() {}

  /**
   * The number of sets that are not empty, at the most {@link #MOST}.
   *
   * @param amounts above or below zero; those below are turned round: to leave a credit out of a
   *     set is to put its amount into it
   * @param budget steps allowed; the work is the number of amounts times the sum in its largest
   *     common unit
   * @return empty when it would take more steps
   */
  public static OptionalLong reaching(long[] amounts, long target, long budget) {
    PositiveAmounts turned = PositiveAmounts.of(amounts, target);
    if (turned.isOutOfReach()) {
      return OptionalLong.of(0);
    }
    if (turned.target() > 1 << 28 || amounts.length * (turned.target() + 1) > budget) {
      return OptionalLong.empty();
    }
    long[] ways = new long[(int) turned.target() + 1];
    ways[0] = 1;
    int reached = 0;
    for (long wide : turned.amounts()) {
      int amount = (int) Math.min(wide, ways.length);
      reached = Math.min(ways.length - 1, reached + amount);
      for (int sum = reached; sum >= amount; sum--) {
        ways[sum] = Math.min(MOST, ways[sum] + ways[sum - amount]);
      }
    }
    boolean emptyToo = target == 0;
    return OptionalLong.of(ways[ways.length - 1] - (emptyToo ? 1 : 0));
  }
}
