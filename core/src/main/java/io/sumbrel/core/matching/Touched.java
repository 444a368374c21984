package io.sumbrel.core.matching;

import io.sumbrel.core.matching.candidate.LongIndex;
import java.util.BitSet;

/**
 * Items of which something else is left than before: by the heads of their families, and amounts.
 */
final class Touched {
  private final MatchingProblem problem;
  private final BitSet heads = new BitSet();
  private final LongIndex amounts = new LongIndex();
  private boolean nothing = true;
  private boolean records;

  Touched(MatchingProblem problem) {
    this.problem = problem;
  }

  /** Whatever is left of an item now, and was before. */
  void add(int item, long before, long now) {
    nothing = false;
    add(before);
    add(now);
    records |= problem.isRecord(item);
    if (problem.customerOf(item) >= 0) {
      heads.set(problem.headOf(problem.customerOf(item)));
    }
  }

  private void add(long amount) {
    if (!hasAmount(amount)) {
      amounts.add(amount, 0);
    }
  }

  boolean isNothing() {
    return nothing;
  }

  /** Whether a record is among them. */
  boolean hasRecords() {
    return records;
  }

  boolean hasHead(int customer) {
    return heads.get(customer);
  }

  boolean hasAmount(long minor) {
    return amounts.first(minor) >= 0;
  }
}
