package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.WaitingEntries;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.Currency;

@Entity
@Table(name = "deposit")
class DepositRow {
  @Id Long id;
  long booksId;
  long arrivalId;
  long bankAccountId;

  @Enumerated(EnumType.STRING)
  DepositKind kind;

  String currency;
  String reference;
  LocalDate depositDate;
  long netMinor;

  /** The bank entry that is this sum. */
  Long entryId;

  WaitingEntries.Known toKnown() {
    return new WaitingEntries.Known(id, kind, bankAccountId, reference, depositDate, netMinor);
  }

  String words() {
    return (kind.words() + " " + reference).strip();
  }

  Currency inCurrency() {
    return Currency.getInstance(currency);
  }
}
