package io.sumbrel.core.deposit;

import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.OppositeSums;
import java.util.List;

/**
 * Entries by which the bank corrects itself: as much the other way on the same account, within
 * days.
 *
 * @param pile what is to be explained
 */
public record Pairs(OppositeSums pile) {
  /** A bank mends its own mistake within so many days. Common practice. */
  private static final int DAYS_APART = 10;

  /** What an entry may be paired with, the nearest in time first. */
  public List<MoneyIn> othersOf(MoneyIn entry) {
    return pile.onTheSameAccount(entry, DAYS_APART);
  }
}
