package io.sumbrel.server.ledger;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.proof.BooksFacts;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.Currency;
import org.hibernate.annotations.Immutable;

/** Read only here: it is added to where it stands, under the lock of the record. */
@Entity
@Immutable
@Table(name = "account_balance")
@IdClass(AccountBalanceRow.Key.class)
class AccountBalanceRow {
  record Key(long booksId, String accountCode, String currency) implements Serializable {}

  @Id long booksId;
  @Id String accountCode;
  @Id String currency;
  long amountMinor;

  BooksFacts.Balance toFact() {
    return new BooksFacts.Balance(
        new AccountCode(accountCode), Money.ofMinor(Currency.getInstance(currency), amountMinor));
  }
}
