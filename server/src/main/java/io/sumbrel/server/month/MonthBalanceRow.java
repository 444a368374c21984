package io.sumbrel.server.month;

import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.server.chart.AccountAmount;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.Arrays;
import java.util.List;

@Entity
@Table(name = "month_balance")
@IdClass(MonthBalanceRow.Key.class)
class MonthBalanceRow extends AccountAmount {
  record Key(long booksId, String monthCode, int place) implements Serializable {}

  @Id long booksId;
  @Id String monthCode;
  @Id int place;

  static MonthBalanceRow of(long booksId, String month, int place, JournalLine balance) {
    MonthBalanceRow row = new MonthBalanceRow();
    row.booksId = booksId;
    row.monthCode = month;
    row.place = place;
    row.take(balance);
    return row;
  }

  List<Object> said() {
    return Arrays.asList(accountCode, customerId, currency, amountMinor);
  }
}
