package io.sumbrel.core.money;

import io.sumbrel.core.refusal.Refusal;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Objects;

/**
 * What one unit of a currency is worth in another on a day, such as EUR 1 = USD 1.0800.
 *
 * @param of whose unit is meant
 * @param in in which it is expressed
 * @param rate above zero, exact
 * @param date from which on it holds
 */
public record ExchangeRate(Currency of, Currency in, BigDecimal rate, LocalDate date) {
  /** More digits after the point are not kept. */
  public static final int MOST_DECIMALS = 12;

  /** A unit that is worth more of another is none that anybody trades. */
  private static final BigDecimal MOST = BigDecimal.valueOf(1_000_000_000L);

  /**
   * @throws Refusal {@code rate}
   */
  public ExchangeRate {
    Objects.requireNonNull(date);
    if (of.equals(in)) {
      throw new Refusal("rate", "A rate is between two currencies, not from " + of + " to itself.");
    }
    if (rate.signum() <= 0 || rate.compareTo(MOST) > 0) {
      throw new Refusal("rate", "A rate is above zero and no more than %s.".formatted(MOST));
    }
    rate = rate.stripTrailingZeros();
    if (rate.scale() > MOST_DECIMALS) {
      throw new Refusal("rate", "A rate has up to %d decimals.".formatted(MOST_DECIMALS));
    }
  }

  /** The rate at which two sums, neither of them zero, are worth the same. */
  public static ExchangeRate between(Money one, Money other, LocalDate date) {
    BigDecimal rate = major(other).divide(major(one), MOST_DECIMALS, RoundingMode.HALF_UP);
    return new ExchangeRate(one.currency(), other.currency(), rate.abs(), date);
  }

  private static BigDecimal major(Money money) {
    return BigDecimal.valueOf(money.minor(), decimals(money.currency()));
  }

  private static int decimals(Currency currency) {
    return Math.max(0, currency.getDefaultFractionDigits());
  }

  /** The same the other way round: EUR 1 = USD 1.25 is USD 1 = EUR 0.8. */
  public ExchangeRate inverse() {
    return new ExchangeRate(
        in, of, BigDecimal.ONE.divide(rate, MOST_DECIMALS, RoundingMode.HALF_UP), date);
  }

  /** What so much is worth, half up. */
  public Money convert(Money money) {
    if (!money.currency().equals(of)) {
      throw new IllegalArgumentException(money + " at " + words());
    }
    return Money.ofMinor(in, minor(major(money).multiply(rate), in));
  }

  /** What is worth so much, half up. */
  public Money back(Money money) {
    if (!money.currency().equals(in)) {
      throw new IllegalArgumentException(money + " back at " + words());
    }
    int digits = MOST_DECIMALS + decimals(of);
    return Money.ofMinor(of, minor(major(money).divide(rate, digits, RoundingMode.HALF_UP), of));
  }

  /**
   * @throws Refusal {@code rate} where it comes to more than is handled
   */
  private static long minor(BigDecimal major, Currency currency) {
    BigDecimal minor = major.movePointRight(decimals(currency)).setScale(0, RoundingMode.HALF_UP);
    if (minor.abs().compareTo(BigDecimal.valueOf(Money.MAX_MINOR)) > 0) {
      throw new Refusal("rate", "At that rate it comes to more than is handled here.");
    }
    return minor.longValueExact();
  }

  /** The figure with at least four decimals, such as {@code 1.0800}. */
  public String figure() {
    return rate.setScale(Math.max(rate.scale(), 4), RoundingMode.UNNECESSARY).toPlainString();
  }

  /** The figure with six decimals at the most, to be read. */
  public String rounded() {
    BigDecimal few = rate.setScale(6, RoundingMode.HALF_UP).stripTrailingZeros();
    return few.setScale(Math.max(few.scale(), 4), RoundingMode.UNNECESSARY).toPlainString();
  }

  public String words() {
    return "%s 1 = %s %s".formatted(of, in, figure());
  }
}
