package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.combination.SetSearch;
import io.sumbrel.core.matching.combination.Sets;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.reading.Reading.Hit;
import io.sumbrel.core.matching.ways.Pools.Pool;
import io.sumbrel.core.matching.ways.Way.Shape;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Ways by what the text names: all that is named of one customer, with numbers that were mistyped,
 * less what was kept or taken, with credits netted, with a few more, or some of it only.
 */
final class NamedWays {
  private static final int MOST_CHOICES = 48;
  private static final int MOST_MORE = 3;
  private static final int MOST_CREDITS = 12;
  private static final int KEEP = 6;
  private static final int MOST_FOR_SOME = 40;

  private final WaySearch search;
  private final MatchingProblem problem;

  NamedWays(WaySearch search) {
    this.search = search;
    this.problem = search.problem;
  }

  void search() {
    Map<Integer, Set<Integer>> named = new LinkedHashMap<>();
    for (Hit hit : search.reading.open().values()) {
      if (search.pools.left(hit.item()) != 0) {
        groupOf(named, hit.item()).add(hit.item());
      }
    }
    Map<Integer, Map<Integer, List<Integer>>> slipped = new LinkedHashMap<>();
    for (Hit hit : search.reading.edited()) {
      if (search.pools.left(hit.item()) != 0) {
        groupOf(named, hit.item());
        slipped
            .computeIfAbsent(headOf(hit.item()), h -> new LinkedHashMap<>())
            .computeIfAbsent(hit.token(), t -> new ArrayList<>())
            .add(hit.item());
      }
    }
    named.forEach(
        (head, items) ->
            choices(items, slipped.getOrDefault(head, Map.of())).forEach(this::around));
    // A text that names what several customers owe, and pays it all.
    if (named.size() > 1) {
      int[] all =
          search.reading.open().keySet().stream()
              .filter(i -> search.pools.left(i) != 0)
              .mapToInt(i -> i)
              .toArray();
      if (all.length > 1) {
        search.nearly(all, search.sumOf(all), Shape.NAMED);
      }
    }
  }

  private Set<Integer> groupOf(Map<Integer, Set<Integer>> groups, int item) {
    return groups.computeIfAbsent(headOf(item), h -> new LinkedHashSet<>());
  }

  /** The customer at the head of the family of an item's customer. */
  private int headOf(int item) {
    int customer = problem.customerOf(item);
    return customer < 0 ? -1 : problem.headOf(customer);
  }

  /** What is named, and with it each choice of what the mistyped numbers may have been. */
  private static List<int[]> choices(Set<Integer> named, Map<Integer, List<Integer>> slipped) {
    List<int[]> choices = new ArrayList<>();
    choices.add(named.stream().mapToInt(i -> i).toArray());
    for (List<Integer> mayBe : slipped.values()) {
      List<int[]> more = new ArrayList<>();
      for (int[] choice : choices) {
        for (int item : mayBe) {
          if (choices.size() + more.size() < MOST_CHOICES && !Reading.isAmong(choice, item)) {
            more.add(with(choice, new int[] {item}));
          }
        }
      }
      choices.addAll(more);
    }
    choices.removeIf(c -> c.length == 0);
    return choices;
  }

  static int[] with(int[] items, int[] more) {
    int[] both = Arrays.copyOf(items, items.length + more.length);
    System.arraycopy(more, 0, both, items.length, more.length);
    return both;
  }

  private void around(int[] items) {
    if (problem.customerOf(items[0]) < 0) {
      return;
    }
    long sum = search.sumOf(items);
    long under = sum - search.amount;
    search.nearly(items, sum, Shape.NAMED);
    if (under > 0) {
      search.shortPaid(largestLast(items), under, Shape.NAMED);
      search.shortPaid(items, under, Shape.NAMED);
      creditsNetted(items, under);
      some(items);
    } else if (under < 0) {
      more(items, -under);
      moreLessCredit(items, -under);
      search.overpaid(items, -under, Shape.NAMED);
    }
  }

  private int[] largestLast(int[] items) {
    int[] order = items.clone();
    for (int k = 0; k < order.length; k++) {
      int last = order.length - 1;
      if (search.pools.left(order[k]) > search.pools.left(order[last])) {
        int swapped = order[k];
        order[k] = order[last];
        order[last] = swapped;
      }
    }
    return order;
  }

  private Pool pool(int[] items) {
    return search.poolOf(Math.max(0, headOf(items[0])));
  }

  private static int[] othersOf(int[] all, int[] than) {
    return Arrays.stream(all).filter(i -> !Reading.isAmong(than, i)).toArray();
  }

  private void creditsNetted(int[] items, long under) {
    int[] credits = othersOf(pool(items).credits, items);
    for (int a = 0; a < credits.length; a++) {
      long first = -search.pools.left(credits[a]);
      if (first == under) {
        search.exact(with(items, new int[] {credits[a]}), Shape.NAMED, 1);
      }
      for (int b = a + 1; b < credits.length && first < under; b++) {
        if (first - search.pools.left(credits[b]) == under) {
          search.exact(with(items, new int[] {credits[a], credits[b]}), Shape.NAMED, 1);
        }
      }
    }
  }

  private void some(int[] items) {
    if (items.length > 1 && items.length <= MOST_FOR_SOME) {
      long[] amounts = Arrays.stream(items).mapToLong(search.pools::left).toArray();
      Sets sets =
          SetSearch.of(amounts)
              .reaching(search.amount, items.length - 1, KEEP, search.pools.setSteps());
      for (int[] set : sets.sets()) {
        search.exact(
            Arrays.stream(set).map(k -> items[k]).toArray(),
            Shape.NAMED,
            sets.counts()[set.length]);
      }
    }
  }

  /** What is named, one more, and a credit taken off. */
  private void moreLessCredit(int[] items, long over) {
    Pool pool = pool(items);
    int[] credits = othersOf(pool.credits, items);
    for (int c = 0; c < Math.min(MOST_CREDITS, credits.length); c++) {
      int credit = credits[c];
      long wanted = over - search.pools.left(credit);
      for (int k = 0; k < pool.invoices.length; k++) {
        int one = pool.invoices[k];
        if (pool.amounts[k] == wanted && !Reading.isAmong(items, one)) {
          search.exact(with(items, new int[] {one, credit}), Shape.NAMED, 1);
        }
      }
    }
  }

  /** What is named and a few more of the same customer; all else that it owes. */
  private void more(int[] items, long over) {
    Pool pool = pool(items);
    if (pool.invoices.length == 0) {
      return;
    }
    int most = pool.invoices.length <= 300 ? MOST_MORE : 1;
    Sets sets =
        pool.table()
            .reaching(
                over, Math.min(most, pool.invoices.length), 4 * KEEP, search.pools.setSteps());
    Set<Integer> named = new LinkedHashSet<>();
    Arrays.stream(items).forEach(named::add);
    for (int[] set : sets.sets()) {
      int[] further = Arrays.stream(set).map(k -> pool.invoices[k]).toArray();
      if (Arrays.stream(further).noneMatch(named::contains)) {
        search.exact(with(items, further), Shape.NAMED, sets.counts()[set.length]);
      }
    }
    int last = 0;
    long sum = 0;
    for (int i : pool.invoices) {
      sum += named.contains(i) ? 0 : search.pools.left(i);
      last++;
      if (sum == over && last > 1) {
        int[] upTo =
            Arrays.stream(pool.invoices, 0, last).filter(i2 -> !named.contains(i2)).toArray();
        search.exact(with(items, upTo), Shape.NAMED, 1);
      }
    }
  }
}
