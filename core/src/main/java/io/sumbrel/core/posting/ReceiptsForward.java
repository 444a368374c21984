package io.sumbrel.core.posting;

import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Receipts that were recorded before the books begin: the accounts on which they stand until the
 * bank shows them, against brought forward.
 */
public record ReceiptsForward(JournalEntry entry) implements Event {

  public static ReceiptsForward of(BroughtForward receipts, LocalDate date) {
    Map<AccountCode, Map<Currency, Long>> debits = new LinkedHashMap<>();
    receipts
        .banked()
        .forEach(
            b ->
                add(
                    debits,
                    b.deposit().kind().clearing(),
                    b.deposit().currency(),
                    b.deposit().netMinor()));
    receipts
        .onHand()
        .forEach(
            o -> add(debits, o.receipt().kind().onHand(), o.currency(), o.receipt().amountMinor()));
    List<JournalLine> lines = new ArrayList<>();
    debits.forEach(
        (account, sums) ->
            sums.forEach(
                (currency, minor) -> {
                  Money sum = Money.ofMinor(currency, minor);
                  lines.add(JournalLine.debit(account, sum));
                  lines.add(JournalLine.credit(StandardAccount.BROUGHT_FORWARD.code(), sum));
                }));
    return new ReceiptsForward(new JournalEntry(date, lines));
  }

  private static void add(
      Map<AccountCode, Map<Currency, Long>> debits,
      StandardAccount account,
      Currency currency,
      long minor) {
    debits.computeIfAbsent(account.code(), a -> new HashMap<>()).merge(currency, minor, Long::sum);
  }

  @Override
  public PostingKind kind() {
    return PostingKind.RECEIPTS_FORWARD;
  }
}
