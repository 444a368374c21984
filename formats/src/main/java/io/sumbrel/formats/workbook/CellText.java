package io.sumbrel.formats.workbook;

import io.sumbrel.formats.CellStyle;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.regex.Pattern;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;

/**
 * Cells as texts. A number that is shown as a date is one: its days count from the last days of
 * 1899, or from 1904 (ECMA-376 part 1, 18.17.4).
 */
final class CellText {
  private static final LocalDate DAY_ZERO = LocalDate.of(1899, 12, 30);
  private static final LocalDate DAY_ZERO_1904 = LocalDate.of(1904, 1, 1);

  /** The last day that can be written, 9999-12-31. */
  private static final BigDecimal LAST_DAY = BigDecimal.valueOf(2_958_465);

  /** What is quoted, escaped or in brackets in a format says nothing of what the number is. */
  private static final Pattern SAYS_NOTHING = Pattern.compile("\"[^\"]*\"|\\\\.|\\[[^\\]]*]");

  private static final Pattern DATE_SIGNS = Pattern.compile("[dDyY]");
  private static final Pattern LEADING_ZEROS = Pattern.compile("0{2,15}");

  /** So many figures a number has that a workbook keeps (IEEE 754, as they are shown). */
  private static final MathContext SHOWN = new MathContext(15, RoundingMode.HALF_UP);

  private final CellStyle style;
  private final LocalDate dayZero;

  CellText(CellStyle style, boolean since1904) {
    this.style = style;
    this.dayZero = since1904 ? DAY_ZERO_1904 : DAY_ZERO;
  }

  /** On one line, whatever stands in the cell. */
  String of(Cell cell) {
    String raw = cell.getRawValue();
    if (raw == null || cell.getType() == CellType.EMPTY) {
      return "";
    }
    if (cell.getType() == CellType.NUMBER || cell.getType() == CellType.FORMULA) {
      BigDecimal number = numberOf(raw);
      if (number != null) {
        return isDate(cell, number) ? date(number) : number(cell, number);
      }
    }
    String text = cell.getType() == CellType.STRING ? cell.asString() : raw;
    return text.replaceAll("[\\r\\n\\t]+", " ").strip();
  }

  private static BigDecimal numberOf(String raw) {
    try {
      return new BigDecimal(raw.strip()).round(SHOWN);
    } catch (NumberFormatException e) {
      return null;
    }
  }

  private static boolean isDate(Cell cell, BigDecimal number) {
    Integer id = cell.getDataFormatId();
    String format = cell.getDataFormatString();
    boolean shownSo =
        format == null
            ? id != null && (id >= 14 && id <= 17 || id == 22)
            : DATE_SIGNS.matcher(SAYS_NOTHING.matcher(format).replaceAll("")).find();
    return shownSo && number.signum() > 0 && number.compareTo(LAST_DAY) <= 0;
  }

  private String date(BigDecimal number) {
    LocalDate day = dayZero.plusDays(number.longValue());
    return switch (style.dateOrder()) {
      case YEAR_MONTH_DAY -> day.toString();
      case DAY_MONTH_YEAR ->
          "%02d.%02d.%04d".formatted(day.getDayOfMonth(), day.getMonthValue(), day.getYear());
      case MONTH_DAY_YEAR ->
          "%02d/%02d/%04d".formatted(day.getMonthValue(), day.getDayOfMonth(), day.getYear());
    };
  }

  /** A number that is shown with zeros before it, such as that of a customer, keeps them. */
  private String number(Cell cell, BigDecimal number) {
    String format = cell.getDataFormatString();
    String plain = number.stripTrailingZeros().toPlainString();
    if (format != null && LEADING_ZEROS.matcher(format).matches() && plain.matches("\\d+")) {
      return "0".repeat(Math.max(0, format.length() - plain.length())) + plain;
    }
    return plain.replace('.', style.decimalMark().sign());
  }
}
