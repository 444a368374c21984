package io.sumbrel.core.ledger;

import io.sumbrel.core.money.Money;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;

/**
 * A journal entry: in every currency its debits equal its credits, or it cannot be made.
 *
 * @param date the posting date
 */
public record JournalEntry(LocalDate date, List<JournalLine> lines) {
  public JournalEntry {
    Objects.requireNonNull(date);
    lines = List.copyOf(lines);
    imbalances(lines)
        .forEach(
            (currency, minor) -> {
              if (minor != 0) {
                throw new IllegalArgumentException(
                    "journal entry is off by " + minor + " " + currency);
              }
            });
  }

  /**
   * The entry of what each account comes to in one currency; one that comes to nothing has no line.
   *
   * @param debits in minor units, debit above zero, in the order of the lines
   */
  public static JournalEntry of(LocalDate date, Currency currency, Map<AccountCode, Long> debits) {
    return new JournalEntry(
        date,
        debits.entrySet().stream()
            .filter(d -> d.getValue() != 0)
            .map(d -> JournalLine.debit(d.getKey(), Money.ofMinor(currency, d.getValue())))
            .toList());
  }

  /** Debits less credits for each currency, by its code; all zero in a balanced entry. */
  public static Map<String, Long> imbalances(List<JournalLine> lines) {
    Map<String, Long> sums = new TreeMap<>();
    for (JournalLine line : lines) {
      sums.merge(line.amount().currency().getCurrencyCode(), line.amount().minor(), Long::sum);
    }
    return sums;
  }

  /** What this entry does to one account in one currency, debit above zero. */
  public long effectOn(AccountCode account, Currency currency) {
    return lines.stream()
        .filter(l -> l.account().equals(account) && l.amount().currency().equals(currency))
        .map(JournalLine::amount)
        .mapToLong(Money::minor)
        .sum();
  }

  /** The contra entry: every line on its other side. */
  public JournalEntry mirrored(LocalDate date) {
    return new JournalEntry(date, lines.stream().map(JournalLine::mirrored).toList());
  }
}
