package io.sumbrel.core.matching.combination;

import java.util.List;

/**
 * Sets of amounts that reach a sum: the answer of a search.
 *
 * @param sets indices in rising order, the smaller sets first; at the most as many as were asked
 *     for
 * @param counts how many sets of each size there are, the size being the place; all of them when
 *     the search ended, else at the least so many
 * @param completeTo the size up to which every set was found or counted
 */
public record Sets(List<int[]> sets, long[] counts, Searched searched, int completeTo) {

  static Sets none(Searched searched) {
    return new Sets(List.of(), new long[1], searched, 0);
  }

  /** How many sets there are of all sizes. */
  public long count() {
    long sum = 0;
    for (long c : counts) {
      sum += c;
    }
    return sum;
  }
}
