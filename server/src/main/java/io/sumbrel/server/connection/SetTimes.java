package io.sumbrel.server.connection;

import io.sumbrel.core.refusal.Refusal;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.time.format.DateTimeParseException;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Times of the day at which something is done by itself. */
record SetTimes(List<LocalTime> times) {
  private static final int MOST = 12;

  SetTimes {
    times = times.stream().distinct().sorted().toList();
  }

  /**
   * @throws Refusal {@code not-a-time}, {@code too-many-times}
   */
  static SetTimes of(List<String> written) {
    if (written.size() > MOST) {
      throw new Refusal(
          "too-many-times", "A connection is asked %d times a day at the most.".formatted(MOST));
    }
    return new SetTimes(written.stream().map(SetTimes::time).toList());
  }

  private static LocalTime time(String written) {
    try {
      return LocalTime.parse(written.strip()).withSecond(0).withNano(0);
    } catch (DateTimeParseException e) {
      throw new Refusal(
          "not-a-time", "“%s” is not a time of the day such as 06:30.".formatted(written));
    }
  }

  static SetTimes parse(String kept) {
    return of(Stream.of(kept.split(" ")).filter(t -> !t.isEmpty()).toList());
  }

  List<String> words() {
    return times.stream().map(LocalTime::toString).toList();
  }

  String kept() {
    return words().stream().collect(Collectors.joining(" "));
  }

  /**
   * The last of these moments that has come, today's or yesterday's; a time that a change of clocks
   * left out comes with the next.
   */
  Optional<ZonedDateTime> lastUntil(ZonedDateTime now) {
    return Stream.of(now, now.minusDays(1))
        .flatMap(day -> times.stream().map(day::with))
        .filter(moment -> !moment.isAfter(now))
        .max(Comparator.naturalOrder());
  }
}
