package io.sumbrel.server.rules;

import io.sumbrel.core.money.ExchangeRate;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;

@Entity
@Table(name = "exchange_rate")
@IdClass(ExchangeRateRow.Key.class)
class ExchangeRateRow {
  record Key(long booksId, String ofCurrency, String inCurrency, LocalDate rateDate)
      implements Serializable {}

  @Id long booksId;
  @Id String ofCurrency;
  @Id String inCurrency;
  @Id LocalDate rateDate;
  BigDecimal rate;

  static ExchangeRateRow of(long booksId, ExchangeRate rate) {
    ExchangeRateRow row = new ExchangeRateRow();
    row.booksId = booksId;
    row.ofCurrency = rate.of().getCurrencyCode();
    row.inCurrency = rate.in().getCurrencyCode();
    row.rateDate = rate.date();
    row.rate = rate.rate();
    return row;
  }

  ExchangeRate toFact() {
    return new ExchangeRate(
        Currency.getInstance(ofCurrency), Currency.getInstance(inCurrency), rate, rateDate);
  }
}
