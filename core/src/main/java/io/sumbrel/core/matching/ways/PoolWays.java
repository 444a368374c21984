package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.combination.HalfSums;
import io.sumbrel.core.matching.combination.SetSearch;
import io.sumbrel.core.matching.combination.Sets;
import io.sumbrel.core.matching.combination.SumTable;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.ways.Pools.Pool;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.Set;

/**
 * Ways within what one likely payer owes: one item, all of it, all that is due by a day, a month, a
 * run of numbers, sets, the earliest due first for a round sum.
 */
final class PoolWays {
  private static final int KEEP_SETS = 12;
  private static final int KEEP_NEAR = 5;
  private static final int KEEP_EVEN = 4;

  private static final int MOST_CUSTOMERS = 5;

  /** For others than these only pairs are looked for. */
  private static final int LIKELY_CUSTOMERS = 2;

  private static final int MOST_BY_CREDITS = 12;

  private final WaySearch search;
  private final MatchingProblem problem;

  PoolWays(WaySearch search) {
    this.search = search;
    this.problem = search.problem;
  }

  void search() {
    Set<Integer> customers = new LinkedHashSet<>();
    search.reading.payers().forEach(p -> customers.add(p.customer()));
    search.reading.open().keySet().stream()
        .map(problem::customerOf)
        .filter(c -> c >= 0)
        .forEach(customers::add);
    int place = 0;
    for (int c : customers.stream().limit(MOST_CUSTOMERS).toList()) {
      Pool pool = search.poolOf(c);
      pool(pool, place++ < LIKELY_CUSTOMERS ? Integer.MAX_VALUE : 2);
      if (pool.invoices.length > 0 && pool.isOfSeveral()) {
        earliest(search.ownPoolOf(c));
      }
    }
  }

  private void pool(Pool pool, int maxSize) {
    if (pool.invoices.length == 0) {
      return;
    }
    sets(pool, maxSize);
    near(pool);
    whole(pool);
    runs(pool, pool.runsByDue());
    if (!pool.isNumberedByDue()) {
      runs(pool, pool.runsByNumber());
    }
    if (pool.isOfSeveral()) {
      runs(pool, pool.runsByCustomer());
    }
    for (int c = 0; c < Math.min(MOST_BY_CREDITS, pool.credits.length); c++) {
      runsLess(pool, pool.credits[c]);
    }
    pool.months().forEach(month -> search.nearly(month, search.sumOf(month), Shape.MONTH));
    earliest(pool);
  }

  /** Every set of a few, as far as the pool can be searched. */
  private void sets(Pool pool, int maxSize) {
    int n = pool.invoices.length;
    boolean credits = pool.credits.length > 0 && pool.credits.length <= MOST_BY_CREDITS;
    int[] members = credits && n < 200 ? pool.all() : pool.invoices;
    SetSearch table = credits && n < 200 ? pool.tableWithCredits() : pool.table();
    int size = members.length <= HalfSums.MAX_AMOUNTS ? members.length : sizeFor(n);
    Sets sets =
        table.reaching(search.amount, Math.min(size, maxSize), KEEP_SETS, search.pools.setSteps());
    search.note(sets, members.length);
    for (int[] set : sets.sets()) {
      int[] items = Arrays.stream(set).map(k -> members[k]).toArray();
      search.exact(items, items.length == 1 ? Shape.ONE : Shape.SET, sets.counts()[set.length]);
    }
  }

  /** The size up to which sets are looked for in a pool that is too large for all of them. */
  private static int sizeFor(int invoices) {
    if (invoices <= 40) {
      return 5;
    }
    return invoices <= 80 ? 4 : invoices <= 300 ? 3 : invoices <= SumTable.MAX_AMOUNTS ? 2 : 1;
  }

  /** One item that is nearly the amount: the nearest few above and below, and even sums away. */
  private void near(Pool pool) {
    int[] rising = pool.byAmount();
    int above = pool.countUpTo(search.amount);
    int below = above - 1;
    while (below >= 0 && pool.amounts[rising[below]] == search.amount) {
      below--;
    }
    above(pool, rising, above);
    below(pool, rising, below);
  }

  private void above(Pool pool, int[] rising, int from) {
    int even = 0;
    boolean nearly = true;
    for (int k = from; k < rising.length; k++) {
      long owed = pool.amounts[rising[k]];
      long gap = owed - search.amount;
      boolean few = k - from < KEEP_NEAR;
      nearly &= few || gap <= search.mostMissing(owed, owed / 5);
      if (gap > owed / 2 || !nearly && even == KEEP_EVEN) {
        break;
      }
      if (nearly) {
        search.nearly(new int[] {pool.invoices[rising[k]]}, owed, Shape.ONE);
      }
      if (few || even < KEEP_EVEN && WayFeatures.isEven(gap)) {
        even += few ? 0 : 1;
        search.shortPaid(new int[] {pool.invoices[rising[k]]}, gap, Shape.ONE);
      }
    }
  }

  private void below(Pool pool, int[] rising, int from) {
    int even = 0;
    for (int k = from; k >= 0; k--) {
      long owed = pool.amounts[rising[k]];
      long over = search.amount - owed;
      boolean few = from - k < KEEP_NEAR && over < owed / 2;
      if (over > 2 * owed || !few && even == KEEP_EVEN) {
        break;
      }
      if (few || WayFeatures.isEven(over)) {
        even += few ? 0 : 1;
        search.overpaid(new int[] {pool.invoices[rising[k]]}, over, Shape.ONE);
      }
    }
  }

  private void whole(Pool pool) {
    search.nearly(pool.invoices, pool.sum, Shape.WHOLE);
    if (pool.credits.length > 0) {
      search.nearly(pool.all(), search.sumOf(pool.all()), Shape.WHOLE);
    }
    if (pool.sum < search.amount && search.amount - pool.sum < pool.sum / 4) {
      search.overpaid(pool.invoices, search.amount - pool.sum, Shape.WHOLE);
    }
  }

  /** Neighbours in an order of the pool that reach the amount, or nearly. */
  private void runs(Pool pool, RunSums row) {
    boolean byDue = row.order == pool.invoices;
    long most = search.mostMissing(pool.sum, otherwiseMissing(pool, pool.sum));
    int from = 0;
    long sum = 0;
    for (int to = 0; to < row.order.length; to++) {
      sum += row.amounts[to];
      while (sum - row.amounts[from] >= search.amount && from < to) {
        sum -= row.amounts[from++];
      }
      long under = sum - search.amount;
      if (to > from
          && under >= 0
          && under <= most
          && under <= search.mostMissing(sum, otherwiseMissing(pool, sum))) {
        int[] run = Arrays.copyOfRange(row.order, from, to + 1);
        boolean first = byDue && from == 0;
        if (first) {
          search.nearly(run, sum, Shape.DUE_BY, pool.grantsDiscounts);
        }
        if (!first || pool.isNumberedByDue()) {
          search.nearly(run, sum, Shape.RUN, pool.grantsDiscounts);
        }
      }
    }
    if (byDue) {
      upTo(pool);
    }
  }

  private long otherwiseMissing(Pool pool, long sum) {
    long cents = search.cents.minor();
    return pool.grantsDiscounts ? Math.max(cents, sum / 20) : cents;
  }

  /** Neighbours of which a credit was taken off. */
  private void runsLess(Pool pool, int credit) {
    long wanted = search.amount - search.pools.left(credit);
    RunSums.Run less = run -> search.exact(NamedWays.with(run, new int[] {credit}), Shape.RUN, 1);
    pool.runsByDue().reaching(wanted, less);
    if (!pool.isNumberedByDue()) {
      pool.runsByNumber().reaching(wanted, less);
    }
  }

  /** The earliest due, less a credit; all that is due now. */
  private void upTo(Pool pool) {
    for (int c = 0; c < Math.min(MOST_BY_CREDITS, pool.credits.length); c++) {
      int credit = pool.credits[c];
      int last = Arrays.binarySearch(pool.upTo, search.amount - search.pools.left(credit));
      if (last >= 0) {
        int[] first = Arrays.copyOf(pool.invoices, last + 1);
        search.exact(NamedWays.with(first, new int[] {credit}), Shape.DUE_BY, 1);
      }
    }
    int due = pool.dueBy((int) search.moneyIn.bookingDate().toEpochDay());
    if (due > 1) {
      search.nearly(Arrays.copyOf(pool.invoices, due), pool.upTo[due - 1], Shape.OVERDUE);
    }
  }

  /**
   * A sum without numbers runs down from the earliest due when it is round, or when the customer is
   * used to pay so.
   */
  private void earliest(Pool pool) {
    if (pool.invoices.length == 0) {
      return;
    }
    boolean used = problem.habitOf(problem.customerOf(pool.invoices[0])).paysEarliestFirst();
    if (!search.isRound() && !used
        || !search.reading.open().isEmpty()
        || search.amount >= pool.sum) {
      return;
    }
    long[] parts = pool.runDown(search.amount);
    int[] items = Arrays.copyOf(pool.invoices, parts.length);
    search.add(items, parts, Gap.NONE, 0, Shape.EARLIEST, 1);
  }
}
