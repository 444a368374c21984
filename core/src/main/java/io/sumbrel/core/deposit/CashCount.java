package io.sumbrel.core.deposit;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Denominations;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.refusal.Refusal;
import java.util.Collections;
import java.util.Currency;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Notes and coins as they were counted: how many pieces of each value.
 *
 * @param pieces by the value in minor units, the largest first; none of nothing
 */
public record CashCount(SortedMap<Long, Integer> pieces) {
  public static final CashCount NONE = new CashCount(new TreeMap<>());

  private static final int MOST_PIECES = 1_000_000;

  public CashCount {
    SortedMap<Long, Integer> some = new TreeMap<>(Collections.reverseOrder());
    pieces.forEach(
        (value, count) -> {
          if (count != 0) {
            some.put(value, count);
          }
        });
    pieces = Collections.unmodifiableSortedMap(some);
  }

  /**
   * Judges what somebody counted.
   *
   * @throws Refusal {@code cash-count} for less than nothing, too many, or a piece that the
   *     currency does not have
   */
  public static CashCount of(Map<Long, Integer> counted, Currency currency) {
    counted.forEach(
        (value, count) -> {
          if (!Denominations.of(currency).contains(value)) {
            throw new Refusal(
                "cash-count",
                "There is no piece of %s.".formatted(AmountText.words(value, currency)));
          }
          if (count < 0 || count > MOST_PIECES) {
            throw new Refusal(
                "cash-count",
                "%d pieces of %s: a count is a whole number from 0 to %,d."
                    .formatted(count, AmountText.words(value, currency), MOST_PIECES));
          }
        });
    CashCount cash = new CashCount(new TreeMap<>(counted));
    if (cash.minor() > Money.MAX_MINOR) {
      throw new Refusal("cash-count", "That is more cash than is handled here.");
    }
    return cash;
  }

  public boolean isEmpty() {
    return pieces.isEmpty();
  }

  /** What it comes to, in minor units. */
  public long minor() {
    return pieces.entrySet().stream().mapToLong(e -> e.getKey() * e.getValue()).sum();
  }
}
