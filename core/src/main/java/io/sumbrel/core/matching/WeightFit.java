package io.sumbrel.core.matching;

import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;

/**
 * Fits the weights to sums of which the right reading is known: a conditional logit with "none of
 * these" as one of the choices, by maximum likelihood with a ridge towards the shipped weights,
 * which keeps those of features that the data do not show. McFadden, Conditional logit analysis of
 * qualitative choice behaviour (1974); the step rule is resilient propagation, which needs the sign
 * of the slope only.
 */
public final class WeightFit {
  private static final double RIDGE = 0.5;
  private static final int STEPS = 400;

  private final List<Example> examples = new ArrayList<>();

  /** The features of each way, and which of the ways are right. */
  private record Example(int[][] features, boolean[] right) {}

  /**
   * Adds the sums of a pile.
   *
   * @param isRight for each sum of the pile, which tapes are right; none when no way is
   */
  public void add(MatchingProblem problem, List<Predicate<List<TapeLine>>> isRight) {
    Pools pools = new Pools(problem, problem.openMinors(), Budgets.DEFAULTS);
    for (int m = 0; m < isRight.size(); m++) {
      var moneyIn = problem.pile().get(m);
      WaySearch search = WaySearch.of(problem, moneyIn, Reading.of(problem, moneyIn), pools);
      List<Way> ways = List.copyOf(search.found());
      int[][] features = new int[ways.size()][];
      boolean[] right = new boolean[ways.size()];
      WayFeatures count = new WayFeatures(search);
      for (int w = 0; w < features.length; w++) {
        features[w] = count.of(ways.get(w));
        right[w] = isRight.get(m).test(ways.get(w).lines(problem, moneyIn.amountMinor()));
      }
      if (features.length > 0) {
        examples.add(new Example(features, right));
      }
    }
  }

  /** The weights under which what was right is likeliest. */
  public Weights fitted() {
    double[] weights = new double[Feature.COUNT];
    double[] step = new double[Feature.COUNT];
    double[] before = new double[Feature.COUNT];
    Arrays.setAll(weights, f -> Weights.SHIPPED.of(f));
    Arrays.fill(step, 0.1);
    for (int s = 0; s < STEPS; s++) {
      double[] slope = slope(weights);
      for (int f = 0; f < slope.length; f++) {
        double turn = slope[f] * before[f];
        step[f] = Math.min(1, Math.max(1e-5, step[f] * (turn > 0 ? 1.2 : turn < 0 ? 0.5 : 1)));
        before[f] = turn < 0 ? 0 : slope[f];
        weights[f] += Math.signum(before[f]) * step[f];
      }
    }
    return new Weights(
        Arrays.stream(weights).mapToInt(w -> (int) StrictMath.round(w * 1000)).toArray());
  }

  /** How the likelihood grows with each weight. */
  private double[] slope(double[] weights) {
    double[] slope = new double[weights.length];
    for (int f = 0; f < weights.length; f++) {
      slope[f] = RIDGE * (Weights.SHIPPED.of(f) - weights[f]);
    }
    for (Example example : examples) {
      add(example, weights, slope);
    }
    return slope;
  }

  private static void add(Example example, double[] weights, double[] slope) {
    int n = example.features.length;
    double[] points = new double[n];
    double most = 0;
    boolean any = false;
    for (int w = 0; w < n; w++) {
      for (int f = 0; f < weights.length; f++) {
        points[w] += weights[f] * example.features[w][f] / 1000;
      }
      most = Math.max(most, points[w]);
      any |= example.right[w];
    }
    double all = StrictMath.exp(-most);
    double right = any ? 0 : all;
    for (int w = 0; w < n; w++) {
      points[w] = StrictMath.exp(points[w] - most);
      all += points[w];
      right += example.right[w] ? points[w] : 0;
    }
    for (int w = 0; w < n; w++) {
      double gain = (example.right[w] ? points[w] / right : 0) - points[w] / all;
      for (int f = 0; f < weights.length; f++) {
        slope[f] += gain * example.features[w][f] / 1000;
      }
    }
  }
}
