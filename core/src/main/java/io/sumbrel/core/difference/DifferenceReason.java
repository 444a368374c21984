package io.sumbrel.core.difference;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import java.util.List;
import java.util.Objects;

/**
 * Why what was received is not what is settled, and the account that bears it. A house may name its
 * own beside the standard ones, and let an account of its own bear them. Two are the same reason
 * when their codes are.
 *
 * @param code names it for ever
 * @param tax whether it corrects the tax of the item
 */
public record DifferenceReason(String code, String words, Side side, AccountCode account, Tax tax) {

  public static final DifferenceReason BANK_CHARGE =
      standard(
          "BANK_CHARGE",
          "bank charge kept",
          Side.KEPT_BACK,
          StandardAccount.BANK_CHARGES,
          Tax.STAYS);
  public static final DifferenceReason PROCESSOR_FEE =
      standard(
          "PROCESSOR_FEE",
          "processor fee kept",
          Side.KEPT_BACK,
          StandardAccount.PROCESSOR_FEES,
          Tax.STAYS);
  public static final DifferenceReason TAX_WITHHELD =
      standard(
          "TAX_WITHHELD", "tax withheld", Side.KEPT_BACK, StandardAccount.TAX_WITHHELD, Tax.STAYS);

  /** What an item in another currency was worth more on the day than was received for it. */
  public static final DifferenceReason EXCHANGE =
      standard(
          "EXCHANGE",
          "exchange difference",
          Side.KEPT_BACK,
          StandardAccount.EXCHANGE_DIFFERENCES,
          Tax.STAYS);

  public static final DifferenceReason DISCOUNT =
      standard("DISCOUNT", "discount", Side.GRANTED, StandardAccount.DISCOUNTS, Tax.CORRECTED);
  public static final DifferenceReason PRICE =
      standard("PRICE", "price corrected", Side.GRANTED, StandardAccount.ALLOWANCES, Tax.CORRECTED);
  public static final DifferenceReason QUANTITY =
      standard(
          "QUANTITY", "quantity short", Side.GRANTED, StandardAccount.ALLOWANCES, Tax.CORRECTED);
  public static final DifferenceReason SMALL_DIFFERENCE =
      standard(
          "SMALL_DIFFERENCE",
          "small difference written off",
          Side.GRANTED,
          StandardAccount.SMALL_DIFFERENCES,
          Tax.STAYS);
  public static final DifferenceReason ROUNDING =
      standard("ROUNDING", "rounding", Side.GRANTED, StandardAccount.ROUNDING, Tax.STAYS);

  public static final DifferenceReason DAMAGE =
      standard(
          "DAMAGE", "allowed for damage", Side.GRANTED, StandardAccount.ALLOWANCES, Tax.CORRECTED);
  public static final DifferenceReason RETURNED_GOODS =
      standard(
          "RETURNED_GOODS",
          "allowed for returned goods",
          Side.GRANTED,
          StandardAccount.RETURNED_SALES,
          Tax.CORRECTED);
  public static final DifferenceReason FREIGHT =
      standard(
          "FREIGHT",
          "allowed for freight",
          Side.GRANTED,
          StandardAccount.ALLOWANCES,
          Tax.CORRECTED);
  public static final DifferenceReason PROMOTION =
      standard(
          "PROMOTION", "promotion granted", Side.GRANTED, StandardAccount.DISCOUNTS, Tax.CORRECTED);

  /** What every house starts with, in the order in which people are shown them. */
  public static final List<DifferenceReason> STANDARD =
      List.of(
          BANK_CHARGE,
          PROCESSOR_FEE,
          TAX_WITHHELD,
          DISCOUNT,
          PRICE,
          QUANTITY,
          SMALL_DIFFERENCE,
          ROUNDING,
          EXCHANGE,
          DAMAGE,
          RETURNED_GOODS,
          FREIGHT,
          PROMOTION);

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

  public DifferenceReason {
    Objects.requireNonNull(words);
    Objects.requireNonNull(side);
    Objects.requireNonNull(account);
    Objects.requireNonNull(tax);
    if (!code.matches("[A-Z0-9_]{1,30}")) {
      throw new IllegalArgumentException("code of a reason: " + code);
    }
  }

  private static DifferenceReason standard(
      String code, String words, Side side, StandardAccount account, Tax tax) {
    return new DifferenceReason(code, words, side, account.code(), tax);
  }

  /** Whether the difference must name its item. */
  public boolean namesItem() {
    return side == Side.GRANTED || equals(TAX_WITHHELD);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof DifferenceReason reason && reason.code.equals(code);
  }

  @Override
  public int hashCode() {
    return code.hashCode();
  }
}
