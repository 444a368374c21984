package io.sumbrel.server.note;

/** Beside what notes and papers stand. */
public enum Subject {
  /** A sum that came in or went out. */
  MONEY,
  ITEM,
  CUSTOMER,
  DEPOSIT
}
