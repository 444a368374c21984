package io.sumbrel.server.payout;

import io.sumbrel.core.payout.ProcessorAccounts;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.layout.CsvLayouts;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Card processors, each known by how it writes, and where the house books what it does. */
@Component
public class Processors {
  private static final int MOST_NAME = 60;
  private static final String UNNAMED = "the processor";

  private final EntityManager entities;
  private final CsvLayouts layouts;
  private final Charts charts;
  private final Houses houses;
  private final AuditRecord audit;

  Processors(
      EntityManager entities, CsvLayouts layouts, Charts charts, Houses houses, AuditRecord audit) {
    this.entities = entities;
    this.layouts = layouts;
    this.charts = charts;
    this.houses = houses;
    this.audit = audit;
  }

  /**
   * A processor.
   *
   * @param layoutId how it writes; empty where that is not known
   */
  public record Processor(Optional<Long> layoutId, String name, ProcessorAccounts accounts) {}

  /** Who sent a payout; with the accounts that every house begins with until somebody says. */
  @Transactional(readOnly = true)
  public Processor of(Optional<Long> layoutId) {
    return layoutId
        .map(id -> entities.find(ProcessorRow.class, id))
        .map(r -> new Processor(layoutId, r.name, r.accounts()))
        .orElseGet(() -> new Processor(layoutId, UNNAMED, ProcessorAccounts.STANDARD));
  }

  /**
   * Says what a processor is called and where what it does is booked. What was posted before stays
   * as it was.
   *
   * @throws Refusal {@code not-found}, {@code name}, {@code account}, {@code tax-code}
   */
  @Transactional
  public void keep(Actor actor, long layoutId, String name, ProcessorAccounts accounts) {
    layouts
        .find(actor.booksId(), layoutId)
        .filter(l -> l.payouts().isPresent())
        .orElseThrow(() -> new Refusal("not-found", "There is no such processor."));
    String called = name.strip();
    if (called.isEmpty() || called.length() > MOST_NAME) {
      throw new Refusal("name", "A processor has a name of up to %d letters.".formatted(MOST_NAME));
    }
    accounts.requireIn(charts.of(actor.booksId()), houses.businessDate(actor.booksId()));
    ProcessorRow row = entities.find(ProcessorRow.class, layoutId);
    if (row == null) {
      row = new ProcessorRow();
      row.layoutId = layoutId;
      row.booksId = actor.booksId();
      row.name = called;
      row.book(accounts);
      entities.persist(row);
    } else {
      row.name = called;
      row.book(accounts);
    }
    entities.flush();
    audit.append(
        actor,
        "processor-set",
        called,
        "sales on %s, fees on %s, adjustments on %s"
            .formatted(
                words(accounts.sales()), words(accounts.fees()), words(accounts.adjustments())));
  }

  private static String words(ProcessorAccounts.Booked booked) {
    return booked.account().code() + booked.taxCode().map(t -> " with " + t).orElse("");
  }
}
