package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.LocalDate;

/**
 * A bank entry with where it came from.
 *
 * @param place 1-based line in its file
 */
public record BankLine(
    MoneyIn moneyIn,
    long bankAccountId,
    long statementId,
    int place,
    LocalDate valueDate,
    String bankReference,
    Method method) {

  /** Who pays, as far as the bank says. */
  public String payer() {
    return moneyIn
        .payerName()
        .orElseGet(() -> moneyIn.text().lines().findFirst().orElse("no text"));
  }
}
