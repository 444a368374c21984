package io.sumbrel.core.tape;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Objects;
import java.util.Optional;

/**
 * What a tape explains: a sum, or none. Without a sum credits are used alone: a credit note on an
 * invoice, money of nobody for whom it turns out to be.
 *
 * @param date when the bank booked it, or it was received; without a sum the day of the act
 */
public record TapeMoney(Optional<MoneyIn> moneyIn, Currency currency, LocalDate date) {
  public TapeMoney {
    Objects.requireNonNull(moneyIn);
    Objects.requireNonNull(currency);
    Objects.requireNonNull(date);
  }

  public static TapeMoney of(MoneyIn moneyIn) {
    return new TapeMoney(Optional.of(moneyIn), moneyIn.currency(), moneyIn.bookingDate());
  }

  public static TapeMoney none(Currency currency, LocalDate date) {
    return new TapeMoney(Optional.empty(), currency, date);
  }

  /** Signed, in minor units; zero without a sum. */
  public long amountMinor() {
    return moneyIn.map(MoneyIn::amountMinor).orElse(0L);
  }

  public boolean isPaidOut() {
    return amountMinor() < 0;
  }

  /** The amount in words of figures. */
  public String words() {
    return AmountText.words(amountMinor(), currency);
  }
}
