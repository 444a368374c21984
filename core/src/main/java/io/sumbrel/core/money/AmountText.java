package io.sumbrel.core.money;

import io.sumbrel.core.refusal.Refusal;
import java.util.Currency;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Amounts as text: strict on the way in, grouped by thousands on the way out. */
public final class AmountText {
  private static final Pattern PLAIN = Pattern.compile("([+-]?)(\\d{1,15})(?:\\.(\\d*))?");

  private AmountText() {}

  /**
   * Reads an amount with a decimal point and no grouping, as open formats write it.
   *
   * @return signed minor units
   * @throws Refusal {@code amount} when it is no such amount, has more decimals than the currency,
   *     or is too large
   */
  public static long parse(String text, Currency currency) {
    Matcher matcher = PLAIN.matcher(text.strip());
    if (!matcher.matches()) {
      throw new Refusal("amount", "“" + text.strip() + "” is not an amount such as 1280.00.");
    }
    int decimals = currency.getDefaultFractionDigits();
    String fraction = matcher.group(3) == null ? "" : matcher.group(3);
    if (fraction.length() > decimals && !fraction.substring(decimals).matches("0*")) {
      throw new Refusal(
          "amount-decimals",
          "%s has %d decimals; %s has %d."
              .formatted(text.strip(), fraction.length(), currency.getCurrencyCode(), decimals));
    }
    String digits = matcher.group(2) + (fraction + "0".repeat(decimals)).substring(0, decimals);
    long minor = digits.length() > 18 ? Long.MAX_VALUE : Long.parseLong(digits);
    if (minor > Money.MAX_MINOR) {
      throw new Refusal("amount-too-large", text.strip() + " is larger than this program handles.");
    }
    return matcher.group(1).equals("-") ? -minor : minor;
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
