package io.sumbrel.core.matching.assignment;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Who asks for some of what there is, in one way or another, and gets it in one way at the most: a
 * sum of the pile with its ways. It is itself and no other, so that what was found for it before
 * can be known again.
 */
public final class Claimant {
  /** Logarithms as whole numbers: their sums are the same in any order. */
  private static final double LOG_SCALE = 1L << 40;

  /** Somebody who takes a resource for certain still leaves it in one case of so many. */
  private static final double NEVER_CERTAIN = 1e-9;

  /** What it may draw on, each once; options that are too weak draw on nothing. */
  final int[] resources;

  /** The most it may take of each of its resources. */
  final long[] most;

  /** How likely it leaves each resource alone, were it by itself: see {@link #alone}. */
  final long[] byItself;

  /** Of each option. */
  final int[] points;

  /** Of each option against the strongest, so that products neither vanish nor grow. */
  final double[] weights;

  /** The same of taking none. */
  final double weightOfNone;

  /** Where what each option draws on begins in the next two, and ends: one more than options. */
  final int[] starts;

  /** Option by option, the places of what it draws on among the resources. */
  final int[] drawn;

  /** The same: how much of it. */
  final long[] amounts;

  public Claimant(List<Option> options) {
    List<Option> able = options.stream().filter(Claimant::isStrongEnough).toList();
    resources =
        able.stream().flatMapToInt(o -> Arrays.stream(o.resources())).sorted().distinct().toArray();
    drawn =
        able.stream()
            .flatMapToInt(o -> Arrays.stream(o.resources()))
            .map(r -> Arrays.binarySearch(resources, r))
            .toArray();
    amounts = able.stream().flatMapToLong(o -> Arrays.stream(o.amounts())).toArray();
    points = options.stream().mapToInt(Option::points).toArray();
    starts = new int[points.length + 1];
    weights = new double[points.length];
    int strongest = Math.max(0, Arrays.stream(points).max().orElse(0));
    weightOfNone = StrictMath.exp(-strongest / 1000.0);
    double all = weightOfNone;
    for (int o = 0; o < points.length; o++) {
      boolean strong = isStrongEnough(options.get(o));
      starts[o + 1] = starts[o] + (strong ? options.get(o).resources().length : 0);
      weights[o] = strong ? StrictMath.exp((points[o] - strongest) / 1000.0) : 0;
      all += weights[o];
    }
    most = mostFrom(JointPlan.WEAKEST);
    double sum = all;
    byItself = alone(Arrays.stream(weights).map(w -> w / sum).toArray());
  }

  private static boolean isStrongEnough(Option option) {
    return option.points() >= JointPlan.WEAKEST;
  }

  /** What it asks for; options that are too weak draw on nothing any more. */
  public List<Option> options() {
    return IntStream.range(0, points.length).mapToObj(this::option).toList();
  }

  /** Whether it asks for the same as another, and as strongly. */
  public boolean asksLike(Claimant other) {
    boolean alike =
        Arrays.equals(resources, other.resources)
            && Arrays.equals(starts, other.starts)
            && Arrays.equals(drawn, other.drawn)
            && Arrays.equals(amounts, other.amounts);
    for (int o = 0; o < points.length && alike; o++) {
      alike = points[o] == other.points[o] || weights[o] == 0 && other.weights[o] == 0;
    }
    return alike;
  }

  private Option option(int o) {
    int[] own = Arrays.copyOfRange(drawn, starts[o], starts[o + 1]);
    return new Option(
        points[o],
        Arrays.stream(own).map(k -> resources[k]).toArray(),
        Arrays.copyOfRange(amounts, starts[o], starts[o + 1]));
  }

  /**
   * The same with some of the options only.
   *
   * @param floor those that have at least so many points
   */
  long[] most(int floor) {
    return floor <= JointPlan.WEAKEST ? most : mostFrom(floor);
  }

  private long[] mostFrom(int floor) {
    long[] most = new long[resources.length];
    for (int o = 0; o < points.length; o++) {
      for (int k = starts[o]; points[o] >= floor && k < starts[o + 1]; k++) {
        most[drawn[k]] = Math.max(most[drawn[k]], amounts[k]);
      }
    }
    return most;
  }

  /**
   * How likely it leaves each of its resources alone, as scaled logarithms.
   *
   * @param shares how likely it takes each option
   */
  long[] alone(double[] shares) {
    double[] takes = new double[resources.length];
    for (int o = 0; o < shares.length; o++) {
      for (int k = starts[o]; k < starts[o + 1]; k++) {
        takes[drawn[k]] += shares[o];
      }
    }
    long[] alone = new long[takes.length];
    Arrays.setAll(alone, k -> logarithm(Math.max(NEVER_CERTAIN, 1 - takes[k])));
    return alone;
  }

  private static long logarithm(double factor) {
    return (long) (StrictMath.log(factor) * LOG_SCALE);
  }

  /** A scaled logarithm as a factor. */
  static double factor(long log) {
    return log >= 0 ? 1 : StrictMath.exp(log / LOG_SCALE);
  }
}
