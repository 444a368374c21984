package io.sumbrel.core.difference;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;

/** Why what was received is not what is settled, and the account that bears it. */
public enum DifferenceReason {
  BANK_CHARGE("bank charge kept", Side.KEPT_BACK, StandardAccount.BANK_CHARGES, Tax.STAYS),
  PROCESSOR_FEE("processor fee kept", Side.KEPT_BACK, StandardAccount.PROCESSOR_FEES, Tax.STAYS),
  TAX_WITHHELD("tax withheld", Side.KEPT_BACK, StandardAccount.TAX_WITHHELD, Tax.STAYS),
  DISCOUNT("discount", Side.GRANTED, StandardAccount.DISCOUNTS, Tax.CORRECTED),
  PRICE("price corrected", Side.GRANTED, StandardAccount.ALLOWANCES, Tax.CORRECTED),
  QUANTITY("quantity short", Side.GRANTED, StandardAccount.ALLOWANCES, Tax.CORRECTED),
  SMALL_DIFFERENCE(
      "small difference written off", Side.GRANTED, StandardAccount.SMALL_DIFFERENCES, Tax.STAYS),
  ROUNDING("rounding", Side.GRANTED, StandardAccount.ROUNDING, Tax.STAYS);

  /** Where the money stayed. */
  public enum Side {
    /** On the way to us: with a bank, a processor or a tax office. */
    KEPT_BACK,
    /** With the customer, whom we let off. */
    GRANTED
  }

  /** Whether the reason corrects the tax of the item, as a price reduction does. */
  public enum Tax {
    STAYS,
    CORRECTED
  }

  private final String words;
  private final Side side;
  private final StandardAccount account;
  private final Tax tax;

  DifferenceReason(String words, Side side, StandardAccount account, Tax tax) {
    this.words = words;
    this.side = side;
    this.account = account;
    this.tax = tax;
  }

  public String words() {
    return words;
  }

  public Side side() {
    return side;
  }

  public AccountCode account() {
    return account.code();
  }

  public Tax tax() {
    return tax;
  }

  /** Whether the difference must name its item. */
  public boolean namesItem() {
    return side == Side.GRANTED || this == TAX_WITHHELD;
  }
}
