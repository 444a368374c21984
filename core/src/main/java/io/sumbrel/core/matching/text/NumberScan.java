package io.sumbrel.core.matching.text;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * Finds what may be document numbers in a bank's text: runs of letters and digits with at least
 * three digits, the tails and ranges that follow them. Linear in the length of the text. Dates and
 * telephone numbers are left out by their shape.
 */
public final class NumberScan {
  private static final int MIN_DIGITS = 3;
  private static final int LONGEST_PREFIX = 5;

  /** Numbers shorter than this have no tails. */
  private static final int MIN_WITH_TAIL = 5;

  private static final int LONGEST_RANGE = 60;
  private static final Pattern DATE =
      Pattern.compile("\\d{1,2}[./-]\\d{1,2}[./-](?:19|20)?\\d\\d|(?:19|20)\\d\\d-\\d\\d-\\d\\d");
  private static final Pattern TELEPHONE =
      Pattern.compile("(?is).*\\b(?:TEL|PHONE|FAX|MOB)\\W{0,3}");

  /** How a number stands in the text. */
  public enum Form {
    WHOLE,
    /** With the letter O in the place of zero. */
    LETTER_O,
    /** Only its end, after another number: {@code 4100123/456}. */
    TAIL,
    /** Between the two ends of a range: {@code 4100123-129}. */
    IN_RANGE
  }

  /**
   * A run that may be a number.
   *
   * @param start index of its first character in the text
   * @param end index after its last
   * @param written letters and digits as they are read, with any prefix
   * @param digits its last run of digits without leading zeros
   */
  public record Found(int start, int end, String written, String digits, Form form) {}

  private final String text;
  private final List<Found> found = new ArrayList<>();

  private NumberScan(String text) {
    this.text = text;
  }

  public static List<Found> scan(String text) {
    NumberScan scan = new NumberScan(text);
    int at = 0;
    while (at < text.length()) {
      at = isAlphanumeric(text.charAt(at)) ? scan.run(at) : at + 1;
    }
    return scan.found;
  }

  /** Reads the run that starts here and what hangs on it; gives the place after it. */
  private int run(int start) {
    int end = endOfRun(start);
    int numberAt = start;
    if (end - start <= LONGEST_PREFIX && hasNoDigit(start, end) && joins(end)) {
      numberAt = end + 1;
      end = endOfRun(numberAt);
    }
    String run = text.substring(numberAt, end);
    boolean letterO = isWithLetterO(run);
    String read = letterO ? run.replace('O', '0').replace('o', '0') : run;
    String digits = trailingDigits(read);
    if (digits.length() < MIN_DIGITS || isDate(start, end) || isTelephone(start)) {
      return end;
    }
    String written = text.substring(start, numberAt) + read;
    found.add(new Found(start, end, written, digits, letterO ? Form.LETTER_O : Form.WHOLE));
    return digits.length() >= MIN_WITH_TAIL ? tails(end, digits) : end;
  }

  private int tails(int end, String digits) {
    int at = end;
    String last = digits;
    while (at + 1 < text.length() && "/,+-".indexOf(text.charAt(at)) >= 0) {
      int tailEnd = endOfRun(at + 1);
      String tail = text.substring(at + 1, tailEnd);
      boolean range = text.charAt(at) == '-';
      boolean isTail = tail.length() > 1 && tail.length() <= digits.length() && isAllDigits(tail);
      if (!isTail || tail.length() == digits.length() && !range) {
        return at;
      }
      String whole = last.substring(0, Math.max(0, last.length() - tail.length())) + tail;
      if (range) {
        between(at + 1, tailEnd, last, whole);
      }
      Form form = tail.length() < digits.length() ? Form.TAIL : Form.WHOLE;
      found.add(new Found(at + 1, tailEnd, whole, trailingDigits(whole), form));
      last = whole;
      at = tailEnd;
    }
    return at;
  }

  private void between(int start, int end, String from, String to) {
    if (to.length() > 15) {
      return;
    }
    long first = Long.parseLong(from) + 1;
    long last = Long.parseLong(to) - 1;
    if (last - first < LONGEST_RANGE) {
      for (long n = first; n <= last; n++) {
        found.add(new Found(start, end, Long.toString(n), Long.toString(n), Form.IN_RANGE));
      }
    }
  }

  private int endOfRun(int start) {
    int end = start;
    while (end < text.length() && isAlphanumeric(text.charAt(end))) {
      end++;
    }
    return end;
  }

  private boolean joins(int at) {
    return at + 1 < text.length()
        && "-/#.".indexOf(text.charAt(at)) >= 0
        && isAlphanumeric(text.charAt(at + 1));
  }

  private boolean hasNoDigit(int start, int end) {
    for (int i = start; i < end; i++) {
      if (isDigit(text.charAt(i))) {
        return false;
      }
    }
    return true;
  }

  /** A run of digits and letters O, with at least one digit and one letter. */
  private static boolean isWithLetterO(String run) {
    int digits = 0;
    for (int i = 0; i < run.length(); i++) {
      char c = run.charAt(i);
      if (!isDigit(c) && c != 'O' && c != 'o') {
        return false;
      }
      digits += isDigit(c) ? 1 : 0;
    }
    return digits > 0 && digits < run.length();
  }

  private boolean isDate(int start, int end) {
    int from = Math.max(0, start - 6);
    while (from < start && !isDigit(text.charAt(from))) {
      from++;
    }
    int to = Math.min(text.length(), end + 6);
    var matcher = DATE.matcher(text).region(from, to);
    while (matcher.find()) {
      boolean alone = matcher.end() == text.length() || !isDigit(text.charAt(matcher.end()));
      if (matcher.start() <= start && matcher.end() >= end && alone) {
        return true;
      }
    }
    return false;
  }

  private boolean isTelephone(int start) {
    return TELEPHONE.matcher(text.substring(Math.max(0, start - 8), start)).matches();
  }

  private static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }

  private static boolean isAllDigits(String run) {
    return run.chars().allMatch(c -> c >= '0' && c <= '9');
  }

  private static boolean isAlphanumeric(char c) {
    return isDigit(c) || c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z';
  }

  /** The digits at the end of a number; empty when it ends in a letter. */
  public static String lastDigits(String number) {
    int start = number.length();
    while (start > 0 && isDigit(number.charAt(start - 1))) {
      start--;
    }
    return number.substring(start);
  }

  /** The digits at the end of a number without leading zeros; empty when it ends in a letter. */
  public static String trailingDigits(String number) {
    String digits = lastDigits(number);
    int start = 0;
    while (start < digits.length() && digits.charAt(start) == '0') {
      start++;
    }
    return digits.substring(start);
  }
}
