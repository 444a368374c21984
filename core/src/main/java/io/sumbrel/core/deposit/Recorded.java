package io.sumbrel.core.deposit;

import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.rules.HouseLimits;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Optional;
import java.util.Set;

/**
 * Money that is in the books already and waits for the bank to show it: a slip, a batch, a payout,
 * or a receipt on hand. To place the bank's entry of it on invoices would count it twice.
 *
 * @param standsOn the ledger account of its money until the bank shows it
 * @param account the bank account into which it goes; empty while that is not known
 * @param date on which it was handed in, banked or received
 * @param amountMinor what reaches the bank, in minor units
 * @param words what it is, for people
 * @param others entries of which a person said that they are something else
 */
public record Recorded(
    RecordedId id,
    DepositKind kind,
    AccountCode standsOn,
    Currency currency,
    Optional<Long> account,
    String reference,
    LocalDate date,
    long amountMinor,
    String words,
    Set<MoneyInId> others) {

  public Recorded {
    others = Set.copyOf(others);
  }

  /**
   * Whether the bank's entry may be this, or hold it with others: by account, day and method.
   *
   * @param limits how long it may have taken to get there, and what may have been kept on the way
   */
  public boolean mayBeIn(MoneyIn entry, HouseLimits limits) {
    return entry.bankLine().isPresent()
        && entry.currency().equals(currency)
        && entry.amountMinor() + limits.chargeCap(currency).minor() >= amountMinor
        && !others.contains(entry.id())
        && WaitingEntries.isNear(known(entry, limits.recordedDays()), of(entry));
  }

  /** Whether the bank names it. */
  public boolean isNamedIn(MoneyIn entry) {
    return entry.bankLine().isPresent() && WaitingEntries.names(of(entry), known(entry, 0));
  }

  /** Where the bank names it, if it writes the reference as we do. */
  public Optional<TextSpan> spanIn(MoneyIn entry) {
    int at = reference.isEmpty() ? -1 : entry.text().indexOf(reference);
    return at < 0 ? Optional.empty() : Optional.of(new TextSpan(at, at + reference.length()));
  }

  /**
   * As if it were of the day of the entry, where it may have lain so long; into any account while
   * it has none.
   */
  private WaitingEntries.Known known(MoneyIn entry, int days) {
    LocalDate booked = entry.bookingDate();
    boolean lies = date.isBefore(booked) && !date.isBefore(booked.minusDays(days));
    long into = account.orElse(entry.bankLine().orElseThrow().account());
    return new WaitingEntries.Known(
        id.number(), kind, into, reference, lies ? booked : date, amountMinor);
  }

  private static WaitingEntries.Entry of(MoneyIn entry) {
    BankLine line = entry.bankLine().orElseThrow();
    return new WaitingEntries.Entry(
        entry.id().number(),
        line.account(),
        entry.bookingDate(),
        entry.amountMinor(),
        line.method(),
        entry.text() + "\n" + line.reference());
  }
}
