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

  /**
   * Whether something else is remembered of a payer.
   *
   * @param name in plain words, empty when the bank gives none
   * @param account without its blanks, empty when the bank gives none
   */
  boolean hasPayer(MoneyIn moneyIn, String name, String account) {
    if (learned.customers().isEmpty()) {
      return false;
    }
    boolean begins =
        name.isEmpty()
            && Parties.starts(moneyIn.text())
                .anyMatch(start -> learned.names().contains(NameLikeness.normal(start)));
    return begins || learned.names().contains(name) || learned.accounts().contains(account);
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
