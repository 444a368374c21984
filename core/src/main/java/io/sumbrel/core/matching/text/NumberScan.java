package io.sumbrel.core.matching.text;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Finds what may be document numbers in a bank's text: runs of letters and digits with at least
 * three digits. Linear in the length of the text.
 */
public final class NumberScan {
  private static final Pattern RUN =
      Pattern.compile("[A-Za-z]{0,5}[-/#.]?[0-9OoA-Za-z]*\\d[0-9OoA-Za-z]*");
  private static final Pattern LETTER_O =
      Pattern.compile("([A-Za-z]{2,5}[-/#.])?([0-9]*[Oo][0-9Oo]*)");
  private static final int MIN_DIGITS = 3;

  /**
   * A run that may be a number.
   *
   * @param start index of its first character in the text
   * @param end index after its last
   * @param key upper case, letters and digits only
   * @param digits its last run of digits without leading zeros
   * @param readsLetterO whether a letter O was read as zero
   */
  public record Found(int start, int end, String key, String digits, boolean readsLetterO) {}

  private NumberScan() {}

  public static List<Found> scan(String text) {
    List<Found> found = new ArrayList<>();
    Matcher matcher = RUN.matcher(text);
    while (matcher.find()) {
      String run = matcher.group();
      Matcher withO = LETTER_O.matcher(run);
      boolean letterO = withO.matches();
      String read = letterO ? withZeros(withO) : run;
      String digits = trailingDigits(read);
      if (digits.length() >= MIN_DIGITS) {
        found.add(new Found(matcher.start(), matcher.end(), keyOf(read), digits, letterO));
      }
    }
    return found;
  }

  private static String withZeros(Matcher withO) {
    String prefix = withO.group(1) == null ? "" : withO.group(1);
    return prefix + withO.group(2).replace('O', '0').replace('o', '0');
  }

  /** Upper case, letters and digits only. */
  public static String keyOf(String number) {
    return number.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
  }

  /** The digits at the end of a number without leading zeros; empty when it ends in a letter. */
  public static String trailingDigits(String number) {
    int start = number.length();
    while (start > 0 && Character.isDigit(number.charAt(start - 1))) {
      start--;
    }
    while (start < number.length() && number.charAt(start) == '0') {
      start++;
    }
    return number.substring(start);
  }
}
