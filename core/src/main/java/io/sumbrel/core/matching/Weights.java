package io.sumbrel.core.matching;

import java.util.Arrays;

/** What each feature weighs, in thousandths of a logit per unit; units are thousandths too. */
public final class Weights {
  /** Those that were fitted on invented companies. */
  public static final Weights SHIPPED =
      new Weights(Arrays.stream(Feature.values()).mapToInt(f -> f.weight).toArray());

  private static final int[] TOPICS =
      Arrays.stream(Feature.values()).mapToInt(f -> f.topic.ordinal()).toArray();

  private final int[] weights;

  Weights(int[] weights) {
    this.weights = weights;
  }

  /** What one unit of a feature weighs, in logits. */
  double of(int feature) {
    return weights[feature] / 1000.0;
  }

  /** Points of a way by topic, in thousandths of a logit; no way at all has 0 together. */
  int[] byTopic(int[] features) {
    int[] points = new int[Feature.Topic.values().length];
    for (int f = 0; f < weights.length; f++) {
      points[TOPICS[f]] += features[f] == 0 ? 0 : (int) ((long) weights[f] * features[f] / 1000);
    }
    return points;
  }

  /** A line for each feature, as it stands in the table of features. */
  public String written() {
    StringBuilder lines = new StringBuilder();
    for (Feature f : Feature.values()) {
      lines.append("%s %d%n".formatted(f, weights[f.ordinal()]));
    }
    return lines.toString();
  }
}
