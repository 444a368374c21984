package io.sumbrel.core.matching;

import java.util.Arrays;

/** What each feature weighs, in thousandths of a logit per unit; units are thousandths too. */
public final class Weights {
  /** Those that were fitted on invented companies. */
  public static final Weights SHIPPED =
      new Weights(Arrays.stream(Feature.values()).mapToInt(f -> f.weight).toArray());

  private final int[] weights;

  Weights(int[] weights) {
    this.weights = weights;
  }

  /** What one unit of a feature weighs, in logits. */
  double of(int feature) {
    return weights[feature] / 1000.0;
  }

  /** Points of a way in thousandths of a logit; no way at all has 0. */
  int points(int[] features) {
    long sum = 0;
    for (int f = 0; f < weights.length; f++) {
      sum += (long) weights[f] * features[f];
    }
    return (int) (sum / 1000);
  }

  /** The part of the points that belongs to one topic. */
  int points(int[] features, Feature.Topic topic) {
    long sum = 0;
    for (Feature f : Feature.values()) {
      sum += f.topic == topic ? (long) weights[f.ordinal()] * features[f.ordinal()] : 0;
    }
    return (int) (sum / 1000);
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
