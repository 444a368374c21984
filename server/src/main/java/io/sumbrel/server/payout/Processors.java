package io.sumbrel.server.payout;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.payout.ProcessorAccounts;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.layout.CsvLayouts;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
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
  private final BankAccounts bankAccounts;

  Processors(
      EntityManager entities,
      CsvLayouts layouts,
      Charts charts,
      Houses houses,
      AuditRecord audit,
      BankAccounts bankAccounts) {
    this.bankAccounts = bankAccounts;
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
   * @param statementAccount the account as whose statement it is read; empty for by payouts
   */
  public record Processor(
      Optional<Long> layoutId,
      String name,
      ProcessorAccounts accounts,
      Optional<Long> statementAccount) {}

  /** What somebody says of a processor. */
  public record Said(String name, ProcessorAccounts accounts, Optional<Long> statementAccount) {}

  /** Who sent a payout; with the accounts that every house begins with until somebody says. */
  @Transactional(readOnly = true)
  public Processor of(Optional<Long> layoutId) {
    return layoutId
        .map(id -> entities.find(ProcessorRow.class, id))
        .map(
            r ->
                new Processor(
                    layoutId, r.name, r.accounts(), Optional.ofNullable(r.statementAccountId)))
        .orElseGet(
            () -> new Processor(layoutId, UNNAMED, ProcessorAccounts.STANDARD, Optional.empty()));
  }

  /**
   * Says what a processor is called and where what it does is booked. What was posted before stays
   * as it was.
   *
   * @throws Refusal {@code not-found}, {@code name}, {@code account}, {@code tax-code}, {@code
   *     unknown-account}
   */
  @Transactional
  public void keep(Actor actor, long layoutId, Said said) {
    ProcessorAccounts accounts = said.accounts();
    Optional<BankAccount> statement =
        said.statementAccount().map(a -> bankAccounts.one(actor.booksId(), a));
    layouts
        .find(actor.booksId(), layoutId)
        .filter(l -> l.payouts().isPresent())
        .orElseThrow(() -> new Refusal("not-found", "There is no such processor."));
    String called = said.name().strip();
    if (called.isEmpty() || called.length() > MOST_NAME) {
      throw new Refusal("name", "A processor has a name of up to %d letters.".formatted(MOST_NAME));
    }
    accounts.requireIn(charts.of(actor.booksId()), houses.businessDate(actor.booksId()));
    ProcessorRow row = entities.find(ProcessorRow.class, layoutId);
    if (row == null) {
      row = new ProcessorRow();
      row.layoutId = layoutId;
      row.booksId = actor.booksId();
    }
    row.name = called;
    row.book(accounts);
    row.statementAccountId = statement.map(BankAccount::id).orElse(null);
    entities.persist(row);
    entities.flush();
    audit.append(
        actor,
        "processor-set",
        called,
        "sales on %s, fees on %s, adjustments on %s, read %s"
            .formatted(
                words(accounts.sales()),
                words(accounts.fees()),
                words(accounts.adjustments()),
                statement.map(a -> "as the statement of " + a.shortName()).orElse("by payouts")));
  }

  /** The accounts on which the sales, fees and adjustments of each are booked, by its name. */
  @Transactional(readOnly = true)
  public Map<String, Set<AccountCode>> bookedOn(long booksId) {
    Map<String, Set<AccountCode>> booked = new LinkedHashMap<>();
    entities
        .createQuery("from ProcessorRow where booksId = :b order by name", ProcessorRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(
            r -> {
              ProcessorAccounts on = r.accounts();
              Stream.of(on.sales(), on.fees(), on.adjustments())
                  .map(ProcessorAccounts.Booked::account)
                  .forEach(booked.computeIfAbsent(r.name, n -> new LinkedHashSet<>())::add);
            });
    return booked;
  }

  private static String words(ProcessorAccounts.Booked booked) {
    return booked.account().code() + booked.taxCode().map(t -> " with " + t).orElse("");
  }
}
