package io.sumbrel.core.money;

import java.util.Currency;
import java.util.Objects;

/**
 * An amount of money: whole minor units (cents) of one ISO 4217 currency, signed.
 *
 * <p>No amount is above {@link #MAX_MINOR}, so that sums stay exact in every place that handles
 * them, a browser's numbers among them.
 */
public record Money(Currency currency, long minor) {
  /** The largest amount handled, in minor units: 10^13. */
  public static final long MAX_MINOR = 10_000_000_000_000L;

  /** Our own choice, in smallest units: what is worth more has more decimals as a rule. */
  private static final long CENTS = 100;

  private static final long ROUND = 5_000;

  public Money {
    Objects.requireNonNull(currency);
    if (minor > MAX_MINOR || minor < -MAX_MINOR) {
      throw new IllegalArgumentException("amount out of range: " + minor + " " + currency);
    }
  }

  public static Money ofMinor(Currency currency, long minor) {
    return new Money(currency, minor);
  }

  public static Money zero(Currency currency) {
    return new Money(currency, 0);
  }

  /** The most that anybody calls cents in a currency, such as 1.00. */
  public static Money cents(Currency currency) {
    return new Money(currency, CENTS);
  }

  public Money plus(Money other) {
    return new Money(currency, minor + sameCurrency(other).minor);
  }

  public Money minus(Money other) {
    return new Money(currency, minor - sameCurrency(other).minor);
  }

  public Money negated() {
    return new Money(currency, -minor);
  }

  public boolean isZero() {
    return minor == 0;
  }

  /** Whether somebody chose the figure rather than reckoned it, such as 250.00. */
  public boolean isRound() {
    return minor % ROUND == 0;
  }

  /** The amount in words of figures, such as {@code 1,262.00} or {@code −18.00}. */
  public String words() {
    return AmountText.words(minor, currency);
  }

  private Money sameCurrency(Money other) {
    if (!currency.equals(other.currency)) {
      throw new IllegalArgumentException("currencies differ: " + this + " and " + other);
    }
    return other;
  }

  @Override
  public String toString() {
    return currency.getCurrencyCode() + " " + words();
  }
}
