package io.sumbrel.core.difference;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.refusal.Refusal;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Why what was received is not what is settled, and the account that bears it. A house may name its
 * own beside the standard ones, and let an account of its own bear them. Two are the same reason
 * when their codes are.
 *
 * @param code names it for ever
 * @param tax whether it corrects the tax of the item
 * @param codes by which payers state it in their advices, with the list that they are of, such as
 *     {@code X12:04}; those of standard reasons are of X12 data element 426 and of the ISO 20022
 *     external discount types, both from memory
 * @param retired whether it is kept for what was posted, and no longer chosen
 */
public record DifferenceReason(
    String code,
    String words,
    Side side,
    AccountCode account,
    Tax tax,
    List<String> codes,
    boolean retired) {

  /** A code list and a code of it. */
  private static final Pattern CODE = Pattern.compile("[A-Z0-9]{2,6}:[A-Z0-9]{1,10}");

  private static final int MOST_CODES = 10;

  /** What proposals, ties and exchange rest on: never retired. */
  private static final Set<String> PROPOSED =
      Set.of(
          "BANK_CHARGE",
          "PROCESSOR_FEE",
          "TAX_WITHHELD",
          "EXCHANGE",
          "DISCOUNT",
          "SMALL_DIFFERENCE");

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
      standard("DISCOUNT", "discount", Side.GRANTED, StandardAccount.DISCOUNTS, Tax.CORRECTED)
          .stated("ISO:TMDS", "ISO:STDS");
  public static final DifferenceReason PRICE =
      standard("PRICE", "price corrected", Side.GRANTED, StandardAccount.ALLOWANCES, Tax.CORRECTED)
          .stated("X12:01");
  public static final DifferenceReason QUANTITY =
      standard(
              "QUANTITY", "quantity short", Side.GRANTED, StandardAccount.ALLOWANCES, Tax.CORRECTED)
          .stated("X12:06");
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
              "DAMAGE",
              "allowed for damage",
              Side.GRANTED,
              StandardAccount.ALLOWANCES,
              Tax.CORRECTED)
          .stated("X12:04");
  public static final DifferenceReason RETURNED_GOODS =
      standard(
              "RETURNED_GOODS",
              "allowed for returned goods",
              Side.GRANTED,
              StandardAccount.RETURNED_SALES,
              Tax.CORRECTED)
          .stated("X12:11");
  public static final DifferenceReason FREIGHT =
      standard(
          "FREIGHT",
          "allowed for freight",
          Side.GRANTED,
          StandardAccount.ALLOWANCES,
          Tax.CORRECTED);
  public static final DifferenceReason PROMOTION =
      standard(
              "PROMOTION",
              "promotion granted",
              Side.GRANTED,
              StandardAccount.DISCOUNTS,
              Tax.CORRECTED)
          .stated("ISO:APDS");

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
    codes = List.copyOf(codes);
    if (codes.size() > MOST_CODES || !codes.stream().allMatch(c -> CODE.matcher(c).matches())) {
      throw new Refusal(
          "reason", "“%s” are no codes such as X12:04 X12:06.".formatted(String.join(" ", codes)));
    }
    if (retired && PROPOSED.contains(code)) {
      throw new Refusal("reason", "“%s” is proposed; it stays in use.".formatted(words));
    }
  }

  /** One that is in use, and that no advice states by a code. */
  public DifferenceReason(String code, String words, Side side, AccountCode account, Tax tax) {
    this(code, words, side, account, tax, List.of(), false);
  }

  private DifferenceReason stated(String... by) {
    return new DifferenceReason(code, words, side, account, tax, List.of(by), retired);
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
