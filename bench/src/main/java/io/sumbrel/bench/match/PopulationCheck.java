package io.sumbrel.bench.match;

import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.weights.Weights;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.math3.distribution.BetaDistribution;

/**
 * What the plan is worth on invented companies: how often the truth is among the ways, how often it
 * is chosen, what may be placed at a wanted precision, and whether a certainty means what it says.
 * Thresholds come from one seed, figures from two others.
 */
final class PopulationCheck {
  private static final Map<Kind, Integer> WEAKEST =
      Map.of(
          Kind.OLDEST_FIRST, 750, Kind.PARENT, 900, Kind.CREDIT_NETTED, 900, Kind.OVERPAYMENT, 750);
  private static final int FEWEST_IN_BAND = 500;

  /** So much wider than its interval, in parts of one, a band may be off. */
  private static final double WIDER = 0.02;

  private final List<Target> targets = new ArrayList<>();

  static List<Target> run(int items, Weights weights) {
    PopulationCheck check = new PopulationCheck();
    for (Population population : Population.FIXED) {
      check.run(population, items, weights);
    }
    return check.targets;
  }

  /** Plans a company of a seed and judges it. */
  static Figures figures(Population population, int items, long seed, Weights weights) {
    World world = World.of(population, items, items / 10, seed * 1000);
    long before = cpu();
    MatchingProblem problem = world.problem();
    long built = cpu();
    Plan plan = Planner.plan(problem, weights, Budgets.DEFAULTS, 1);
    System.err.printf(
        "%s, seed %d: built in %d ms, planned in %d ms of CPU, %s%n",
        population, seed, (built - before) / 1_000_000, (cpu() - built) / 1_000_000, plan.work());
    Figures figures = new Figures();
    figures.add(world, plan);
    return figures;
  }

  static long cpu() {
    return ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime();
  }

  /** What is wanted of a population, in per mille. */
  private record Wanted(int among, int first, int plan, int sure, int placed) {
    static Wanted of(Population population) {
      return population.equals(Population.STANDARD)
          ? new Wanted(960, 940, 910, 999, 600)
          : population.equals(Population.CONTESTED)
              ? new Wanted(900, 850, 800, 997, 380)
              : new Wanted(0, 0, 0, 0, 0);
    }
  }

  private void run(Population population, int items, Weights weights) {
    Figures second = figures(population, items, 2, weights);
    Figures third = figures(population, items, 3, weights);
    third.judged.addAll(figures(population, items, 4, weights).judged);
    boolean standard = population.equals(Population.STANDARD);
    String name = population.name();
    Wanted wanted = Wanted.of(population);
    share("truth among the ways, " + name, wanted.among, third.amongPerMille());
    share("first way right, of payable money, " + name, wanted.first, third.firstPerMille());
    share("way that the plan takes right, " + name, wanted.plan, third.rightPerMille());
    share("the same, equal invoices told apart, " + name, 0, third.strictlyPerMille());
    sure(name, wanted, third);
    placeable(name, second, third, 999_000, standard ? 70 : 0);
    placeable(name, second, third, 990_000, standard ? 80 : 0);
    if (standard) {
      third.byKind().forEach(this::kind);
    }
    calibration(name, third);
  }

  private void sure(String name, Wanted wanted, Figures figures) {
    List<Figures.Judged> sure = figures.sure();
    long right = sure.stream().filter(Figures.Judged::right).count();
    long angry = sure.stream().filter(Figures.Judged::isAngry).count();
    long most = name.equals(Population.STANDARD.name()) ? 0 : 2L * figures.judged.size() / 10_000;
    targets.add(
        new Target(
            "called sure, right, " + name,
            wanted.sure == 0 ? "shown beside" : "≥ %.1f %%".formatted(wanted.sure / 10.0),
            "%d of %d, %.3f %%".formatted(right, sure.size(), 100.0 * right / sure.size()),
            right * 1000 >= (long) wanted.sure * sure.size()));
    targets.add(
        new Target(
            "sure onto a stranger, or for money that pays nothing, " + name,
            "≤ %d in %,d sums".formatted(most, figures.judged.size()),
            Long.toString(angry),
            angry <= most));
    share(
        "share of all sums called sure, " + name,
        wanted.placed,
        sure.size() * 1000L / figures.judged.size());
  }

  private void share(String what, int wanted, long perMille) {
    targets.add(
        new Target(
            what,
            wanted > 0 ? "≥ %.1f %%".formatted(wanted / 10.0) : "shown beside",
            "%.1f %%".formatted(perMille / 10.0),
            perMille >= wanted));
  }

  private void placeable(String name, Figures second, Figures third, int precision, int wanted) {
    long[] from = third.from(second.thresholdFor(precision));
    String at = "%.1f %%".formatted(precision / 10_000.0);
    targets.add(
        new Target(
            "placeable at " + at + " precision, " + name,
            wanted > 0 ? "≥ " + wanted + " %" : "shown beside",
            "%.1f %%, measured %.2f %% right".formatted(from[0] / 1000.0, from[1] / 1000.0),
            wanted == 0 || from[0] >= wanted * 1000L && from[1] * 10 >= precision - 1_000));
  }

  private void kind(Kind kind, long[] counts) {
    Optional.ofNullable(WEAKEST.get(kind))
        .ifPresent(
            wanted -> {
              long perMille = counts[1] * 1000 / counts[0];
              share("truth among the ways, " + kind.words(), wanted, perMille);
            });
  }

  /** Bands of ten points, the last from 99 on. */
  private void calibration(String name, Figures figures) {
    double worst = 0;
    for (int band = 0; band < 10; band++) {
      int low = band * 100_000;
      int high = band == 9 ? 990_000 : low + 100_000;
      List<Figures.Judged> in = figures.between(low, high);
      System.err.printf(
          "%s, %d to %d: %d say %.3f, right %.3f%n",
          name, low, high, in.size(), said(in), right(in));
      if (in.size() >= FEWEST_IN_BAND) {
        worst = Math.max(worst, Interval.of(in).beyond(said(in)));
      }
    }
    targets.add(
        new Target(
            "calibration, " + name,
            "each band of ten points with ≥ 500 sums in its Clopper–Pearson interval (95 %), 2 points wider",
            worst == 0
                ? "all in their intervals"
                : "worst %.1f points beyond".formatted(worst * 100),
            worst <= WIDER));
    List<Figures.Judged> sure = figures.between(990_000, 1_000_001);
    Interval interval = Interval.of(sure);
    targets.add(
        new Target(
            "calibration of what is sure, " + name,
            "what it says lies in the Clopper–Pearson interval (95 %)",
            "says %.3f %%, %d of %d right: %.3f to %.3f %%"
                .formatted(
                    said(sure) * 100,
                    sure.stream().filter(Figures.Judged::right).count(),
                    sure.size(),
                    interval.low * 100,
                    interval.high * 100),
            interval.beyond(said(sure)) == 0));
  }

  /** Clopper and Pearson (1934), 95 %. */
  private record Interval(double low, double high) {
    static Interval of(List<Figures.Judged> judged) {
      long hits = judged.stream().filter(Figures.Judged::right).count();
      return new Interval(
          hits == 0 ? 0 : quantile(hits, judged.size() - hits + 1, 0.025),
          hits == judged.size() ? 1 : quantile(hits + 1, judged.size() - hits, 0.975));
    }

    double beyond(double said) {
      return Math.max(0, Math.max(low - said, said - high));
    }
  }

  static double quantile(double a, double b, double p) {
    return new BetaDistribution(a, b).inverseCumulativeProbability(p);
  }

  private static double said(List<Figures.Judged> judged) {
    return judged.stream().mapToInt(Figures.Judged::confidence).average().orElse(0) / 1e6;
  }

  private static double right(List<Figures.Judged> judged) {
    return judged.stream().mapToInt(j -> j.right() ? 1 : 0).average().orElse(0);
  }
}
