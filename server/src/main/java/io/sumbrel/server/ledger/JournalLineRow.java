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
import java.util.Currency;
import java.util.Optional;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "journal_line")
@IdClass(JournalLineRow.Key.class)
class JournalLineRow {
  record Key(long postingId, int lineNumber) implements Serializable {}

  @Id long postingId;
  @Id int lineNumber;
  long booksId;
  String accountCode;
  Long customerId;
  String currency;
  long amountMinor;

  static JournalLineRow of(long booksId, long postingId, int number, JournalLine line) {
    JournalLineRow row = new JournalLineRow();
    row.postingId = postingId;
    row.lineNumber = number;
    row.booksId = booksId;
    row.accountCode = line.account().code();
    row.customerId = line.customer().map(CustomerId::number).orElse(null);
    row.currency = line.amount().currency().getCurrencyCode();
    row.amountMinor = line.amount().minor();
    return row;
  }

  JournalLine toFact() {
    return new JournalLine(
        new AccountCode(accountCode),
        Optional.ofNullable(customerId).map(CustomerId::new),
        Money.ofMinor(Currency.getInstance(currency), amountMinor));
  }
}
