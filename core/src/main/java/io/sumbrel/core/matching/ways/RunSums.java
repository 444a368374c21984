package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.candidate.LongMarks;
import java.util.Arrays;

/**
 * Invoices in an order, which may be asked which neighbours come to exactly a sum: made once for a
 * pool.
 */
public final class RunSums {
  private static final int BITS = 16;

  final int[] order;

  /** Of the invoices, by their places in the order; above zero. */
  final long[] amounts;

  /** What the first so many come to; rising, because an invoice is above zero. */
  private final long[] sums;

  /** Nearly all that is asked for is none of the sums: marked when it is asked for. */
  private volatile LongMarks marks;

  /** Takes a run, two invoices or more. */
  public interface Run {
    void of(int[] items);
  }

  public RunSums(int[] order, long[] amounts) {
    this.order = order;
    this.amounts = amounts;
    this.sums = new long[order.length + 1];
    for (int k = 0; k < order.length; k++) {
      sums[k + 1] = sums[k] + amounts[k];
    }
  }

  private LongMarks marks() {
    LongMarks known = marks;
    if (known == null) {
      known = new LongMarks(BITS);
      for (long sum : sums) {
        known.mark(sum);
      }
      marks = known;
    }
    return known;
  }

  /** Passes on every run that comes to a sum, the one that ends first before the others. */
  public void reaching(long wanted, Run run) {
    LongMarks marked = marks();
    int enough = Arrays.binarySearch(sums, wanted);
    for (int to = Math.max(2, enough < 0 ? ~enough : enough); to < sums.length; to++) {
      long before = sums[to] - wanted;
      if (marked.isMarked(before)) {
        int from = Arrays.binarySearch(sums, 0, to - 1, before);
        if (from >= 0) {
          run.of(Arrays.copyOfRange(order, from, to));
        }
      }
    }
  }
}
