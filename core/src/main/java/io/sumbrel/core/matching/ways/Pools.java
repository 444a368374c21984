package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.assignment.Amounts;
import io.sumbrel.core.matching.combination.SetSearch;
import io.sumbrel.core.matching.problem.MatchingProblem;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * What each customer owes, as pools with their tables of sums, made when they are asked for. Only
 * the pools used last are kept: their tables are large.
 */
public final class Pools {
  private static final int MOST_POOLS = 48;

  private final MatchingProblem problem;
  private final Amounts left;
  private final Budgets budgets;
  private final Map<Key, Pool> pools =
      new LinkedHashMap<>(2 * MOST_POOLS, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, Pool> eldest) {
          return size() > MOST_POOLS;
        }
      };

  private final Map<Key, Boolean> owing = new HashMap<>();

  private record Key(int customer, Currency currency, boolean family) {}

  /**
   * @param left what may still be placed on each item, signed minor units; stays as it is, whatever
   *     is taken here
   */
  public Pools(MatchingProblem problem, Amounts left, Budgets budgets) {
    this.problem = problem;
    this.budgets = budgets;
    this.left = left.copy();
  }

  /** How many steps one search of sets may take. */
  long setSteps() {
    return budgets.setSteps();
  }

  /** What may still be placed on an item. */
  long left(int item) {
    return left.get(item);
  }

  /** Takes what a way settles off what is left. */
  public synchronized void take(Way way) {
    for (int k = 0; k < way.items.length; k++) {
      left.add(way.items[k], -way.parts[k]);
    }
    pools.clear();
    owing.clear();
  }

  /** Whether a customer has open invoices of its own. */
  synchronized boolean owes(int customer, Currency currency) {
    return owing.computeIfAbsent(
        new Key(customer, currency, false),
        key ->
            Arrays.stream(problem.openOf(customer))
                .anyMatch(i -> left.get(i) > 0 && problem.currencyOf(i).equals(currency)));
  }

  /** The open items of a customer; of its branches too when {@code family}. */
  synchronized Pool of(int customer, Currency currency, boolean family) {
    Key key = new Key(customer, currency, family);
    Pool pool = pools.get(key);
    if (pool == null) {
      pool = made(key);
      pools.put(key, pool);
    }
    return pool;
  }

  private Pool made(Key key) {
    IntStream items = Arrays.stream(problem.openOf(key.customer));
    if (key.family) {
      items = IntStream.concat(items, branchItems(key.customer));
    }
    // by the day on which it is due, then by its place
    int[] order =
        items
            .filter(i -> left.get(i) != 0 && problem.currencyOf(i).equals(key.currency))
            .mapToLong(i -> (long) problem.dueDay(i) << 32 | i)
            .sorted()
            .mapToInt(k -> (int) k)
            .toArray();
    return new Pool(
        Arrays.stream(order).filter(i -> left.get(i) > 0).toArray(),
        Arrays.stream(order).filter(i -> left.get(i) < 0).toArray());
  }

  private IntStream branchItems(int customer) {
    return Arrays.stream(problem.branchesOf(customer))
        .flatMap(branch -> Arrays.stream(problem.openOf(branch)));
  }

  /** The open items of one customer or family, the earliest due first. */
  final class Pool {
    final int[] invoices;
    final long[] amounts;
    final int[] credits;
    final long sum;

    /** What each invoice and all that are due earlier come to. */
    final long[] upTo;

    /** Whether any invoice grants a discount. */
    final boolean grantsDiscounts;

    /** Of each invoice its number and its place by due date, packed; rising. */
    private final long[] places;

    private SetSearch table;
    private SetSearch withCredits;
    private int[] all;
    private Boolean numberedByDue;
    private RunSums runsByDue;
    private RunSums runsByNumber;
    private int[] byAmount;
    private volatile int[] equalBefore;
    private List<int[]> months;
    private RunSums runsByCustomer;

    private Pool(int[] invoices, int[] credits) {
      this.invoices = invoices;
      this.credits = credits;
      this.amounts = Arrays.stream(invoices).mapToLong(left::get).toArray();
      this.places = new long[invoices.length];
      this.upTo = new long[invoices.length];
      long total = 0;
      boolean grants = false;
      for (int k = 0; k < invoices.length; k++) {
        total += amounts[k];
        upTo[k] = total;
        grants |= problem.lastDiscountDay(invoices[k]) != MatchingProblem.NO_DISCOUNT;
        places[k] = (long) invoices[k] << 32 | k;
      }
      Arrays.sort(places);
      this.sum = total;
      this.grantsDiscounts = grants;
    }

    /** How many are due by a day. */
    int dueBy(int day) {
      int due = 0;
      while (due < invoices.length && problem.dueDay(invoices[due]) <= day) {
        due++;
      }
      return due;
    }

    /** Of the invoices by rising amount, how many are no larger. */
    int countUpTo(long amount) {
      int[] rising = byAmount();
      int low = 0;
      int high = rising.length;
      while (low < high) {
        int middle = (low + high) >>> 1;
        if (amounts[rising[middle]] <= amount) {
          low = middle + 1;
        } else {
          high = middle;
        }
      }
      return low;
    }

    /**
     * What the earliest due fall by when an amount runs down from them: the last of them in part,
     * or all that there are.
     */
    long[] runDown(long amount) {
      long before = amount;
      int count = 0;
      while (before > 0 && count < amounts.length) {
        before -= amounts[count++];
      }
      long[] parts = Arrays.copyOf(amounts, count);
      parts[count - 1] += Math.min(0, before);
      return parts;
    }

    /** The place of an invoice by due date; −1 when it is not of this pool. */
    int placeOf(int item) {
      int found = Arrays.binarySearch(places, (long) item << 32);
      int at = found < 0 ? ~found : found;
      return at < places.length && (int) (places[at] >> 32) == item ? (int) places[at] : -1;
    }

    synchronized SetSearch table() {
      if (table == null) {
        table = SetSearch.of(amounts);
      }
      return table;
    }

    /** Invoices, then credits: the places that the table with credits counts in. */
    synchronized int[] all() {
      if (all == null) {
        all = IntStream.concat(Arrays.stream(invoices), Arrays.stream(credits)).toArray();
      }
      return all;
    }

    synchronized SetSearch tableWithCredits() {
      if (withCredits == null) {
        withCredits = SetSearch.of(Arrays.stream(all()).mapToLong(left::get).toArray());
      }
      return withCredits;
    }

    /** Invoices branch by branch, each by due date. */
    synchronized RunSums runsByCustomer() {
      if (runsByCustomer == null) {
        runsByCustomer =
            runs(
                Arrays.stream(invoices)
                    .boxed()
                    .sorted(Comparator.comparingInt(problem::customerOf))
                    .mapToInt(i -> i)
                    .toArray());
      }
      return runsByCustomer;
    }

    /** Whether branches owe some of it. */
    boolean isOfSeveral() {
      int one = problem.customerOf(invoices[0]);
      return Arrays.stream(invoices).anyMatch(i -> problem.customerOf(i) != one);
    }

    private RunSums runs(int[] order) {
      return new RunSums(order, Arrays.stream(order).mapToLong(left::get).toArray());
    }

    /** The invoices of each month in which there are several. */
    synchronized List<int[]> months() {
      if (months == null) {
        Map<Integer, List<Integer>> byMonth = new LinkedHashMap<>();
        for (int i : invoices) {
          byMonth.computeIfAbsent(problem.month(i), m -> new ArrayList<>()).add(i);
        }
        months =
            byMonth.values().stream()
                .filter(of -> of.size() > 1)
                .map(of -> of.stream().mapToInt(i -> i).toArray())
                .toList();
      }
      return months;
    }

    /**
     * The place before one of an invoice of the same amount, due no later; −1 when there is none.
     */
    int equalBefore(int place) {
      if (equalBefore == null) {
        int[] found = new int[amounts.length];
        int[] rising = byAmount();
        for (int k = 0; k < found.length; k++) {
          boolean equal = k > 0 && amounts[rising[k - 1]] == amounts[rising[k]];
          found[rising[k]] = equal ? rising[k - 1] : -1;
        }
        equalBefore = found;
      }
      return equalBefore[place];
    }

    /** Places of the invoices by rising amount, of equal ones by due date. */
    synchronized int[] byAmount() {
      if (byAmount == null) {
        byAmount =
            IntStream.range(0, amounts.length)
                .boxed()
                .sorted(Comparator.comparingLong(k -> amounts[k]))
                .mapToInt(k -> k)
                .toArray();
      }
      return byAmount;
    }

    synchronized RunSums runsByDue() {
      if (runsByDue == null) {
        runsByDue = new RunSums(invoices, amounts);
      }
      return runsByDue;
    }

    /** Invoices in the order of their numbers. */
    synchronized RunSums runsByNumber() {
      if (runsByNumber == null) {
        runsByNumber =
            runs(
                Arrays.stream(invoices)
                    .mapToLong(i -> (long) problem.numberRank(i) << 32 | i)
                    .sorted()
                    .mapToInt(k -> (int) k)
                    .toArray());
      }
      return runsByNumber;
    }

    /** Whether their numbers follow each other as they fall due. */
    synchronized boolean isNumberedByDue() {
      if (numberedByDue == null) {
        numberedByDue = Arrays.equals(invoices, runsByNumber().order);
      }
      return numberedByDue;
    }
  }
}
