package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.LocalDate;
import java.util.Optional;

/**
 * A bank entry with where it came from.
 *
 * @param arrivalId the file in which it has its place
 * @param place 1-based line in it
 * @param batch the reference of the one sum that it is a part of
 */
public record BankLine(
    MoneyIn moneyIn,
    long bankAccountId,
    long statementId,
    long arrivalId,
    int place,
    LocalDate valueDate,
    String bankReference,
    Method method,
    Optional<String> batch) {

  /** Who pays, as far as the bank says. */
  public String payer() {
    return moneyIn
        .payerName()
        .orElseGet(() -> moneyIn.text().lines().findFirst().orElse("no text"));
  }
}
