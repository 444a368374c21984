package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.returned.Returns;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.ReturnedPayment;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeFacts;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.ledger.DifferencesPosted;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.rules.Limits;
import io.sumbrel.server.rules.PersonLimits;
import io.sumbrel.server.rules.RatesOfDays;
import io.sumbrel.server.rules.Rules;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Gathers what must be known to judge a tape, and lets the core judge it. */
@Component
class TapeJudge {
  private final Items items;
  private final Customers customers;
  private final Limits limits;
  private final AuditRecord audit;
  private final Rules rules;
  private final DifferencesPosted differences;
  private final Postings postings;
  private final RatesOfDays rates;
  private final Charts charts;
  private final MayReturn mayReturn;
  private final PersonLimits personLimits;

  TapeJudge(
      Items items,
      Customers customers,
      Limits limits,
      AuditRecord audit,
      Rules rules,
      DifferencesPosted differences,
      Postings postings,
      RatesOfDays rates,
      Charts charts,
      MayReturn mayReturn,
      PersonLimits personLimits) {
    this.personLimits = personLimits;
    this.items = items;
    this.customers = customers;
    this.limits = limits;
    this.audit = audit;
    this.rules = rules;
    this.differences = differences;
    this.postings = postings;
    this.rates = rates;
    this.charts = charts;
    this.mayReturn = mayReturn;
  }

  /**
   * What is to be judged.
   *
   * @param standsOn the ledger account that the money moves; empty without money
   * @param date on which it would be posted
   * @param secondPerson whether another than its maker posts it
   */
  record Draft(
      TapeMoney money,
      Optional<AccountCode> standsOn,
      List<TapeLine> lines,
      LocalDate date,
      boolean secondPerson) {}

  /**
   * The tape that is posted in this act; its items are locked, and where it forgives anything the
   * record too.
   *
   * @throws Refusal with the first rule that it breaks; who was first is named
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Tape judged(Actor actor, Chart chart, Draft draft) {
    requireFew(draft.lines);
    Map<ItemId, OpenItem> locked = items.lock(actor.booksId(), itemsOf(draft));
    if (draft.lines.stream().anyMatch(l -> l.reason().isPresent())) {
      audit.lock(actor.booksId());
    }
    TapeFacts facts =
        facts(actor, actor.authority(), personLimits.of(actor, chart), chart, draft, locked);
    requireKnown(actor, draft.lines);
    try {
      return Tape.of(draft.money, draft.lines, facts);
    } catch (Refusal e) {
      throw withLastHand(e, draft.lines, facts.items());
    }
  }

  /**
   * What the core says of a tape as it stands, without posting it.
   *
   * @param authority whose limits hold
   * @throws Refusal with the first rule that it breaks
   */
  @Transactional(readOnly = true, noRollbackFor = Refusal.class)
  public void judge(Actor actor, Authority authority, Draft draft) {
    requireFew(draft.lines);
    requireKnown(actor, draft.lines);
    Map<ItemId, OpenItem> named = items.find(actor.booksId(), itemsOf(draft));
    Chart chart = charts.of(actor.booksId());
    Tape.of(
        draft.money,
        draft.lines,
        facts(
            actor,
            authority,
            draft.secondPerson ? limits.of(actor.booksId(), chart) : personLimits.of(actor, chart),
            chart,
            draft,
            named));
  }

  /** Drafted lines with the reasons and tax codes of a house. */
  static List<TapeLine> lines(Chart chart, List<LineView> drafted, TapeMoney money) {
    return drafted.stream().map(l -> l.toLine(chart, money)).toList();
  }

  private static List<ItemId> itemsOf(Draft draft) {
    return draft.lines.stream().flatMap(l -> l.item().stream()).toList();
  }

  /** Before anything is locked or read for them. */
  static void requireFew(List<?> lines) {
    if (lines.size() > Tape.MOST_LINES) {
      throw Tape.tooManyLines();
    }
  }

  private TapeFacts facts(
      Actor actor,
      Authority authority,
      HouseLimits limits,
      Chart chart,
      Draft draft,
      Map<ItemId, OpenItem> named) {
    return new TapeFacts(
        named,
        draft.standsOn,
        chart,
        limits,
        rules.withheldRates(actor.booksId()),
        rates.into(
            actor.booksId(),
            named.values().stream().map(OpenItem::currency).toList(),
            draft.money.currency(),
            draft.money.date()),
        authority,
        draft.secondPerson,
        differences.before(
            actor.booksId(),
            YearMonth.from(draft.date),
            draft.money.currency(),
            draft.lines,
            named,
            chart),
        receiptsOf(actor, draft.lines));
  }

  private Map<MoneyInId, ReturnedPayment> receiptsOf(Actor actor, List<TapeLine> lines) {
    List<MoneyInId> named = lines.stream().flatMap(l -> l.returned().stream()).distinct().toList();
    return named.isEmpty()
        ? Map.of()
        : mayReturn.receipts(actor.booksId(), named).stream()
            .collect(Collectors.toMap(r -> r.money().id(), Returns.Receipt::returned));
  }

  private void requireKnown(Actor actor, List<TapeLine> lines) {
    Map<CustomerId, Customer> known =
        customers.find(
            actor.booksId(), lines.stream().flatMap(l -> l.customer().stream()).toList());
    for (TapeLine line : lines) {
      if (line.customer().isPresent() && !known.containsKey(line.customer().get())) {
        throw new Refusal("unknown-customer", "A customer of the tape is not in these books.");
      }
    }
  }

  /** Where an item fell in the meantime, says by whom: two people may work on one invoice. */
  private Refusal withLastHand(Refusal refusal, List<TapeLine> lines, Map<ItemId, OpenItem> items) {
    if (!refusal.code().equals("settled") && !refusal.code().equals("more-than-open")) {
      return refusal;
    }
    String hand =
        lines.stream()
            .filter(l -> l.kind() == LineKind.SETTLES || l.kind() == LineKind.CREDIT_USED)
            .filter(l -> l.itemMinor() > Math.abs(items.get(l.item().orElseThrow()).openMinor()))
            .findFirst()
            .map(l -> postings.movementsOf(l.item().orElseThrow()))
            .map(all -> all.get(all.size() - 1))
            .map(m -> " " + m.actor() + " moved it last, with " + m.number().words() + ".")
            .orElse("");
    return new Refusal(refusal.code(), refusal.getMessage() + hand + " Your tape is kept.");
  }
}
