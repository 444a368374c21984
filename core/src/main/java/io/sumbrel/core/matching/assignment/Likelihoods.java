package io.sumbrel.core.matching.assignment;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How likely each option is over all consistent joint choices of one component. Counted exactly
 * while the number of choices is small; else each claimant's likelihoods are set from how likely
 * the others leave it enough, again and again until they settle (a mean-field fixed point).
 */
final class Likelihoods {
  private static final int ROUNDS = 40;
  private static final double DAMPING = 0.5;

  /** Below half of this nothing moves by a part of a million. */
  private static final double STILL = 1e-7;

  private final List<List<Option>> options;
  private final long[] capacity;
  private final Map<Integer, Integer> resources = new HashMap<>();
  private final long[] used;
  private final double[] takes;

  /** For each option of each claimant what it draws on, by place in this component. */
  private final int[][][] drawn;

  private final int[][] ownResources;
  private final double[][] sums;
  private final int[] current;
  private final int[] most;
  private double all;
  private long nodes;
  private final long budget;

  private Likelihoods(List<List<Option>> options, long[] capacity, long budget) {
    this.options = options;
    this.budget = budget;
    this.drawn = new int[options.size()][][];
    this.ownResources = new int[options.size()][];
    for (int c = 0; c < drawn.length; c++) {
      drawn[c] = options.get(c).stream().map(this::placesOf).toArray(int[][]::new);
      ownResources[c] = Arrays.stream(drawn[c]).flatMapToInt(Arrays::stream).distinct().toArray();
    }
    this.capacity = new long[resources.size()];
    resources.forEach((r, place) -> this.capacity[place] = capacity[r]);
    this.used = new long[resources.size()];
    this.takes = new double[resources.size()];
    this.sums = new double[options.size()][];
    this.most = new int[options.size()];
    for (int c = 0; c < sums.length; c++) {
      sums[c] = new double[options.get(c).size()];
      for (Option option : options.get(c)) {
        most[c] = Math.max(most[c], option.points());
      }
    }
    this.current = new int[options.size()];
    Arrays.fill(current, -1);
  }

  /** Parts of a million for each option of each claimant. */
  static int[][] of(List<List<Option>> options, long[] capacity, long budget) {
    Likelihoods likelihoods = new Likelihoods(options, capacity, budget);
    double[][] found =
        likelihoods.countable() && likelihoods.count(0, 1)
            ? likelihoods.shares()
            : likelihoods.settled();
    int[][] perMillion = new int[found.length][];
    for (int c = 0; c < found.length; c++) {
      perMillion[c] = Arrays.stream(found[c]).mapToInt(f -> (int) (f * 1_000_000)).toArray();
    }
    return perMillion;
  }

  private int[] placesOf(Option option) {
    int[] places = new int[option.resources().length];
    for (int i = 0; i < places.length; i++) {
      places[i] = resources.computeIfAbsent(option.resources()[i], r -> resources.size());
    }
    return places;
  }

  private boolean countable() {
    double choices = 1;
    for (List<Option> own : options) {
      choices *= own.size() + 1;
    }
    return choices <= 1e12;
  }

  /** Of an option against the claimant's strongest, so that products neither vanish nor grow. */
  private double weight(int c, int k) {
    int points = options.get(c).get(k).points();
    return points < JointPlan.WEAKEST ? 0 : StrictMath.exp((points - most[c]) / 1000.0);
  }

  private double weightOfNone(int c) {
    return StrictMath.exp(-most[c] / 1000.0);
  }

  /** Walks through every consistent choice; false when there are more than the budget allows. */
  private boolean count(int c, double product) {
    if (++nodes > budget) {
      return false;
    }
    if (c == options.size()) {
      all += product;
      for (int k = 0; k < current.length; k++) {
        if (current[k] >= 0) {
          sums[k][current[k]] += product;
        }
      }
      return true;
    }
    List<Option> own = options.get(c);
    for (int k = 0; k < own.size(); k++) {
      if (own.get(k).points() >= JointPlan.WEAKEST && fits(c, k)) {
        current[c] = k;
        use(c, k, 1);
        boolean whole = count(c + 1, product * weight(c, k));
        use(c, k, -1);
        if (!whole) {
          return false;
        }
      }
    }
    current[c] = -1;
    return count(c + 1, product * weightOfNone(c));
  }

  private boolean fits(int c, int k) {
    long[] amounts = options.get(c).get(k).amounts();
    for (int i = 0; i < amounts.length; i++) {
      int r = drawn[c][k][i];
      if (used[r] + amounts[i] > capacity[r]) {
        return false;
      }
    }
    return true;
  }

  private void use(int c, int k, int direction) {
    long[] amounts = options.get(c).get(k).amounts();
    for (int i = 0; i < amounts.length; i++) {
      used[drawn[c][k][i]] += direction * amounts[i];
    }
  }

  private double[][] shares() {
    for (double[] row : sums) {
      for (int k = 0; k < row.length; k++) {
        row[k] /= all;
      }
    }
    return sums;
  }

  /** Each claimant in turn, against how the others stand, until nothing moves any more. */
  private double[][] settled() {
    double[][] share = new double[options.size()][];
    double[] free = new double[resources.size()];
    for (int c = 0; c < share.length; c++) {
      share[c] = softmax(c, free);
    }
    for (int c = 0; c < share.length; c++) {
      add(c, share[c], free, 1);
    }
    double moved = 1;
    for (int round = 0; round < ROUNDS && moved > STILL; round++) {
      moved = 0;
      for (int c = 0; c < share.length; c++) {
        add(c, share[c], free, -1);
        double[] next = softmax(c, free);
        for (int k = 0; k < next.length; k++) {
          double step = DAMPING * (next[k] - share[c][k]);
          share[c][k] += step;
          moved = Math.max(moved, Math.abs(step));
        }
        add(c, share[c], free, 1);
      }
    }
    return share;
  }

  /** Sums up, in logarithms, how likely nobody takes so much of a resource that it is gone. */
  private void add(int c, double[] share, double[] free, int direction) {
    for (int k = 0; k < share.length; k++) {
      for (int r : drawn[c][k]) {
        takes[r] += share[k];
      }
    }
    for (int r : ownResources[c]) {
      free[r] += direction * StrictMath.log(Math.max(1e-9, 1 - takes[r]));
      takes[r] = 0;
    }
  }

  private double[] softmax(int c, double[] free) {
    double[] row = new double[drawn[c].length];
    double sum = weightOfNone(c);
    for (int k = 0; k < row.length; k++) {
      double log = 0;
      for (int r : drawn[c][k]) {
        log += free[r];
      }
      row[k] = weight(c, k) * StrictMath.exp(Math.min(0, log));
      sum += row[k];
    }
    for (int k = 0; k < row.length; k++) {
      row[k] /= sum;
    }
    return row;
  }
}
