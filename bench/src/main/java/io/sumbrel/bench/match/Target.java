package io.sumbrel.bench.match;

/**
 * One line of the table: what is wanted, what was measured, and whether it holds.
 *
 * @param what is measured
 */
record Target(String what, String wanted, String figure, boolean held) {
  String row() {
    return "| %s | %s | %s | %s |".formatted(what, wanted, figure, held ? "held" : "**not held**");
  }
}
