package io.sumbrel.core.money;

import io.sumbrel.core.refusal.Refusal;
import java.util.Currency;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Amounts as text: strict on the way in, grouped by thousands on the way out. */
public final class AmountText {
  private static final Pattern PLAIN = Pattern.compile("([+-]?)(\\d{1,15})(?:\\.(\\d*))?");

  /** So many characters of digits and point hold no amount above what is handled. */
  private static final int PLAIN_DIGITS = 13;

  private static final long NOT_PLAIN = Long.MIN_VALUE;

  private AmountText() {}

  /**
   * Reads an amount with a decimal point and no grouping, as open formats write it.
   *
   * @return signed minor units
   * @throws Refusal {@code amount} when it is no such amount, has more decimals than the currency,
   *     or is too large
   */
  public static long parse(String text, Currency currency) {
    String written = text.strip();
    int decimals = currency.getDefaultFractionDigits();
    long minor = plainly(written, decimals);
    return minor != NOT_PLAIN ? minor : parseSlowly(written, currency, decimals);
  }

  /** The common shape, without looking further; {@link #NOT_PLAIN} when it is any other. */
  private static long plainly(String text, int decimals) {
    int length = text.length();
    int start = length > 0 && text.charAt(0) == '-' ? 1 : 0;
    int point = length - decimals - 1;
    boolean hasPoint = decimals > 0 && point > start && text.charAt(point) == '.';
    if (!hasPoint || length - start > PLAIN_DIGITS) {
      return NOT_PLAIN;
    }
    long minor = 0;
    for (int i = start; i < length; i++) {
      int digit = text.charAt(i) - '0';
      if (i != point && (digit < 0 || digit > 9)) {
        return NOT_PLAIN;
      }
      minor = i == point ? minor : minor * 10 + digit;
    }
    return start == 1 ? -minor : minor;
  }

  private static long parseSlowly(String text, Currency currency, int decimals) {
    Matcher matcher = PLAIN.matcher(text);
    if (!matcher.matches()) {
      throw new Refusal("amount", "“" + text + "” is not an amount such as 1280.00.");
    }
    String fraction = matcher.group(3) == null ? "" : matcher.group(3);
    if (fraction.length() > decimals && !fraction.substring(decimals).matches("0*")) {
      throw new Refusal(
          "amount-decimals",
          "%s has %d decimals; %s has %d."
              .formatted(text, fraction.length(), currency.getCurrencyCode(), decimals));
    }
    String digits = matcher.group(2) + (fraction + "0".repeat(decimals)).substring(0, decimals);
    long minor = digits.length() > 18 ? Long.MAX_VALUE : Long.parseLong(digits);
    if (minor > Money.MAX_MINOR) {
      throw new Refusal("amount-too-large", text + " is larger than this program handles.");
    }
    return matcher.group(1).equals("-") ? -minor : minor;
  }

  /** Minor units as open formats write them: {@code -1262.00}, without grouping. */
  public static String plain(long minor, Currency currency) {
    return words(minor, currency).replace(",", "").replace('−', '-');
  }

  /** Minor units as people read them: {@code 1,262.00}, with a true minus sign. */
  public static String words(long minor, Currency currency) {
    int decimals = currency.getDefaultFractionDigits();
    String digits = Long.toString(Math.abs(minor));
    String padded = "0".repeat(Math.max(0, decimals + 1 - digits.length())) + digits;
    String whole = padded.substring(0, padded.length() - decimals);
    StringBuilder out = new StringBuilder(minor < 0 ? "−" : "");
    for (int i = 0; i < whole.length(); i++) {
      if (i > 0 && (whole.length() - i) % 3 == 0) {
        out.append(',');
      }
      out.append(whole.charAt(i));
    }
    if (decimals > 0) {
      out.append('.').append(padded.substring(padded.length() - decimals));
    }
    return out.toString();
  }
}
