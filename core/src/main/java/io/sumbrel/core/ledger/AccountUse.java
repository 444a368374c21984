package io.sumbrel.core.ledger;

/** Who moves a ledger account. */
public enum AccountUse {
  /** The posting table alone. */
  CONTROL,
  /** Whoever explains money may place it here. */
  FREE,
  /** Entries of one bank account. */
  BANK
}
