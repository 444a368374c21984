package io.sumbrel.server.setup;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.proof.ActorKind;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.People;
import io.sumbrel.server.rules.Limits;
import io.sumbrel.server.rules.Rules;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Begins a set of books, with the chart and the limits that every house starts with. */
@Component
public class BeginBooks {
  private final Houses houses;
  private final Charts charts;
  private final Limits limits;
  private final AuditRecord audit;
  private final People people;
  private final Rules rules;

  BeginBooks(
      Houses houses, Charts charts, Limits limits, AuditRecord audit, People people, Rules rules) {
    this.people = people;
    this.rules = rules;
    this.houses = houses;
    this.charts = charts;
    this.limits = limits;
    this.audit = audit;
  }

  /**
   * @param businessDate fixes the business date, as the demonstration house does
   * @return the id of the new set of books
   */
  @Transactional
  public long begin(String name, ZoneId zone, Optional<LocalDate> businessDate) {
    long booksId = houses.add(name, zone, businessDate);
    charts.begin(booksId, Chart.STANDARD);
    limits.store(booksId, HouseLimits.DEFAULTS);
    audit.begin(booksId);
    return booksId;
  }

  /** Gives every house the reasons that came with a newer version, and says so in its record. */
  @Transactional
  public void addNewReasons() {
    for (long booksId : houses.all()) {
      List<DifferenceReason> added = charts.addNewReasons(booksId);
      if (!added.isEmpty()) {
        limits.begin(booksId, added);
        audit.append(
            new Actor(booksId, 0, "newer version", Bundle.SUPERVISOR, ActorKind.SCHEDULE),
            "reasons-added",
            houses.name(booksId),
            added.stream().map(DifferenceReason::words).collect(Collectors.joining(", ")),
            rules.standing(booksId),
            charts.standing(booksId));
      }
    }
  }

  /** Says in the record with which people, rules and chart the books begin. */
  @Transactional
  public void record(Actor actor) {
    long booksId = actor.booksId();
    audit.append(
        actor,
        "books-begun",
        houses.name(booksId),
        "",
        people.rights(booksId),
        rules.standing(booksId),
        charts.standing(booksId));
  }
}
