package io.sumbrel.core.matching.combination;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Every set of whatever size, depth first, without a dead end: for each place it is known which
 * sums can still be made of the amounts behind it, as rows of bits. Good where amounts are small in
 * their largest common unit, however many there are.
 */
public final class ReachableSums {
  private final long[] amounts;
  private final PositiveAmounts turned;
  private final long[][] reachable;
  private final int keep;
  private final List<int[]> sets = new ArrayList<>();
  private final boolean[] in;
  private long left;

  private ReachableSums(long[] amounts, PositiveAmounts turned, int keep, long budget) {
    this.amounts = amounts;
    this.turned = turned;
    this.keep = keep;
    this.in = new boolean[amounts.length];
    this.reachable = new long[amounts.length + 1][];
    this.left = budget;
    int words = (int) (turned.target() / 64) + 1;
    reachable[amounts.length] = new long[words];
    reachable[amounts.length][0] = 1;
    for (int i = amounts.length - 1; i >= 0; i--) {
      reachable[i] = reachable[i + 1].clone();
      orShifted(reachable[i], reachable[i + 1], turned.amounts()[i]);
    }
  }

  private static void orShifted(long[] into, long[] from, long by) {
    int words = (int) Math.min(into.length, by / 64);
    int bits = (int) (by % 64);
    for (int w = into.length - 1; w >= words; w--) {
      into[w] |= from[w - words] << bits;
      if (bits > 0 && w > words) {
        into[w] |= from[w - words - 1] >>> 64 - bits;
      }
    }
  }

  /**
   * Sets that reach a sum, up to as many as are kept; {@code CAP_REACHED} when there are more.
   *
   * @param memory the most words of 64 bits that the rows may take
   * @param budget steps allowed; each set takes one for each amount
   */
  public static Sets reaching(long[] amounts, long target, int keep, long memory, long budget) {
    PositiveAmounts turned = PositiveAmounts.of(amounts, target);
    if (turned.isOutOfReach()) {
      return new Sets(List.of(), new long[1], Searched.SEARCHED_ALL, amounts.length);
    }
    if (amounts.length > SumTable.MAX_AMOUNTS
        || turned.target() > 1L << 34
        || turned.target() / 64 * (amounts.length + 1) > memory) {
      return Sets.none(Searched.TOO_BIG);
    }
    ReachableSums search = new ReachableSums(amounts, turned, keep, budget);
    boolean all = search.from(0, turned.target());
    long[] counts = new long[amounts.length + 1];
    search.sets.forEach(set -> counts[set.length]++);
    Searched searched =
        search.left < 0 ? Searched.NODE_BUDGET : all ? Searched.SEARCHED_ALL : Searched.CAP_REACHED;
    return new Sets(List.copyOf(search.sets), counts, searched, all ? amounts.length : 0);
  }

  private boolean isReachable(int place, long sum) {
    return sum >= 0 && (reachable[place][(int) (sum >> 6)] >>> sum & 1) == 1;
  }

  /** Walks on from a place with a sum still to make; false when it stopped. */
  private boolean from(int place, long sum) {
    if (!isReachable(place, sum)) {
      return true;
    }
    if (--left < 0) {
      return false;
    }
    if (place == amounts.length) {
      return found();
    }
    in[place] = true;
    boolean on = from(place + 1, sum - turned.amounts()[place]);
    in[place] = false;
    return on && from(place + 1, sum);
  }

  private boolean found() {
    int[] set = IntStream.range(0, in.length).filter(i -> turned.isIn(amounts[i], in[i])).toArray();
    if (set.length == 0) {
      return true;
    }
    if (sets.size() == keep) {
      return false;
    }
    sets.add(set);
    return true;
  }
}
