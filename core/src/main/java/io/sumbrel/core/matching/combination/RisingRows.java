package io.sumbrel.core.matching.combination;

/** Two rows of sums in rising order, of which one of each together must fall between two bounds. */
record RisingRows(long[] first, long[] second) {

  /** Takes one place of the first row with the run of places of the second that fit to it. */
  interface Run {
    /**
     * @param upper after the last of the run
     */
    void of(int first, int lower, int upper);
  }

  /**
   * Passes on every run that fits, both bounds included.
   *
   * @return what is left of the steps that were allowed; below zero when it stopped for that
   */
  long within(long low, long high, long budget, Run run) {
    long left = budget;
    int upper = second.length;
    int lower = upper;
    for (int f = 0; f < first.length; f++) {
      while (upper > 0 && second[upper - 1] > high - first[f]) {
        upper--;
      }
      lower = Math.min(lower, upper);
      while (lower > 0 && second[lower - 1] >= low - first[f]) {
        lower--;
      }
      left -= 1 + upper - lower;
      if (left < 0) {
        return left;
      }
      run.of(f, lower, upper);
    }
    return left;
  }
}
