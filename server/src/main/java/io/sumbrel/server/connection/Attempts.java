package io.sumbrel.server.connection;

import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** When files were fetched, and how that went. */
@Component
class Attempts {
  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;

  Attempts(EntityManager entities, RowIds ids, Clock clock, AuditRecord audit) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
  }

  /**
   * How an attempt went.
   *
   * @param brought files that came in, refused ones among them
   * @param known files that had come before, byte by byte
   * @param failure a sentence; empty when it went well
   */
  record Attempt(
      Instant at,
      String by,
      LocalDate from,
      LocalDate to,
      int brought,
      int known,
      String failure) {}

  @Transactional
  Attempt keep(Actor actor, String connection, FetchFiles.Range range, FetchFiles.Outcome outcome) {
    ConnectionAttemptRow row = new ConnectionAttemptRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.connection = connection;
    row.attemptedAt = clock.instant();
    row.attemptedBy = actor.name();
    row.fromDate = range.from();
    row.toDate = range.to();
    row.brought = outcome.brought();
    row.known = outcome.known();
    row.failure = Column.cut(outcome.failure(), 400);
    entities.persist(row);
    audit.append(
        actor,
        outcome.failure().isEmpty() ? "files-fetched" : "fetching-failed",
        connection,
        range.from() + " to " + range.to() + ", " + outcome.brought() + " files" + row.failure);
    return view(row);
  }

  /** The last attempt that went well, or that did not. */
  @Transactional(readOnly = true)
  Optional<Attempt> last(long booksId, String connection, boolean failed) {
    return newest(booksId, connection, failed ? "failure <> :is" : "failure = :is", "");
  }

  /** The last attempt of somebody, or of what acts by itself. */
  @Transactional(readOnly = true)
  Optional<Attempt> lastBy(long booksId, String connection, String by) {
    return newest(booksId, connection, "attemptedBy = :is", by);
  }

  private Optional<Attempt> newest(long booksId, String connection, String condition, String is) {
    return entities
        .createQuery(
            "from ConnectionAttemptRow where booksId = :b and connection = :c and %s order by id desc"
                .formatted(condition),
            ConnectionAttemptRow.class)
        .setParameter("b", booksId)
        .setParameter("c", connection)
        .setParameter("is", is)
        .setMaxResults(1)
        .getResultStream()
        .findFirst()
        .map(Attempts::view);
  }

  private static Attempt view(ConnectionAttemptRow row) {
    return new Attempt(
        row.attemptedAt,
        row.attemptedBy,
        row.fromDate,
        row.toDate,
        row.brought,
        row.known,
        row.failure);
  }
}
