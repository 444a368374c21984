package io.sumbrel.core.matching.assignment;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * One joint choice over all claimants: the surest option first, and none that would promise more of
 * a resource than there is. Ties go to the lower claimant, then the lower option.
 */
public final class GreedyAssignment {

  /**
   * One way for one claimant.
   *
   * @param weight the surer, the higher
   * @param resources what it draws on, by index
   * @param amounts how much of each, in minor units
   */
  public record Option(int claimant, int rank, long weight, int[] resources, long[] amounts) {}

  private GreedyAssignment() {}

  /**
   * @param capacity how much there is of each resource
   * @return for each claimant the index into the options that it gets, or −1
   */
  public static int[] choose(List<Option> options, int claimants, long[] capacity) {
    long[] left = capacity.clone();
    int[] chosen = new int[claimants];
    Arrays.fill(chosen, -1);
    IntStream.range(0, options.size())
        .boxed()
        .sorted(
            Comparator.<Integer>comparingLong(i -> -options.get(i).weight())
                .thenComparing(i -> options.get(i).claimant())
                .thenComparing(i -> options.get(i).rank()))
        .forEach(
            i -> {
              Option option = options.get(i);
              if (chosen[option.claimant()] < 0 && fits(option, left)) {
                chosen[option.claimant()] = i;
                take(option, left);
              }
            });
    return chosen;
  }

  private static boolean fits(Option option, long[] left) {
    return IntStream.range(0, option.resources().length)
        .allMatch(k -> option.amounts()[k] <= left[option.resources()[k]]);
  }

  private static void take(Option option, long[] left) {
    for (int k = 0; k < option.resources().length; k++) {
      left[option.resources()[k]] -= option.amounts()[k];
    }
  }
}
