package io.sumbrel.server.arrivals;

/** Where a file stands. */
public enum ArrivalState {
  WAITING,
  ACCEPTED,
  REFUSED,
  DROPPED
}
