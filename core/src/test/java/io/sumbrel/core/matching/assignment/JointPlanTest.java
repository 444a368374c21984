package io.sumbrel.core.matching.assignment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class JointPlanTest {
  private static final int BUDGET = 100_000;

  private static Option option(int claimant, int points, int resource, long amount) {
    return new Option(claimant, points, new int[] {resource}, new long[] {amount});
  }

  @Test
  void givesUpTheSurestForTheBestOfAll() {
    List<Option> options =
        List.of(
            option(0, 5_000, 0, 100),
            option(0, 4_900, 1, 100),
            option(1, 4_000, 0, 100),
            option(1, -1_000, 1, 100));
    JointPlan.Result result = JointPlan.of(options, 2, new long[] {100, 100}, BUDGET);
    assertThat(result.chosen()).containsExactly(1, 2);
    assertThat(result.unproven()).isZero();
  }

  @Test
  void sharesAnItemInParts() {
    List<Option> options =
        List.of(option(0, 900, 0, 60), option(1, 800, 0, 40), option(2, 700, 0, 1));
    assertThat(JointPlan.of(options, 3, new long[] {100}, BUDGET).chosen())
        .containsExactly(0, 1, -1);
  }

  /** Two want the same and nothing else: e³ against e¹ against neither, as a softmax by hand. */
  @Test
  void theLikelihoodsAreThoseOfAllConsistentChoices() {
    List<Option> options = List.of(option(0, 3_000, 0, 10), option(1, 1_000, 0, 10));
    JointPlan.Result result = JointPlan.of(options, 2, new long[] {10}, BUDGET);
    double all = Math.exp(3) + Math.exp(1) + 1;
    assertThat(result.likelihoods()[0]).isCloseTo((int) (1e6 * Math.exp(3) / all), within(2));
    assertThat(result.likelihoods()[1]).isCloseTo((int) (1e6 * Math.exp(1) / all), within(2));
  }

  @Test
  void choosesNoWeakOptionButCountsIt() {
    JointPlan.Result result =
        JointPlan.of(List.of(option(0, -100, 0, 5)), 1, new long[] {5}, BUDGET);
    assertThat(result.chosen()).containsExactly(-1);
    assertThat(result.likelihoods()[0]).isBetween(470_000, 480_000);
  }

  /** 600 seeded instances against every consistent choice: best value and all likelihoods. */
  @Test
  void agreesWithBruteForce() {
    Random random = new Random(3);
    for (int run = 0; run < 600; run++) {
      int claimants = 1 + random.nextInt(6);
      long[] capacity = random.longs(4, 0, 100).toArray();
      List<Option> options = randomOptions(random, claimants, capacity.length);
      JointPlan.Result result = JointPlan.of(options, claimants, capacity, BUDGET);
      BruteForce truth = new BruteForce(options, claimants, capacity);
      assertFits(result.chosen(), options, capacity);
      assertThat(valueOf(result.chosen(), options)).as("run %d", run).isEqualTo(truth.best);
      assertThat(valueOf(result.chosen(), options))
          .isGreaterThanOrEqualTo(greedy(options, claimants, capacity));
      for (int o = 0; o < options.size(); o++) {
        assertThat(result.likelihoods()[o] / 1e6)
            .as("run %d option %d", run, o)
            .isCloseTo(truth.weights[o] / truth.all, within(2e-6));
      }
    }
  }

  /** Large, tangled and with next to no budget: still a plan that fits, never worse than greedy. */
  @Test
  void stopsHonestlyWhenTheBudgetEnds() {
    Random random = new Random(5);
    int unproven = 0;
    for (int run = 0; run < 20; run++) {
      long[] capacity = random.longs(12, 20, 100).toArray();
      List<Option> options = randomOptions(random, 60, capacity.length);
      JointPlan.Result result = JointPlan.of(options, 60, capacity, 50);
      assertFits(result.chosen(), options, capacity);
      assertThat(valueOf(result.chosen(), options))
          .isGreaterThanOrEqualTo(greedy(options, 60, capacity));
      assertThat(Arrays.stream(result.likelihoods()).allMatch(l -> l >= 0 && l <= 1_000_000))
          .isTrue();
      unproven += result.unproven();
    }
    assertThat(unproven).isPositive();
  }

  private static List<Option> randomOptions(Random random, int claimants, int resources) {
    List<Option> options = new ArrayList<>();
    for (int c = 0; c < claimants; c++) {
      for (int k = 0; k < 1 + random.nextInt(4); k++) {
        int first = random.nextInt(resources);
        int[] draws =
            random.nextBoolean()
                ? new int[] {first}
                : new int[] {first, (first + 1 + random.nextInt(resources - 1)) % resources};
        long[] amounts = random.longs(draws.length, 1, 60).toArray();
        options.add(new Option(c, random.nextInt(9_000) - 2_000, draws, amounts));
      }
    }
    return options;
  }

  private static long valueOf(int[] chosen, List<Option> options) {
    return Arrays.stream(chosen).filter(o -> o >= 0).mapToLong(o -> options.get(o).points()).sum();
  }

  private static boolean take(Option option, long[] left, int direction) {
    boolean fits = true;
    for (int k = 0; k < option.resources().length; k++) {
      left[option.resources()[k]] -= direction * option.amounts()[k];
      fits &= left[option.resources()[k]] >= 0;
    }
    return fits;
  }

  private static void assertFits(int[] chosen, List<Option> options, long[] capacity) {
    long[] left = capacity.clone();
    for (int c = 0; c < chosen.length; c++) {
      if (chosen[c] >= 0) {
        assertThat(options.get(chosen[c]).claimant()).isEqualTo(c);
        assertThat(take(options.get(chosen[c]), left, 1)).as("nothing promised twice").isTrue();
      }
    }
  }

  /** The surest first, as a clerk would do it. */
  private static long greedy(List<Option> options, int claimants, long[] capacity) {
    List<Option> sorted = new ArrayList<>(options);
    sorted.sort(Comparator.comparingInt(o -> -o.points()));
    long[] left = capacity.clone();
    boolean[] served = new boolean[claimants];
    long value = 0;
    for (Option option : sorted) {
      if (!served[option.claimant()] && option.points() > 0) {
        served[option.claimant()] = take(option, left, 1);
        if (served[option.claimant()]) {
          value += option.points();
        } else {
          take(option, left, -1);
        }
      }
    }
    return value;
  }

  /** Every consistent choice, one after the other. */
  private static final class BruteForce {
    private final List<Option> options;
    private final int claimants;
    private final int[] chosen;
    private final double[] weights;
    private double all;
    private long best;

    BruteForce(List<Option> options, int claimants, long[] capacity) {
      this.options = options;
      this.claimants = claimants;
      this.chosen = new int[claimants];
      this.weights = new double[options.size()];
      walk(0, capacity.clone(), 0, 1);
    }

    private void walk(int claimant, long[] left, long value, double weight) {
      if (claimant == claimants) {
        best = Math.max(best, value);
        all += weight;
        for (int o : chosen) {
          if (o >= 0) {
            weights[o] += weight;
          }
        }
        return;
      }
      for (int o = 0; o < options.size(); o++) {
        Option option = options.get(o);
        if (option.claimant() == claimant) {
          if (take(option, left, 1)) {
            chosen[claimant] = o;
            double more = Math.exp(option.points() / 1000.0);
            walk(claimant + 1, left, value + option.points(), weight * more);
          }
          take(option, left, -1);
        }
      }
      chosen[claimant] = -1;
      walk(claimant + 1, left, value, weight);
    }
  }
}
