package io.sumbrel.core.matching.combination;

/** Searches the sets of one pool of amounts, for many sums; made once for the pool. */
public interface SetSearch {

  /** Every set where the pool is small; those of a few amounts where it is not. */
  static SetSearch of(long[] amounts) {
    return amounts.length <= HalfSums.MAX_AMOUNTS ? HalfSums.of(amounts) : SumTable.of(amounts);
  }

  /**
   * Sets whose sum lies between two bounds, these included.
   *
   * @param low in minor units, as the amounts, which may be below zero (credits)
   * @param maxSize the most amounts in a set
   * @param keep how many to give back at the most, smaller ones first; all are counted
   * @param budget steps after which the search stops and says so
   */
  Sets within(long low, long high, int maxSize, int keep, long budget);

  /** Sets that reach a sum exactly. */
  default Sets reaching(long target, int maxSize, int keep, long budget) {
    return within(target, target, maxSize, keep, budget);
  }
}
