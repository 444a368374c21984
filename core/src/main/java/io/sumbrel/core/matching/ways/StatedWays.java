package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.util.ArrayList;
import java.util.List;

/**
 * The way that the payer states: so much on each document. Where the details name what is open and
 * add up to no more than the sum, they are the split; what they leave unsaid stays on account.
 */
final class StatedWays {
  private final WaySearch search;
  private final MatchingProblem problem;

  StatedWays(WaySearch search) {
    this.search = search;
    this.problem = search.problem;
  }

  void search() {
    List<RemittanceDetail> details = search.moneyIn.details();
    List<Integer> items = new ArrayList<>();
    List<Long> parts = new ArrayList<>();
    long rest = search.amount;
    for (RemittanceDetail detail : details) {
      int item = search.reading.statedItem(detail.number());
      if (item >= 0 && !items.contains(item) && mayTake(item, detail.paidMinor())) {
        items.add(item);
        parts.add(detail.paidMinor());
        rest -= detail.paidMinor();
      }
    }
    if (!items.isEmpty() && rest >= 0) {
      search.add(
          items.stream().mapToInt(i -> i).toArray(),
          parts.stream().mapToLong(p -> p).toArray(),
          rest == 0 ? Gap.NONE : Gap.OVER,
          rest,
          Shape.STATED,
          1);
    }
  }

  /** No more than is left on an invoice, and no more than is left to use of a credit note. */
  private boolean mayTake(int item, long part) {
    long left = search.pools.left(item);
    boolean same = part != 0 && (part < 0) == (left < 0);
    return same && Math.abs(part) <= Math.abs(left) && problem.customerOf(item) >= 0;
  }
}
