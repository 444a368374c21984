package io.sumbrel.core.deposit;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Objects;

/**
 * What reaches the bank as one sum, as its file or slip states it.
 *
 * @param reference by which the bank may name it: the number of a slip, a payout, box and batch
 * @param date on which it was handed in, banked or sent
 * @param netMinor what reaches the bank, in minor units; the sum of the members (invariant 9)
 */
public record Deposit(
    DepositKind kind,
    Currency currency,
    String reference,
    LocalDate date,
    long netMinor,
    List<DepositMember> members) {

  /**
   * @throws Refusal {@code does-not-add-up} when the members do not make the net
   */
  public Deposit {
    Objects.requireNonNull(kind);
    Objects.requireNonNull(currency);
    Objects.requireNonNull(reference);
    Objects.requireNonNull(date);
    members = List.copyOf(members);
    long sum = members.stream().mapToLong(DepositMember::amountMinor).sum();
    if (sum != netMinor) {
      throw new Refusal(
          "does-not-add-up",
          "%s %s states %s, its %d rows make %s; the difference is %s."
              .formatted(
                  kind.words(),
                  reference,
                  AmountText.words(netMinor, currency),
                  members.size(),
                  AmountText.words(sum, currency),
                  AmountText.words(netMinor - sum, currency)));
    }
  }

  public String words() {
    return (kind.words() + " " + reference).strip();
  }
}
