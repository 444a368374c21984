package io.sumbrel.core.usual;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.Optional;

/**
 * A way to explain a sum that is no customer's: all of it goes to one account.
 *
 * @param taxCode by which a part of it is tax
 * @param evidence why, the strongest first
 */
public record AccountWay(
    LedgerAccount account, Optional<String> taxCode, Certainty certainty, List<Evidence> evidence) {
  public AccountWay {
    evidence = List.copyOf(evidence);
  }

  /** Such as {@code to 6100 Bank charges}. */
  public String words() {
    return "to " + account.number() + " " + account.name();
  }

  /** The one line of its tape. */
  public TapeLine line(MoneyIn money, Chart chart) {
    long minor = Math.abs(money.amountMinor());
    TapeLine line = TapeLine.toAccount(account.code(), Money.ofMinor(money.currency(), minor));
    return taxCode
        .map(code -> line.taxed(chart.taxIn(code, minor, money.bookingDate())))
        .orElse(line);
  }
}
