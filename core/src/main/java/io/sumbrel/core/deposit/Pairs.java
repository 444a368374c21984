package io.sumbrel.core.deposit;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Entries by which the bank corrects itself: as much the other way on the same account, within
 * days. Immutable.
 */
public final class Pairs {
  /** A bank mends its own mistake within so many days. Common practice. */
  private static final int DAYS_APART = 10;

  private final Map<Key, List<MoneyIn>> pile = new HashMap<>();

  private record Key(long account, Money amount) {}

  /**
   * @param pile what is to be explained
   */
  public Pairs(Collection<MoneyIn> pile) {
    for (MoneyIn money : pile) {
      money
          .bankLine()
          .ifPresent(
              line ->
                  this.pile
                      .computeIfAbsent(
                          new Key(line.account(), money.amount()), k -> new ArrayList<>(1))
                      .add(money));
    }
  }

  /** What an entry may be paired with, the nearest in time first. */
  public List<MoneyIn> othersOf(MoneyIn entry) {
    return entry
        .bankLine()
        .map(BankLine::account)
        .map(a -> pile.getOrDefault(new Key(a, entry.amount().negated()), List.of()))
        .orElse(List.of())
        .stream()
        .filter(m -> apart(m, entry) <= DAYS_APART)
        .sorted((a, b) -> Long.compare(apart(a, entry), apart(b, entry)))
        .toList();
  }

  private static long apart(MoneyIn one, MoneyIn other) {
    return Math.abs(ChronoUnit.DAYS.between(one.bookingDate(), other.bookingDate()));
  }
}
