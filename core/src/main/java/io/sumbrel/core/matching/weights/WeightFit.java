package io.sumbrel.core.matching.weights;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

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

  private final double ridge;
  private final List<Lesson> lessons = new ArrayList<>();
  private final Set<Feature> held = EnumSet.noneOf(Feature.class);

  /** Without a lesson yet. */
  public WeightFit() {
    this(RIDGE);
  }

  /**
   * @param ridge how strongly the shipped weights are held on to
   */
  WeightFit(double ridge) {
    this.ridge = ridge;
  }

  /** Takes lessons in, besides those that it has. */
  public void add(Collection<Lesson> more) {
    lessons.addAll(more);
  }

  /** Leaves these as they are: what the lessons show of them is no measure. */
  public void hold(Set<Feature> asShipped) {
    held.addAll(asShipped);
  }

  /** The weights under which what was right is likeliest. */
  public Weights fitted() {
    double[] weights = Weights.SHIPPED.inLogits();
    double[] step = new double[Feature.COUNT];
    double[] before = new double[Feature.COUNT];
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
    double[] shipped = Weights.SHIPPED.inLogits();
    double[] slope = new double[weights.length];
    for (int f = 0; f < weights.length; f++) {
      slope[f] = ridge * (shipped[f] - weights[f]);
    }
    for (Lesson lesson : lessons) {
      add(lesson.choices(), lesson.odds(weights), slope);
    }
    held.forEach(f -> slope[f.ordinal()] = 0);
    return slope;
  }

  private static void add(List<Lesson.Choice> choices, Lesson.Odds odds, double[] slope) {
    for (int w = 0; w < choices.size(); w++) {
      Lesson.Choice choice = choices.get(w);
      double gain =
          (choice.right() ? odds.each()[w] / odds.right() : 0) - odds.each()[w] / odds.all();
      for (int k = 0; k < choice.features().length; k++) {
        slope[choice.features()[k]] += gain * choice.counts()[k] / 1000;
      }
    }
  }
}
