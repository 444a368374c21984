package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.openitem.OpenItem;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * What the terms of some items grant, and on which of them it may still be taken: on whole items,
 * within the grace of the house.
 *
 * @param granting the items that grant a discount
 * @param mayBeTaken those of them on which it may be taken on this day
 */
record Discounts(
    MatchingProblem problem, int[] granting, int[] mayBeTaken, long allMinor, int now) {
  /** So many items are tried for some of which it was taken: 4,096 sets. */
  private static final int MOST = 12;

  static Discounts of(MatchingProblem problem, int[] items, Pools pools, LocalDate day) {
    int now = (int) day.toEpochDay();
    int grace = problem.limits().discountGraceDays();
    List<Integer> granting = new ArrayList<>();
    List<Integer> may = new ArrayList<>();
    long all = 0;
    for (int i : items) {
      int last = problem.lastDiscountDay(i);
      OpenItem item = problem.item(i);
      if (last != MatchingProblem.NO_DISCOUNT && item.discountMinor() > 0) {
        granting.add(i);
        all += item.discountMinor();
        if (pools.left(i) == item.totalMinor() && now <= last + grace) {
          may.add(i);
        }
      }
    }
    return new Discounts(problem, array(granting), array(may), all, now);
  }

  private static int[] array(List<Integer> items) {
    return items.stream().mapToInt(i -> i).toArray();
  }

  /** Whether what is missing is what all of them grant, and all of it may be taken. */
  boolean isOfAll(long missing) {
    return allMinor == missing && granting.length == mayBeTaken.length && granting.length > 0;
  }

  /** Whether the last day was over for one of some items. */
  boolean isLate(int[] items) {
    for (int i : items) {
      if (now > problem.lastDiscountDay(i)) {
        return true;
      }
    }
    return false;
  }

  /** The fewest on which just so much is granted; of as few the first. */
  Optional<int[]> some(long missing) {
    if (mayBeTaken.length == 0 || mayBeTaken.length > MOST) {
      return Optional.empty();
    }
    int best = 0;
    for (int set = 1; set < 1 << mayBeTaken.length; set++) {
      boolean fewer = best == 0 || Integer.bitCount(set) < Integer.bitCount(best);
      best = fewer && sumOf(set) == missing ? set : best;
    }
    int taken = best;
    return Optional.of(taken)
        .filter(t -> t != 0)
        .map(
            t ->
                IntStream.range(0, mayBeTaken.length)
                    .filter(k -> (t >>> k & 1) == 1)
                    .map(k -> mayBeTaken[k])
                    .toArray());
  }

  private long sumOf(int set) {
    long sum = 0;
    for (int k = 0; k < mayBeTaken.length; k++) {
      sum += (set >>> k & 1) == 1 ? problem.item(mayBeTaken[k]).discountMinor() : 0;
    }
    return sum;
  }
}
