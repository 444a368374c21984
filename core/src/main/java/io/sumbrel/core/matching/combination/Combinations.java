package io.sumbrel.core.matching.combination;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * All sets of up to four amounts that reach a sum exactly, through a sorted table of pairs:
 * complete for these sizes, in O(n² log n) time and O(n²) space plus the number of answers.
 *
 * <p>Amounts are whole minor units and may be below zero (credits).
 */
public final class Combinations {
  /** Above this number of amounts the table of pairs is not built. */
  public static final int MAX_AMOUNTS = 700;

  /** How far a search went. */
  public enum Searched {
    SEARCHED_ALL,
    /** More answers than were kept; the count goes on to its own cap. */
    CAP_REACHED,
    TOO_BIG
  }

  /**
   * @param sets indices in rising order, fewest first; at most as many as were asked for
   * @param count how many sets there are in all
   */
  public record Result(List<int[]> sets, long count, Searched searched) {}

  private final long[] amounts;
  private final long target;
  private final int keep;
  private final List<int[]> sets = new ArrayList<>();
  private long count;
  private long[] pairSums;
  private int[] pairFirst;
  private int[] pairSecond;

  private Combinations(long[] amounts, long target, int keep) {
    this.amounts = amounts;
    this.target = target;
    this.keep = keep;
  }

  /**
   * @param maxSize from 1 to 4
   * @param keep how many sets to give back at the most; all are counted
   */
  public static Result search(long[] amounts, long target, int maxSize, int keep) {
    if (maxSize < 1 || maxSize > 4) {
      throw new IllegalArgumentException("sets of up to " + maxSize);
    }
    if (amounts.length > MAX_AMOUNTS) {
      return new Result(List.of(), 0, Searched.TOO_BIG);
    }
    Combinations search = new Combinations(amounts, target, keep);
    search.singles();
    if (maxSize >= 2) {
      search.buildPairs();
      search.pairs();
    }
    if (maxSize >= 3) {
      search.triples();
    }
    if (maxSize >= 4) {
      search.quadruples();
    }
    Searched how = search.count > keep ? Searched.CAP_REACHED : Searched.SEARCHED_ALL;
    return new Result(search.sets, search.count, how);
  }

  private void singles() {
    for (int i = 0; i < amounts.length; i++) {
      if (amounts[i] == target) {
        found(i);
      }
    }
  }

  private void buildPairs() {
    int n = amounts.length;
    int size = n * (n - 1) / 2;
    Integer[] order = new Integer[size];
    int[] first = new int[size];
    int[] second = new int[size];
    int at = 0;
    for (int i = 0; i < n; i++) {
      for (int j = i + 1; j < n; j++) {
        first[at] = i;
        second[at] = j;
        order[at] = at;
        at++;
      }
    }
    Arrays.sort(
        order,
        (a, b) ->
            Long.compare(
                amounts[first[a]] + amounts[second[a]], amounts[first[b]] + amounts[second[b]]));
    pairSums = new long[size];
    pairFirst = new int[size];
    pairSecond = new int[size];
    for (int k = 0; k < size; k++) {
      pairFirst[k] = first[order[k]];
      pairSecond[k] = second[order[k]];
      pairSums[k] = amounts[pairFirst[k]] + amounts[pairSecond[k]];
    }
  }

  private void pairs() {
    for (int p = firstPair(target); p < pairSums.length && pairSums[p] == target; p++) {
      found(pairFirst[p], pairSecond[p]);
    }
  }

  private void triples() {
    for (int i = 0; i < amounts.length; i++) {
      long rest = target - amounts[i];
      for (int p = firstPair(rest); p < pairSums.length && pairSums[p] == rest; p++) {
        if (pairFirst[p] > i) {
          found(i, pairFirst[p], pairSecond[p]);
        }
      }
    }
  }

  /** Each set of four is two pairs, the second wholly after the first: found once. */
  private void quadruples() {
    for (int q = 0; q < pairSums.length; q++) {
      long rest = target - pairSums[q];
      for (int p = firstPair(rest); p < pairSums.length && pairSums[p] == rest; p++) {
        if (pairFirst[p] > pairSecond[q]) {
          found(pairFirst[q], pairSecond[q], pairFirst[p], pairSecond[p]);
        }
      }
    }
  }

  private int firstPair(long sum) {
    int low = 0;
    int high = pairSums.length;
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (pairSums[middle] < sum) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }

  private void found(int... set) {
    count++;
    if (sets.size() < keep) {
      sets.add(set);
    }
  }
}
