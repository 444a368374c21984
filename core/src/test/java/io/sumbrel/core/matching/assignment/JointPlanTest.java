package io.sumbrel.core.matching.assignment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class JointPlanTest {
  private static final int BUDGET = 100_000;

  private static Option option(int points, int resource, long amount) {
    return new Option(points, new int[] {resource}, new long[] {amount});
  }

  /** What was chosen for each claimant, with the likelihoods. */
  private record Joint(int[] chosen, int[][] likelihoods, JointPlan plan) {
    static Joint of(List<List<Option>> options, long[] capacity, int budget) {
      List<Claimant> claimants = options.stream().map(Claimant::new).toList();
      JointPlan plan = JointPlan.of(claimants, Amounts.of(capacity), budget, Optional.empty());
      return new Joint(
          IntStream.range(0, options.size()).map(c -> plan.outcome(c).chosen()).toArray(),
          IntStream.range(0, options.size())
              .mapToObj(c -> plan.outcome(c).likelihoods())
              .toArray(int[][]::new),
          plan);
    }

    int unproven() {
      return plan.unproven();
    }
  }

  @Test
  void givesUpTheSurestForTheBestOfAll() {
    List<List<Option>> options =
        List.of(
            List.of(option(5_000, 0, 100), option(4_900, 1, 100)),
            List.of(option(4_000, 0, 100), option(-1_000, 1, 100)));
    Joint joint = Joint.of(options, new long[] {100, 100}, BUDGET);
    assertThat(joint.chosen()).containsExactly(1, 0);
    assertThat(joint.unproven()).isZero();
  }

  @Test
  void sharesAnItemInParts() {
    List<List<Option>> options =
        List.of(
            List.of(option(900, 0, 60)), List.of(option(800, 0, 40)), List.of(option(700, 0, 1)));
    assertThat(Joint.of(options, new long[] {100}, BUDGET).chosen()).containsExactly(0, 0, -1);
  }

  @Test
  void whoCannotGetInEachOthersWayStandsApart() {
    List<List<Option>> options =
        List.of(
            List.of(option(900, 0, 60)),
            List.of(option(900, 1, 60), option(800, 2, 50)),
            List.of(),
            List.of(option(700, 0, 40)),
            List.of(option(700, 2, 51)));
    Joint joint = Joint.of(options, new long[] {100, 100, 100}, BUDGET);
    assertThat(joint.plan.components())
        .containsExactly(new int[] {0}, new int[] {1, 4}, new int[] {2}, new int[] {3});
  }

  /** Two want the same and nothing else: e³ against e¹ against neither, as a softmax by hand. */
  @Test
  void theLikelihoodsAreThoseOfAllConsistentChoices() {
    List<List<Option>> options =
        List.of(List.of(option(3_000, 0, 10)), List.of(option(1_000, 0, 10)));
    Joint joint = Joint.of(options, new long[] {10}, BUDGET);
    double all = Math.exp(3) + Math.exp(1) + 1;
    assertThat(joint.likelihoods()[0][0]).isCloseTo((int) (1e6 * Math.exp(3) / all), within(2));
    assertThat(joint.likelihoods()[1][0]).isCloseTo((int) (1e6 * Math.exp(1) / all), within(2));
  }

  @Test
  void choosesNoWeakOptionButCountsIt() {
    Joint joint = Joint.of(List.of(List.of(option(-100, 0, 5))), new long[] {5}, BUDGET);
    assertThat(joint.chosen()).containsExactly(-1);
    assertThat(joint.likelihoods()[0][0]).isBetween(470_000, 480_000);
  }

  /** 600 seeded instances against every consistent choice: best value and all likelihoods. */
  @Test
  void agreesWithBruteForce() {
    Random random = new Random(3);
    for (int run = 0; run < 600; run++) {
      int claimants = 1 + random.nextInt(6);
      long[] capacity = random.longs(4, 0, 100).toArray();
      List<List<Option>> options = randomOptions(random, claimants, capacity.length);
      Joint joint = Joint.of(options, capacity, BUDGET);
      BruteForce truth = new BruteForce(options, capacity);
      assertFits(joint.chosen(), options, capacity);
      assertThat(valueOf(joint.chosen(), options)).as("run %d", run).isEqualTo(truth.best);
      assertThat(valueOf(joint.chosen(), options))
          .isGreaterThanOrEqualTo(greedy(options, capacity));
      for (int c = 0; c < claimants; c++) {
        for (int o = 0; o < options.get(c).size(); o++) {
          assertThat(joint.likelihoods()[c][o] / 1e6)
              .as("run %d claimant %d option %d", run, c, o)
              .isCloseTo(truth.weights[c][o] / truth.all, within(2e-6));
        }
      }
    }
  }

  /** Where there are too many choices to look at all of them, the best one is still the best. */
  @Test
  void takesWhatNobodyContendsForGranted() {
    Random random = new Random(11);
    int apart = 0;
    for (int run = 0; run < 40; run++) {
      long[] capacity = random.longs(7, 0, 100).toArray();
      List<List<Option>> options = randomOptions(random, 8, capacity.length);
      Joint joint = Joint.of(options, capacity, BUDGET);
      assertFits(joint.chosen(), options, capacity);
      assertThat(valueOf(joint.chosen(), options))
          .as("run %d", run)
          .isEqualTo(new BruteForce(options, capacity).best);
      apart += joint.plan.components().size() == 1 ? 1 : 0;
    }
    assertThat(apart).as("tangled as a whole").isGreaterThan(10);
  }

  /**
   * Claimants come, go, change and once in a while change places, and there is more or less of
   * something: what is known from before changes nothing in the answer, be it tangled or loose.
   */
  @Test
  void whatIsKnownFromBeforeMakesNoDifference() {
    int reused = 0;
    for (int resources : new int[] {60, 120, 200, 300, 450}) {
      Random random = new Random(resources);
      long[] capacity = random.longs(resources, 20, 100).toArray();
      List<Claimant> claimants = new ArrayList<>();
      randomOptions(random, 120, resources).forEach(o -> claimants.add(new Claimant(o)));
      JointPlan plan = JointPlan.of(claimants, Amounts.of(capacity), BUDGET, Optional.empty());
      for (int step = 0; step < 40; step++) {
        List<Claimant> then = List.copyOf(claimants);
        capacity = changed(random, claimants, capacity, step);
        int[] places = claimants.stream().mapToInt(then::indexOf).toArray();
        JointPlan anew = JointPlan.of(claimants, Amounts.of(capacity), BUDGET, Optional.empty());
        JointPlan.Before before = new JointPlan.Before(plan, places);
        plan = JointPlan.of(claimants, Amounts.of(capacity), BUDGET, Optional.of(before));
        for (int c = 0; c < places.length; c++) {
          assertThat(plan.outcome(c).isSame(anew.outcome(c)))
              .as("%d resources, step %d, %d", resources, step, c)
              .isTrue();
        }
        assertThat(plan.components()).usingRecursiveComparison().isEqualTo(anew.components());
        reused += plan.nodes() < anew.nodes() ? 1 : 0;
      }
    }
    assertThat(reused).as("less work").isGreaterThan(80);
  }

  private static long[] changed(
      Random random, List<Claimant> claimants, long[] capacity, int step) {
    claimants.remove(random.nextInt(claimants.size()));
    Claimant other = new Claimant(randomOptions(random, 1, capacity.length).get(0));
    claimants.set(random.nextInt(claimants.size()), other);
    if (step % 2 == 0) {
      Claimant more = new Claimant(randomOptions(random, 1, capacity.length).get(0));
      claimants.add(random.nextInt(claimants.size()), more);
    }
    if (step % 10 == 9) {
      Collections.swap(claimants, 3, 40);
    }
    long[] now = capacity.clone();
    now[random.nextInt(now.length)] = random.nextInt(20, 100);
    now[random.nextInt(now.length)] = random.nextInt(20, 100);
    return now;
  }

  /** Large, tangled and with next to no budget: still a plan that fits, never worse than greedy. */
  @Test
  void stopsHonestlyWhenTheBudgetEnds() {
    Random random = new Random(5);
    int unproven = 0;
    for (int run = 0; run < 20; run++) {
      long[] capacity = random.longs(12, 20, 100).toArray();
      List<List<Option>> options = randomOptions(random, 60, capacity.length);
      Joint joint = Joint.of(options, capacity, 50);
      assertFits(joint.chosen(), options, capacity);
      assertThat(valueOf(joint.chosen(), options))
          .isGreaterThanOrEqualTo(greedy(options, capacity));
      assertThat(
              Arrays.stream(joint.likelihoods())
                  .flatMapToInt(Arrays::stream)
                  .allMatch(l -> l >= 0 && l <= 1_000_000))
          .isTrue();
      unproven += joint.unproven();
    }
    assertThat(unproven).isPositive();
  }

  private static List<List<Option>> randomOptions(Random random, int claimants, int resources) {
    List<List<Option>> options = new ArrayList<>();
    for (int c = 0; c < claimants; c++) {
      List<Option> own = new ArrayList<>();
      for (int k = 0; k < 1 + random.nextInt(4); k++) {
        int first = random.nextInt(resources);
        int[] draws =
            random.nextBoolean()
                ? new int[] {first}
                : new int[] {first, (first + 1 + random.nextInt(resources - 1)) % resources};
        long[] amounts = random.longs(draws.length, 1, 60).toArray();
        own.add(new Option(random.nextInt(9_000) - 2_000, draws, amounts));
      }
      options.add(own);
    }
    return options;
  }

  private static long valueOf(int[] chosen, List<List<Option>> options) {
    long value = 0;
    for (int c = 0; c < chosen.length; c++) {
      value += chosen[c] < 0 ? 0 : options.get(c).get(chosen[c]).points();
    }
    return value;
  }

  private static boolean take(Option option, long[] left, int direction) {
    boolean fits = true;
    for (int k = 0; k < option.resources().length; k++) {
      left[option.resources()[k]] -= direction * option.amounts()[k];
      fits &= left[option.resources()[k]] >= 0;
    }
    return fits;
  }

  private static void assertFits(int[] chosen, List<List<Option>> options, long[] capacity) {
    long[] left = capacity.clone();
    for (int c = 0; c < chosen.length; c++) {
      if (chosen[c] >= 0) {
        assertThat(take(options.get(c).get(chosen[c]), left, 1))
            .as("nothing promised twice")
            .isTrue();
      }
    }
  }

  /** The surest first, as a clerk would do it. */
  private static long greedy(List<List<Option>> options, long[] capacity) {
    List<int[]> sorted = new ArrayList<>();
    for (int c = 0; c < options.size(); c++) {
      for (int o = 0; o < options.get(c).size(); o++) {
        sorted.add(new int[] {c, o});
      }
    }
    sorted.sort(Comparator.comparingInt(a -> -options.get(a[0]).get(a[1]).points()));
    long[] left = capacity.clone();
    boolean[] served = new boolean[options.size()];
    long value = 0;
    for (int[] one : sorted) {
      Option option = options.get(one[0]).get(one[1]);
      if (!served[one[0]] && option.points() > 0) {
        served[one[0]] = take(option, left, 1);
        if (served[one[0]]) {
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
    private final List<List<Option>> options;
    private final int[] chosen;
    private final double[][] weights;
    private double all;
    private long best;

    BruteForce(List<List<Option>> options, long[] capacity) {
      this.options = options;
      this.chosen = new int[options.size()];
      this.weights = new double[options.size()][4];
      walk(0, capacity.clone(), 0, 1);
    }

    private void walk(int claimant, long[] left, long value, double weight) {
      if (claimant == chosen.length) {
        best = Math.max(best, value);
        all += weight;
        for (int c = 0; c < chosen.length; c++) {
          if (chosen[c] >= 0) {
            weights[c][chosen[c]] += weight;
          }
        }
        return;
      }
      List<Option> own = options.get(claimant);
      for (int o = 0; o < own.size(); o++) {
        if (take(own.get(o), left, 1)) {
          chosen[claimant] = o;
          double more = Math.exp(own.get(o).points() / 1000.0);
          walk(claimant + 1, left, value + own.get(o).points(), weight * more);
        }
        take(own.get(o), left, -1);
      }
      chosen[claimant] = -1;
      walk(claimant + 1, left, value, weight);
    }
  }
}
