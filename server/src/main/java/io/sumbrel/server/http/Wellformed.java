package io.sumbrel.server.http;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;

/** What a text, a day or a month must be to come in, wherever it stands in a request. */
final class Wellformed {
  private static final int FIRST_YEAR = 1900;
  private static final int LAST_YEAR = 2199;

  private Wellformed() {}

  /**
   * @throws IllegalArgumentException when a character is cut in two, or is the one of number zero,
   *     which no database keeps
   */
  static String text(String text) {
    for (int i = 0; i < text.length(); i++) {
      char here = text.charAt(i);
      boolean pair =
          Character.isHighSurrogate(here)
              && i + 1 < text.length()
              && Character.isLowSurrogate(text.charAt(i + 1));
      if (here == 0 || !pair && Character.isSurrogate(here)) {
        throw new IllegalArgumentException("a text with a broken character");
      }
      i += pair ? 1 : 0;
    }
    return text;
  }

  /**
   * @throws IllegalArgumentException when it is no day of these centuries
   */
  static LocalDate date(String text) {
    try {
      LocalDate date = LocalDate.parse(text);
      requireYear(date.getYear());
      return date;
    } catch (DateTimeException e) {
      throw new IllegalArgumentException("no day such as 2026-11-17", e);
    }
  }

  /**
   * @throws IllegalArgumentException when it is no month of these centuries
   */
  static YearMonth month(String text) {
    try {
      YearMonth month = YearMonth.parse(text);
      requireYear(month.getYear());
      return month;
    } catch (DateTimeException e) {
      throw new IllegalArgumentException("no month such as 2026-11", e);
    }
  }

  private static void requireYear(int year) {
    if (year < FIRST_YEAR || year > LAST_YEAR) {
      throw new IllegalArgumentException("a year outside of 1900 to 2199");
    }
  }
}
