package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import java.time.LocalDate;

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

  /** What does not meet; zero in books that are right. */
  public long differenceMinor() {
    return statementMinor - unexplainedMinor - ledgerMinor;
  }
}
