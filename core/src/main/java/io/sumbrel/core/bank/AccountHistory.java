package io.sumbrel.core.bank;

import java.time.LocalDate;
import java.util.List;

/**
 * What is read of an account so far.
 *
 * @param beginsOn the first day in these books; what was booked before is in the balance it began
 *     with
 * @param until the last day that is read
 * @param balanceMinor what it began with and every entry that counts, in minor units
 * @param counted entries that count, in the order of the bank, at least all from the first day of
 *     the statement that is to follow
 * @param held entries of these days that are possibly double and count nowhere
 * @param statements the statements by which these entries came
 */
public record AccountHistory(
    LocalDate beginsOn,
    LocalDate until,
    long balanceMinor,
    List<Known> counted,
    List<Known> held,
    List<KnownStatement> statements) {

  /** An entry that is read already. */
  public record Known(LocalDate date, long amountMinor, String reference, String text) {
    public static Known of(StatementEntry entry) {
      return new Known(
          entry.bookingDate(),
          entry.amountMinor(),
          entry.bankReference(),
          String.join("\n", entry.text()));
    }
  }

  /** A statement that is read already, by the bank's number for it, with its entries. */
  public record KnownStatement(String number, List<Known> entries) {
    public KnownStatement {
      entries = List.copyOf(entries);
    }
  }

  public AccountHistory {
    counted = List.copyOf(counted);
    held = List.copyOf(held);
    statements = List.copyOf(statements);
  }
}
