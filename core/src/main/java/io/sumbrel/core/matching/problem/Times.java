package io.sumbrel.core.matching.problem;

import java.time.LocalDate;
import java.util.Arrays;

/**
 * The days on which somebody paid, rising, as days since 1970.
 *
 * @param before how many of them stand among past payments, not among what was decided here
 */
record Times(int[] days, int before) {
  int count() {
    return days.length;
  }

  LocalDate last() {
    return LocalDate.ofEpochDay(days[days.length - 1]);
  }

  static Times with(Times times, int day) {
    int[] then = times == null ? new int[0] : times.days;
    int[] now = Arrays.copyOf(then, then.length + 1);
    now[then.length] = day;
    Arrays.sort(now);
    return new Times(now, times == null ? 0 : times.before);
  }

  static Times without(Times times, int day) {
    int at = times == null ? -1 : Arrays.binarySearch(times.days, day);
    if (at < 0) {
      return times;
    }
    int[] now = new int[times.days.length - 1];
    System.arraycopy(times.days, 0, now, 0, at);
    System.arraycopy(times.days, at + 1, now, at, now.length - at);
    return now.length == 0 ? null : new Times(now, times.before);
  }
}
