package io.sumbrel.server.chart;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.party.CustomerId;
import jakarta.persistence.MappedSuperclass;
import java.util.Currency;
import java.util.Optional;

/** The columns of an amount on an account: a line of an entry, or what the account stands at. */
@MappedSuperclass
public abstract class AccountAmount {
  protected String accountCode;
  protected Long customerId;
  protected String currency;
  protected long amountMinor;

  protected void take(JournalLine line) {
    accountCode = line.account().code();
    customerId = line.customer().map(CustomerId::number).orElse(null);
    currency = line.amount().currency().getCurrencyCode();
    amountMinor = line.amount().minor();
  }

  public JournalLine toFact() {
    return new JournalLine(
        new AccountCode(accountCode),
        Optional.ofNullable(customerId).map(CustomerId::new),
        Money.ofMinor(Currency.getInstance(currency), amountMinor));
  }
}
