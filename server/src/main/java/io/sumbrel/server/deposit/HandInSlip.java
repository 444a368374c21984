package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.posting.HandedIn;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.ledger.DifferencesPosted;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.requests.RepeatedRequests;
import io.sumbrel.server.rules.Limits;
import io.sumbrel.server.rules.PersonLimits;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Hands a slip in: it waits for the bank from now on, and its receipts are on hand no more. */
@Component
class HandInSlip {
  private final Slips slips;
  private final WaitingForTie waiting;
  private final Months months;
  private final Limits houseLimits;
  private final PersonLimits limits;
  private final Houses houses;
  private final DifferencesPosted differences;
  private final Ledger ledger;
  private final RepeatedRequests answers;

  HandInSlip(
      Slips slips,
      WaitingForTie waiting,
      Months months,
      Limits houseLimits,
      PersonLimits limits,
      Houses houses,
      DifferencesPosted differences,
      Ledger ledger,
      RepeatedRequests answers) {
    this.slips = slips;
    this.waiting = waiting;
    this.months = months;
    this.houseLimits = houseLimits;
    this.limits = limits;
    this.houses = houses;
    this.differences = differences;
    this.ledger = ledger;
    this.answers = answers;
  }

  /** A slip as it was handed in. */
  record SlipHandedIn(String number, String words) {}

  /**
   * @param namesDifference whether the till may differ from what was recorded
   * @param key names the request: sent again, it is answered and not handed in again
   * @throws Refusal {@code not-found}, {@code handed-in}, {@code not-explained}, {@code explained},
   *     {@code closed-month}, and the reasons of {@link Slip}; nothing is changed then
   */
  @Transactional
  SlipHandedIn handIn(Actor actor, long id, boolean namesDifference, String key) {
    RepeatedRequests.Asked asked = new RepeatedRequests.Asked(key, "slip " + id, namesDifference);
    Slips.Stored stored = slips.lock(actor.booksId(), id);
    Optional<SlipHandedIn> before = answers.before(actor, asked, SlipHandedIn.class);
    if (before.isPresent()) {
      return before.get();
    }
    stored.requireBeingMade();
    LocalDate date = stored.row().slipDate;
    requireDate(actor, date);
    stored.receipts().forEach(waiting::requireExplained);
    Slip slip = Slip.of(stored.filled(), namesDifference);
    Deposit deposit = deposit(slip, date);
    waiting.lockCandidates(stored.row().bankAccountId, List.of(deposit));
    waiting.requireNotExplained(stored.row().bankAccountId, deposit);
    requireWithinLimit(actor, slip, date);
    String words =
        "Handed in %s, %s"
            .formatted(slip.words(), AmountText.words(slip.netMinor(), slip.currency()));
    Ledger.Stored posting =
        ledger.append(actor, HandedIn.of(slip, date), Ledger.Source.NONE, "slip-handed-in", words);
    slips.stand(stored, slip, date, posting.id());
    waiting.settle(stored.row().bankAccountId);
    SlipHandedIn done = new SlipHandedIn(posting.number().words(), words);
    answers.keep(actor, asked, done);
    return done;
  }

  private void requireDate(Actor actor, LocalDate date) {
    months.requireOpen(actor.booksId(), date);
    LocalDate today = houses.businessDate(actor.booksId());
    houseLimits.of(actor.booksId()).requireWithinDates("The slip", date, today);
  }

  /** As the bank will show it. */
  private static Deposit deposit(Slip slip, LocalDate date) {
    DepositMember whole =
        new DepositMember(
            1,
            MemberKind.ADJUSTMENT,
            date,
            slip.netMinor(),
            "",
            Optional.empty(),
            Optional.empty(),
            List.of(),
            "");
    return new Deposit(
        DepositKind.SLIP, slip.currency(), slip.number(), date, slip.netMinor(), List.of(whole));
  }

  private void requireWithinLimit(Actor actor, Slip slip, LocalDate date) {
    if (slip.differenceMinor() != 0) {
      slip.requireWithin(
          limits.of(actor).differences(),
          actor.authority(),
          differences.ofSlips(actor.booksId(), slip.bank(), YearMonth.from(date)));
    }
  }
}
