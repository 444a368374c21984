package io.sumbrel.core.matching.weights;

import java.util.Arrays;
import java.util.Map;

/** What each feature weighs, in thousandths of a logit per unit; units are thousandths too. */
public final class Weights {
  /** Those that were fitted on invented companies. */
  public static final Weights SHIPPED =
      new Weights(Arrays.stream(Feature.values()).mapToInt(Feature::weight).toArray());

  private static final int[] TOPICS =
      Arrays.stream(Feature.values()).mapToInt(f -> f.topic.ordinal()).toArray();

  private final int[] weights;

  Weights(int[] weights) {
    this.weights = weights;
  }

  /** What one unit of each feature weighs, in logits. */
  public double[] inLogits() {
    return Arrays.stream(weights).mapToDouble(w -> w / 1000.0).toArray();
  }

  /** Points of a way by topic, in thousandths of a logit; no way at all has 0 together. */
  public int[] byTopic(int[] features) {
    int[] points = new int[Feature.Topic.values().length];
    for (int f = 0; f < weights.length; f++) {
      points[TOPICS[f]] += features[f] == 0 ? 0 : (int) ((long) weights[f] * features[f] / 1000);
    }
    return points;
  }

  /**
   * Weights as {@link #written}. What is not known any more is left out, and what is not written
   * weighs as shipped.
   */
  public static Weights read(String written) {
    int[] weights = SHIPPED.weights.clone();
    Map<String, Feature> byName = Feature.byName();
    written
        .lines()
        .map(line -> line.split(" "))
        .filter(cells -> byName.containsKey(cells[0]))
        .forEach(cells -> weights[byName.get(cells[0]).ordinal()] = Integer.parseInt(cells[1]));
    return new Weights(weights);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Weights w && Arrays.equals(weights, w.weights);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(weights);
  }

  /** A line for each feature, as it stands in the table of features. */
  public String written() {
    StringBuilder lines = new StringBuilder();
    for (Feature f : Feature.values()) {
      lines.append("%s %d\n".formatted(f, weights[f.ordinal()]));
    }
    return lines.toString();
  }
}
