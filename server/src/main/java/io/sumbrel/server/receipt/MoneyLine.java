package io.sumbrel.server.receipt;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.Optional;

/**
 * A bank entry, or a member of a deposit, with where it came from.
 *
 * @param bankAccountId the account of the entry, or into which the deposit is paid
 * @param statementId of a bank entry
 * @param deposit of which it is a member
 * @param arrivalId the file in which it has its place
 * @param place 1-based line in it
 * @param batch the reference of the one sum that it is a part of
 */
public record MoneyLine(
    MoneyIn moneyIn,
    long bankAccountId,
    Optional<Long> statementId,
    Optional<OfDeposit> deposit,
    long arrivalId,
    int place,
    LocalDate valueDate,
    String bankReference,
    Method method,
    Optional<String> batch) {

  /** That of booking. */
  public static final Comparator<MoneyLine> IN_ORDER =
      Comparator.comparing((MoneyLine l) -> l.moneyIn().bookingDate())
          .thenComparing(l -> l.moneyIn().id().number());

  /** The deposit of a member. */
  public record OfDeposit(long id, DepositKind kind, String reference, AccountCode clearing) {
    public String words() {
      return (kind.words() + " " + reference).strip();
    }
  }

  /** Who pays, as far as the bank says. */
  public String payer() {
    return moneyIn
        .payerName()
        .orElseGet(() -> moneyIn.text().lines().findFirst().orElse("no text"));
  }

  /**
   * The ledger account that the money moves when it is explained.
   *
   * @param bank that of its bank account
   */
  public AccountCode moneyAccount(AccountCode bank) {
    return deposit.map(OfDeposit::clearing).orElse(bank);
  }

  /** Where the money came in, in few words. */
  public String cameInto(String accountName) {
    return deposit.map(OfDeposit::words).orElse(accountName);
  }
}
