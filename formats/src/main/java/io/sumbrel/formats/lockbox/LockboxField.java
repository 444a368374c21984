package io.sumbrel.formats.lockbox;

/**
 * A field of a lockbox file, by the type of its record. Banks agree on the records and differ on
 * positions, above all from column 18 of a cheque on; the positions here are those of the default
 * layout, from memory.
 */
public enum LockboxField {
  BATCH_BOX('5', 8, 14, "lockbox"),
  BATCH_NUMBER('5', 2, 4, "batch"),
  BATCH_DATE('5', 15, 20, "deposit date, YYMMDD"),
  CHEQUE_BATCH('6', 2, 4, "batch"),
  CHEQUE_ITEM('6', 5, 7, "item"),
  CHEQUE_AMOUNT('6', 8, 17, "amount"),
  CHEQUE_ROUTING('6', 18, 26, "routing number"),
  CHEQUE_ACCOUNT('6', 27, 36, "payer's account"),
  CHEQUE_NUMBER('6', 37, 46, "cheque number"),
  CHEQUE_REMITTER('6', 47, 80, "payer"),
  DETAIL_LAST('4', 11, 11, "9 on the last detail"),
  DETAIL_INVOICE('4', 12, 26, "invoice"),
  DETAIL_AMOUNT('4', 27, 36, "amount paid on it"),
  DETAIL_SIGN('4', 37, 37, "sign"),
  BATCH_COUNT('7', 21, 23, "number of cheques"),
  BATCH_TOTAL('7', 24, 33, "amount of the batch"),
  BOX_NUMBER('8', 8, 14, "lockbox"),
  BOX_COUNT('8', 21, 24, "number of cheques"),
  BOX_TOTAL('8', 25, 34, "amount of the lockbox"),
  FILE_RECORDS('9', 2, 7, "number of records");

  private final char record;
  private final int from;
  private final int to;
  private final String words;

  LockboxField(char record, int from, int to, String words) {
    this.record = record;
    this.from = from;
    this.to = to;
    this.words = words;
  }

  /** The first character of the records that hold it. */
  public char record() {
    return record;
  }

  public String words() {
    return words;
  }

  LockboxLayout.Span usual() {
    return new LockboxLayout.Span(from, to);
  }
}
