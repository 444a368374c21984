package io.sumbrel.core.difference;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.refusal.Refusal;
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
  public record Limit(Money tape, Money month) {

    /**
     * Whether a difference outside tapes keeps within: one by itself, and with those before it in
     * the month, so that it cannot be sliced. More and less do not make each other good.
     *
     * @param minor the difference, above zero
     * @param thisMonthMinor what was given before in the month, and stands
     * @param what the difference is called, as it follows its amount
     * @param together where and when it is added up, as it follows that
     * @throws Refusal {@code over-limit}
     */
    public void requireWithin(long minor, long thisMonthMinor, String what, String together) {
      requireAtMost(minor, tape, what);
      requireAtMost(Math.addExact(minor, thisMonthMinor), month, what + together);
    }

    private static void requireAtMost(long minor, Money most, String what) {
      if (minor > most.minor()) {
        throw new Refusal(
            "over-limit",
            "%s%s: more than the limit of %s."
                .formatted(AmountText.words(minor, most.currency()), what, most.words()));
      }
    }
  }

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
