package io.sumbrel.server.connection;

import io.sumbrel.core.proof.ActorKind;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Asks each connection at its set times, from the last day that was fetched on. A time that passed
 * while nothing ran is caught up, once.
 */
@Component
class FetchAtSetTimes {
  /** Who fetches, in the record. */
  static final String NAME = "set time";

  /** Where nothing was fetched before, a week is. */
  private static final int DAYS_AT_FIRST = 6;

  private final List<Connection> connections;
  private final FetchTimes times;
  private final FetchFiles fetchFiles;
  private final Attempts attempts;
  private final Houses houses;
  private final Clock clock;

  FetchAtSetTimes(
      List<Connection> connections,
      FetchTimes times,
      FetchFiles fetchFiles,
      Attempts attempts,
      Houses houses,
      Clock clock) {
    this.connections = connections;
    this.times = times;
    this.fetchFiles = fetchFiles;
    this.attempts = attempts;
    this.houses = houses;
    this.clock = clock;
  }

  @Scheduled(fixedDelay = 15_000)
  void look() {
    for (Connection connection : connections) {
      houses.all().stream()
          .filter(books -> isDue(books, connection.name()))
          .forEach(books -> fetch(books, connection.name()));
    }
  }

  private boolean isDue(long booksId, String connection) {
    Optional<FetchTimes.Kept> kept = times.of(booksId, connection);
    Optional<Instant> due =
        kept.flatMap(k -> k.times().lastUntil(clock.instant().atZone(houses.zone(booksId))))
            .map(moment -> moment.toInstant())
            .filter(moment -> moment.isAfter(kept.get().since()));
    return due.isPresent()
        && attempts
            .lastBy(booksId, connection, NAME)
            .filter(a -> !a.at().isBefore(due.get()))
            .isEmpty();
  }

  private void fetch(long booksId, String connection) {
    LocalDate today = houses.businessDate(booksId);
    LocalDate from =
        attempts
            .last(booksId, connection, false)
            .map(Attempts.Attempt::to)
            .filter(to -> !to.isAfter(today) && to.plusDays(FetchFiles.MOST_DAYS).isAfter(today))
            .orElse(today.minusDays(DAYS_AT_FIRST));
    fetchFiles.fetch(
        new Actor(booksId, 0, NAME, Bundle.CLERK, ActorKind.SCHEDULE),
        connection,
        new FetchFiles.Range(from, today));
  }
}
