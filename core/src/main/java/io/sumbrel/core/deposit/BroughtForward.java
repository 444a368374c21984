package io.sumbrel.core.deposit;

import java.util.Currency;
import java.util.List;

/**
 * Receipts that were recorded before these books began: their customers are credited already, and
 * what is missing is the bank's entry.
 *
 * @param banked slips that were handed in, and receipts that go to the bank by themselves
 */
public record BroughtForward(List<BankedDeposit> banked, List<OnHand> onHand) {

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
