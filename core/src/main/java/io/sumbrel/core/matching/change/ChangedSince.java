package io.sumbrel.core.matching.change;

import io.sumbrel.core.matching.candidate.LongIndex;
import io.sumbrel.core.matching.candidate.LongMarks;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.BitSet;

/**
 * Items of which something else is left than before: by the heads of their families, and amounts.
 */
public final class ChangedSince implements Changes {
  /** The bits of what may mean anybody's items. */
  public static final long ANY_FAMILY = -1;

  private final MatchingProblem problem;
  private final BitSet heads = new BitSet();
  private long families;
  private final LongIndex amounts = new LongIndex();

  private final LongMarks marks = new LongMarks(10);

  /** What is left of any of them now, as far as something is. */
  private final LongIndex become = new LongIndex();

  private final BitSet items = new BitSet();

  private boolean opened;
  private RememberedPayers.Learned learned = RememberedPayers.Learned.NOTHING;
  private boolean nothing = true;
  private boolean records;

  public ChangedSince(MatchingProblem problem) {
    this.problem = problem;
  }

  /** Whatever is left of an item now, and was before. */
  public void add(int item, long before, long now) {
    nothing = false;
    add(before);
    add(now);
    records |= problem.isRecord(item);
    opened |=
        before == 0 && now != 0 && (problem.isRecord(item) || problem.item(item).kind().isNamed());
    items.set(item);
    if (now != 0) {
      become.add(now, 0);
    }
    if (problem.customerOf(item) >= 0) {
      addHead(problem.headOf(problem.customerOf(item)));
    }
  }

  /** Who pays for whom is remembered otherwise. */
  public void add(RememberedPayers.Learned more) {
    learned = more;
    nothing &= more.customers().isEmpty();
    more.customers().forEach(c -> addHead(problem.headOf(problem.customerIndex(c))));
  }

  @Override
  public boolean hasPayer(MoneyIn moneyIn, String name, String account) {
    if (learned.customers().isEmpty()) {
      return false;
    }
    boolean begins =
        name.isEmpty()
            && NameLikeness.starts(moneyIn.text())
                .anyMatch(start -> learned.names().contains(NameLikeness.normal(start)));
    return begins || learned.names().contains(name) || learned.accounts().contains(account);
  }

  private void add(long amount) {
    if (!hasAmount(amount)) {
      amounts.add(amount, 0);
      marks.mark(amount);
    }
  }

  /** Whether something else is left of an item. */
  public boolean has(int item) {
    return items.get(item);
  }

  /** Whether so much is left now of an item of which something else was left. */
  public boolean hasBecome(long minor) {
    return become.first(minor) >= 0;
  }

  /** Whether an item is open that was settled. */
  public boolean hasOpened() {
    return opened;
  }

  /**
   * Whether it might concern a sum, at a glance.
   *
   * @param seen a bit for each family whose items it may mean, several sharing one
   */
  public boolean mayConcern(long amount, long seen) {
    boolean broad = records || !learned.customers().isEmpty() || seen == ANY_FAMILY;
    return !nothing && (broad || (seen & families) != 0 || hasAmount(amount));
  }

  private void addHead(int head) {
    heads.set(head);
    families |= 1L << head;
  }

  @Override
  public boolean isNothing() {
    return nothing;
  }

  @Override
  public boolean hasRecordFor(MoneyIn entry) {
    return records && problem.recordedFor(entry).length > 0;
  }

  @Override
  public boolean hasHeadOf(int[] families) {
    for (int head : families) {
      if (heads.get(head)) {
        return true;
      }
    }
    return false;
  }

  @Override
  public boolean hasAmountOf(MoneyIn moneyIn) {
    return hasAmount(moneyIn.amountMinor());
  }

  private boolean hasAmount(long minor) {
    return marks.isMarked(minor) && amounts.first(minor) >= 0;
  }
}
