package io.sumbrel.core.matching.change;

import io.sumbrel.core.receipt.MoneyIn;

/** What stands otherwise than it did, as far as a search may depend on it. */
public interface Changes {
  boolean isNothing();

  /** Whether items of one of these families are among it. */
  boolean hasHeadOf(int[] families);

  /** Whether items are among it that are, or were, of the very amount of a sum. */
  boolean hasAmountOf(MoneyIn moneyIn);

  /** Whether records are among it, and the bank's entry may be or hold what is recorded. */
  boolean hasRecordFor(MoneyIn entry);

  /**
   * Whether something else is remembered of a payer.
   *
   * @param name in plain words, empty when the bank gives none
   * @param account without its blanks, empty when the bank gives none
   */
  boolean hasPayer(MoneyIn moneyIn, String name, String account);
}
