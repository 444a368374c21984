package io.sumbrel.core.deposit;

import java.util.Currency;
import java.util.List;

/**
 * Receipts that were recorded before these books began: their customers are credited already, and
 * what is missing is the bank's entry.
 */
public record BroughtForward(List<Banked> banked, List<OnHand> onHand) {

  /**
   * A slip that was handed in, or a receipt that goes to the bank by itself.
   *
   * @param account number of the bank account
   */
  public record Banked(String account, Deposit deposit) {}

  /** A receipt that is kept until it is banked. */
  public record OnHand(Currency currency, DepositMember receipt) {}

  public BroughtForward {
    banked = List.copyOf(banked);
    onHand = List.copyOf(onHand);
  }

  public int count() {
    return onHand.size() + banked.stream().mapToInt(b -> b.deposit().members().size()).sum();
  }

  public long totalMinor() {
    return onHand.stream().mapToLong(o -> o.receipt().amountMinor()).sum()
        + banked.stream().mapToLong(b -> b.deposit().netMinor()).sum();
  }
}
