package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.time.DateTimeException;
import java.time.LocalDate;

/** Values that several formats write in the same way. */
public final class Written {
  private Written() {}

  /**
   * A date as YYMMDD; years from 80 on are of the last century (common practice).
   *
   * @throws Refusal {@code date}
   */
  public static LocalDate shortDate(String text) {
    try {
      if (text.matches("\\d{6}")) {
        return LocalDate.of(
            fullYear(Integer.parseInt(text, 0, 2, 10)),
            Integer.parseInt(text, 2, 4, 10),
            Integer.parseInt(text, 4, 6, 10));
      }
    } catch (DateTimeException e) {
      // said below
    }
    throw new Refusal("date", "“" + text + "” is not a date such as 261116.");
  }

  /** A year of two digits in full. */
  public static int fullYear(int twoDigits) {
    return twoDigits + (twoDigits < 80 ? 2000 : 1900);
  }
}
