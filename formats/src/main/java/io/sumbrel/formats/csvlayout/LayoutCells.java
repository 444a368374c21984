package io.sumbrel.formats.csvlayout;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Written;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Currency;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Amounts and dates as a layout says they are written. */
final class LayoutCells {
  private static final Pattern DATE = Pattern.compile("(\\d{1,4})[-./ ](\\d{1,2})[-./ ](\\d{1,4})");
  private static final Pattern DIGITS = Pattern.compile("\\d{6}|\\d{8}");
  private static final Pattern BLANKS = Pattern.compile("[\\s\u00A0\u202F']");

  private final CsvLayout layout;
  private final Currency currency;
  private final Pattern grouped;

  LayoutCells(CsvLayout layout, Currency currency) {
    this.layout = layout;
    this.currency = currency;
    String group = Pattern.quote(String.valueOf(layout.decimalMark().grouping()));
    String mark = Pattern.quote(String.valueOf(layout.decimalMark().sign()));
    this.grouped =
        Pattern.compile("(?:\\d+|\\d{1,3}(?:" + group + "\\d{3})+)(?:" + mark + "\\d*)?");
  }

  /**
   * Signed minor units: a minus before or behind, brackets, blanks and the currency's code are
   * understood; anything else is refused.
   */
  long amount(String written) {
    String text = BLANKS.matcher(written).replaceAll("").replace('\u2212', '-');
    text = text.replace(currency.getCurrencyCode(), "");
    boolean out = false;
    if (text.startsWith("(") && text.endsWith(")")) {
      out = true;
      text = text.substring(1, text.length() - 1);
    } else if (text.startsWith("-") || text.startsWith("+")) {
      out = text.charAt(0) == '-';
      text = text.substring(1);
    } else if (text.endsWith("-") || text.endsWith("+")) {
      out = text.endsWith("-");
      text = text.substring(0, text.length() - 1);
    }
    if (!grouped.matcher(text).matches()) {
      throw new Refusal(
          "amount",
          "“%s” is not an amount with “%s” before the cents."
              .formatted(written.strip(), layout.decimalMark().sign()));
    }
    String plain =
        text.replace(String.valueOf(layout.decimalMark().grouping()), "")
            .replace(layout.decimalMark().sign(), '.');
    long minor = AmountText.parse(plain, currency);
    return out ? -minor : minor;
  }

  LocalDate date(String written) {
    String text = written.strip().split("[ T]\\d{1,2}:", 2)[0].strip();
    Matcher parted = DATE.matcher(text);
    try {
      if (parted.matches()) {
        return ordered(parted.group(1), parted.group(2), parted.group(3));
      }
      if (DIGITS.matcher(text).matches()) {
        int year = text.length() - 4;
        return switch (layout.dateOrder()) {
          case YEAR_MONTH_DAY ->
              ordered(
                  text.substring(0, year),
                  text.substring(year, year + 2),
                  text.substring(year + 2));
          case DAY_MONTH_YEAR, MONTH_DAY_YEAR ->
              ordered(text.substring(0, 2), text.substring(2, 4), text.substring(4));
        };
      }
    } catch (DateTimeException e) {
      // said below
    }
    throw new Refusal(
        "date",
        "“%s” is not a date written as %s.".formatted(written.strip(), layout.dateOrder().words()));
  }

  private LocalDate ordered(String first, String second, String third) {
    return switch (layout.dateOrder()) {
      case YEAR_MONTH_DAY -> day(first, second, third);
      case DAY_MONTH_YEAR -> day(third, second, first);
      case MONTH_DAY_YEAR -> day(third, first, second);
    };
  }

  private static LocalDate day(String year, String month, String day) {
    if (year.length() != 2 && year.length() != 4) {
      throw new DateTimeException("year " + year);
    }
    int y = Integer.parseInt(year);
    int full = year.length() == 2 ? Written.fullYear(y) : y;
    return LocalDate.of(full, Integer.parseInt(month), Integer.parseInt(day));
  }
}
