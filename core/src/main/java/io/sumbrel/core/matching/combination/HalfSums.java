package io.sumbrel.core.matching.combination;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Meet in the middle: every set of up to {@value #MAX_AMOUNTS} amounts, of whatever size, as a part
 * of the first half and a part of the second. Horowitz and Sahni, Computing partitions with
 * applications to the knapsack problem (1974).
 */
public final class HalfSums implements SetSearch {
  /** Above this number of amounts the halves have too many parts. */
  public static final int MAX_AMOUNTS = 24;

  private final int size;
  private final Half first;
  private final Half second;

  /** The parts of one half by rising sum; a part is a mask of its amounts. */
  private record Half(long[] sums, int[] masks) {
    static Half of(long[] amounts, int from, int to) {
      Half half = new Half(new long[] {0}, new int[] {0});
      for (int i = from; i < to; i++) {
        half = half.with(amounts[i], 1 << i);
      }
      return half;
    }

    /** Each part without the amount and with it: two rising rows, merged. */
    private Half with(long amount, int bit) {
      int n = sums.length;
      long[] merged = new long[2 * n];
      int[] members = new int[2 * n];
      int without = 0;
      int with = 0;
      for (int k = 0; k < 2 * n; k++) {
        boolean takeWithout = with == n || without < n && sums[without] <= sums[with] + amount;
        merged[k] = takeWithout ? sums[without] : sums[with] + amount;
        members[k] = takeWithout ? masks[without++] : masks[with++] | bit;
      }
      return new Half(merged, members);
    }
  }

  private HalfSums(long[] amounts) {
    size = amounts.length;
    first = Half.of(amounts, 0, size / 2);
    second = Half.of(amounts, size / 2, size);
  }

  /**
   * @throws IllegalArgumentException for more than {@value #MAX_AMOUNTS} amounts
   */
  public static HalfSums of(long[] amounts) {
    if (amounts.length > MAX_AMOUNTS) {
      throw new IllegalArgumentException(amounts.length + " amounts");
    }
    return new HalfSums(amounts);
  }

  @Override
  public Sets within(long low, long high, int maxSize, int keep, long budget) {
    long[] counts = new long[size + 1];
    int[][] masks = new int[size + 1][];
    long left =
        new RisingRows(first.sums, second.sums)
            .within(
                low,
                high,
                budget,
                (f, lower, upper) -> {
                  for (int s = lower; s < upper; s++) {
                    keep(first.masks[f] | second.masks[s], maxSize, keep, counts, masks);
                  }
                });
    List<int[]> sets = smallestFirst(masks, counts, keep);
    if (left < 0) {
      return new Sets(sets, counts, Searched.NODE_BUDGET, 0);
    }
    boolean capped = Arrays.stream(counts).sum() > sets.size();
    return new Sets(sets, counts, capped ? Searched.CAP_REACHED : Searched.SEARCHED_ALL, maxSize);
  }

  /** Counts a set, and keeps its mask with those of its size while there are few of them. */
  private static void keep(int mask, int maxSize, int keep, long[] counts, int[][] masks) {
    int members = Integer.bitCount(mask);
    if (members > 0 && members <= maxSize) {
      int place = (int) Math.min(counts[members]++, keep);
      if (place < keep) {
        int[] kept = masks[members];
        if (kept == null || kept.length == place) {
          kept = kept == null ? new int[4] : Arrays.copyOf(kept, 2 * place);
          masks[members] = kept;
        }
        kept[place] = mask;
      }
    }
  }

  private static List<int[]> smallestFirst(int[][] masks, long[] counts, int keep) {
    List<int[]> sets = new ArrayList<>();
    for (int members = 1; members < masks.length; members++) {
      for (int k = 0; k < counts[members] && sets.size() < keep; k++) {
        sets.add(indices(masks[members][k], members));
      }
    }
    return List.copyOf(sets);
  }

  private static int[] indices(int mask, int members) {
    int[] set = new int[members];
    int at = 0;
    for (int left = mask; left != 0; left &= left - 1) {
      set[at++] = Integer.numberOfTrailingZeros(left);
    }
    return set;
  }
}
