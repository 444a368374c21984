package io.sumbrel.core.tape;

import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.money.Proportion;
import java.util.Objects;

/**
 * How an item in another currency meets a line: the amount by which it moves, and the rate at which
 * that is worth the amount of the line. Both go through currency clearing.
 *
 * @param amount in the currency of the item, above zero
 * @param rate from that currency to the one of the tape
 */
public record Exchange(Money amount, ExchangeRate rate) {
  public Exchange {
    Objects.requireNonNull(amount);
    Objects.requireNonNull(rate);
  }

  /**
   * @param worth what it comes to in the currency of the tape
   * @param whole what is open of the item, above zero: where it comes to the same it is meant
   */
  public static Exchange of(Money worth, Money whole, ExchangeRate rate) {
    return new Exchange(rate.convert(whole).equals(worth) ? whole : rate.back(worth), rate);
  }

  /** Whether the amount is worth so much, counted from either side: one of them was rounded. */
  boolean isWorth(Money worth) {
    return rate.in().equals(worth.currency())
        && rate.of().equals(amount.currency())
        && (rate.convert(amount).equals(worth) || rate.back(worth).equals(amount));
  }

  /** Its share of a part of the line. */
  Exchange share(Money part, Money whole) {
    long minor = Proportion.halfUp(amount.minor(), part.minor(), whole.minor());
    return new Exchange(Money.ofMinor(amount.currency(), minor), rate);
  }

  Exchange plus(Exchange other) {
    return new Exchange(amount.plus(other.amount), rate);
  }
}
