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

  private final List<List<Option>> options;
  private final long[] capacity;
  private final Map<Integer, Long> used = new HashMap<>();
  private final double[][] sums;
  private final int[] current;
  private final int[] most;
  private double all;
  private long nodes;
  private final long budget;

  private Likelihoods(List<List<Option>> options, long[] capacity, long budget) {
    this.options = options;
    this.capacity = capacity;
    this.budget = budget;
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
      if (own.get(k).points() >= JointPlan.WEAKEST && fits(own.get(k))) {
        current[c] = k;
        use(own.get(k), 1);
        boolean whole = count(c + 1, product * weight(c, k));
        use(own.get(k), -1);
        if (!whole) {
          return false;
        }
      }
    }
    current[c] = -1;
    return count(c + 1, product * weightOfNone(c));
  }

  private boolean fits(Option option) {
    for (int k = 0; k < option.resources().length; k++) {
      int r = option.resources()[k];
      if (used.getOrDefault(r, 0L) + option.amounts()[k] > capacity[r]) {
        return false;
      }
    }
    return true;
  }

  private void use(Option option, int direction) {
    for (int k = 0; k < option.resources().length; k++) {
      used.merge(option.resources()[k], direction * option.amounts()[k], Long::sum);
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

  /** Each claimant in turn, against how the others stand. */
  private double[][] settled() {
    double[][] share = new double[options.size()][];
    Map<Integer, Double> free = new HashMap<>();
    for (int c = 0; c < share.length; c++) {
      share[c] = softmax(c, free, new double[sums[c].length]);
    }
    for (int round = 0; round < ROUNDS; round++) {
      free.clear();
      for (int c = 0; c < share.length; c++) {
        add(c, share[c], free, 1);
      }
      for (int c = 0; c < share.length; c++) {
        add(c, share[c], free, -1);
        double[] next = softmax(c, free, share[c]);
        for (int k = 0; k < next.length; k++) {
          share[c][k] += DAMPING * (next[k] - share[c][k]);
        }
        add(c, share[c], free, 1);
      }
    }
    return share;
  }

  /** Sums up, in logarithms, how likely nobody takes so much of a resource that it is gone. */
  private void add(int c, double[] share, Map<Integer, Double> free, int direction) {
    Map<Integer, Double> takes = new HashMap<>();
    List<Option> own = options.get(c);
    for (int k = 0; k < own.size(); k++) {
      Option option = own.get(k);
      for (int r : option.resources()) {
        takes.merge(r, share[k], Double::sum);
      }
    }
    takes.forEach(
        (r, t) -> free.merge(r, direction * StrictMath.log(Math.max(1e-9, 1 - t)), Double::sum));
  }

  private double[] softmax(int c, Map<Integer, Double> free, double[] before) {
    double[] row = new double[before.length];
    double sum = weightOfNone(c);
    for (int k = 0; k < row.length; k++) {
      double log = 0;
      for (int r : options.get(c).get(k).resources()) {
        log += free.getOrDefault(r, 0.0);
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
