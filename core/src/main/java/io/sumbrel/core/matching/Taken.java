package io.sumbrel.core.matching;

import io.sumbrel.core.matching.Seen.Concern;
import io.sumbrel.core.matching.assignment.Amounts;
import java.util.Arrays;
import java.util.BitSet;

/**
 * What was taken off what is left between one round and the next. It is much, and few ask: so it is
 * looked up for whoever asks, family by family.
 */
final class Taken {
  private final MatchingProblem problem;
  private final Amounts before;
  private final Amounts now;
  private final boolean nothing;
  private final BitSet known = new BitSet();
  private final BitSet touched = new BitSet();

  Taken(MatchingProblem problem, Amounts before, Amounts now) {
    this.problem = problem;
    this.before = before;
    this.now = now;
    this.nothing = before.isSame(now);
  }

  /** How far what was found for a sum might be otherwise now. */
  Concern concern(Seen seen) {
    if (nothing) {
      return Concern.NONE;
    }
    boolean more =
        seen.reading.isUnnamedDeposit()
            || Arrays.stream(seen.reading.heads()).anyMatch(this::hasFamily)
            || hasAny(problem.recordedFor(seen.moneyIn));
    return more
        ? Concern.MORE
        : hasAny(problem.byAmount(seen.moneyIn)) ? Concern.AMOUNT : Concern.NONE;
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
