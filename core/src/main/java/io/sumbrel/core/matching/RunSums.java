package io.sumbrel.core.matching;

import java.util.Arrays;

/**
 * Invoices in an order, to be asked which neighbours come to exactly a sum: made once for a pool.
 */
final class RunSums {
  private static final int BITS = 16;

  private final int[] order;

  /** What the first so many come to; rising, because an invoice is above zero. */
  private final long[] sums;

  /** A bit for each of the sums, several sharing one: nearly all that is asked for is none. */
  private final long[] marks = new long[(1 << BITS) / Long.SIZE];

  /** Takes a run, two invoices or more. */
  interface Run {
    void of(int[] items);
  }

  /**
   * @param amounts of the invoices, by their places in the order; above zero
   */
  RunSums(int[] order, long[] amounts) {
    this.order = order;
    this.sums = new long[order.length + 1];
    mark(0);
    for (int k = 0; k < order.length; k++) {
      sums[k + 1] = sums[k] + amounts[k];
      mark(sums[k + 1]);
    }
  }

  /** Passes on every run that comes to a sum, the one that ends first before the others. */
  void reaching(long wanted, Run run) {
    int enough = Arrays.binarySearch(sums, wanted);
    for (int to = Math.max(2, enough < 0 ? ~enough : enough); to < sums.length; to++) {
      long before = sums[to] - wanted;
      if (isMarked(before)) {
        int from = Arrays.binarySearch(sums, 0, to - 1, before);
        if (from >= 0) {
          run.of(Arrays.copyOfRange(order, from, to));
        }
      }
    }
  }

  private void mark(long sum) {
    int bit = bitOf(sum);
    marks[bit / Long.SIZE] |= 1L << bit;
  }

  private boolean isMarked(long sum) {
    int bit = bitOf(sum);
    return (marks[bit / Long.SIZE] >>> bit & 1) == 1;
  }

  private static int bitOf(long sum) {
    return (int) (sum * 0x9E3779B97F4A7C15L >>> Long.SIZE - BITS);
  }
}
