package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.WaitingEntries;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.receipt.MoneyInId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

@Entity
@Table(name = "deposit")
class DepositRow {
  @Id Long id;
  long booksId;

  /** The file that brought it; empty for a slip of our own. */
  Long arrivalId;

  long bankAccountId;

  @Enumerated(EnumType.STRING)
  DepositKind kind;

  String currency;
  String reference;
  LocalDate depositDate;
  long netMinor;

  /** The ledger account on which it stands until it is tied. */
  String clearingCode;

  /** The posting by which a slip of our own was handed in. */
  Long handedInId;

  /** The posting by which what a processor kept of a payout is in the books. */
  Long postedId;

  /** How its processor writes: it names the processor. */
  Long layoutId;

  /** The bank entry that is this sum. */
  Long entryId;

  WaitingEntries.Known toKnown() {
    return new WaitingEntries.Known(id, kind, bankAccountId, reference, depositDate, netMinor);
  }

  Recorded toRecorded(Set<MoneyInId> others) {
    return new Recorded(
        new RecordedId(id),
        kind,
        new AccountCode(clearingCode),
        inCurrency(),
        Optional.of(bankAccountId),
        reference,
        depositDate,
        netMinor,
        words(),
        others);
  }

  /** All that was brought of it; for what it waits may change. */
  void write(Consumer<Object> cells) {
    Arrays.asList(id, bankAccountId, kind, currency, reference, depositDate, netMinor, clearingCode)
        .forEach(cells);
  }

  String words() {
    return (kind.words() + " " + reference).strip();
  }

  Currency inCurrency() {
    return Currency.getInstance(currency);
  }
}
