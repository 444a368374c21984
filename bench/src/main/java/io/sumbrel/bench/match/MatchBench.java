package io.sumbrel.bench.match;

import io.sumbrel.core.matching.weights.Feature;
import io.sumbrel.core.matching.weights.WeightFit;
import io.sumbrel.core.matching.weights.Weights;
import java.util.List;
import java.util.Set;

/**
 * Measures the matching and prints the table of targets: {@code [--items N] [--fit] [--only
 * kernel|joint|population|drawn|refit|scale] [--companies N] [--seed N] [--large]}.
 */
public final class MatchBench {
  private static final int DRAWN_FITTED = 20;

  /** No invented company has any, or it has them more plainly than money has. */
  private static final Set<Feature> NOT_INVENTED =
      Set.of(
          Feature.CENTS,
          Feature.CHARGE_SPOKEN_OF,
          Feature.DISCOUNT_AS_EVER,
          Feature.WITHHELD,
          Feature.CHARGE_AS_EVER,
          Feature.SPLIT_STATED,
          Feature.SPLIT_UNREAD,
          Feature.OTHER_ORDER,
          Feature.PREPAID,
          Feature.SPEAKS_OF_ELSE,
          Feature.MONTH_AS_EVER,
          Feature.EARLIEST_AS_EVER,
          Feature.DAY_AS_EVER,
          Feature.TIE,
          Feature.TIE_NAMED,
          Feature.TIE_SET,
          Feature.RECORDED,
          Feature.OFF_LIST,
          Feature.AGREED);

  private MatchBench() {}

  public static void main(String[] args) {
    List<String> options = List.of(args);
    int items = options.contains("--items") ? Integer.parseInt(after(options, "--items")) : 100_000;
    String only = options.contains("--only") ? after(options, "--only") : "";
    Weights weights = options.contains("--fit") ? fit(items) : Weights.SHIPPED;
    System.out.println("| what | target | figure | |");
    System.out.println("|---|---|---|---|");
    if (only.isEmpty() || only.equals("kernel")) {
      print(KernelBench.run());
    }
    if (only.isEmpty() || only.equals("joint")) {
      print(PlannerCheck.run(Math.min(items, 20_000)));
    }
    if (only.isEmpty() || only.equals("population")) {
      print(PopulationCheck.run(items, weights));
    }
    if (only.isEmpty() || only.equals("drawn")) {
      int companies =
          options.contains("--companies") ? Integer.parseInt(after(options, "--companies")) : 50;
      long seed =
          options.contains("--seed")
              ? Long.parseLong(after(options, "--seed"))
              : System.currentTimeMillis() / 1000;
      print(DrawnCheck.run(companies, seed, weights));
    }
    if (only.isEmpty() || only.equals("refit")) {
      print(RefitCheck.run());
    }
    if (only.isEmpty() || only.equals("scale")) {
      print(ScaleCheck.run(options.contains("--large")));
    }
  }

  private static String after(List<String> options, String option) {
    return options.get(options.indexOf(option) + 1);
  }

  private static void print(List<Target> targets) {
    targets.forEach(t -> System.out.println(t.row()));
  }

  /** On two companies that are known, and on as many sums of companies that are drawn. */
  private static Weights fit(int items) {
    WeightFit fit = new WeightFit();
    fit.hold(NOT_INVENTED);
    for (Population population : List.of(Population.STANDARD, Population.CONTESTED)) {
      fit.add(World.of(population, items, items / 10, 1000).lessons());
    }
    for (int seed = 1; seed <= DRAWN_FITTED; seed++) {
      Population drawn = Population.drawn(seed);
      fit.add(World.of(drawn, items / 10, items / 100, seed * 1000L).lessons());
    }
    Weights weights = fit.fitted();
    System.err.println(weights.written());
    return weights;
  }
}
