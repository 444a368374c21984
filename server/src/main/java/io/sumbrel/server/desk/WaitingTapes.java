package io.sumbrel.server.desk;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.ObjectMapper;

/** Tapes without money that wait for a second person, or were sent back. */
@Component
class WaitingTapes {
  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final ObjectMapper json;

  WaitingTapes(EntityManager entities, RowIds ids, Clock clock, ObjectMapper json) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.json = json;
  }

  /**
   * One of them.
   *
   * @param why it waits
   * @param sentBack what the second person said against it
   */
  record Waiting(
      long id,
      long personId,
      String person,
      String currency,
      List<LineView> lines,
      String why,
      Instant askedAt,
      Optional<String> sentBack) {}

  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(Actor maker, String currency, List<LineView> lines, String why) {
    WaitingTapeRow row = new WaitingTapeRow();
    row.id = ids.next();
    row.booksId = maker.booksId();
    row.personId = maker.personId();
    row.currency = currency;
    row.tapeLines =
        json.writeValueAsString(
            lines.stream().map(l -> l.showing(LineView.Shown.NOTHING)).toList());
    row.why = Column.cut(why, 400);
    row.askedAt = clock.instant();
    entities.persist(row);
  }

  /** All of a house, the oldest first. */
  @Transactional(readOnly = true)
  public List<Waiting> all(long booksId) {
    return entities
        .createQuery(
            """
            select w, p.name from WaitingTapeRow w join PersonRow p on p.id = w.personId
            where w.booksId = :b order by w.askedAt, w.id
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(r -> waiting((WaitingTapeRow) r[0], (String) r[1]))
        .toList();
  }

  /** How many of a house wait, and were not sent back. */
  @Transactional(readOnly = true)
  public int count(long booksId) {
    return entities
        .createQuery(
            "select count(*) from WaitingTapeRow where booksId = :b and sentBack is null",
            Long.class)
        .setParameter("b", booksId)
        .getSingleResult()
        .intValue();
  }

  private Waiting waiting(WaitingTapeRow row, String person) {
    List<LineView> lines = json.readValue(row.tapeLines, new TypeReference<List<LineView>>() {});
    return new Waiting(
        row.id,
        row.personId,
        person,
        row.currency,
        lines,
        row.why,
        row.askedAt,
        Optional.ofNullable(row.sentBack));
  }

  /**
   * One of a house, held until the act ends: two who decide on it do so one after the other.
   *
   * @throws Refusal {@code not-waiting}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Waiting locked(Actor actor, long id) {
    WaitingTapeRow row = entities.find(WaitingTapeRow.class, id, LockModeType.PESSIMISTIC_WRITE);
    if (row == null || row.booksId != actor.booksId()) {
      throw new Refusal("not-waiting", "This tape waits for nobody any more.");
    }
    return all(actor.booksId()).stream().filter(w -> w.id() == id).findFirst().orElseThrow();
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void sendBack(long id, String words) {
    entities.find(WaitingTapeRow.class, id).sentBack = words;
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void drop(long id) {
    entities.remove(entities.find(WaitingTapeRow.class, id));
  }
}
