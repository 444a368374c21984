package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * One bank account on one day, in minor units: what the bank shows, less what nothing explains on
 * that day, is what the books say.
 *
 * @param statementMinor the balance with which the account begins and all entries booked by the day
 * @param unexplainedMinor entries booked by the day that no posting explains on that day, less what
 *     a posting explains on that day that is gone since
 * @param ledgerMinor the ledger's bank account by the day
 */
public record BankReconciliation(
    AccountCode account,
    LocalDate day,
    long statementMinor,
    long unexplainedMinor,
    long ledgerMinor) {

  public static BankReconciliation of(BooksFacts facts, BooksFacts.Account account, LocalDate day) {
    Set<MoneyInId> explained = explainedAt(facts, day);
    long statement = account.beginsOn().isAfter(day) ? 0 : account.beginsWith().minor();
    long unexplained = 0;
    for (BooksFacts.Entry entry : facts.entries()) {
      boolean counts =
          entry.account().equals(account.code()) && !entry.moneyIn().bookingDate().isAfter(day);
      if (counts) {
        statement += entry.moneyIn().amountMinor();
        unexplained += explained.contains(entry.moneyIn().id()) ? 0 : entry.moneyIn().amountMinor();
      }
    }
    for (BooksFacts.Entry entry : facts.gone()) {
      boolean counts =
          entry.account().equals(account.code()) && explained.contains(entry.moneyIn().id());
      unexplained -= counts ? entry.moneyIn().amountMinor() : 0;
    }
    return new BankReconciliation(
        account.code(), day, statement, unexplained, ledgerAt(facts, account.code(), day));
  }

  /** What does not meet; zero in books that are right. */
  public long differenceMinor() {
    return statementMinor - unexplainedMinor - ledgerMinor;
  }

  private static Set<MoneyInId> explainedAt(BooksFacts facts, LocalDate day) {
    Map<PostingNumber, LocalDate> turnedBackOn = new HashMap<>();
    facts.postings().forEach(p -> p.turnsBack().ifPresent(n -> turnedBackOn.put(n, p.date())));
    Set<MoneyInId> explained = new HashSet<>();
    for (Posting posting : facts.postings()) {
      LocalDate end = turnedBackOn.getOrDefault(posting.number(), LocalDate.MAX);
      if (!posting.date().isAfter(day) && end.isAfter(day)) {
        explained.addAll(posting.claims().money());
      }
    }
    return explained;
  }

  private static long ledgerAt(BooksFacts facts, AccountCode account, LocalDate day) {
    return facts.postings().stream()
        .filter(p -> !p.date().isAfter(day))
        .flatMap(p -> p.entry().lines().stream())
        .filter(l -> l.account().equals(account))
        .mapToLong(l -> l.amount().minor())
        .sum();
  }
}
