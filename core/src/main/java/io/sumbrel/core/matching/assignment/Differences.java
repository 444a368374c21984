package io.sumbrel.core.matching.assignment;

import java.util.Arrays;
import java.util.function.IntConsumer;

/** Where two long rows of amounts differ that are nearly the same. */
public final class Differences {
  private Differences() {}

  /**
   * Passes on each place where they differ, rising.
   *
   * @param now as long as {@code then}
   */
  public static void forEach(long[] then, long[] now, IntConsumer place) {
    int from = 0;
    while (from < now.length) {
      int same = Arrays.mismatch(then, from, now.length, now, from, now.length);
      if (same < 0) {
        return;
      }
      place.accept(from + same);
      from += same + 1;
    }
  }
}
