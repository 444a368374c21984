package io.sumbrel.core.posting;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import java.time.LocalDate;
import java.util.List;

/** A bank account begins in these books, with a balance: bank against brought forward. */
public record BankBegins(JournalEntry entry) implements Event {

  public static BankBegins of(AccountCode bank, Money balance, LocalDate date) {
    List<JournalLine> lines =
        balance.isZero()
            ? List.of()
            : List.of(
                JournalLine.debit(bank, balance),
                JournalLine.credit(StandardAccount.BROUGHT_FORWARD.code(), balance));
    return new BankBegins(new JournalEntry(date, lines));
  }

  @Override
  public PostingKind kind() {
    return PostingKind.BANK_BEGINS;
  }
}
