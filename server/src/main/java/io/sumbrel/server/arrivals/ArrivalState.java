package io.sumbrel.server.arrivals;

/** Where a file stands. */
public enum ArrivalState {
  /** Somebody has to say first what its columns hold, or whose account it is. */
  LAYOUT,
  WAITING,
  ACCEPTED,
  /** Shown only: the statement that follows brings the money. */
  INFORMATION,
  /** Everything in it was taken in before. */
  KNOWN,
  REFUSED,
  /** Taken out before it was accepted. */
  DROPPED,
  /** Taken out after it was accepted, while nothing of it was posted. */
  WITHDRAWN;

  /** Whether the same bytes may come once more. */
  boolean isGone() {
    return this == KNOWN || this == REFUSED || this == DROPPED || this == WITHDRAWN;
  }
}
