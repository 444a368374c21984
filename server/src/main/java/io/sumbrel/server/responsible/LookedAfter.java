package io.sumbrel.server.responsible;

/** What somebody looks after. */
public enum LookedAfter {
  CUSTOMER,
  /** A bank account of the house. */
  ACCOUNT
}
