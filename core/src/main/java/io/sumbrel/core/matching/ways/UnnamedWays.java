package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.combination.HalfSums;
import io.sumbrel.core.matching.combination.SetSearch;
import io.sumbrel.core.matching.combination.Sets;
import io.sumbrel.core.matching.combination.SumTable;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What else a sum may be: a second payment of what is settled, a prepayment; and ways that no
 * customer is known for: an equal amount of anybody, a deposit of several payers.
 */
final class UnnamedWays {
  private static final int MOST_EQUAL = 30;
  private static final int KEEP_PAIRS = 9;

  /** Deposits of more than so many are listed, not guessed. */
  private static final int MOST_ACROSS = 6;

  private final WaySearch search;
  private final MatchingProblem problem;

  UnnamedWays(WaySearch search) {
    this.search = search;
    this.problem = search.problem;
  }

  void search() {
    secondPayment();
    prepaid();
    search.noteOwn();
    equal();
    if (search.isEmpty()) {
      acrossCustomers();
    }
  }

  /** Items of the very amount, as far as they were not found otherwise. */
  void equal() {
    int[] equal = search.itemsOfTheAmount();
    int kept = Math.min(MOST_EQUAL, equal.length);
    for (int k = 0; k < kept; k++) {
      search.keepUnlessFound(equal[k]);
    }
    search.noteUncounted(equal.length - kept);
  }

  /**
   * All that the text names is settled, or is by now: a second payment, to be kept or sent back.
   */
  private void secondPayment() {
    Set<Integer> open = search.reading.open().keySet();
    if (open.stream().anyMatch(i -> search.pools.left(i) != 0)) {
      return;
    }
    Stream.concat(open.stream(), search.reading.settled().keySet().stream())
        .filter(i -> problem.customerOf(i) >= 0)
        .findFirst()
        .ifPresent(i -> keep(new int[] {i}, problem.customerOf(i), Shape.SECOND_PAYMENT));
  }

  /** An order that is not billed yet: the money waits for its invoice. */
  private void prepaid() {
    if (search.reading.unbilledOrder().isPresent() && !search.reading.payers().isEmpty()) {
      keep(new int[0], search.reading.payers().get(0).customer(), Shape.PREPAID);
    }
  }

  private void keep(int[] items, int customer, Shape shape) {
    search.keep(new Way(items, new long[items.length], Gap.NONE, 0, customer, shape), 1);
  }

  /**
   * A deposit that names nobody may hold what several customers paid. Every pair of invoices that
   * reaches the sum is counted, a few are shown; which of them it is, the amount alone never says.
   */
  private void acrossCustomers() {
    if (!search.reading.isUnnamedDeposit()) {
      return;
    }
    Map<Long, List<Integer>> byAmount = new HashMap<>();
    List<int[]> pairs = new ArrayList<>();
    long count = 0;
    int[] left =
        problem.openInvoices(search.currency()).stream()
            .mapToInt(i -> i)
            .filter(i -> search.pools.left(i) > 0)
            .toArray();
    for (int i : left) {
      long open = search.pools.left(i);
      for (int other : byAmount.getOrDefault(search.amount - open, List.of())) {
        count++;
        if (pairs.size() < KEEP_PAIRS) {
          pairs.add(new int[] {other, i});
        }
      }
      byAmount.computeIfAbsent(open, k -> new ArrayList<>()).add(i);
    }
    for (int[] pair : pairs) {
      search.exact(pair, Shape.ACROSS, count);
    }
    search.noteUncounted(count - pairs.size());
    if (count == 0) {
      acrossMore(left);
    }
  }

  /** No two make the sum: perhaps more do, as far as they can be searched. */
  private void acrossMore(int[] left) {
    int[] invoices =
        Arrays.stream(left).filter(i -> search.pools.left(i) < search.amount).toArray();
    if (invoices.length > SumTable.MAX_AMOUNTS) {
      search.noteSearchedTo(2);
      return;
    }
    SetSearch table = SetSearch.of(Arrays.stream(invoices).mapToLong(search.pools::left).toArray());
    int most = invoices.length <= HalfSums.MAX_AMOUNTS ? MOST_ACROSS : 3;
    Sets sets = table.reaching(search.amount, most, KEEP_PAIRS, search.pools.setSteps());
    search.note(sets, invoices.length);
    for (int[] set : sets.sets()) {
      int[] items = Arrays.stream(set).map(k -> invoices[k]).toArray();
      search.exact(items, Shape.ACROSS, sets.counts()[set.length]);
    }
  }
}
