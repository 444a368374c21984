package io.sumbrel.core.deposit;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.StandardAccount;

/** Why the bank shows another sum than was recorded, and the account that bears it. */
public enum TieReason {
  /** The bank counted a slip otherwise, more or less. */
  COUNTED_OTHERWISE(
      "counted otherwise by the bank",
      StandardAccount.DEPOSIT_DIFFERENCES,
      DifferenceReason.SMALL_DIFFERENCE),
  BANK_CHARGE("bank charge kept", StandardAccount.BANK_CHARGES, DifferenceReason.BANK_CHARGE),
  PROCESSOR_FEE(
      "processor fee kept", StandardAccount.PROCESSOR_FEES, DifferenceReason.PROCESSOR_FEE);

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

  /** The reason of a tape whose limit holds for this one too. */
  DifferenceReason limitedAs() {
    return limitedAs;
  }
}
