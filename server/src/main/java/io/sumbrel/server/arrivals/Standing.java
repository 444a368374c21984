package io.sumbrel.server.arrivals;

/** Whether an entry counts, or is possibly double and waits for a person's word. */
enum Standing {
  COUNTS,
  HELD
}
