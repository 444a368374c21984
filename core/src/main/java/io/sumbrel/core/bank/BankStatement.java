package io.sumbrel.core.bank;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * What a bank states about one account between two balances.
 *
 * @param account the account as the file names it: IBAN or number
 * @param number the bank's number for this statement
 * @param openingMinor balance before the first entry, in minor units
 * @param closingMinor balance after the last entry
 */
public record BankStatement(
    String account,
    Currency currency,
    String number,
    LocalDate openingDate,
    long openingMinor,
    LocalDate closingDate,
    long closingMinor,
    List<StatementEntry> entries) {

  public BankStatement {
    Objects.requireNonNull(account);
    Objects.requireNonNull(currency);
    entries = List.copyOf(entries);
  }

  /** Booked money in, summed, in minor units. */
  public long inMinor() {
    return booked().mapToLong(StatementEntry::amountMinor).filter(a -> a > 0).sum();
  }

  /** Booked money out, summed, in minor units; zero or below. */
  public long outMinor() {
    return booked().mapToLong(StatementEntry::amountMinor).filter(a -> a < 0).sum();
  }

  /** How many booked entries bring money in ({@code 1}) or take it out ({@code -1}). */
  public long count(int sign) {
    return booked().filter(e -> Long.signum(e.amountMinor()) == sign).count();
  }

  public long bookedCount() {
    return booked().count();
  }

  /** What the opening balance and the booked entries make. */
  public long computedClosingMinor() {
    return openingMinor + inMinor() + outMinor();
  }

  public boolean addsUp() {
    return computedClosingMinor() == closingMinor;
  }

  /**
   * @throws Refusal {@code does-not-add-up} when opening and entries do not make the closing; names
   *     the difference and, where one entry explains it, that entry
   */
  public void requireAddsUp() {
    if (addsUp()) {
      return;
    }
    long difference = closingMinor - computedClosingMinor();
    String hint =
        booked()
            .filter(e -> e.amountMinor() == -difference || e.amountMinor() * -2 == difference)
            .findFirst()
            .map(e -> hint(e, difference))
            .orElse("An entry of " + words(difference) + " may be missing.");
    throw new Refusal(
        "does-not-add-up",
        "Statement %s does not add up, by %s. Opening %s and %d entries make %s; the file's closing is %s. %s Ask the bank for the file again; nothing of it was stored."
            .formatted(
                number,
                words(difference),
                words(openingMinor),
                bookedCount(),
                words(computedClosingMinor()),
                words(closingMinor),
                hint));
  }

  private String hint(StatementEntry entry, long difference) {
    return entry.amountMinor() == -difference
        ? "The entry of %s at line %d is that much."
            .formatted(words(entry.amountMinor()), entry.place())
        : "The sign of the entry of %s at line %d may be wrong."
            .formatted(words(entry.amountMinor()), entry.place());
  }

  /**
   * How this statement follows the one before it.
   *
   * @param previousClosingMinor closing balance of the newest accepted statement, or the balance
   *     with which the account begins
   * @param previousDate the day of that balance
   * @throws Refusal {@code gap} when this statement starts from another balance, {@code overlap}
   *     when it starts before that day
   */
  public void requireFollows(long previousClosingMinor, LocalDate previousDate) {
    booked()
        .filter(e -> !e.bookingDate().isAfter(previousDate))
        .findFirst()
        .ifPresent(
            e -> {
              throw new Refusal(
                  "overlap",
                  "The entry at line %d is booked on %s; this account is read up to %s already. Nothing of the file was stored."
                      .formatted(e.place(), e.bookingDate(), previousDate));
            });
    if (openingMinor != previousClosingMinor) {
      throw new Refusal(
          "gap",
          "Statement %s opens with %s, but the account closed with %s on %s: a statement between them is missing, or one was read that the bank has withdrawn."
              .formatted(number, words(openingMinor), words(previousClosingMinor), previousDate));
    }
  }

  private Stream<StatementEntry> booked() {
    return entries.stream().filter(StatementEntry::isBooked);
  }

  private String words(long minor) {
    return AmountText.words(minor, currency);
  }
}
