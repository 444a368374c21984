package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.text.NumberEdits;
import io.sumbrel.core.matching.text.NumberScan;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntConsumer;

/**
 * The way that the payer states: so much on each document. Where the details name what is open and
 * add up to no more than the sum, they are the split; what they leave unsaid stays on account.
 */
final class StatedWays {
  private static final int MOST_DIGITS = 18;

  private final WaySearch search;
  private final MatchingProblem problem;

  StatedWays(WaySearch search) {
    this.search = search;
    this.problem = search.problem;
  }

  /** A split as far as its lines are read. */
  private static final class Split {
    private final List<Integer> items = new ArrayList<>();
    private final List<Long> parts = new ArrayList<>();
    private final List<RemittanceDetail> unread = new ArrayList<>();
    private long rest;

    private void take(int item, long part) {
      items.add(item);
      parts.add(part);
      rest -= part;
    }
  }

  void search() {
    Split split = new Split();
    split.rest = search.amount;
    for (RemittanceDetail detail : search.moneyIn.details()) {
      int item = search.reading.statedItem(detail.number());
      if (item >= 0 && !split.items.contains(item) && mayTake(item, detail.paidMinor())) {
        split.take(item, detail.paidMinor());
      } else {
        split.unread.add(detail);
      }
    }
    notOfOthers(split);
    add(split, Shape.STATED);
    if (!split.unread.isEmpty() && withSlips(split)) {
      add(split, Shape.STATED_WITH_SLIP);
    }
  }

  private void add(Split split, Shape shape) {
    if (!split.items.isEmpty() && split.rest >= 0) {
      Way way =
          new Way(
              split.items.stream().mapToInt(i -> i).toArray(),
              split.parts.stream().mapToLong(p -> p).toArray(),
              split.rest == 0 ? Gap.NONE : Gap.OVER,
              split.rest,
              problem.customerOf(split.items.get(0)),
              shape);
      search.keep(way.also(Shape.STATED), 1);
    }
  }

  /**
   * A line that pays a part of somebody else's item, where the other lines are one customer's, is a
   * number with a slip that happens to exist.
   */
  private void notOfOthers(Split split) {
    for (int k = split.items.size() - 1; k >= 0; k--) {
      int item = split.items.get(k);
      boolean whole = search.pools.left(item) == split.parts.get(k);
      long alike = split.items.stream().filter(o -> isFamily(item, o)).count();
      if (!whole && alike * 2 < split.items.size()) {
        split.unread.add(new RemittanceDetail(problem.item(item).number(), split.parts.get(k)));
        split.rest += split.parts.get(k);
        split.items.remove(k);
        split.parts.remove(k);
      }
    }
  }

  /** Reads each line that is left on an item of the same customer and sum, one slip away. */
  private boolean withSlips(Split split) {
    for (RemittanceDetail detail : split.unread) {
      int item = oneSlipFrom(detail, split);
      if (item < 0) {
        return false;
      }
      split.take(item, detail.paidMinor());
    }
    return true;
  }

  private int oneSlipFrom(RemittanceDetail detail, Split split) {
    String digits = NumberScan.trailingDigits(detail.number().replace('O', '0'));
    if (digits.length() < NumberEdits.MIN_DIGITS || digits.length() > MOST_DIGITS) {
      return -1;
    }
    int[] found = {-1};
    IntConsumer take =
        item -> {
          boolean same = search.pools.left(item) == detail.paidMinor();
          if (found[0] < 0 && same && mayBeOf(item, split)) {
            found[0] = item;
          }
        };
    Arrays.stream(problem.byNumber(digits, digits)).forEach(take);
    NumberEdits.forEach(digits, n -> Arrays.stream(problem.byNumber(n, n)).forEach(take));
    return found[0];
  }

  /** One of the customer whose items the other lines name, else of whoever is known to pay. */
  private boolean mayBeOf(int item, Split split) {
    return problem.currencyOf(item).equals(search.currency())
        && !split.items.contains(item)
        && problem.customerOf(item) >= 0
        && (split.items.isEmpty()
            ? search.reading.clueForFamilyOf(problem.customerOf(item)).isPresent()
            : isFamily(item, split.items.get(0)));
  }

  private boolean isFamily(int item, int other) {
    return problem.isFamily(problem.customerOf(item), problem.customerOf(other));
  }

  /** No more than is left on an invoice, and no more than is left to use of a credit note. */
  private boolean mayTake(int item, long part) {
    long left = search.pools.left(item);
    boolean same = part != 0 && (part < 0) == (left < 0);
    return same && Math.abs(part) <= Math.abs(left) && problem.customerOf(item) >= 0;
  }
}
