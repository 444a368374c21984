package io.sumbrel.server.ledger;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.party.CustomerId;
import jakarta.persistence.MappedSuperclass;
import java.util.Currency;
import java.util.Optional;

/** The columns of an amount on an account: a line of an entry, or what the account stands at. */
@MappedSuperclass
abstract class AccountAmount {
  String accountCode;
  Long customerId;
  String currency;
  long amountMinor;

  void take(JournalLine line) {
    accountCode = line.account().code();
    customerId = line.customer().map(CustomerId::number).orElse(null);
    currency = line.amount().currency().getCurrencyCode();
    amountMinor = line.amount().minor();
  }

  JournalLine toFact() {
    return new JournalLine(
        new AccountCode(accountCode),
        Optional.ofNullable(customerId).map(CustomerId::new),
        Money.ofMinor(Currency.getInstance(currency), amountMinor));
  }
}
