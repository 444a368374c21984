package io.sumbrel.core.evidence;

/** What a set of items is as a whole. */
public enum SetKind {
  ALL_OWED("all that the customer owes", Evidence.Side.FOR),
  ALL_DUE("all that is due", Evidence.Side.FOR),
  EARLIEST_DUE("the earliest due", Evidence.Side.FOR),
  MONTH("all of one month", Evidence.Side.FOR),
  NEIGHBOURS("neighbours in a row", Evidence.Side.FOR),
  ROUND_WITHOUT_NUMBER("a round sum without a number", Evidence.Side.AGAINST),
  WITHOUT_NUMBER("a sum without a number", Evidence.Side.AGAINST),
  WITHOUT_PAYER("the bank names no payer of this deposit", Evidence.Side.AGAINST);

  private final String words;
  private final Evidence.Side side;

  SetKind(String words, Evidence.Side side) {
    this.words = words;
    this.side = side;
  }

  String words() {
    return words;
  }

  Evidence.Side side() {
    return side;
  }
}
