package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.combination.SetSearch;
import io.sumbrel.core.matching.combination.Sets;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import java.util.Arrays;

/**
 * What is in the books already comes first: a bank entry may be the sum of a deposit or of receipts
 * that are recorded and wait for it.
 */
final class TieWays {
  private static final int MOST_TOGETHER = 4;
  private static final int KEEP_SETS = 5;

  private final WaySearch search;
  private final MatchingProblem problem;

  TieWays(WaySearch search) {
    this.search = search;
    this.problem = search.problem;
  }

  /**
   * @return whether one record alone is of this very sum
   */
  boolean search() {
    int[] waiting =
        Arrays.stream(problem.recordedFor(search.moneyIn))
            .filter(r -> search.pools.left(r) > 0)
            .toArray();
    if (waiting.length == 0) {
      return false;
    }
    long[] amounts = Arrays.stream(waiting).mapToLong(search.pools::left).toArray();
    Sets sets =
        SetSearch.of(amounts)
            .reaching(
                search.amount,
                Math.min(MOST_TOGETHER, waiting.length),
                KEEP_SETS,
                search.pools.setSteps());
    for (int[] set : sets.sets()) {
      int[] records = Arrays.stream(set).map(k -> waiting[k]).toArray();
      long[] parts = Arrays.stream(set).mapToLong(k -> amounts[k]).toArray();
      search.keep(new Way(records, parts, Gap.NONE, 0, -1, Shape.TIE), sets.counts()[set.length]);
    }
    lessCharge(waiting);
    return Arrays.stream(amounts).anyMatch(a -> a == search.amount);
  }

  /** One record of which a bank kept a charge. */
  private void lessCharge(int[] waiting) {
    int[] near = Arrays.stream(waiting).filter(this::mayHaveLostACharge).toArray();
    for (int k = 0; k < Math.min(KEEP_SETS, near.length); k++) {
      long left = search.pools.left(near[k]);
      int[] record = {near[k]};
      long kept = left - search.amount;
      Way way = new Way(record, new long[] {left}, Gap.CHARGE, kept, -1, Shape.TIE);
      search.keep(way, near.length);
    }
  }

  private boolean mayHaveLostACharge(int record) {
    long kept = search.pools.left(record) - search.amount;
    return kept > 0 && search.mayBeCharge(kept);
  }
}
