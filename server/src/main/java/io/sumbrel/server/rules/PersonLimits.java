package io.sumbrel.server.rules;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.difference.LimitTable;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import jakarta.persistence.EntityManager;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How far single people may go, where that is otherwise than for their role. */
@Component
public class PersonLimits {
  private final EntityManager entities;
  private final Limits limits;
  private final Charts charts;
  private final People people;
  private final Rules rules;
  private final AuditRecord audit;

  PersonLimits(
      EntityManager entities,
      Limits limits,
      Charts charts,
      People people,
      Rules rules,
      AuditRecord audit) {
    this.entities = entities;
    this.limits = limits;
    this.charts = charts;
    this.people = people;
    this.rules = rules;
    this.audit = audit;
  }

  /** With one reason, as it is written: on a tape, and for a customer in a month. */
  record ReasonOfPerson(String reason, String tape, String month) {}

  /**
   * @param own where they are otherwise than those of the role
   */
  record PersonView(long id, String name, List<ReasonOfPerson> own) {}

  /** The limits of the house as they hold for whoever acts. */
  @Transactional(readOnly = true)
  public HouseLimits of(Actor actor) {
    return of(actor, charts.of(actor.booksId()));
  }

  /**
   * The same where the chart is read already.
   *
   * @param chart of these books
   */
  @Transactional(readOnly = true)
  public HouseLimits of(Actor actor, Chart chart) {
    List<PersonLimitRow> rows = limits.ofPeople(actor.booksId());
    Map<DifferenceReason, LimitTable.Figures> own = new HashMap<>();
    rows.stream()
        .filter(r -> r.personId == actor.personId())
        .forEach(r -> own.put(chart.reason(r.reason), r.toFigures()));
    return limits.of(actor.booksId(), chart).forPerson(own);
  }

  /** Everybody who may post, with what holds for them alone. */
  @Transactional(readOnly = true)
  List<PersonView> all(long booksId) {
    Map<Long, List<PersonLimitRow>> rows =
        limits.ofPeople(booksId).stream().collect(Collectors.groupingBy(r -> r.personId));
    return people.of(booksId).stream()
        .map(
            a ->
                new PersonView(
                    a.personId(),
                    a.name(),
                    rows.getOrDefault(a.personId(), List.of()).stream()
                        .map(PersonLimits::written)
                        .toList()))
        .toList();
  }

  private static ReasonOfPerson written(PersonLimitRow row) {
    return new ReasonOfPerson(
        row.reason,
        AmountText.plain(row.tapeMinor, HouseLimits.WRITTEN_IN),
        AmountText.plain(row.monthMinor, HouseLimits.WRITTEN_IN));
  }

  /**
   * Sets what holds for one person alone; for any other reason that of the role does.
   *
   * @throws Refusal {@code not-found} for nobody of these books, {@code reason}, {@code amount},
   *     {@code limit}
   */
  @Transactional
  public void keep(Actor actor, long personId, List<ReasonOfPerson> own) {
    Actor person = people.one(actor.booksId(), personId);
    Chart chart = charts.of(actor.booksId());
    if (own.stream().map(ReasonOfPerson::reason).distinct().count() < own.size()) {
      throw new Refusal("limit", "A reason stands twice.");
    }
    limits.ofPeople(actor.booksId()).stream()
        .filter(r -> r.personId == personId)
        .forEach(entities::remove);
    entities.flush();
    for (ReasonOfPerson one : own) {
      entities.persist(row(actor, personId, chart, one));
    }
    entities.flush();
    audit.append(
        actor,
        "limits-set",
        person.name(),
        own.stream()
            .map(o -> "%s %s, %s in a month".formatted(o.reason, o.tape, o.month))
            .collect(Collectors.joining("; ")),
        rules.standing(actor.booksId()));
  }

  private static PersonLimitRow row(Actor actor, long personId, Chart chart, ReasonOfPerson one) {
    LimitTable.Figures figures =
        new LimitTable.Figures(
            AmountText.parse(one.tape, HouseLimits.WRITTEN_IN),
            AmountText.parse(one.month, HouseLimits.WRITTEN_IN));
    PersonLimitRow row = new PersonLimitRow();
    row.personId = personId;
    row.reason = chart.reason(one.reason).code();
    row.booksId = actor.booksId();
    row.tapeMinor = figures.tapeMinor();
    row.monthMinor = figures.monthMinor();
    return row;
  }
}
