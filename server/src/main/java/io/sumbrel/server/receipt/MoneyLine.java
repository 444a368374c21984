package io.sumbrel.server.receipt;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.Optional;
import java.util.function.Function;

/**
 * A bank entry, a member of a deposit, or a receipt taken in by hand, with where it came from.
 *
 * @param bankAccountId the account of the entry, or into which the deposit is paid; empty for a
 *     receipt on hand
 * @param statementId of a bank entry
 * @param deposit of which it is a member
 * @param onHand where a receipt is kept that was taken in by hand
 * @param arrivalId the file in which it has its place
 * @param place 1-based line in it
 * @param batch the reference of the one sum that it is a part of
 */
public record MoneyLine(
    MoneyIn moneyIn,
    Optional<Long> bankAccountId,
    Optional<Long> statementId,
    Optional<OfDeposit> deposit,
    Optional<OnHand> onHand,
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

  /** A receipt that was taken in by hand, with the account on which it is kept. */
  public record OnHand(MemberKind kind, AccountCode standsOn) {}

  /** Who pays, as far as the bank says. */
  public String payer() {
    return moneyIn
        .payerName()
        .orElseGet(() -> moneyIn.text().lines().findFirst().orElse("no text"));
  }

  /**
   * The ledger account that the money moves when it is explained.
   *
   * @param bank that of a bank account, by its id
   */
  public AccountCode moneyAccount(Function<Long, AccountCode> bank) {
    return onHand
        .map(OnHand::standsOn)
        .or(() -> deposit.map(OfDeposit::clearing))
        .orElseGet(() -> bank.apply(bankAccountId.orElseThrow()));
  }

  /**
   * Where the money came in, in few words.
   *
   * @param name of a bank account, by its id
   */
  public String cameInto(Function<Long, String> name) {
    return onHand
        .map(o -> o.kind().words() + " by hand")
        .or(() -> deposit.map(OfDeposit::words))
        .orElseGet(() -> name.apply(bankAccountId.orElseThrow()));
  }
}
