package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.posting.PostingDate;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.requests.RepeatedRequests;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Tapes without money, on the business date: credits are used alone, money of nobody is named, or a
 * credit is to be paid back, which two decide.
 */
@Component
class UseCredits {
  private final TapeJudge judge;
  private final WaitingTapes waiting;
  private final Items items;
  private final Ledger ledger;
  private final Charts charts;
  private final Houses houses;
  private final Months months;
  private final RepeatedRequests answers;
  private final AuditRecord audit;
  private final TapeWords words;

  UseCredits(
      TapeJudge judge,
      WaitingTapes waiting,
      Items items,
      Ledger ledger,
      Charts charts,
      Houses houses,
      Months months,
      RepeatedRequests answers,
      AuditRecord audit,
      TapeWords words) {
    this.judge = judge;
    this.waiting = waiting;
    this.items = items;
    this.ledger = ledger;
    this.charts = charts;
    this.houses = houses;
    this.months = months;
    this.answers = answers;
    this.audit = audit;
    this.words = words;
  }

  /** Lines that need no money, in one currency. */
  record CreditsRequest(String currency, List<LineView> lines) {}

  /**
   * @throws Refusal when the tape breaks a rule; nothing is changed
   */
  @Transactional
  public Posted use(Actor actor, CreditsRequest request, String key) {
    return posted(actor, request, key, Optional.empty());
  }

  private Posted posted(
      Actor actor, CreditsRequest request, String key, Optional<WaitingTapes.Waiting> asked) {
    RepeatedRequests.Asked once = new RepeatedRequests.Asked(key, "credits", request);
    TapeJudge.requireFew(request.lines());
    // the same request sent twice at once waits here for its answer
    items.lock(
        actor.booksId(),
        request.lines().stream().flatMap(l -> l.itemId().stream()).map(ItemId::new).toList());
    Optional<Posted> before = answers.before(actor, once, Posted.class);
    if (before.isPresent()) {
      return before.get();
    }
    Chart chart = charts.of(actor.booksId());
    TapeJudge.Draft draft = draft(actor, chart, request, asked.isPresent());
    Tape tape = judge.judged(actor, chart, draft);
    PostingNumber number = ledger.nextNumber(actor.booksId(), draft.date());
    TapePosted event = TapePosted.of(tape, Optional.empty(), number, draft.date(), items::nextId);
    String said = words.of(actor.booksId(), tape);
    Ledger.Stored stored =
        ledger.append(
            actor,
            event,
            Ledger.Source.madeBy(asked.map(WaitingTapes.Waiting::person)),
            Ledger.TAPE_POSTED,
            said);
    Posted posted = new Posted(stored.number().words(), said, Optional.empty(), Optional.empty());
    answers.keep(actor, once, posted);
    return posted;
  }

  private TapeJudge.Draft draft(
      Actor actor, Chart chart, CreditsRequest request, boolean secondPerson) {
    LocalDate date =
        PostingDate.of(
            houses.businessDate(actor.booksId()),
            Optional.empty(),
            months.closedUntil(actor.booksId()));
    TapeMoney none = TapeMoney.none(Currencies.of(request.currency()), date);
    List<TapeLine> lines = TapeJudge.lines(chart, request.lines(), none);
    return new TapeJudge.Draft(none, Optional.empty(), lines, date, secondPerson);
  }

  /**
   * Lets a tape wait for a second person.
   *
   * @return why it needs one
   * @throws Refusal {@code no-need} when its maker may post it; what no second person can mend is
   *     refused as it would be if it were posted
   */
  @Transactional
  public String ask(Actor maker, CreditsRequest request) {
    Chart chart = charts.of(maker.booksId());
    TapeJudge.requireFew(request.lines());
    Refusal why =
        SecondPerson.beyond(
            () -> judge.judge(maker, maker.authority(), draft(maker, chart, request, false)));
    judge.judge(maker, Authority.SUPERVISOR, draft(maker, chart, request, true));
    waiting.keep(maker, request.currency(), request.lines(), why.getMessage());
    audit.append(maker, "second-person-asked", "a tape without money", why.getMessage());
    return why.getMessage();
  }

  /**
   * Posts what waits, with both names.
   *
   * @throws Refusal {@code not-waiting}, {@code own-tape}, and whatever forbids to post it now
   */
  @Transactional
  public Posted approve(Actor approver, long id, String key) {
    WaitingTapes.Waiting asked = waitingFor(approver, id);
    CreditsRequest request = new CreditsRequest(asked.currency(), asked.lines());
    Posted posted = posted(approver, request, key, Optional.of(asked));
    waiting.drop(id);
    return posted;
  }

  private WaitingTapes.Waiting waitingFor(Actor approver, long id) {
    WaitingTapes.Waiting asked = waiting.locked(approver, id);
    if (asked.sentBack().isPresent()) {
      throw new Refusal("not-waiting", "This tape was sent back to its maker.");
    }
    SecondPerson.requireAnother(approver, asked.personId());
    return asked;
  }

  /**
   * Gives a tape back to its maker with a word.
   *
   * @throws Refusal {@code not-waiting}, {@code own-tape}, {@code no-words}
   */
  @Transactional
  public void sendBack(Actor approver, long id, String words) {
    SecondPerson.requireWords(words);
    waitingFor(approver, id);
    waiting.sendBack(id, words.strip());
    audit.append(approver, "sent-back", "a tape without money", words.strip());
  }

  /**
   * Its maker thinks better of it.
   *
   * @throws Refusal {@code not-waiting}, {@code not-own}
   */
  @Transactional
  public void withdraw(Actor maker, long id) {
    if (waiting.locked(maker, id).personId() != maker.personId()) {
      throw new Refusal("not-own", "Only who made a tape withdraws it.");
    }
    waiting.drop(id);
    audit.append(maker, "tape-withdrawn", "a tape without money", "");
  }
}
