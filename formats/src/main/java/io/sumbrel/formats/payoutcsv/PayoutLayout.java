package io.sumbrel.formats.payoutcsv;

import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.CsvSample;
import io.sumbrel.formats.CsvShape;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * How a processor writes its list of payouts, stated by a person and never guessed.
 *
 * @param columns what each column holds, in order; columns beyond hold nothing
 * @param types what each word of the type column means; empty where there is no such column
 */
public record PayoutLayout(
    char delimiter,
    int headerLine,
    int linesAfter,
    List<Holds> columns,
    DateOrder dateOrder,
    DecimalMark decimalMark,
    SignOfFees signOfFees,
    Map<String, RowType> types)
    implements CsvShape {

  /** What a column holds. */
  public enum Holds {
    NOTHING("—"),
    PAYOUT("payout"),
    PAYOUT_DATE("date of the payout"),
    DATE("date"),
    TYPE("what it is"),
    NUMBER("processor's number"),
    REFERENCE("order or invoice"),
    PAYER("payer"),
    GROSS("gross"),
    FEE("fee"),
    REFUND("refund"),
    CHARGEBACK("chargeback"),
    RESERVE("reserve"),
    NET("net"),
    CURRENCY("currency"),
    TEXT("text");

    private final String words;

    Holds(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** What a row is, by the word in its type column. */
  public enum RowType {
    SALE("sale", MemberKind.SALE),
    REFUND("refund", MemberKind.REFUND),
    FEE("fee", MemberKind.FEE),
    RETURNED_FEE("returned fee", MemberKind.RETURNED_FEE),
    CHARGEBACK("chargeback", MemberKind.CHARGEBACK),
    RESERVE_HELD("reserve held", MemberKind.RESERVE),
    RESERVE_RELEASED("reserve released", MemberKind.RESERVE),
    ADJUSTMENT("adjustment", MemberKind.ADJUSTMENT),
    /** States what the rows before or after it come to. */
    TOTAL("total of the payout", null),
    LEFT_OUT("left out", null);

    private final String words;
    private final MemberKind member;

    RowType(String words, MemberKind member) {
      this.words = words;
      this.member = member;
    }

    public String words() {
      return words;
    }

    Optional<MemberKind> member() {
      return Optional.ofNullable(member);
    }

    /** Whether it makes the payout smaller. */
    boolean takesOff() {
      return this == REFUND || this == FEE || this == CHARGEBACK || this == RESERVE_HELD;
    }
  }

  /** How fees, refunds and the like are written. */
  public enum SignOfFees {
    AS_WRITTEN("below zero takes off"),
    ABOVE_ZERO_TAKES_OFF("above zero takes off");

    private final String words;

    SignOfFees(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * @throws Refusal {@code layout} saying what is missing or stands twice
   */
  public PayoutLayout {
    columns = List.copyOf(columns);
    Map<String, RowType> lower = new TreeMap<>();
    types.forEach((word, type) -> lower.put(plain(word), type));
    types = Map.copyOf(lower);
    if (dateOrder == null || decimalMark == null || signOfFees == null) {
      throw new Refusal(
          "layout", "State the order of dates, the decimal mark and the sign of fees.");
    }
    CsvSample.requireHeader(headerLine, linesAfter, columns.size());
    for (Holds holds : Holds.values()) {
      long count = columns.stream().filter(holds::equals).count();
      boolean mayRepeat = holds == Holds.NOTHING || holds == Holds.TEXT;
      if (count > 1 && !mayRepeat) {
        throw new Refusal("layout", "Two columns hold the " + holds.words() + ".");
      }
    }
    require(columns, Holds.PAYOUT);
    require(columns, Holds.GROSS);
    if (!columns.contains(Holds.DATE)) {
      require(columns, Holds.PAYOUT_DATE);
    }
  }

  private static void require(List<Holds> columns, Holds holds) {
    if (!columns.contains(holds)) {
      throw new Refusal("layout", "No column holds the " + holds.words() + ".");
    }
  }

  static String plain(String word) {
    return word.strip().toLowerCase(Locale.ROOT);
  }

  @Override
  public CellStyle style() {
    return new CellStyle(dateOrder, decimalMark);
  }

  /** The column that holds it, or −1. */
  int column(Holds holds) {
    return columns.indexOf(holds);
  }
}
