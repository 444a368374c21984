package io.sumbrel.server.arrivals;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.posting.TakingsPosted;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.takings.TillReport;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.ledger.TillDays;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyIntake;
import io.sumbrel.server.rules.PersonLimits;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes in what counters took: each receipt is kept until it is banked, and what was sold is posted
 * in the same act. An invoice that was paid at the counter goes to the pile.
 */
@Component
public class TakeTakings {
  private final Charts charts;
  private final Months months;
  private final TillDays tillDays;
  private final Deposits deposits;
  private final MoneyIntake intake;
  private final PersonLimits limits;
  private final Ledger ledger;

  TakeTakings(
      Charts charts,
      Months months,
      TillDays tillDays,
      Deposits deposits,
      MoneyIntake intake,
      PersonLimits limits,
      Ledger ledger) {
    this.charts = charts;
    this.months = months;
    this.tillDays = tillDays;
    this.deposits = deposits;
    this.intake = intake;
    this.limits = limits;
    this.ledger = ledger;
  }

  /**
   * Money that paid an invoice, and is to be placed.
   *
   * @param paid as the till reports it
   */
  public record ToPlace(MoneyInId money, TillReport.Paid paid) {}

  /**
   * Whether reports may be taken in now.
   *
   * @throws Refusal {@code closed-month}, {@code twice}, and those of {@link TillReport} and {@link
   *     Takings}, but for what the till counted otherwise
   */
  void require(long booksId, List<TillReport> reports) {
    Chart chart = charts.of(booksId);
    Set<List<Object>> days = new HashSet<>();
    for (TillReport report : reports) {
      requireNotPosted(booksId, report);
      months.requireOpen(booksId, report.day());
      judged(report, chart);
      if (!days.add(
          List.of(report.till().toLowerCase(Locale.ROOT), report.day(), report.currency()))) {
        throw new Refusal("twice", report.words() + " stand in the file twice.");
      }
    }
  }

  /** As it would be posted; nothing is kept. */
  Takings judged(TillReport report, Chart chart) {
    report.requireWellformed();
    List<Takings.Receipt> receipts = new ArrayList<>();
    for (TillReport.Kept kept : report.kept(chart)) {
      if (kept.isForSales()) {
        receipts.add(receipt(new MoneyInId(receipts.size() + 1L), kept));
      }
    }
    return Takings.of(report, receipts, chart, true);
  }

  /** What the receipts of reports come to, each in minor units. */
  List<Long> amounts(long booksId, List<TillReport> reports) {
    Chart chart = charts.of(booksId);
    return reports.stream()
        .flatMap(r -> r.kept(chart).stream())
        .map(k -> k.paid().amountMinor())
        .toList();
  }

  /**
   * @throws Refusal as {@link #require}, and {@code over-limit}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  List<ToPlace> take(Actor actor, ArrivalRow arrival, List<TillReport> reports) {
    require(actor.booksId(), reports);
    List<ToPlace> toPlace = new ArrayList<>();
    Deposits.Origin origin = new Deposits.Origin(actor.booksId(), arrival.id, Optional.empty());
    for (TillReport report : reports) {
      toPlace.addAll(take(actor, origin, report, arrival));
    }
    return toPlace;
  }

  private List<ToPlace> take(
      Actor actor, Deposits.Origin origin, TillReport report, ArrivalRow arrival) {
    Chart chart = charts.of(actor.booksId());
    // whoever posts the same day, or differs in the same month, waits here
    ledger.nextNumber(actor.booksId(), report.day());
    requireNotPosted(actor.booksId(), report);
    List<ToPlace> toPlace = new ArrayList<>();
    List<Takings.Receipt> receipts = new ArrayList<>();
    for (TillReport.Kept kept : report.kept(chart)) {
      MoneyInId money = keep(origin, report, kept, arrival.acceptedCount++);
      if (kept.isForSales()) {
        receipts.add(receipt(money, kept));
      } else {
        toPlace.add(new ToPlace(money, kept.paid()));
      }
    }
    Takings takings = Takings.of(report, receipts, chart, true);
    takings.requireWithin(
        limits.of(actor).differences(),
        actor.authority(),
        tillDays.differed(
            actor.booksId(), report.till(), YearMonth.from(report.day()), report.currency()));
    ledger.append(
        actor,
        TakingsPosted.of(takings, report.day()),
        Ledger.Source.of(arrival.id),
        "takings-posted",
        report.words() + ", " + AmountText.words(takings.paidMinor(), report.currency()));
    return toPlace;
  }

  private MoneyInId keep(
      Deposits.Origin origin, TillReport report, TillReport.Kept kept, int ordinal) {
    Deposits.Taken taken =
        new Deposits.Taken(
            kept.member(report), report.currency(), kept.method().holding(), Optional.empty());
    long id = deposits.store(origin, taken, ordinal);
    return intake
        .members(
            origin.booksId(),
            origin.arrivalId(),
            List.of(new MoneyIntake.Member(id, ordinal, taken.currency(), taken.receipt())))
        .get(0);
  }

  private void requireNotPosted(long booksId, TillReport report) {
    tillDays
        .posted(booksId, report.till(), report.day(), report.currency())
        .ifPresent(
            by -> {
              throw new Refusal(
                  "twice",
                  "%s are posted already, by %s; turn that back first where they were others."
                      .formatted(report.words(), by.words()));
            });
  }

  private static Takings.Receipt receipt(MoneyInId money, TillReport.Kept kept) {
    return new Takings.Receipt(money, kept.method().holding(), kept.paid().amountMinor());
  }
}
