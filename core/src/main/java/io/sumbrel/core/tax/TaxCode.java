package io.sumbrel.core.tax;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.BasisPoints;
import io.sumbrel.core.money.Proportion;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.TreeMap;

/**
 * How much of an amount is tax: a rate from a day on, and the account that bears the tax.
 *
 * @param code names it for ever
 * @param basisPoints the rates in hundredths of a per cent, each by the first day on which it holds
 */
public record TaxCode(
    String code, String words, AccountCode account, NavigableMap<LocalDate, Integer> basisPoints) {
  private static final int WHOLE = 10_000;
  private static final LocalDate ALWAYS = LocalDate.of(2000, 1, 1);

  /**
   * What every house starts with: one code for each side, at a rate of our own choice that the
   * house sets to its country's.
   */
  public static final List<TaxCode> STANDARD =
      List.of(
          new TaxCode(
              "SALES",
              "tax on sales",
              StandardAccount.SALES_TAX.code(),
              new TreeMap<>(Map.of(ALWAYS, 2_000))),
          new TaxCode(
              "PURCHASES",
              "tax on purchases",
              StandardAccount.TAX_ON_PURCHASES.code(),
              new TreeMap<>(Map.of(ALWAYS, 2_000))));

  public TaxCode {
    Objects.requireNonNull(words);
    Objects.requireNonNull(account);
    basisPoints = new TreeMap<>(basisPoints);
    if (!code.matches("[A-Z0-9_]{1,12}")) {
      throw new Refusal("tax-code", "“" + code + "” is no tax code.");
    }
    if (basisPoints.isEmpty() || basisPoints.values().stream().anyMatch(r -> r < 0 || r > WHOLE)) {
      throw new Refusal("tax-code", "Tax code " + code + " needs rates from 0 to 100 %.");
    }
  }

  /**
   * Reads a rate such as {@code 19} or {@code 2.5}: per cent with up to two decimals.
   *
   * @return in hundredths of a per cent
   * @throws Refusal {@code tax-rate}
   */
  public static int rate(String percent) {
    int rate =
        BasisPoints.parse(percent.strip(), 3)
            .orElseThrow(
                () ->
                    new Refusal(
                        "tax-rate", "“" + percent + "” is no rate such as 19 or 2.5 per cent."));
    if (rate > WHOLE) {
      throw new Refusal("tax-rate", "No tax is above 100 per cent.");
    }
    return rate;
  }

  /**
   * The tax in an amount that includes it: amount × rate / (100 % + rate), half up.
   *
   * @throws Refusal {@code tax-code} when no rate holds on that day
   */
  public TaxPart partOf(long grossMinor, LocalDate date) {
    Map.Entry<LocalDate, Integer> rate = basisPoints.floorEntry(date);
    if (rate == null) {
      throw new Refusal("tax-code", "Tax code %s has no rate on %s.".formatted(code, date));
    }
    return new TaxPart(
        code, account, Proportion.halfUp(grossMinor, rate.getValue(), WHOLE + rate.getValue()));
  }
}
