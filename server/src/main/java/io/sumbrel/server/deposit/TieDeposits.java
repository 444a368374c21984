package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.posting.PostingDate;
import io.sumbrel.core.posting.Tied;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.DifferencesPosted;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.requests.RepeatedRequests;
import io.sumbrel.server.rules.PersonLimits;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Ties entries of the bank to deposits and receipts; they stand in no pile any more. */
@Component
public class TieDeposits {
  private final MoneyLines moneyLines;
  private final WaitingForTie waiting;
  private final Claims claims;
  private final Explanations explanations;
  private final BankAccounts accounts;
  private final Months months;
  private final PersonLimits limits;
  private final Ledger ledger;
  private final DifferencesPosted differences;
  private final RepeatedRequests answers;
  private final AuditRecord audit;
  private final ReadWrongly readWrongly;

  TieDeposits(
      MoneyLines moneyLines,
      WaitingForTie waiting,
      Claims claims,
      Explanations explanations,
      BankAccounts accounts,
      Months months,
      PersonLimits limits,
      Ledger ledger,
      DifferencesPosted differences,
      RepeatedRequests answers,
      AuditRecord audit,
      ReadWrongly readWrongly) {
    this.readWrongly = readWrongly;
    this.moneyLines = moneyLines;
    this.waiting = waiting;
    this.claims = claims;
    this.explanations = explanations;
    this.accounts = accounts;
    this.months = months;
    this.limits = limits;
    this.ledger = ledger;
    this.differences = differences;
    this.answers = answers;
    this.audit = audit;
  }

  /** A tie as it was posted. */
  public record TiePosted(String number, String words) {}

  /**
   * @param entries of the bank
   * @param recorded deposits, and receipts on hand; none where the bank corrects itself
   * @param reason of a difference, where the sums do not meet
   * @param corrected the item that a wrongly read cheque paid, for that reason
   */
  public record TieRequest(
      List<Long> entries,
      List<Long> recorded,
      Optional<TieReason> reason,
      Optional<Long> corrected) {}

  /**
   * @param key names the request: sent again, it is answered and not posted again
   * @throws Refusal {@code not-found}, {@code claimed}, {@code held}, {@code detailed}, {@code
   *     withdrawn}, and the reasons of {@link Tie}; nothing is changed then
   */
  @Transactional
  public TiePosted tie(Actor actor, TieRequest request, String key) {
    List<Long> entries = request.entries();
    List<Long> recorded = request.recorded();
    requireFew(entries, recorded);
    moneyLines.lock(entries.stream().map(MoneyInId::new).toList());
    List<Recorded> records = waiting.lock(actor.booksId(), recorded);
    RepeatedRequests.Asked asked = new RepeatedRequests.Asked(key, "tie", request);
    Optional<TiePosted> before = answers.before(actor, asked, TiePosted.class);
    if (before.isPresent()) {
      requireStands(entries, before.get());
      return before.get();
    }
    records.forEach(this::requireUntied);
    List<Tie.Shown> shown = entries.stream().map(id -> shown(actor, new MoneyInId(id))).toList();
    Optional<Tie.Paid> paid =
        request.corrected().map(i -> readWrongly.lock(actor, recorded, new ItemId(i)));
    Tie tie = Tie.of(shown, records, request.reason(), paid);
    LocalDate date = date(actor, shown, records);
    tie.reason().ifPresent(reason -> requireWithinLimit(actor, tie, reason, date));
    waiting.leave(entries, recorded);
    String words = words(tie, shown, records, paid);
    Ledger.Stored stored =
        ledger.append(actor, Tied.of(tie, date), Ledger.Source.NONE, "tied", words);
    TiePosted posted = new TiePosted(stored.number().words(), words);
    answers.keep(actor, asked, posted);
    return posted;
  }

  private static String words(
      Tie tie, List<Tie.Shown> shown, List<Recorded> records, Optional<Tie.Paid> paid) {
    String corrected =
        paid.map(
                p ->
                    "; a cheque was read wrongly, and %s %s by %s"
                        .formatted(
                            p.item().number(),
                            tie.differenceMinor() < 0 ? "is open again" : "is paid further",
                            AmountText.words(Math.abs(tie.differenceMinor()), tie.currency())))
            .orElse("");
    return tie.isPair()
        ? "Paired "
            + shown.stream().map(e -> e.money().words()).collect(Collectors.joining(" with "))
        : "Tied %s to %s"
                .formatted(
                    AmountText.words(tie.shownMinor(), tie.currency()),
                    records.stream().map(Recorded::words).collect(Collectors.joining(", ")))
            + corrected;
  }

  private LocalDate date(Actor actor, List<Tie.Shown> shown, List<Recorded> records) {
    Optional<LocalDate> free =
        explanations.lastTurnedBack(shown.stream().map(e -> e.money().id()).toList());
    return PostingDate.of(Tie.lastDay(shown, records), free, months.closedUntil(actor.booksId()));
  }

  /**
   * The record is locked before the month is added up, so that two at once do not slice a limit.
   */
  private void requireWithinLimit(Actor actor, Tie tie, TieReason reason, LocalDate date) {
    audit.lock(actor.booksId());
    tie.requireWithin(
        limits.of(actor).differences(),
        actor.authority(),
        differences.ofTies(actor.booksId(), tie.bank(), reason, YearMonth.from(date)));
  }

  /** What this key tied once may have been turned back since: then it does not stand tied. */
  private void requireStands(List<Long> entries, TiePosted before) {
    boolean stands =
        entries.stream()
            .allMatch(
                id ->
                    claims
                        .of(new MoneyInId(id))
                        .filter(c -> c.number().words().equals(before.number()))
                        .isPresent());
    if (!stands) {
      throw RepeatedRequests.turnedBackSince(before.number());
    }
  }

  /** Before anything is locked for them. */
  private static void requireFew(List<Long> entries, List<Long> recorded) {
    if (entries.size() + recorded.size() > Tie.MOST_PARTS) {
      throw Tie.tooManyParts();
    }
  }

  private void requireUntied(Recorded record) {
    claims
        .tieOf(record.id())
        .ifPresent(
            tie -> {
              throw new Refusal(
                  "claimed", "%s is tied already, by %s.".formatted(record.words(), tie.words()));
            });
  }

  private Tie.Shown shown(Actor actor, MoneyInId id) {
    MoneyLine line = moneyLines.counting(actor.booksId(), id);
    claims.requireUnclaimed(id, "");
    return new Tie.Shown(
        line.moneyIn(), line.moneyAccount(a -> accounts.one(actor.booksId(), a).code()));
  }
}
