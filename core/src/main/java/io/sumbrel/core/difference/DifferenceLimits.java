package io.sumbrel.core.difference;

import io.sumbrel.core.money.Money;
import java.util.Currency;
import java.util.Map;
import java.util.Objects;

/**
 * How far people may go with each reason without asking. What the terms of an invoice or a rate of
 * the house grant anyway counts towards no limit. Currencies are worth more and less, so each may
 * have a table of its own.
 *
 * @param everywhere for a currency that has none of its own: the same count of its smallest units,
 *     since what is worth more has more decimals as a rule
 * @param own by currency
 * @param person what holds for one person in every currency, whatever the role says; empty for
 *     nobody in particular
 */
public record DifferenceLimits(
    LimitTable everywhere,
    Map<Currency, LimitTable> own,
    Map<DifferenceReason, LimitTable.Figures> person) {

  /**
   * @param tape the most on one tape, and on one item for ever
   * @param month the most for one customer in one month
   */
  public record Limit(Money tape, Money month) {}

  /** What a house starts with. */
  public static final DifferenceLimits DEFAULTS =
      new DifferenceLimits(LimitTable.STANDARD, Map.of());

  public DifferenceLimits {
    Objects.requireNonNull(everywhere);
    own = Map.copyOf(own);
    person = Map.copyOf(person);
  }

  /** Those of the roles. */
  public DifferenceLimits(LimitTable everywhere, Map<Currency, LimitTable> own) {
    this(everywhere, own, Map.of());
  }

  /** The limit of a reason in a currency; nothing is allowed for a reason that has none. */
  public Limit of(DifferenceReason reason, Authority authority, Currency currency) {
    LimitTable.Figures role = own.getOrDefault(currency, everywhere).of(reason, authority);
    LimitTable.Figures figures = person.getOrDefault(reason, role);
    return new Limit(
        Money.ofMinor(currency, figures.tapeMinor()),
        Money.ofMinor(currency, figures.monthMinor()));
  }
}
