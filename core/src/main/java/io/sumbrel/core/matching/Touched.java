package io.sumbrel.core.matching;

import java.util.BitSet;
import java.util.HashSet;
import java.util.Set;

/**
 * Items of which something else is left than before: by the heads of their families, and amounts.
 */
final class Touched {
  private final MatchingProblem problem;
  private final BitSet heads = new BitSet();
  private final Set<Long> amounts = new HashSet<>();

  Touched(MatchingProblem problem) {
    this.problem = problem;
  }

  /** Whatever is left of an item now, and was before. */
  void add(int item, long before, long now) {
    amounts.add(before);
    amounts.add(now);
    amounts.add(problem.item(item).openMinor());
    if (problem.customerOf(item) >= 0) {
      heads.set(problem.headOf(problem.customerOf(item)));
    }
  }

  boolean isNothing() {
    return amounts.isEmpty();
  }

  boolean hasHead(int customer) {
    return heads.get(customer);
  }

  boolean hasAmount(long minor) {
    return amounts.contains(minor);
  }
}
