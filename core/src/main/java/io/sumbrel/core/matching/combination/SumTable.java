package io.sumbrel.core.matching.combination;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The sums of one pool's singles, pairs, triples and quadruples in sorted tables, made when they
 * are needed and asked for many targets. A set of up to eight amounts is two such sums, the second
 * wholly of later amounts: found once each. Complete to eight for up to {@value
 * #MAX_FOR_QUADRUPLES} amounts, to six for up to {@value #MAX_FOR_TRIPLES}, to four for up to
 * {@value #MAX_AMOUNTS}. Tables: 12 bytes an entry.
 *
 * <p>Amounts are whole minor units and may be below zero (credits).
 */
public final class SumTable implements SetSearch {
  /** Above this number of amounts there is no table of quadruples. */
  public static final int MAX_FOR_QUADRUPLES = 40;

  /** Above this number of amounts there is no table of triples. */
  public static final int MAX_FOR_TRIPLES = 60;

  /** Above this number of amounts sets of two or more are not looked for. */
  public static final int MAX_AMOUNTS = 1_000;

  private final long[] amounts;
  private final Sums[] sums = new Sums[5];

  /** Bits that the place of an amount takes. */
  private final int bits;

  private final int mask;

  /**
   * Sums of equally many amounts, rising; the places of the amounts are packed, the first highest.
   */
  private record Sums(long[] sums, int[] members) {}

  private SumTable(long[] amounts) {
    this.amounts = amounts;
    this.bits = amounts.length <= MAX_FOR_TRIPLES ? 6 : 10;
    this.mask = (1 << bits) - 1;
  }

  public static SumTable of(long[] amounts) {
    return new SumTable(amounts.clone());
  }

  /** The size up to which this pool can be searched completely. */
  public int reach() {
    if (amounts.length <= MAX_FOR_QUADRUPLES) {
      return 8;
    }
    return amounts.length <= MAX_FOR_TRIPLES ? 6 : amounts.length <= MAX_AMOUNTS ? 4 : 1;
  }

  @Override
  public Sets within(long low, long high, int maxSize, int keep, long budget) {
    if (maxSize < 1) {
      throw new IllegalArgumentException("sets of up to " + maxSize);
    }
    Search search = new Search(low, high, keep, budget);
    int wanted = Math.min(maxSize, amounts.length);
    int reached = 0;
    while (reached < Math.min(wanted, reach()) && search.ofSize(reached + 1)) {
      reached++;
    }
    Searched stop =
        search.left < 0
            ? Searched.NODE_BUDGET
            : reached < wanted
                ? Searched.TOO_BIG
                : search.sets.size() < search.found ? Searched.CAP_REACHED : Searched.SEARCHED_ALL;
    return new Sets(
        List.copyOf(search.sets), search.counts, stop, reached == wanted ? maxSize : reached);
  }

  private synchronized Sums sums(int size) {
    if (sums[size] == null) {
      sums[size] = size == 1 ? singles() : longer(sums(size - 1), size);
    }
    return sums[size];
  }

  private Sums singles() {
    int[] order = new int[amounts.length];
    for (int i = 0; i < order.length; i++) {
      order[i] = i;
    }
    return sorted(amounts.clone(), order);
  }

  /**
   * To each amount all sums of earlier ones: laid out as rising rows, the longest first, which are
   * sorted by merging them.
   */
  private Sums longer(Sums shorter, int size) {
    int count = 0;
    for (int members : shorter.members) {
      count += amounts.length - 1 - (members & mask);
    }
    long[] made = new long[count];
    int[] packed = new int[count];
    int at = 0;
    for (int last = amounts.length - 1; last >= size - 1; last--) {
      for (int s = 0; s < shorter.sums.length; s++) {
        if ((shorter.members[s] & mask) < last) {
          made[at] = shorter.sums[s] + amounts[last];
          packed[at++] = shorter.members[s] << bits | last;
        }
      }
    }
    return sorted(made, packed);
  }

  private static Sums sorted(long[] sums, int[] members) {
    int[] order = orderOf(sums);
    long[] sortedSums = new long[sums.length];
    int[] sortedMembers = new int[sums.length];
    for (int i = 0; i < sums.length; i++) {
      sortedSums[i] = sums[order[i]];
      sortedMembers[i] = members[order[i]];
    }
    return new Sums(sortedSums, sortedMembers);
  }

  /** Places by rising sum: sum and place are sorted as one long where both fit into it. */
  private static int[] orderOf(long[] sums) {
    long least = sums.length == 0 ? 0 : sums[0];
    long most = least;
    for (long sum : sums) {
      least = Math.min(least, sum);
      most = Math.max(most, sum);
    }
    int width = 64 - Long.numberOfLeadingZeros(Math.max(1, sums.length - 1));
    if (most - least >= 1L << 62 - width) {
      return IntStream.range(0, sums.length)
          .boxed()
          .sorted(Comparator.comparingLong(i -> sums[i]))
          .mapToInt(i -> i)
          .toArray();
    }
    long[] packed = new long[sums.length];
    for (int i = 0; i < sums.length; i++) {
      packed[i] = sums[i] - least << width | i;
    }
    Arrays.sort(packed);
    int[] order = new int[sums.length];
    for (int i = 0; i < sums.length; i++) {
      order[i] = (int) (packed[i] & (1L << width) - 1);
    }
    return order;
  }

  /** One question asked of the tables. */
  private final class Search {
    private final long low;
    private final long high;
    private final int keep;
    private final long[] counts = new long[9];
    private final List<int[]> sets = new ArrayList<>();
    private long found;
    private long left;

    Search(long low, long high, int keep, long budget) {
      this.low = low;
      this.high = high;
      this.keep = keep;
      this.left = budget;
    }

    /** Finds every set of a size; false when the budget ended before. */
    boolean ofSize(int size) {
      if (size == 1) {
        return singles();
      }
      return size == 3 && amounts.length > MAX_FOR_TRIPLES
          ? threeOfMany()
          : twoTables(size / 2, size - size / 2);
    }

    private boolean singles() {
      Sums table = sums(1);
      for (int k = firstFrom(table.sums, low);
          k < table.sums.length && table.sums[k] <= high;
          k++) {
        if (--left < 0) {
          return false;
        }
        found(1, table.members[k], 1, 0);
      }
      return true;
    }

    /** Every sum of the first table with those of the second that lie wholly after it. */
    private boolean twoTables(int firstSize, int secondSize) {
      Sums first = sums(firstSize);
      Sums second = sums(secondSize);
      RisingRows rows = new RisingRows(first.sums, second.sums);
      left =
          rows.within(
              low,
              high,
              left,
              (f, lower, upper) -> {
                int last = first.members[f] & mask;
                for (int s = lower; s < upper; s++) {
                  if (second.members[s] >>> bits * (secondSize - 1) > last) {
                    found(firstSize, first.members[f], firstSize + secondSize, second.members[s]);
                  }
                }
              });
      return left >= 0;
    }

    /** Each amount with two larger ones: quadratic, but for one question quicker than a table. */
    private boolean threeOfMany() {
      long[] rising = sums(1).sums;
      for (int first = 0; first < rising.length; first++) {
        int upper = rising.length - 1;
        for (int second = first + 1; second < upper; second++) {
          long two = rising[first] + rising[second];
          while (upper > second && two + rising[upper] > high) {
            upper--;
          }
          left--;
          for (int third = upper; third > second && two + rising[third] >= low; third--) {
            left--;
            foundThree(first, second, third);
          }
          if (left < 0) {
            return false;
          }
        }
      }
      return true;
    }

    private void foundThree(int first, int second, int third) {
      found++;
      counts[3]++;
      if (sets.size() < keep) {
        int[] places = sums(1).members;
        int[] set = {places[first], places[second], places[third]};
        Arrays.sort(set);
        sets.add(set);
      }
    }

    private void found(int firstSize, int first, int size, int second) {
      found++;
      counts[size]++;
      if (sets.size() < keep) {
        if (size == 1) {
          sets.add(new int[] {first}); // wider than ten bits where there is no table of pairs
          return;
        }
        int[] set = new int[size];
        for (int k = 0; k < firstSize; k++) {
          set[k] = first >>> bits * (firstSize - 1 - k) & mask;
        }
        for (int k = firstSize; k < size; k++) {
          set[k] = second >>> bits * (size - 1 - k) & mask;
        }
        sets.add(set);
      }
    }
  }

  private static int firstFrom(long[] sums, long low) {
    int from = 0;
    int to = sums.length;
    while (from < to) {
      int middle = (from + to) >>> 1;
      if (sums[middle] < low) {
        from = middle + 1;
      } else {
        to = middle;
      }
    }
    return from;
  }
}
