package io.sumbrel.core.tape;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;

/** Why what was received is not what is settled, and the account that bears it. */
public enum DifferenceReason {
  BANK_CHARGE("bank charge kept", LineKind.KEPT_BACK, StandardAccount.BANK_CHARGES, Tax.STAYS),
  PROCESSOR_FEE(
      "processor fee kept", LineKind.KEPT_BACK, StandardAccount.PROCESSOR_FEES, Tax.STAYS),
  TAX_WITHHELD("tax withheld", LineKind.KEPT_BACK, StandardAccount.TAX_WITHHELD, Tax.STAYS),
  DISCOUNT("discount", LineKind.GRANTED, StandardAccount.DISCOUNTS, Tax.CORRECTED),
  PRICE("price corrected", LineKind.GRANTED, StandardAccount.ALLOWANCES, Tax.CORRECTED),
  QUANTITY("quantity short", LineKind.GRANTED, StandardAccount.ALLOWANCES, Tax.CORRECTED),
  SMALL_DIFFERENCE(
      "small difference written off",
      LineKind.GRANTED,
      StandardAccount.SMALL_DIFFERENCES,
      Tax.STAYS),
  ROUNDING("rounding", LineKind.GRANTED, StandardAccount.ROUNDING, Tax.STAYS);

  /** Whether the reason corrects the tax of the item, as a price reduction does. */
  public enum Tax {
    STAYS,
    CORRECTED
  }

  private final String words;
  private final LineKind kind;
  private final StandardAccount account;
  private final Tax tax;

  DifferenceReason(String words, LineKind kind, StandardAccount account, Tax tax) {
    this.words = words;
    this.kind = kind;
    this.account = account;
    this.tax = tax;
  }

  public String words() {
    return words;
  }

  /** {@link LineKind#KEPT_BACK} or {@link LineKind#GRANTED}. */
  public LineKind kind() {
    return kind;
  }

  public AccountCode account() {
    return account.code();
  }

  public Tax tax() {
    return tax;
  }

  /** Whether the difference must name its item. */
  public boolean namesItem() {
    return kind == LineKind.GRANTED || this == TAX_WITHHELD;
  }
}
