package io.sumbrel.bench.match;

import io.sumbrel.core.matching.Budgets;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.WeightFit;
import io.sumbrel.core.matching.Weights;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/** Prints what the matching reaches on invented companies. */
public final class MatchBench {
  private MatchBench() {}

  public static void main(String[] args) {
    int items = args.length > 0 ? Integer.parseInt(args[0]) : 10_000;
    Weights weights = args.length > 1 ? fit(items) : Weights.SHIPPED;
    for (Population population : Population.values()) {
      Figures second = figures(population, items, 2, weights);
      Figures third = figures(population, items, 3, weights);
      System.out.printf(
          "%s: among %d, right %d%n", population, third.amongPerMille(), third.rightPerMille());
      for (int precision : new int[] {999_000, 995_000, 990_000}) {
        int t = second.thresholdFor(precision);
        long[] f = third.from(t);
        System.out.printf("  at %d: threshold %d, placed %d, right %d%n", precision, t, f[0], f[1]);
      }
      third
          .byKind()
          .forEach(
              (k, c) ->
                  System.out.printf(
                      "  %-14s %5d among %4d right %4d%n",
                      k.words(), c[0], c[1] * 1000 / c[0], c[2] * 1000 / c[0]));
    }
  }

  private static Weights fit(int items) {
    WeightFit fit = new WeightFit();
    for (Population population : new Population[] {Population.STANDARD, Population.CONTESTED}) {
      World world = World.of(population, items, items / 10, 1000);
      List<Predicate<List<TapeLine>>> right = new ArrayList<>();
      for (Truth truth : world.truths()) {
        right.add(truth.isPayable() ? lines -> truth.isAlike(lines, world::item) : lines -> false);
      }
      fit.add(world.problem(), right);
    }
    Weights weights = fit.fitted();
    System.out.println(weights.written());
    return weights;
  }

  private static Figures figures(Population population, int items, long seed, Weights weights) {
    World world = World.of(population, items, items / 10, seed * 1000);
    long start = System.nanoTime();
    var problem = world.problem();
    long built = System.nanoTime();
    Plan plan = Planner.plan(problem, weights, Budgets.DEFAULTS, 1);
    System.out.printf(
        "%s seed %d: %d + %d ms %s%n",
        population,
        seed,
        (built - start) / 1_000_000,
        (System.nanoTime() - built) / 1_000_000,
        plan.work());
    Figures figures = new Figures();
    figures.add(world, plan);
    return figures;
  }
}
