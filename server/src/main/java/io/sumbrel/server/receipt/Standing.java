package io.sumbrel.server.receipt;

/** Whether an entry counts. */
public enum Standing {
  COUNTS,
  /** Possibly double: waits for a person's word. */
  HELD,
  /** Its parts count in its place. */
  DETAILED,
  /** Its file was withdrawn after something of it was posted and turned back. */
  WITHDRAWN
}
