package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.posting.PostingDate;
import io.sumbrel.core.posting.Tied;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.ledger.Months;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.rules.Limits;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Ties entries of the bank to deposits and receipts; they stand in no pile any more. */
@Component
class TieDeposits {
  private final MoneyLines moneyLines;
  private final WaitingForTie waiting;
  private final Claims claims;
  private final Explanations explanations;
  private final BankAccounts accounts;
  private final Months months;
  private final Limits limits;
  private final Ledger ledger;

  TieDeposits(
      MoneyLines moneyLines,
      WaitingForTie waiting,
      Claims claims,
      Explanations explanations,
      BankAccounts accounts,
      Months months,
      Limits limits,
      Ledger ledger) {
    this.moneyLines = moneyLines;
    this.waiting = waiting;
    this.claims = claims;
    this.explanations = explanations;
    this.accounts = accounts;
    this.months = months;
    this.limits = limits;
    this.ledger = ledger;
  }

  /** A tie as it was posted. */
  record TiePosted(String number, String words) {}

  /**
   * @param entries of the bank
   * @param recorded deposits, and receipts on hand
   * @throws Refusal {@code not-found}, {@code claimed}, {@code held}, {@code detailed}, {@code
   *     withdrawn}, and the reasons of {@link Tie}; nothing is changed then
   */
  @Transactional
  TiePosted tie(Actor actor, List<Long> entries, List<Long> recorded, Optional<TieReason> reason) {
    requireFew(entries, recorded);
    entries.stream().sorted().distinct().forEach(id -> moneyLines.lock(new MoneyInId(id)));
    List<Recorded> records = waiting.lock(actor.booksId(), recorded);
    records.forEach(this::requireUntied);
    List<Tie.Shown> shown = entries.stream().map(id -> shown(actor, new MoneyInId(id))).toList();
    Tie tie =
        Tie.of(shown, records, reason, limits.of(actor.booksId()).differences(), actor.authority());
    Optional<LocalDate> free =
        entries.stream()
            .flatMap(id -> explanations.lastTurnedBack(new MoneyInId(id)).stream())
            .max(LocalDate::compareTo);
    LocalDate date =
        PostingDate.of(Tie.lastDay(shown, records), free, months.closedUntil(actor.booksId()));
    waiting.leave(entries, recorded);
    String words =
        "Tied %s to %s"
            .formatted(
                AmountText.words(tie.shownMinor(), tie.currency()),
                records.stream().map(Recorded::words).collect(Collectors.joining(", ")));
    Ledger.Stored stored =
        ledger.append(actor, Tied.of(tie, date), Ledger.Source.NONE, "tied", words);
    return new TiePosted(stored.number().words(), words);
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
        line.moneyIn(), accounts.one(actor.booksId(), line.bankAccountId()).code());
  }
}
