package io.sumbrel.core.matching;

import io.sumbrel.core.matching.assignment.Differences;
import io.sumbrel.core.matching.candidate.LongIndex;
import io.sumbrel.core.matching.candidate.LongMarks;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;

/**
 * Items of which something else is left than before: by the heads of their families, and amounts.
 */
final class Touched {
  private final MatchingProblem problem;
  private final BitSet heads = new BitSet();
  private long families;
  private final LongIndex amounts = new LongIndex();

  private final LongMarks marks = new LongMarks(10);

  /** Items that were open and are settled now, or the other way round. */
  private final BitSet flipped = new BitSet();

  private boolean opened;
  private RememberedPayers.Learned learned = RememberedPayers.Learned.NOTHING;
  private boolean nothing = true;
  private boolean records;

  Touched(MatchingProblem problem) {
    this.problem = problem;
  }

  /**
   * What is left otherwise, as far as some sums might depend on it: it may be much, and few ask.
   *
   * @param asking null among them is passed over
   */
  static Touched between(MatchingProblem problem, long[] before, long[] now, List<Seen> asking) {
    Touched touched = new Touched(problem);
    BitSet heads = new BitSet();
    LongIndex amounts = new LongIndex();
    for (Seen seen : asking) {
      if (seen != null) {
        amounts.add(seen.moneyIn.amountMinor(), 0);
        Arrays.stream(seen.reading.heads()).forEach(heads::set);
      }
    }
    Differences.forEach(
        before,
        now,
        i -> {
          int customer = problem.customerOf(i);
          boolean asked =
              customer < 0
                  || heads.get(problem.headOf(customer))
                  || amounts.first(before[i]) >= 0
                  || amounts.first(now[i]) >= 0;
          if (asked) {
            touched.add(i, before[i], now[i]);
          }
          touched.nothing = false;
        });
    return touched;
  }

  /** Whatever is left of an item now, and was before. */
  void add(int item, long before, long now) {
    nothing = false;
    add(before);
    add(now);
    records |= problem.isRecord(item);
    opened |= before == 0 && now != 0;
    if ((before == 0) != (now == 0)) {
      flipped.set(item);
    }
    if (problem.customerOf(item) >= 0) {
      addHead(problem.headOf(problem.customerOf(item)));
    }
  }

  /** Who pays for whom is remembered otherwise. */
  void add(RememberedPayers.Learned more) {
    learned = more;
    nothing &= more.customers().isEmpty();
    more.customers().forEach(c -> addHead(problem.headOf(problem.customerIndex(c))));
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
      marks.mark(amount);
    }
  }

  /** Whether an item was open and is settled now, or the other way round. */
  boolean hasFlipped(int item) {
    return flipped.get(item);
  }

  /** Whether an item is open that was settled. */
  boolean hasOpened() {
    return opened;
  }

  /**
   * Whether it might concern a sum, at a glance.
   *
   * @param seen what {@link Seen#families} says of it
   */
  boolean mayConcern(long amount, long seen) {
    boolean broad = records || !learned.customers().isEmpty() || seen == Seen.ANY_FAMILY;
    return !nothing && (broad || (seen & families) != 0 || hasAmount(amount));
  }

  private void addHead(int head) {
    heads.set(head);
    families |= 1L << head;
  }

  boolean isNothing() {
    return nothing;
  }

  /** Whether a record is among them. */
  boolean hasRecords() {
    return records;
  }

  boolean hasHeadOf(int[] families) {
    for (int head : families) {
      if (heads.get(head)) {
        return true;
      }
    }
    return false;
  }

  boolean hasAmount(long minor) {
    return marks.isMarked(minor) && amounts.first(minor) >= 0;
  }
}
