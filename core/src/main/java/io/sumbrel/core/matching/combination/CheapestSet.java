package io.sumbrel.core.matching.combination;

import java.util.Arrays;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * The cheapest of all sets that reach a sum, proven, however many there are: dynamic programming
 * over the sums up to the target in their largest common unit. Bellman, Dynamic programming (1957).
 */
public final class CheapestSet {
  private static final long UNREACHED = Long.MAX_VALUE / 4;

  private CheapestSet() {}

  /**
   * @param indices the set, rising
   * @param cost of its amounts together
   */
  public record Found(int[] indices, long cost) {}

  /**
   * @param searched {@code SEARCHED_ALL} with an answer is a proof that no set is cheaper, without
   *     one that no set reaches the sum
   */
  public record Answer(Optional<Found> found, Searched searched) {}

  /**
   * @param amounts above or below zero
   * @param costs of each; below zero is a gain. Each at the most 10¹²
   * @param budget steps allowed: the number of amounts times the sum in its largest common unit
   * @throws IllegalArgumentException for a sum of nothing, which the empty set reaches
   */
  public static Answer reaching(long[] amounts, long[] costs, long target, long budget) {
    if (target == 0) {
      throw new IllegalArgumentException("a sum of nothing");
    }
    PositiveAmounts turned = PositiveAmounts.of(amounts, target);
    if (turned.isOutOfReach()) {
      return new Answer(Optional.empty(), Searched.SEARCHED_ALL);
    }
    int n = amounts.length;
    if (turned.target() > 1 << 28 || n * (turned.target() + 1) > budget) {
      return new Answer(Optional.empty(), Searched.TOO_BIG);
    }
    int sums = (int) turned.target() + 1;
    long[] least = new long[sums];
    Arrays.fill(least, 1, sums, UNREACHED);
    long base = 0;
    long[][] taken = new long[n][];
    for (int i = 0; i < n; i++) {
      // Taking a turned amount may mean to leave the original out, and the other way round.
      boolean takingPuts = turned.isIn(amounts[i], true);
      base += takingPuts ? 0 : costs[i];
      taken[i] = take(least, turned.amounts()[i], takingPuts ? costs[i] : -costs[i]);
    }
    if (least[sums - 1] >= UNREACHED) {
      return new Answer(Optional.empty(), Searched.SEARCHED_ALL);
    }
    Found found = new Found(backwards(amounts, turned, taken), least[sums - 1] + base);
    return new Answer(Optional.of(found), Searched.SEARCHED_ALL);
  }

  /** Lowers what each sum costs where it gets cheaper with an amount; gives the sums that did. */
  private static long[] take(long[] least, long amount, long cost) {
    long[] taken = new long[(least.length + 63) / 64];
    for (int sum = least.length - 1; sum >= amount; sum--) {
      long with = least[(int) (sum - amount)];
      if (with < UNREACHED && with + cost < least[sum]) {
        least[sum] = with + cost;
        taken[sum >> 6] |= 1L << sum;
      }
    }
    return taken;
  }

  private static int[] backwards(long[] amounts, PositiveAmounts turned, long[][] taken) {
    boolean[] in = new boolean[amounts.length];
    long sum = turned.target();
    for (int i = amounts.length - 1; i >= 0; i--) {
      boolean took = (taken[i][(int) (sum >> 6)] >>> sum & 1) == 1;
      sum -= took ? turned.amounts()[i] : 0;
      in[i] = turned.isIn(amounts[i], took);
    }
    return IntStream.range(0, in.length).filter(i -> in[i]).toArray();
  }
}
