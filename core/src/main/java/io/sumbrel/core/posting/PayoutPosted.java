package io.sumbrel.core.posting;

import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.tax.TaxPart;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What is posted with a payout as a whole: the processor's balance against sales and tax, fees, the
 * reserve and adjustments. What was recorded before stands on the balance already.
 */
public record PayoutPosted(Payout payout, JournalEntry entry) implements Event {

  public static PayoutPosted of(Payout payout, LocalDate date) {
    return new PayoutPosted(payout, journal(payout, date));
  }

  /** What the table gives for a payout. */
  public static JournalEntry journal(Payout payout, LocalDate date) {
    Map<AccountCode, Long> debits = new LinkedHashMap<>();
    debits.put(payout.balance(), payout.movedMinor());
    for (Payout.Part part : payout.parts()) {
      part.account()
          .ifPresent(
              account -> {
                long tax =
                    part.tax().map(TaxPart::minor).orElse(0L) * Long.signum(part.amountMinor());
                debits.merge(account, tax - part.amountMinor(), Long::sum);
                part.tax().ifPresent(t -> debits.merge(t.account(), -tax, Long::sum));
              });
    }
    // receipts that stood on another account than the processor's balance go there
    for (Tie.Record receipt : payout.receipts()) {
      debits.merge(receipt.standsOn(), -receipt.amountMinor(), Long::sum);
      debits.merge(payout.balance(), receipt.amountMinor(), Long::sum);
    }
    return JournalEntry.of(date, payout.currency(), debits);
  }

  @Override
  public PostingKind kind() {
    return PostingKind.PAYOUT;
  }

  @Override
  public Claimed claims() {
    return of(payout);
  }

  static Claimed of(Payout payout) {
    return new Claimed(
        payout.parts().stream().flatMap(p -> p.money().stream()).collect(Collectors.toSet()),
        payout.receipts().stream().map(Tie.Record::id).collect(Collectors.toSet()));
  }
}
