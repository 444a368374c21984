package io.sumbrel.core.matching.combination;

/** How far a search went; the later, the less it says. */
public enum Searched {
  /** Everything there is, within the sizes that are named. */
  SEARCHED_ALL,
  /** Everything, but more answers were found than are kept. */
  CAP_REACHED,
  /** It stopped in the middle, after so many steps as were allowed. */
  NODE_BUDGET,
  /** What lies beyond the sizes that are named was not begun. */
  TOO_BIG;

  /** The one that says less. */
  public Searched and(Searched other) {
    return compareTo(other) >= 0 ? this : other;
  }
}
