package io.sumbrel.server.ledger;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.party.CustomerId;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

@Entity
@Table(name = "month_balance")
@IdClass(MonthBalanceRow.Key.class)
class MonthBalanceRow {
  record Key(long booksId, String monthCode, int place) implements Serializable {}

  @Id long booksId;
  @Id String monthCode;
  @Id int place;
  String accountCode;
  Long customerId;
  String currency;
  long amountMinor;

  static MonthBalanceRow of(long booksId, String month, int place, JournalLine balance) {
    MonthBalanceRow row = new MonthBalanceRow();
    row.booksId = booksId;
    row.monthCode = month;
    row.place = place;
    row.accountCode = balance.account().code();
    row.customerId = balance.customer().map(CustomerId::number).orElse(null);
    row.currency = balance.amount().currency().getCurrencyCode();
    row.amountMinor = balance.amount().minor();
    return row;
  }

  JournalLine toFact() {
    return new JournalLine(
        new AccountCode(accountCode),
        Optional.ofNullable(customerId).map(CustomerId::new),
        Money.ofMinor(Currency.getInstance(currency), amountMinor));
  }

  List<Object> said() {
    return Arrays.asList(accountCode, customerId, currency, amountMinor);
  }
}
