package io.sumbrel.core.matching.change;

import io.sumbrel.core.matching.assignment.Amounts;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.Arrays;
import java.util.BitSet;

/**
 * What was taken off what is left between one round and the next. It is much, and few ask: so it is
 * looked up for whoever asks, family by family.
 */
public final class TakenBetweenRounds implements Changes {
  private final MatchingProblem problem;
  private final Amounts before;
  private final Amounts now;
  private final boolean nothing;
  private final BitSet known = new BitSet();
  private final BitSet touched = new BitSet();

  public TakenBetweenRounds(MatchingProblem problem, Amounts before, Amounts now) {
    this.problem = problem;
    this.before = before;
    this.now = now;
    this.nothing = before.isSame(now);
  }

  @Override
  public boolean isNothing() {
    return nothing;
  }

  @Override
  public boolean hasHeadOf(int[] families) {
    return Arrays.stream(families).anyMatch(this::hasFamily);
  }

  @Override
  public boolean hasAmountOf(MoneyIn moneyIn) {
    return hasAny(problem.byAmount(moneyIn));
  }

  @Override
  public boolean hasRecordFor(MoneyIn entry) {
    return hasAny(problem.recordedFor(entry));
  }

  /** From round to round the same is remembered. */
  @Override
  public boolean hasPayer(MoneyIn moneyIn, String name, String account) {
    return false;
  }

  private boolean hasFamily(int head) {
    if (!known.get(head)) {
      known.set(head);
      touched.set(
          head,
          hasAny(problem.openOf(head))
              || Arrays.stream(problem.branchesOf(head))
                  .anyMatch(branch -> hasAny(problem.openOf(branch))));
    }
    return touched.get(head);
  }

  private boolean hasAny(int[] items) {
    for (int item : items) {
      if (before.get(item) != now.get(item)) {
        return true;
      }
    }
    return false;
  }
}
