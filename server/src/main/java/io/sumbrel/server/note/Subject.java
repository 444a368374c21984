package io.sumbrel.server.note;

/** Beside what a note stands. */
public enum Subject {
  /** A sum that came in or went out. */
  MONEY,
  ITEM,
  CUSTOMER
}
