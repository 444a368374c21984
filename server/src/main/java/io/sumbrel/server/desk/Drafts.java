package io.sumbrel.server.desk;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
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

  Drafts(EntityManager entities, Clock clock, ObjectMapper json) {
    this.entities = entities;
    this.clock = clock;
    this.json = json;
  }

  /** Somebody's unposted tape. */
  record Draft(
      long moneyInId,
      long personId,
      String person,
      List<LineView> lines,
      boolean putBy,
      Instant changedAt) {}

  /** Keeps a tape as it is; an empty one that is not put by is dropped. */
  @Transactional
  void keep(Actor actor, MoneyInId moneyIn, List<LineView> lines, boolean putBy) {
    if (lines.size() > Tape.MOST_LINES) {
      throw Tape.tooManyLines();
    }
    // two windows of one person save one after the other
    entities
        .createNativeQuery("select id from person where id = :p for update")
        .setParameter("p", actor.personId())
        .getResultList();
    if (lines.isEmpty() && !putBy) {
      drop(actor, moneyIn);
      return;
    }
    DraftRow.Key key = new DraftRow.Key(moneyIn.number(), actor.personId());
    DraftRow row = entities.find(DraftRow.class, key);
    if (row == null) {
      row = new DraftRow();
      row.moneyInId = key.moneyInId();
      row.personId = key.personId();
    }
    row.tapeLines = json.writeValueAsString(lines.stream().map(l -> l.showing(Map.of())).toList());
    row.putBy = putBy;
    row.changedAt = clock.instant();
    entities.merge(row);
  }

  @Transactional
  void drop(Actor actor, MoneyInId moneyIn) {
    DraftRow row =
        entities.find(DraftRow.class, new DraftRow.Key(moneyIn.number(), actor.personId()));
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
    return new Draft(row.moneyInId, row.personId, person, lines, row.putBy, row.changedAt);
  }
}
