package io.sumbrel.core.matching;

import io.sumbrel.core.matching.candidate.LongMarks;
import java.util.Arrays;

/**
 * Invoices in an order, to be asked which neighbours come to exactly a sum: made once for a pool.
 */
final class RunSums {
  private static final int BITS = 16;

  private final int[] order;

  /** What the first so many come to; rising, because an invoice is above zero. */
  private final long[] sums;

  /** Nearly all that is asked for is none of the sums. */
  private final LongMarks marks = new LongMarks(BITS);

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
    marks.mark(0);
    for (int k = 0; k < order.length; k++) {
      sums[k + 1] = sums[k] + amounts[k];
      marks.mark(sums[k + 1]);
    }
  }

  /** Passes on every run that comes to a sum, the one that ends first before the others. */
  void reaching(long wanted, Run run) {
    int enough = Arrays.binarySearch(sums, wanted);
    for (int to = Math.max(2, enough < 0 ? ~enough : enough); to < sums.length; to++) {
      long before = sums[to] - wanted;
      if (marks.isMarked(before)) {
        int from = Arrays.binarySearch(sums, 0, to - 1, before);
        if (from >= 0) {
          run.of(Arrays.copyOfRange(order, from, to));
        }
      }
    }
  }
}
