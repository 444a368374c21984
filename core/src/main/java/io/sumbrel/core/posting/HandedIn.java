package io.sumbrel.core.posting;

import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.deposit.SlipLine;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.StandardAccount;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A slip goes to the bank: deposits in transit against the accounts on which its receipts were
 * kept; what goes along, is kept back, or was counted otherwise on accounts of its own.
 */
public record HandedIn(Slip slip, JournalEntry entry) implements Event {

  public static HandedIn of(Slip slip, LocalDate date) {
    return new HandedIn(slip, journal(slip, date));
  }

  /** What the table gives for a slip. */
  public static JournalEntry journal(Slip slip, LocalDate date) {
    Map<AccountCode, Long> debits = new LinkedHashMap<>();
    debits.put(StandardAccount.DEPOSITS_IN_TRANSIT.code(), slip.netMinor());
    for (Tie.Record receipt : slip.receipts()) {
      debits.merge(receipt.standsOn(), -receipt.amountMinor(), Long::sum);
    }
    for (SlipLine line : slip.lines()) {
      debits.merge(line.account(), -line.signedMinor(), Long::sum);
    }
    return JournalEntry.of(date, slip.currency(), debits);
  }

  @Override
  public PostingKind kind() {
    return PostingKind.HANDED_IN;
  }

  @Override
  public Claimed claims() {
    return of(slip);
  }

  static Claimed of(Slip slip) {
    return new Claimed(
        Set.of(), slip.receipts().stream().map(Tie.Record::id).collect(Collectors.toSet()));
  }
}
