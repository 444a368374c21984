package io.sumbrel.server.connection;

import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** When the connections of a house are asked by themselves. */
@Component
class FetchTimes {
  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;
  private final Houses houses;

  FetchTimes(EntityManager entities, RowIds ids, Clock clock, AuditRecord audit, Houses houses) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
    this.houses = houses;
  }

  /**
   * @param since when they were kept: no time before it is caught up
   */
  record Kept(SetTimes times, Instant since) {}

  @Transactional(readOnly = true)
  Optional<Kept> of(long booksId, String connection) {
    return row(booksId, connection).map(r -> new Kept(SetTimes.parse(r.times), r.keptAt));
  }

  @Transactional
  void keep(Actor actor, String connection, SetTimes times) {
    houses.lock(actor.booksId());
    FetchTimesRow row = row(actor.booksId(), connection).orElseGet(() -> begun(actor, connection));
    row.times = times.kept();
    row.keptAt = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    row.keptBy = actor.name();
    audit.append(actor, "fetch-times-set", connection, row.times.isEmpty() ? "never" : row.times);
  }

  private FetchTimesRow begun(Actor actor, String connection) {
    FetchTimesRow row = new FetchTimesRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.connection = connection;
    row.times = "";
    row.keptAt = clock.instant();
    row.keptBy = actor.name();
    entities.persist(row);
    return row;
  }

  private Optional<FetchTimesRow> row(long booksId, String connection) {
    return entities
        .createQuery(
            "from FetchTimesRow where booksId = :b and connection = :c", FetchTimesRow.class)
        .setParameter("b", booksId)
        .setParameter("c", connection)
        .getResultStream()
        .findFirst();
  }
}
