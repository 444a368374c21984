package io.sumbrel.formats;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.text.Normalizer;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.Month;
import java.time.format.TextStyle;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * How a file writes its dates and amounts, stated by a person and never guessed.
 *
 * @param decimalMark what stands before the cents
 */
public record CellStyle(DateOrder dateOrder, DecimalMark decimalMark) {
  private static final Pattern DATE = Pattern.compile("(\\d{1,4})[-./ ](\\d{1,2})[-./ ](\\d{1,4})");
  private static final Pattern DIGITS = Pattern.compile("\\d{6}|\\d{8}");
  private static final Pattern BLANKS = Pattern.compile("[\\s\u00A0\u202F']");
  private static final Set<String> DOLLARS =
      Set.of("USD", "CAD", "AUD", "NZD", "HKD", "SGD", "MXN", "TWD");
  private static final Map<String, String> SIGNS =
      Map.of("EUR", "€", "GBP", "£", "JPY", "¥", "CNY", "¥", "INR", "₹", "KRW", "₩");

  /** Day and month in words, in either order; the year last. */
  private static final Pattern IN_WORDS =
      Pattern.compile(
          "(?:(\\d{1,2})(?:st|nd|rd|th)?[-. ]*(\\p{L}{3,})[-.,/ ]*"
              + "|(\\p{L}{3,})\\.? (\\d{1,2})(?:st|nd|rd|th)?[-.,/ ]+)(\\d{4}|\\d{2})");

  /** By language the names of the months, as they are compared. */
  private static final List<List<String>> MONTHS =
      Stream.of("en", "de", "fr", "it", "es", "nl").map(CellStyle::monthsIn).toList();

  /** The order in which day, month and year stand. */
  public enum DateOrder {
    YEAR_MONTH_DAY("year, month, day"),
    DAY_MONTH_YEAR("day, month, year"),
    MONTH_DAY_YEAR("month, day, year");

    private final String words;

    DateOrder(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** What stands before the cents; the other one may group thousands. */
  public enum DecimalMark {
    POINT('.'),
    COMMA(',');

    private final char sign;
    private final Pattern grouped;

    DecimalMark(char sign) {
      this.sign = sign;
      this.grouped =
          Pattern.compile(
              "(?:\\d+|\\d{1,3}(?:\\%s\\d{3})+)(?:\\%s\\d*)?".formatted(grouping(), sign));
    }

    public char sign() {
      return sign;
    }

    char grouping() {
      return sign == '.' ? ',' : '.';
    }
  }

  /**
   * Signed minor units: a minus before or behind, brackets, CR and DR behind, blanks, the
   * currency's code and its own sign are understood; anything else is refused.
   */
  public long amount(String written, Currency currency) {
    String text = BLANKS.matcher(written).replaceAll("").replace('\u2212', '-');
    text = text.replace(currency.getCurrencyCode(), "").replace(signOf(currency), "");
    boolean out = false;
    String upper = text.toUpperCase(Locale.ROOT);
    if (upper.endsWith("CR") || upper.endsWith("DR")) {
      out = upper.endsWith("DR");
      text = text.substring(0, text.length() - 2);
    }
    if (text.startsWith("(") && text.endsWith(")")) {
      out = !out;
      text = text.substring(1, text.length() - 1);
    } else if (text.startsWith("-") || text.startsWith("+")) {
      out ^= text.charAt(0) == '-';
      text = text.substring(1);
    } else if (text.endsWith("-") || text.endsWith("+")) {
      out ^= text.endsWith("-");
      text = text.substring(0, text.length() - 1);
    }
    if (!decimalMark.grouped.matcher(text).matches()) {
      throw new Refusal(
          "amount",
          "“%s” is not an amount with “%s” before the cents."
              .formatted(written.strip(), decimalMark.sign()));
    }
    String plain =
        text.replace(String.valueOf(decimalMark.grouping()), "").replace(decimalMark.sign(), '.');
    long minor = AmountText.parse(plain, currency);
    return out ? -minor : minor;
  }

  private static String signOf(Currency currency) {
    String code = currency.getCurrencyCode();
    return DOLLARS.contains(code) ? "$" : SIGNS.getOrDefault(code, code);
  }

  /** As the order says; a month in words stands wherever it does. */
  public LocalDate date(String written) {
    String text = written.strip().split("[ T]\\d{1,2}:", 2)[0].strip();
    Matcher parted = DATE.matcher(text);
    try {
      if (parted.matches()) {
        return ordered(parted.group(1), parted.group(2), parted.group(3));
      }
      Matcher words = IN_WORDS.matcher(text);
      if (words.matches()) {
        boolean dayFirst = words.group(1) != null;
        return day(
            words.group(5), month(words.group(dayFirst ? 2 : 3)), words.group(dayFirst ? 1 : 4));
      }
      if (DIGITS.matcher(text).matches()) {
        int year = text.length() - 4;
        return switch (dateOrder) {
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
        "date", "“%s” is not a date written as %s.".formatted(written.strip(), dateOrder.words()));
  }

  private LocalDate ordered(String first, String second, String third) {
    return switch (dateOrder) {
      case YEAR_MONTH_DAY -> day(first, second, third);
      case DAY_MONTH_YEAR -> day(third, second, first);
      case MONTH_DAY_YEAR -> day(third, first, second);
    };
  }

  /** The number of a month by its name or the beginning of it, where only one begins so. */
  private static String month(String name) {
    String wanted = plain(name);
    for (List<String> months : MONTHS) {
      List<String> beginningSo = months.stream().filter(m -> m.startsWith(wanted)).toList();
      if (beginningSo.size() == 1) {
        return Integer.toString(months.indexOf(beginningSo.get(0)) + 1);
      }
    }
    throw new DateTimeException("month " + name);
  }

  private static List<String> monthsIn(String language) {
    return Arrays.stream(Month.values())
        .map(m -> plain(m.getDisplayName(TextStyle.FULL, Locale.forLanguageTag(language))))
        .toList();
  }

  private static String plain(String name) {
    return Normalizer.normalize(name.toLowerCase(Locale.ROOT), Normalizer.Form.NFD)
        .replaceAll("\\p{M}", "");
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
