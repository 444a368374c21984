package io.sumbrel.server.arrivals;

/** What somebody has to say of a file before it can be read. */
public enum ArrivalAsks {
  NOTHING,
  /** What its columns hold. */
  COLUMNS,
  /** Into which account a lockbox is paid, and where its bank writes what. */
  LOCKBOX,
  /** Which of several accounts its number means. */
  ACCOUNT
}
