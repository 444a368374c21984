package io.sumbrel.core.matching;

/**
 * What is likelier than its own figures say: by how much its odds grow was measured on invented
 * companies. They grow from a likelihood on, the less the nearer to it, so that no figure is left
 * out.
 *
 * @param hundredths by how much in full: 150 for one and a half times the odds
 * @param from here on they grow, in parts of a million
 * @param inFull from here on in full, above {@code from}
 */
record GrownOdds(int hundredths, int from, int inFull) {
  private static final int CERTAIN = 1_000_000;

  /** A likelihood as it is said, in parts of a million. */
  int of(int likelihood) {
    if (likelihood <= from) {
      return likelihood;
    }
    long share = Math.min(likelihood, inFull) - from;
    long more = (hundredths - 100) * share / (inFull - from);
    long odds = (long) likelihood * (100 + more) / 100;
    return (int) (odds * CERTAIN / (odds + CERTAIN - likelihood));
  }
}
