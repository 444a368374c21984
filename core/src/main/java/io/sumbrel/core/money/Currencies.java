package io.sumbrel.core.money;

import io.sumbrel.core.refusal.Refusal;
import java.util.Currency;
import java.util.Map;
import java.util.TreeMap;

/** The currencies in which somebody can pay, with their decimals (ISO 4217, as the JDK has it). */
public final class Currencies {
  /** So many decimals have most. */
  private static final int USUAL_DECIMALS = 2;

  private Currencies() {}

  /**
   * @throws Refusal {@code currency} when it is no code of ISO 4217, or of something that has no
   *     minor units, such as gold (XAU) or no currency at all (XXX)
   */
  public static Currency of(String code) {
    Currency currency;
    try {
      currency = Currency.getInstance(code);
    } catch (IllegalArgumentException e) {
      throw new Refusal("currency", "“" + code + "” is no currency such as USD.");
    }
    if (currency.getDefaultFractionDigits() < 0) {
      throw new Refusal(
          "currency", "Nobody pays in " + code + ": it is no currency that has minor units.");
    }
    return currency;
  }

  /** Whether three letters are a code of ISO 4217. */
  public static boolean isCode(String letters) {
    return Currency.getAvailableCurrencies().stream()
        .anyMatch(c -> c.getCurrencyCode().equals(letters));
  }

  /** The decimals of every currency that has not two, by its code. */
  public static Map<String, Integer> unusualDecimals() {
    Map<String, Integer> unusual = new TreeMap<>();
    for (Currency currency : Currency.getAvailableCurrencies()) {
      int decimals = currency.getDefaultFractionDigits();
      if (decimals >= 0 && decimals != USUAL_DECIMALS) {
        unusual.put(currency.getCurrencyCode(), decimals);
      }
    }
    return unusual;
  }
}
