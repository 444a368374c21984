package io.sumbrel.core.ledger;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.party.CustomerId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * One line of a journal entry.
 *
 * @param customer the sub-account of receivables that it moves, where it moves one
 * @param amount debit above zero, credit below
 */
public record JournalLine(AccountCode account, Optional<CustomerId> customer, Money amount) {
  public JournalLine {
    Objects.requireNonNull(account);
    Objects.requireNonNull(customer);
    if (amount.isZero()) {
      throw new IllegalArgumentException("a journal line of nothing on " + account);
    }
  }

  public static JournalLine debit(AccountCode account, Money amount) {
    return new JournalLine(account, Optional.empty(), amount);
  }

  public static JournalLine credit(AccountCode account, Money amount) {
    return new JournalLine(account, Optional.empty(), amount.negated());
  }

  public JournalLine of(CustomerId customer) {
    return new JournalLine(account, Optional.of(customer), amount);
  }

  public JournalLine mirrored() {
    return new JournalLine(account, customer, amount.negated());
  }

  /** Those of one account, customer and currency together; what comes to nothing is left out. */
  public static List<JournalLine> summed(List<JournalLine> lines) {
    Map<List<Object>, JournalLine> sums = new LinkedHashMap<>();
    for (JournalLine line : lines) {
      sums.merge(
          List.of(line.account, line.customer, line.amount.currency()), line, JournalLine::plus);
    }
    return List.copyOf(sums.values());
  }

  /** Nothing where the two cancel out. */
  private JournalLine plus(JournalLine other) {
    Money sum = amount.plus(other.amount);
    return sum.isZero() ? null : new JournalLine(account, customer, sum);
  }
}
