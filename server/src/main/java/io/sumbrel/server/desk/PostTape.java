package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.matching.Lessons;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Taught;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.weights.Lesson;
import io.sumbrel.core.posting.PostingDate;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.matching.DecisionRecord;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.requests.RepeatedRequests;
import io.sumbrel.server.rules.Limits;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Posts a tape: row 4 of the posting table, in one transaction with its audit line. */
@Component
public class PostTape {
  private final MoneyLines moneyLines;
  private final Claims claims;
  private final Items items;
  private final Limits limits;
  private final Months months;
  private final Explanations explanations;
  private final BankAccounts accounts;
  private final Ledger ledger;
  private final Drafts drafts;
  private final RepeatedRequests answers;
  private final DecisionRecord decisions;
  private final Charts charts;
  private final WaitingForTie waiting;
  private final TapeWords words;
  private final Houses houses;
  private final TapeJudge judge;

  PostTape(
      MoneyLines moneyLines,
      Claims claims,
      Items items,
      Limits limits,
      Months months,
      Explanations explanations,
      BankAccounts accounts,
      Ledger ledger,
      Drafts drafts,
      RepeatedRequests answers,
      DecisionRecord decisions,
      Charts charts,
      WaitingForTie waiting,
      TapeWords words,
      Houses houses,
      TapeJudge judge) {
    this.moneyLines = moneyLines;
    this.claims = claims;
    this.items = items;
    this.limits = limits;
    this.months = months;
    this.explanations = explanations;
    this.accounts = accounts;
    this.ledger = ledger;
    this.drafts = drafts;
    this.answers = answers;
    this.decisions = decisions;
    this.charts = charts;
    this.waiting = waiting;
    this.words = words;
    this.houses = houses;
    this.judge = judge;
  }

  /**
   * @param date when the clerk names one; otherwise the rule of {@link PostingDate}
   * @param fromTheList whether it is posted with all that is sure, without being opened
   * @param makerId who put the tape by, where it was another
   */
  record PostingRequest(
      List<LineView> lines,
      Optional<LocalDate> date,
      Optional<Boolean> fromTheList,
      Optional<Long> makerId) {
    /** A tape as it stands, on the day that the rule gives. */
    static PostingRequest of(List<LineView> lines) {
      return new PostingRequest(lines, Optional.empty(), Optional.empty(), Optional.empty());
    }
  }

  /**
   * @param key names the request: sent again, it is answered and not posted again
   * @param said what was said of the sum
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
      Optional<WhatWasSaid.Said> said,
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
    Optional<String> madeBy =
        maker.or(() -> request.makerId().map(m -> drafts.putBy(actor, id, m, request.lines())));
    Chart chart = charts.of(actor.booksId());
    List<TapeLine> lines = TapeJudge.lines(chart, request.lines(), TapeMoney.of(line.moneyIn()));
    LocalDate date = postingDate(actor, line.moneyIn(), request.date());
    moneyLines.lock(lines.stream().flatMap(l -> l.returned().stream()).toList());
    // found before the record is locked: everybody who posts waits for that lock
    Optional<Decision> decision = said.map(s -> decision(s, line.moneyIn(), lines, request));
    Optional<MatchingProblem> problem = said.map(s -> s.plan().problem());
    Optional<Lesson> lesson = problem.flatMap(p -> Lessons.of(p, id, lines));
    Optional<AccountCode> standsOn = Optional.of(standsOn(actor, line));
    Tape tape =
        judge.judged(
            actor,
            chart,
            new TapeJudge.Draft(
                TapeMoney.of(line.moneyIn()), standsOn, lines, date, madeBy.isPresent()));
    String done = words.of(actor.booksId(), tape);
    Ledger.Stored stored = store(actor, tape, standsOn, date, madeBy, done);
    decision.ifPresent(d -> decisions.keep(actor.booksId(), stored.id(), d, lesson));
    Posted posted =
        new Posted(
            stored.number().words(),
            done,
            Optional.of(id.number()),
            problem.flatMap(p -> Taught.by(p, tape)).map(t -> words.of(actor.booksId(), t)));
    drafts.drop(actor.personId(), id);
    request.makerId().ifPresent(m -> drafts.drop(m, id));
    answers.keep(actor, asked, posted);
    return posted;
  }

  /**
   * Explains a receipt that is taken in by hand in this act.
   *
   * @throws Refusal as {@link #post}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Posted explain(Actor actor, MoneyInId id, List<LineView> lines, String key) {
    return post(actor, id, PostingRequest.of(lines), key, Optional.empty(), Optional.empty());
  }

  /**
   * Lines as they were sent, and the sum that they explain.
   *
   * @param line of the bank, or of a deposit
   */
  public record Read(MoneyLine line, List<TapeLine> lines) {}

  /**
   * Reads lines for a sum that may be explained; they are not judged.
   *
   * @throws Refusal {@code not-found}, {@code claimed}, {@code waiting}, and those of {@link
   *     LineView}
   */
  @Transactional(readOnly = true)
  public Read read(Actor actor, MoneyInId id, List<LineView> lines) {
    TapeJudge.requireFew(lines);
    MoneyLine line = explainable(actor, id);
    claims.requireUnclaimed(id, " Your tape is kept.");
    return new Read(line, lines(actor, lines, line.moneyIn()));
  }

  private static Decision decision(
      WhatWasSaid.Said said, MoneyIn money, List<TapeLine> lines, PostingRequest request) {
    List<BesideThePlan.Way> ways = said.besideOf(money);
    Plan.Row row = said.plan().row();
    Optional<BesideThePlan.Way> proposed = BesideThePlan.Ways.proposed(row, ways);
    return ways.stream()
        .filter(w -> Tape.isSame(w.lines(), lines))
        .findFirst()
        .map(w -> Decision.beside(w.ground(), proposed.filter(w::equals).isPresent()))
        .orElseGet(() -> Decision.of(row, lines, request.fromTheList().orElse(false)));
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
            explanations.lastTurnedBack(List.of(moneyIn.id())),
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
    return line.moneyAccount(id -> accounts.one(actor.booksId(), id).code());
  }

  /**
   * What the core says of a tape as it stands, without posting it.
   *
   * @param authority whose limits hold
   * @param secondPerson whether another than its maker would post it
   * @throws Refusal with the first rule that it breaks
   */
  @Transactional(readOnly = true, noRollbackFor = Refusal.class)
  void judge(
      Actor actor,
      MoneyLine line,
      List<TapeLine> lines,
      Authority authority,
      boolean secondPerson) {
    LocalDate date = postingDate(actor, line.moneyIn(), Optional.empty());
    judge.judge(
        actor,
        authority,
        new TapeJudge.Draft(
            TapeMoney.of(line.moneyIn()),
            Optional.of(standsOn(actor, line)),
            lines,
            date,
            secondPerson));
  }

  /** Drafted lines with the reasons and tax codes of the house. */
  @Transactional(readOnly = true)
  List<TapeLine> lines(Actor actor, List<LineView> drafted, MoneyIn moneyIn) {
    return TapeJudge.lines(charts.of(actor.booksId()), drafted, TapeMoney.of(moneyIn));
  }

  private Ledger.Stored store(
      Actor actor,
      Tape tape,
      Optional<AccountCode> standsOn,
      LocalDate date,
      Optional<String> maker,
      String words) {
    PostingNumber number = ledger.nextNumber(actor.booksId(), date);
    TapePosted event = TapePosted.of(tape, standsOn, number, date, items::nextId);
    return ledger.append(actor, event, Ledger.Source.madeBy(maker), Ledger.TAPE_POSTED, words);
  }
}
