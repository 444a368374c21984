package io.sumbrel.core.matching;

import io.sumbrel.core.matching.candidate.LongIndex;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.BitSet;

/**
 * Items of which something else is left than before: by the heads of their families, and amounts.
 */
final class Touched {
  private final MatchingProblem problem;
  private final BitSet heads = new BitSet();
  private final LongIndex amounts = new LongIndex();
  private RememberedPayers.Learned learned = RememberedPayers.Learned.NOTHING;
  private boolean nothing = true;
  private boolean records;

  Touched(MatchingProblem problem) {
    this.problem = problem;
  }

  /** Whatever is left of an item now, and was before. */
  void add(int item, long before, long now) {
    nothing = false;
    add(before);
    add(now);
    records |= problem.isRecord(item);
    if (problem.customerOf(item) >= 0) {
      heads.set(problem.headOf(problem.customerOf(item)));
    }
  }

  /** Who pays for whom is remembered otherwise. */
  void add(RememberedPayers.Learned more) {
    learned = more;
    nothing &= more.customers().isEmpty();
    more.customers().forEach(c -> heads.set(problem.headOf(problem.customerIndex(c))));
  }

  /** Whether something else is remembered of a payer. */
  boolean hasPayer(MoneyIn moneyIn, String normalName) {
    return learned.names().contains(normalName)
        || moneyIn
            .payerAccount()
            .map(RememberedPayers::bare)
            .filter(learned.accounts()::contains)
            .isPresent()
        || normalName.isEmpty()
            && !learned.names().isEmpty()
            && Parties.starts(moneyIn.text())
                .anyMatch(s -> learned.names().contains(NameLikeness.normal(s)));
  }

  private void add(long amount) {
    if (!hasAmount(amount)) {
      amounts.add(amount, 0);
    }
  }

  boolean isNothing() {
    return nothing;
  }

  /** Whether a record is among them. */
  boolean hasRecords() {
    return records;
  }

  boolean hasHead(int customer) {
    return heads.get(customer);
  }

  boolean hasAmount(long minor) {
    return amounts.first(minor) >= 0;
  }
}
