package io.sumbrel.server.people;

/** One thing that a person may do. */
public enum Right {
  READ,
  BRING_IN,
  POST,
  APPROVE,
  CLOSE_MONTHS
}
