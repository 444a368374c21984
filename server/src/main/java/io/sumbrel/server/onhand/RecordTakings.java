package io.sumbrel.server.onhand;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.takings.TillReport;
import io.sumbrel.server.arrivals.TakeByHand;
import io.sumbrel.server.arrivals.TakeTakings;
import io.sumbrel.server.arrivals.TakingsViews;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.desk.LineView;
import io.sumbrel.server.desk.PostTape;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import io.sumbrel.server.persistence.StoredFile;
import io.sumbrel.server.requests.RepeatedRequests;
import io.sumbrel.server.rules.Limits;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Records what a counter took in on a day, and posts it with what paid invoices there. */
@Component
class RecordTakings {
  private final TakeByHand takeByHand;
  private final TakingsViews views;
  private final PostTape postTape;
  private final Items items;
  private final Houses houses;
  private final Limits limits;
  private final RepeatedRequests answers;
  private final People people;
  private final TransactionTemplate inOneAct;

  RecordTakings(
      TakeByHand takeByHand,
      TakingsViews views,
      PostTape postTape,
      Items items,
      Houses houses,
      Limits limits,
      RepeatedRequests answers,
      People people,
      PlatformTransactionManager transactions) {
    this.takeByHand = takeByHand;
    this.views = views;
    this.postTape = postTape;
    this.items = items;
    this.houses = houses;
    this.limits = limits;
    this.answers = answers;
    this.people = people;
    this.inOneAct = new TransactionTemplate(transactions);
  }

  /**
   * Something that was sold, or cash that was taken out.
   *
   * @param taxMinor as the till states it; left out where it follows from the rate
   */
  record SoldLine(
      Takings.Kind kind,
      String account,
      Optional<String> taxCode,
      Optional<Long> taxMinor,
      long amountMinor,
      String note) {}

  /**
   * How some of it was paid.
   *
   * @param invoice that was paid at the counter, which is no sale
   */
  record PaidLine(
      String method,
      long amountMinor,
      String number,
      Optional<String> payer,
      Optional<String> invoice) {}

  /**
   * @param changeMinor of the cash that was counted, what stays in the till
   */
  record TakingsRequest(
      String till,
      LocalDate day,
      String currency,
      List<SoldLine> sold,
      List<PaidLine> paid,
      long changeMinor) {

    TillReport toReport() {
      List<TillReport.Line> lines = new ArrayList<>();
      for (SoldLine line : sold) {
        if (!line.kind.isWritten()) {
          throw new Refusal("kind", "What the till counted otherwise follows from the count.");
        }
        lines.add(
            new TillReport.Line(
                lines.size() + 1,
                line.kind,
                new AccountCode(line.account),
                line.taxCode,
                line.taxMinor,
                line.amountMinor,
                line.note));
      }
      List<TillReport.Paid> ways = new ArrayList<>();
      for (PaidLine line : paid) {
        ways.add(
            new TillReport.Paid(
                lines.size() + ways.size() + 1,
                line.method,
                line.amountMinor,
                line.number,
                some(line.payer),
                some(line.invoice)));
      }
      return new TillReport(till, day, Currencies.of(currency), lines, ways, changeMinor);
    }

    private static Optional<String> some(Optional<String> text) {
      return text.map(String::strip).filter(t -> !t.isEmpty());
    }
  }

  /**
   * What is to be recorded, with the difference that was shown.
   *
   * @param differenceMinor what the till holds more than it should, below zero where less
   */
  record TakingsShown(TakingsRequest takings, long differenceMinor) {}

  /** Takings as they were recorded. */
  record TakingsDone(String words) {}

  /**
   * As it would be posted; nothing is kept.
   *
   * @throws Refusal where it could not be
   */
  TakingsViews.TillDayView preview(Actor actor, TakingsRequest request) {
    TillReport report = request.toReport();
    TakingsViews.TillDayView view = views.of(actor.booksId(), report);
    requireDay(actor, report);
    invoices(actor, report);
    return view;
  }

  /**
   * @param key names the request: sent again, it is answered and not recorded again
   * @throws Refusal as {@link #preview}, {@code shown-otherwise}, {@code over-limit}, {@code
   *     closed-month}, {@code twice}; nothing is recorded then
   */
  TakingsDone record(Actor actor, TakingsShown shown, String key) {
    TillReport report = shown.takings.toReport();
    TakingsViews.TillDayView view = preview(actor, shown.takings);
    if (view.differenceMinor() != shown.differenceMinor) {
      throw new Refusal(
          "shown-otherwise",
          "The till differs by %s, not by %s as it was shown; look again."
              .formatted(
                  AmountText.words(view.differenceMinor(), report.currency()),
                  AmountText.words(shown.differenceMinor, report.currency())));
    }
    StoredFile written = takeByHand.write(report);
    try {
      return inOneAct.execute(t -> recorded(actor, shown, key, report, written));
    } finally {
      written.discard();
    }
  }

  private TakingsDone recorded(
      Actor actor, TakingsShown shown, String key, TillReport report, StoredFile written) {
    RepeatedRequests.Asked asked = new RepeatedRequests.Asked(key, "takings", shown);
    // the same request sent twice at once waits here for its answer
    people.lock(actor);
    Optional<TakingsDone> before = answers.before(actor, asked, TakingsDone.class);
    if (before.isPresent()) {
      return before.get();
    }
    Map<String, OpenItem> invoices = invoices(actor, report);
    // before the first posting: everybody who posts waits for the record
    items.lock(actor.booksId(), invoices.values().stream().map(OpenItem::id).toList());
    for (TakeTakings.ToPlace one : takeByHand.take(actor, report, written)) {
      OpenItem invoice = invoices.get(one.paid().invoice().orElseThrow());
      postTape.explain(
          actor,
          one.money(),
          List.of(LineView.settles(invoice, one.paid().amountMinor())),
          "counter " + one.money().number());
    }
    TakingsDone done = new TakingsDone("Recorded: " + report.words());
    answers.keep(actor, asked, done);
    return done;
  }

  private void requireDay(Actor actor, TillReport report) {
    LocalDate today = houses.businessDate(actor.booksId());
    limits.of(actor.booksId()).requireWithinDates("The day", report.day(), today);
    if (report.day().isAfter(today)) {
      throw new Refusal("dates", "%s is a day to come.".formatted(report.day()));
    }
  }

  /**
   * The invoices that were paid at the counter, by their numbers; together no more than is open.
   */
  private Map<String, OpenItem> invoices(Actor actor, TillReport report) {
    Map<String, Long> paid = new HashMap<>();
    report
        .paid()
        .forEach(p -> p.invoice().ifPresent(i -> paid.merge(i, p.amountMinor(), Long::sum)));
    Map<String, OpenItem> known = items.numbered(actor.booksId(), paid.keySet(), false);
    paid.forEach(
        (number, minor) -> {
          OpenItem invoice = known.get(number);
          if (invoice == null || !invoice.currency().equals(report.currency())) {
            throw new Refusal(
                "invoice", "There is no invoice %s in %s.".formatted(number, report.currency()));
          }
          if (minor > invoice.openMinor()) {
            throw new Refusal(
                "invoice",
                "%s was paid on invoice %s, of which %s is open; take the rest in as a receipt."
                    .formatted(
                        AmountText.words(minor, report.currency()),
                        number,
                        AmountText.words(Math.max(0, invoice.openMinor()), report.currency())));
          }
        });
    return known;
  }
}
