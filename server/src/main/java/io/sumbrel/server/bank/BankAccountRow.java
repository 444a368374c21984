package io.sumbrel.server.bank;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.Currency;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "bank_account")
class BankAccountRow {
  @Id Long id;
  long booksId;
  String name;
  String accountNumber;
  String currency;
  String ledgerCode;
  LocalDate beginsOn;
  long beginsMinor;

  BankAccount toAccount() {
    return new BankAccount(
        id,
        name,
        accountNumber,
        new AccountCode(ledgerCode),
        beginsOn,
        Money.ofMinor(Currency.getInstance(currency), beginsMinor));
  }
}
