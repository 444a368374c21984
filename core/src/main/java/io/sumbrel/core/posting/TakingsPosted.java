package io.sumbrel.core.posting;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.takings.Takings;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The takings of a counter: where the money is kept against what was sold, its tax, and what the
 * till counted otherwise.
 */
public record TakingsPosted(Takings takings, JournalEntry entry) implements Event {

  public static TakingsPosted of(Takings takings, LocalDate day) {
    return new TakingsPosted(takings, journal(takings, day));
  }

  /** What the table gives for a day's takings. */
  public static JournalEntry journal(Takings takings, LocalDate day) {
    Map<AccountCode, Long> debits = new LinkedHashMap<>();
    for (Takings.Receipt receipt : takings.receipts()) {
      debits.merge(receipt.standsOn(), receipt.amountMinor(), Long::sum);
    }
    for (Takings.Line line : takings.lines()) {
      debits.merge(line.account(), line.signedTaxMinor() - line.signedMinor(), Long::sum);
      line.tax().ifPresent(t -> debits.merge(t.account(), -line.signedTaxMinor(), Long::sum));
    }
    return JournalEntry.of(day, takings.currency(), debits);
  }

  @Override
  public PostingKind kind() {
    return PostingKind.TAKINGS;
  }

  @Override
  public Claimed claims() {
    return of(takings);
  }

  static Claimed of(Takings takings) {
    return new Claimed(
        takings.receipts().stream().map(Takings.Receipt::money).collect(Collectors.toSet()),
        Set.of());
  }
}
