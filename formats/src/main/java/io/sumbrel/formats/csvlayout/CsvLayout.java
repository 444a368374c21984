package io.sumbrel.formats.csvlayout;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.CsvSample;
import io.sumbrel.formats.CsvShape;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;

/**
 * How a bank writes its CSV, stated by a person and never guessed.
 *
 * @param headerLine 1-based line of the header; lines before it are left out
 * @param linesAfter lines at the end that are no entries, such as totals
 * @param columns the meaning of each column, in order; columns beyond have none
 * @param outMark what the mark column holds for money out, where the sign stands in a column
 */
public record CsvLayout(
    char delimiter,
    int headerLine,
    int linesAfter,
    List<Meaning> columns,
    DateOrder dateOrder,
    DecimalMark decimalMark,
    SignRule signRule,
    String outMark)
    implements CsvShape {

  /** What a column holds. */
  public enum Meaning {
    NOTHING("—"),
    DATE("booking date"),
    VALUE_DATE("value date"),
    AMOUNT("amount"),
    MONEY_IN("money in"),
    MONEY_OUT("money out"),
    MARK("in or out"),
    BALANCE("balance after it"),
    PAYER("payer"),
    PAYER_ACCOUNT("payer's account"),
    TEXT("text"),
    REFERENCE("bank's reference"),
    METHOD("how it came");

    private final String words;

    Meaning(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Whether several columns may have this meaning. */
    public boolean mayRepeat() {
      return this == NOTHING || this == TEXT;
    }
  }

  /** How money in and money out are told apart. */
  public enum SignRule {
    /** The amount has a sign: below zero is money out. */
    SIGNED("below zero is out", EnumSet.of(Meaning.AMOUNT)),
    /** The amount has a sign: above zero is money out. */
    OUT_ABOVE_ZERO("above zero is out", EnumSet.of(Meaning.AMOUNT)),
    ALL_IN("all of it is in", EnumSet.of(Meaning.AMOUNT)),
    TWO_COLUMNS("a column each", EnumSet.of(Meaning.MONEY_IN, Meaning.MONEY_OUT)),
    BY_MARK("by a mark", EnumSet.of(Meaning.AMOUNT, Meaning.MARK));

    private final String words;
    private final Set<Meaning> wants;

    SignRule(String words, Set<Meaning> wants) {
      this.words = words;
      this.wants = Collections.unmodifiableSet(wants);
    }

    public String words() {
      return words;
    }

    public Set<Meaning> wants() {
      return wants;
    }
  }

  /**
   * @throws Refusal {@code layout} saying what is missing or stands twice
   */
  public CsvLayout {
    columns = List.copyOf(columns);
    Objects.requireNonNull(outMark);
    if (dateOrder == null || decimalMark == null || signRule == null) {
      throw new Refusal("layout", "State the order of dates, the decimal mark and the sign.");
    }
    CsvSample.requireHeader(headerLine, linesAfter, columns.size());
    for (Meaning meaning : Meaning.values()) {
      long count = columns.stream().filter(meaning::equals).count();
      boolean wanted = meaning == Meaning.DATE || signRule.wants().contains(meaning);
      if (wanted && count == 0) {
        throw new Refusal("layout", "No column holds the " + meaning.words() + ".");
      }
      if (count > 1 && !meaning.mayRepeat()) {
        throw new Refusal("layout", "Two columns hold the " + meaning.words() + ".");
      }
    }
    if (signRule == SignRule.BY_MARK && outMark.isBlank()) {
      throw new Refusal("layout", "Say which mark stands for money out.");
    }
  }

  @Override
  public CellStyle style() {
    return new CellStyle(dateOrder, decimalMark);
  }

  /** The column of a meaning, or −1. */
  int column(Meaning meaning) {
    return columns.indexOf(meaning);
  }
}
