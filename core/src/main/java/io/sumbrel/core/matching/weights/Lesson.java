package io.sumbrel.core.matching.weights;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * What a decided sum teaches: the features of every way that it might have had, counted from what
 * was known then, and which of the ways were right; none of them where it was something else.
 */
public final class Lesson {
  /** Weaker ones have next to no weight in a fit, and a stored lesson stays short. */
  private static final int WAYS_KEPT = 32;

  private static final String RIGHT = "+";

  private final List<Choice> choices;

  /**
   * A way: the places of the features that count, and their counts in thousandths.
   *
   * @param features rising
   */
  public record Choice(int[] features, int[] counts, boolean right) {
    /**
     * @param all the count of every feature, in thousandths, by its place
     */
    public static Choice of(int[] all, boolean right) {
      int[] features = IntStream.range(0, all.length).filter(f -> all[f] != 0).toArray();
      int[] counts = Arrays.stream(features).map(f -> all[f]).toArray();
      return new Choice(features, counts, right);
    }

    /** In logits. */
    double points(double[] weights) {
      double points = 0;
      for (int k = 0; k < features.length; k++) {
        points += weights[features[k]] * counts[k] / 1000;
      }
      return points;
    }
  }

  private Lesson(List<Choice> choices) {
    this.choices = List.copyOf(choices);
  }

  /** Of the ways that were found. */
  public static Lesson of(List<Choice> choices) {
    return new Lesson(choices);
  }

  /** What was right, and the ways that weigh most as shipped. */
  public Lesson strongest() {
    double[] shipped = Weights.SHIPPED.inLogits();
    return new Lesson(
        choices.stream()
            .sorted(
                Comparator.comparing(Choice::right)
                    .reversed()
                    .thenComparing(c -> -c.points(shipped)))
            .limit(WAYS_KEPT)
            .toList());
  }

  /** The ways, in the order in which they were found. */
  public List<Choice> choices() {
    return choices;
  }

  /**
   * What the choices weigh against each other.
   *
   * @param each the strongest at one, or less where no way at all is stronger
   * @param right of those that are right; of no way at all where none is
   */
  record Odds(double[] each, double right, double all) {}

  Odds odds(double[] weights) {
    double[] each = choices.stream().mapToDouble(c -> c.points(weights)).toArray();
    double most = Math.max(0, Arrays.stream(each).max().orElse(0));
    double all = StrictMath.exp(-most);
    double right = choices.stream().anyMatch(Choice::right) ? 0 : all;
    for (int w = 0; w < each.length; w++) {
      each[w] = StrictMath.exp(each[w] - most);
      all += each[w];
      right += choices.get(w).right ? each[w] : 0;
    }
    return new Odds(each, right, all);
  }

  /** The logarithm of how likely what was right is under the weights. */
  public double likelihood(double[] weights) {
    Odds odds = odds(weights);
    return StrictMath.log(odds.right / odds.all);
  }

  /** Whether the way that weighs most, or none where all weigh less than nothing, was right. */
  public boolean isRightFirst(double[] weights) {
    double most = 0;
    boolean right = choices.stream().noneMatch(Choice::right);
    for (Choice choice : choices) {
      double points = choice.points(weights);
      right = points > most ? choice.right : right;
      most = Math.max(most, points);
    }
    return right;
  }

  /** The names of its features, then a line for each way: what of them it counts. */
  public String written() {
    int[] used =
        choices.stream().flatMapToInt(c -> Arrays.stream(c.features)).distinct().sorted().toArray();
    StringBuilder written = new StringBuilder();
    for (int feature : used) {
      written.append(written.isEmpty() ? "" : " ").append(Feature.values()[feature]);
    }
    for (Choice choice : choices) {
      written.append('\n').append(choice.right ? RIGHT : "");
      for (int k = 0; k < choice.features.length; k++) {
        written.append(k == 0 ? "" : " ").append(Arrays.binarySearch(used, choice.features[k]));
        written.append(':').append(choice.counts[k]);
      }
    }
    return written.toString();
  }

  /** A lesson as {@link #written}; features that are not known any more count for nothing. */
  public static Lesson read(String written) {
    List<String> lines = written.lines().toList();
    Map<String, Feature> byName = Feature.byName();
    String[] names = lines.get(0).split(" ");
    List<Choice> choices = new ArrayList<>();
    for (String line : lines.subList(1, lines.size())) {
      int[] all = new int[Feature.COUNT];
      for (String pair : line.replace(RIGHT, "").split(" ")) {
        String[] cells = pair.split(":");
        Feature feature = byName.get(names[Integer.parseInt(cells[0])]);
        if (feature != null) {
          all[feature.ordinal()] = Integer.parseInt(cells[1]);
        }
      }
      choices.add(Choice.of(all, line.startsWith(RIGHT)));
    }
    return new Lesson(choices);
  }
}
