package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.matching.Lessons;
import io.sumbrel.core.matching.weights.Lesson;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingDate;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.returned.Returns;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.ReturnedPayment;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeFacts;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.DifferencesPosted;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.matching.DecisionRecord;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.requests.RepeatedRequests;
import io.sumbrel.server.rules.Limits;
import io.sumbrel.server.rules.Rules;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Posts a tape: row 4 of the posting table, in one transaction with its audit line. */
@Component
public class PostTape {
  private final MoneyLines moneyLines;
  private final Claims claims;
  private final Items items;
  private final Customers customers;
  private final Limits limits;
  private final Months months;
  private final AuditRecord audit;
  private final Houses houses;
  private final Rules rules;
  private final DifferencesPosted differences;
  private final Postings postings;
  private final Explanations explanations;
  private final BankAccounts accounts;
  private final Ledger ledger;
  private final Drafts drafts;
  private final RepeatedRequests answers;
  private final DecisionRecord decisions;
  private final Charts charts;
  private final WaitingForTie waiting;
  private final BesideThePlan besideThePlan;
  private final MayReturn mayReturn;
  private final TapeWords words;

  PostTape(
      MoneyLines moneyLines,
      Claims claims,
      Items items,
      Customers customers,
      Limits limits,
      Months months,
      AuditRecord audit,
      Houses houses,
      Rules rules,
      DifferencesPosted differences,
      Postings postings,
      Explanations explanations,
      BankAccounts accounts,
      Ledger ledger,
      Drafts drafts,
      RepeatedRequests answers,
      DecisionRecord decisions,
      Charts charts,
      WaitingForTie waiting,
      BesideThePlan besideThePlan,
      MayReturn mayReturn,
      TapeWords words) {
    this.moneyLines = moneyLines;
    this.claims = claims;
    this.items = items;
    this.customers = customers;
    this.limits = limits;
    this.months = months;
    this.audit = audit;
    this.houses = houses;
    this.rules = rules;
    this.differences = differences;
    this.postings = postings;
    this.explanations = explanations;
    this.accounts = accounts;
    this.ledger = ledger;
    this.drafts = drafts;
    this.answers = answers;
    this.decisions = decisions;
    this.charts = charts;
    this.waiting = waiting;
    this.besideThePlan = besideThePlan;
    this.mayReturn = mayReturn;
    this.words = words;
  }

  /**
   * @param date when the clerk names one; otherwise the rule of {@link PostingDate}
   * @param fromTheList whether it is posted with all that is sure, without being opened
   */
  record PostingRequest(
      List<LineView> lines, Optional<LocalDate> date, Optional<Boolean> fromTheList) {}

  /**
   * @param key names the request: sent again, it is answered and not posted again
   * @param said what the plan said of the sum
   * @param maker who made it, where it is posted by a second person
   * @throws Refusal when somebody was first, or the tape breaks a rule; nothing is changed, and the
   *     draft is kept
   */
  @Transactional
  Posted post(
      Actor actor,
      MoneyInId id,
      PostingRequest request,
      String key,
      Optional<PlanBoard.Said> said,
      Optional<String> maker) {
    moneyLines.lock(id);
    RepeatedRequests.Asked asked = new RepeatedRequests.Asked(key, "money " + id.number(), request);
    Optional<Posted> before = answers.before(actor, asked, Posted.class);
    if (before.isPresent()) {
      requireStands(id, before.get());
      return before.get();
    }
    MoneyLine line = explainable(actor, id);
    claims.requireUnclaimed(id, " Your tape is kept.");
    Chart chart = charts.of(actor.booksId());
    List<TapeLine> lines = lines(chart, request.lines(), TapeMoney.of(line.moneyIn()));
    LocalDate date = postingDate(actor, line.moneyIn(), request.date());
    lines.stream().flatMap(l -> l.returned().stream()).distinct().forEach(moneyLines::lock);
    // found before the record is locked: everybody who posts waits for that lock
    Optional<Decision> decision = said.map(s -> decision(actor, s, line.moneyIn(), lines, request));
    Optional<Lesson> lesson = said.flatMap(s -> Lessons.of(s.problem(), id, lines));
    Optional<AccountCode> standsOn = Optional.of(standsOn(actor, line));
    Tape tape = judged(actor, chart, TapeMoney.of(line.moneyIn()), standsOn, lines, date);
    Ledger.Stored stored = store(actor, tape, standsOn, date, maker);
    decision.ifPresent(d -> decisions.keep(actor.booksId(), stored.id(), d, lesson));
    Posted posted =
        new Posted(
            stored.number().words(), words.of(actor.booksId(), tape), Optional.of(id.number()));
    drafts.drop(actor.personId(), id);
    answers.keep(actor, asked, posted);
    return posted;
  }

  private Decision decision(
      Actor actor,
      PlanBoard.Said said,
      MoneyIn money,
      List<TapeLine> lines,
      PostingRequest request) {
    List<BesideThePlan.Way> ways =
        besideThePlan
            .of(actor.booksId(), said.usual(), said.pile(), said.problem())
            .of(said.row(), money);
    Optional<BesideThePlan.Way> proposed = BesideThePlan.Ways.proposed(said.row(), ways);
    return ways.stream()
        .filter(w -> Tape.isSame(w.lines(), lines))
        .findFirst()
        .map(w -> Decision.beside(w.ground(), proposed.filter(w::equals).isPresent()))
        .orElseGet(() -> Decision.of(said.row(), lines, request.fromTheList().orElse(false)));
  }

  /** Lines that need no money, in one currency. */
  record CreditsRequest(String currency, List<LineView> lines) {}

  /**
   * Posts a tape without money on the business date: credits are used alone, or money of nobody is
   * named.
   *
   * @throws Refusal when the tape breaks a rule; nothing is changed
   */
  @Transactional
  Posted useCredits(Actor actor, CreditsRequest request, String key) {
    RepeatedRequests.Asked asked = new RepeatedRequests.Asked(key, "credits", request);
    requireFew(request.lines());
    // the same request sent twice at once waits here for its answer
    items.lock(
        actor.booksId(),
        request.lines().stream().flatMap(l -> l.itemId().stream()).map(ItemId::new).toList());
    Optional<Posted> before = answers.before(actor, asked, Posted.class);
    if (before.isPresent()) {
      return before.get();
    }
    LocalDate date =
        PostingDate.of(
            houses.businessDate(actor.booksId()),
            Optional.empty(),
            months.closedUntil(actor.booksId()));
    Chart chart = charts.of(actor.booksId());
    TapeMoney none = TapeMoney.none(Currencies.of(request.currency()), date);
    List<TapeLine> lines = lines(chart, request.lines(), none);
    Tape tape = judged(actor, chart, none, Optional.empty(), lines, date);
    PostingNumber number = ledger.nextNumber(actor.booksId(), date);
    TapePosted event = TapePosted.of(tape, Optional.empty(), number, date, items::nextId);
    String said = words.of(actor.booksId(), tape);
    Ledger.Stored stored =
        ledger.append(actor, event, Ledger.Source.NONE, Ledger.TAPE_POSTED, said);
    Posted posted = new Posted(stored.number().words(), said, Optional.empty());
    answers.keep(actor, asked, posted);
    return posted;
  }

  /**
   * A sum that a tape may explain: it counts, and is not the sum of something that is recorded.
   *
   * @throws Refusal {@code not-found}, {@code held}, {@code detailed}, {@code withdrawn}, {@code
   *     waiting}
   */
  @Transactional(readOnly = true)
  MoneyLine explainable(Actor actor, MoneyInId id) {
    MoneyLine line = moneyLines.counting(actor.booksId(), id);
    waiting.requireNotWaiting(id);
    return line;
  }

  /** What this key posted once may have been turned back since: then it does not stand posted. */
  private void requireStands(MoneyInId id, Posted before) {
    boolean stands =
        claims.of(id).filter(c -> c.number().words().equals(before.number())).isPresent();
    if (!stands) {
      throw RepeatedRequests.turnedBackSince(before.number());
    }
  }

  /**
   * The day on which a tape would be posted now.
   *
   * @throws Refusal {@code closed-month}, {@code posting-date}
   */
  LocalDate postingDate(Actor actor, MoneyIn moneyIn, Optional<LocalDate> wanted) {
    LocalDate earliest =
        PostingDate.of(
            moneyIn.bookingDate(),
            explanations.lastTurnedBack(moneyIn.id()),
            months.closedUntil(actor.booksId()));
    wanted.ifPresent(
        d -> {
          months.requireOpen(actor.booksId(), d);
          limits
              .of(actor.booksId())
              .requireWithinDates("The posting", d, houses.businessDate(actor.booksId()));
          if (d.isBefore(earliest)) {
            throw new Refusal(
                "posting-date",
                "%s is too early; this sum is posted on %s.".formatted(d, earliest));
          }
        });
    return wanted.orElse(earliest);
  }

  private AccountCode standsOn(Actor actor, MoneyLine line) {
    return line.moneyAccount(accounts.one(actor.booksId(), line.bankAccountId()).code());
  }

  private Tape judged(
      Actor actor,
      Chart chart,
      TapeMoney money,
      Optional<AccountCode> standsOn,
      List<TapeLine> lines,
      LocalDate date) {
    requireFew(lines);
    Map<ItemId, OpenItem> locked =
        items.lock(actor.booksId(), lines.stream().flatMap(l -> l.item().stream()).toList());
    if (lines.stream().anyMatch(l -> l.reason().isPresent())) {
      audit.lock(actor.booksId());
    }
    TapeFacts facts = facts(actor, actor.authority(), chart, money, standsOn, lines, date, locked);
    requireKnown(actor, lines);
    try {
      return Tape.of(money, lines, facts);
    } catch (Refusal e) {
      throw withLastHand(e, lines, facts.items());
    }
  }

  /** Before anything is locked or read for them. */
  private static void requireFew(List<?> lines) {
    if (lines.size() > Tape.MOST_LINES) {
      throw Tape.tooManyLines();
    }
  }

  private TapeFacts facts(
      Actor actor,
      Authority authority,
      Chart chart,
      TapeMoney money,
      Optional<AccountCode> standsOn,
      List<TapeLine> lines,
      LocalDate date,
      Map<ItemId, OpenItem> named) {
    return new TapeFacts(
        named,
        standsOn,
        chart,
        limits.of(actor.booksId()),
        rules.withheldRates(actor.booksId()),
        authority,
        differences.before(
            actor.booksId(), YearMonth.from(date), money.currency(), lines, named, chart),
        receiptsOf(actor, lines));
  }

  private Map<MoneyInId, ReturnedPayment> receiptsOf(Actor actor, List<TapeLine> lines) {
    List<MoneyInId> named = lines.stream().flatMap(l -> l.returned().stream()).distinct().toList();
    return named.isEmpty()
        ? Map.of()
        : mayReturn.receipts(actor.booksId(), named).stream()
            .collect(Collectors.toMap(r -> r.money().id(), Returns.Receipt::returned));
  }

  /**
   * What the core says of a tape as it stands, without posting it.
   *
   * @param authority whose limits hold
   * @throws Refusal with the first rule that it breaks
   */
  @Transactional(readOnly = true, noRollbackFor = Refusal.class)
  void judge(Actor actor, MoneyLine line, List<TapeLine> lines, Authority authority) {
    MoneyIn moneyIn = line.moneyIn();
    requireFew(lines);
    LocalDate date = postingDate(actor, moneyIn, Optional.empty());
    requireKnown(actor, lines);
    List<ItemId> named = lines.stream().flatMap(l -> l.item().stream()).toList();
    Tape.of(
        TapeMoney.of(moneyIn),
        lines,
        facts(
            actor,
            authority,
            charts.of(actor.booksId()),
            TapeMoney.of(moneyIn),
            Optional.of(standsOn(actor, line)),
            lines,
            date,
            items.find(actor.booksId(), named)));
  }

  /** Drafted lines with the reasons and tax codes of the house. */
  @Transactional(readOnly = true)
  List<TapeLine> lines(Actor actor, List<LineView> drafted, MoneyIn moneyIn) {
    return lines(charts.of(actor.booksId()), drafted, TapeMoney.of(moneyIn));
  }

  private static List<TapeLine> lines(Chart chart, List<LineView> drafted, TapeMoney money) {
    return drafted.stream().map(l -> l.toLine(chart, money)).toList();
  }

  private void requireKnown(Actor actor, List<TapeLine> lines) {
    Map<CustomerId, Customer> known =
        customers.find(
            actor.booksId(), lines.stream().flatMap(l -> l.customer().stream()).toList());
    for (TapeLine line : lines) {
      if (line.customer().isPresent() && !known.containsKey(line.customer().get())) {
        throw new Refusal("unknown-customer", "A customer of the tape is not in these books.");
      }
      if (line.kind() == LineKind.TRANSFER) {
        requireSameCurrency(actor, line);
      }
    }
  }

  /** From one currency to another money does not go through transfers in transit. */
  private void requireSameCurrency(Actor actor, TapeLine transfer) {
    accounts.all(actor.booksId()).stream()
        .filter(a -> transfer.account().equals(Optional.of(a.code())))
        .map(a -> a.beginsWith().currency())
        .filter(c -> !c.equals(transfer.amount().currency()))
        .findFirst()
        .ifPresent(
            other -> {
              throw new Refusal(
                  "transfer",
                  "The other bank account is kept in %s, the money is in %s."
                      .formatted(other, transfer.amount().currency()));
            });
  }

  /** Where an item fell in the meantime, says by whom: two people may work on one invoice. */
  private Refusal withLastHand(Refusal refusal, List<TapeLine> lines, Map<ItemId, OpenItem> items) {
    if (!refusal.code().equals("settled") && !refusal.code().equals("more-than-open")) {
      return refusal;
    }
    String hand =
        lines.stream()
            .filter(l -> l.kind() == LineKind.SETTLES || l.kind() == LineKind.CREDIT_USED)
            .filter(l -> l.amountMinor() > Math.abs(items.get(l.item().orElseThrow()).openMinor()))
            .findFirst()
            .map(l -> postings.movementsOf(l.item().orElseThrow()))
            .map(all -> all.get(all.size() - 1))
            .map(m -> " " + m.actor() + " moved it last, with " + m.number().words() + ".")
            .orElse("");
    return new Refusal(refusal.code(), refusal.getMessage() + hand + " Your tape is kept.");
  }

  private Ledger.Stored store(
      Actor actor,
      Tape tape,
      Optional<AccountCode> standsOn,
      LocalDate date,
      Optional<String> maker) {
    PostingNumber number = ledger.nextNumber(actor.booksId(), date);
    TapePosted event = TapePosted.of(tape, standsOn, number, date, items::nextId);
    return ledger.append(
        actor,
        event,
        Ledger.Source.madeBy(maker),
        Ledger.TAPE_POSTED,
        words.of(actor.booksId(), tape));
  }
}
