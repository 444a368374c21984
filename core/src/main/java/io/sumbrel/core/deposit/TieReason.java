package io.sumbrel.core.deposit;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.StandardAccount;
import java.util.Optional;

/** Why the bank shows another sum than was recorded, and the account that bears it. */
public enum TieReason {
  /** The bank counted a slip otherwise, more or less. */
  COUNTED_OTHERWISE(
      "counted otherwise by the bank",
      StandardAccount.DEPOSIT_DIFFERENCES,
      DifferenceReason.SMALL_DIFFERENCE),
  BANK_CHARGE("bank charge kept", StandardAccount.BANK_CHARGES, DifferenceReason.BANK_CHARGE),
  PROCESSOR_FEE(
      "processor fee kept", StandardAccount.PROCESSOR_FEES, DifferenceReason.PROCESSOR_FEE),
  /**
   * A cheque was recorded with another sum than is written on it: what it paid was paid otherwise.
   */
  READ_WRONGLY("cheque read wrongly", StandardAccount.RECEIVABLES, null);

  private final String words;
  private final StandardAccount account;
  private final DifferenceReason limitedAs;

  TieReason(String words, StandardAccount account, DifferenceReason limitedAs) {
    this.words = words;
    this.account = account;
    this.limitedAs = limitedAs;
  }

  public String words() {
    return words;
  }

  public StandardAccount account() {
    return account;
  }

  /**
   * The reason of a tape whose limit holds for this one too; empty where the house loses nothing.
   */
  Optional<DifferenceReason> limitedAs() {
    return Optional.ofNullable(limitedAs);
  }

  /** Whether a receipt is corrected, and what it paid with it. */
  public boolean corrects() {
    return this == READ_WRONGLY;
  }
}
