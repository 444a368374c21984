package io.sumbrel.server.desk;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import io.sumbrel.server.persistence.Column;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.ObjectMapper;

/**
 * Tapes that people work on. They are kept for each person, survive the night, reserve nothing, and
 * others see that they are there.
 */
@Component
public class Drafts {
  private final EntityManager entities;
  private final Clock clock;
  private final ObjectMapper json;
  private final People people;

  Drafts(EntityManager entities, Clock clock, ObjectMapper json, People people) {
    this.entities = entities;
    this.clock = clock;
    this.json = json;
    this.people = people;
  }

  /**
   * Somebody's unposted tape.
   *
   * @param waitsFor why it waits for a second person
   * @param sentBack what the second person said against it
   */
  record Draft(
      long moneyInId,
      long personId,
      String person,
      List<LineView> lines,
      boolean putBy,
      Instant changedAt,
      Optional<String> waitsFor,
      Optional<String> sentBack) {}

  /**
   * Keeps a tape as it is; an empty one that is not put by is dropped. One that waited for a second
   * person waits no more: its maker has it in hand again.
   */
  @Transactional
  void keep(Actor actor, MoneyInId moneyIn, List<LineView> lines, boolean putBy) {
    if (lines.size() > Tape.MOST_LINES) {
      throw Tape.tooManyLines();
    }
    people.lock(actor);
    if (lines.isEmpty() && !putBy) {
      drop(actor.personId(), moneyIn);
      return;
    }
    DraftRow.Key key = new DraftRow.Key(moneyIn.number(), actor.personId());
    DraftRow row = entities.find(DraftRow.class, key);
    if (row == null) {
      row = new DraftRow();
      row.moneyInId = key.moneyInId();
      row.personId = key.personId();
    }
    row.tapeLines =
        json.writeValueAsString(
            lines.stream().map(l -> l.showing(LineView.Shown.NOTHING)).toList());
    row.putBy = putBy;
    row.changedAt = clock.instant();
    row.waitsFor = null;
    entities.merge(row);
  }

  /** Lets a tape that is kept wait for a second person. */
  @Transactional
  void letWait(Actor maker, MoneyInId moneyIn, String why) {
    entities.flush();
    DraftRow row = row(moneyIn, maker.personId());
    row.waitsFor = Column.cut(why, 400);
    row.sentBack = null;
  }

  @Transactional
  void sendBack(MoneyInId moneyIn, long makerId, String words) {
    DraftRow row = row(moneyIn, makerId);
    row.waitsFor = null;
    row.sentBack = words;
  }

  private DraftRow row(MoneyInId moneyIn, long personId) {
    return entities.find(DraftRow.class, new DraftRow.Key(moneyIn.number(), personId));
  }

  /**
   * A tape that waits for a second person.
   *
   * @throws Refusal {@code not-waiting}
   */
  @Transactional(readOnly = true)
  Draft waiting(Actor actor, MoneyInId moneyIn, long makerId) {
    return all(actor.booksId()).stream()
        .filter(d -> d.moneyInId() == moneyIn.number() && d.personId() == makerId)
        .filter(d -> d.waitsFor().isPresent())
        .findFirst()
        .orElseThrow(
            () -> new Refusal("not-waiting", "Nothing of theirs waits for a second person here."));
  }

  /**
   * Who put by the tape that another posts.
   *
   * @throws Refusal {@code not-put-by} where it was taken in hand again, or says something else now
   */
  @Transactional(readOnly = true)
  String putBy(Actor actor, MoneyInId moneyIn, long makerId, List<LineView> lines) {
    return all(actor.booksId()).stream()
        .filter(d -> d.moneyInId() == moneyIn.number() && d.personId() == makerId && d.putBy())
        .filter(d -> d.lines().equals(lines))
        .findFirst()
        .map(Draft::person)
        .orElseThrow(
            () -> new Refusal("not-put-by", "Its maker has this tape in hand again; look anew."));
  }

  @Transactional
  void drop(long personId, MoneyInId moneyIn) {
    DraftRow row = row(moneyIn, personId);
    if (row != null) {
      entities.remove(row);
    }
  }

  /** Every draft on money that is still in the pile. */
  @Transactional(readOnly = true)
  List<Draft> all(long booksId) {
    return entities
        .createQuery(
            """
            select d, p.name from DraftRow d join PersonRow p on p.id = d.personId
            where p.booksId = :b
              and not exists (select 1 from ClaimRow c where c.moneyInId = d.moneyInId)
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(r -> draft((DraftRow) r[0], (String) r[1]))
        .toList();
  }

  private Draft draft(DraftRow row, String person) {
    List<LineView> lines = json.readValue(row.tapeLines, new TypeReference<List<LineView>>() {});
    return new Draft(
        row.moneyInId,
        row.personId,
        person,
        lines,
        row.putBy,
        row.changedAt,
        Optional.ofNullable(row.waitsFor),
        Optional.ofNullable(row.sentBack));
  }
}
