package io.sumbrel.core.money;

import java.util.Currency;
import java.util.List;
import java.util.Map;

/**
 * The notes and coins in which cash of a currency is counted, the largest first, in minor units.
 * From memory: those that the central banks give out and people pay with; rare ones are left out.
 */
public final class Denominations {
  private static final Map<String, List<Long>> IN_USE =
      Map.of(
          "USD", List.of(10_000L, 5_000L, 2_000L, 1_000L, 500L, 200L, 100L, 50L, 25L, 10L, 5L, 1L),
          "EUR",
              List.of(
                  20_000L, 10_000L, 5_000L, 2_000L, 1_000L, 500L, 200L, 100L, 50L, 20L, 10L, 5L, 2L,
                  1L),
          "GBP", List.of(5_000L, 2_000L, 1_000L, 500L, 200L, 100L, 50L, 20L, 10L, 5L, 2L, 1L),
          "CHF",
              List.of(
                  100_000L, 20_000L, 10_000L, 5_000L, 2_000L, 1_000L, 500L, 200L, 100L, 50L, 20L,
                  10L, 5L),
          "CAD", List.of(10_000L, 5_000L, 2_000L, 1_000L, 500L, 200L, 100L, 25L, 10L, 5L),
          "JPY", List.of(10_000L, 5_000L, 2_000L, 1_000L, 500L, 100L, 50L, 10L, 5L, 1L));

  private Denominations() {}

  /** Empty for a currency whose cash is not counted by pieces here: its sum is typed. */
  public static List<Long> of(Currency currency) {
    return IN_USE.getOrDefault(currency.getCurrencyCode(), List.of());
  }
}
