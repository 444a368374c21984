package io.sumbrel.server.audit;

import io.sumbrel.core.proof.Act;
import io.sumbrel.core.proof.AuditLine;
import io.sumbrel.core.proof.AuditTrail;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.core.proof.SetHash;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.OnDisk;
import io.sumbrel.server.persistence.Pieces;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The record of all acts. Its head row is the last lock that an act takes: whoever holds it writes
 * the next number, so numbers and hashes follow the order of commits without a gap.
 */
@Component
public class AuditRecord {
  private static final String AFTER =
      """
      from AuditLineRow where booksId = :books and lineNumber > :number
      order by booksId, lineNumber
      """;

  private final EntityManager entities;
  private final Pieces pieces;
  private final Clock clock;
  private final ApplicationEventPublisher events;
  private final OnDisk disk;
  private final AuditKeyFile keys;

  AuditRecord(
      EntityManager entities,
      Pieces pieces,
      Clock clock,
      ApplicationEventPublisher events,
      OnDisk disk,
      AuditKeyFile keys) {
    this.entities = entities;
    this.pieces = pieces;
    this.clock = clock;
    this.events = events;
    this.disk = disk;
    this.keys = keys;
  }

  /** Begins the record of a new set of books. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void begin(long booksId) {
    AuditHeadRow head = new AuditHeadRow();
    head.booksId = booksId;
    head.lastNumber = 0;
    head.lastHash = AuditLine.BEGINNING;
    entities.persist(head);
  }

  /** Waits for every act before this one to end; numbers taken from now on follow theirs. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(long booksId) {
    head(booksId);
  }

  /**
   * Appends a line: the last thing that an act does to the books.
   *
   * @param facts what it stored, or left standing
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void append(Actor actor, String act, String subject, String detail, Fact... facts) {
    AuditHeadRow head = head(actor.booksId());
    String at = clock.instant().truncatedTo(ChronoUnit.MILLIS).toString();
    String cut = Column.cut(detail, 2000);
    long number = head.lastNumber + 1;
    keys.keyedFrom(actor.booksId(), number);
    Act done = new Act(actor.kind(), actor.name(), act, subject, cut, List.of(facts));
    AuditLine line = AuditLine.next(number, at, done, head.lastHash, keys.key());
    entities.persist(AuditLineRow.of(actor.booksId(), line));
    head.lastNumber = line.number();
    head.lastHash = line.hash();
    events.publishEvent(new BooksChanged(actor.booksId()));
    disk.beforeItIsAnswered();
  }

  /** The number of the line that is written next; others wait until then. */
  @Transactional(propagation = Propagation.MANDATORY)
  public long nextNumber(long booksId) {
    return head(booksId).lastNumber + 1;
  }

  private AuditHeadRow head(long booksId) {
    return entities.find(AuditHeadRow.class, booksId, LockModeType.PESSIMISTIC_WRITE);
  }

  /** The number of the newest line, which names the state of the books. */
  @Transactional(readOnly = true)
  public long lastNumber(long booksId) {
    return entities
        .createQuery("select lastNumber from AuditHeadRow where booksId = :books", Long.class)
        .setParameter("books", booksId)
        .getResultStream()
        .findFirst()
        .orElse(0L);
  }

  /** A hash under the key of the record, from where it stands. */
  public SetHash setHash(String hex) {
    return new SetHash(keys.key(), hex);
  }

  /** The lines from a number on, in order and piece by piece, with what they are checked by. */
  @Transactional(readOnly = true)
  public AuditTrail trail(long booksId, long from) {
    Iterable<AuditLine> lines =
        pieces.inTurn(
            (reading, last) ->
                reading
                    .createQuery(AFTER, AuditLineRow.class)
                    .setParameter("books", booksId)
                    .setParameter("number", last.map(AuditLine::number).orElse(from - 1))
                    .setMaxResults(Pieces.SIZE)
                    .getResultList()
                    .stream()
                    .map(AuditLineRow::toFact)
                    .toList());
    return new AuditTrail(
        from, lines, Optional.of(keys.key()), keys.keyedFrom(booksId, lastNumber(booksId) + 1));
  }

  /** The facts of a kind that the lines from a number on name; by their names. */
  @Transactional(readOnly = true)
  public Set<String> namedFrom(long booksId, long from, String kind) {
    return entities
        .createQuery(
            """
            from AuditLineRow
            where booksId = :books and lineNumber >= :number and facts like :kind
            """,
            AuditLineRow.class)
        .setParameter("books", booksId)
        .setParameter("number", from)
        .setParameter("kind", "%" + kind + "%")
        .getResultStream()
        .flatMap(row -> row.toFact().act().facts().stream())
        .map(Fact::name)
        .filter(name -> name.startsWith(kind))
        .collect(Collectors.toSet());
  }

  /** The lines after one, in order. */
  @Transactional(readOnly = true)
  public List<AuditLine> linesAfter(long booksId, long number) {
    return entities
        .createQuery(AFTER, AuditLineRow.class)
        .setParameter("books", booksId)
        .setParameter("number", number)
        .getResultStream()
        .map(AuditLineRow::toFact)
        .toList();
  }
}
