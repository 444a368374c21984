package io.sumbrel.bench.match;

import io.sumbrel.core.matching.weights.Weights;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What is called sure in companies of which nothing was known when the weights were fitted: each is
 * drawn from a seed that is fresh in every run, and printed so that it can be had again.
 */
final class DrawnCheck {
  private static final int SUMS = 1_000;

  private final List<Target> targets = new ArrayList<>();
  private final Figures all = new Figures();
  private final List<Company> companies = new ArrayList<>();

  /** A company with how many of its sums were called sure, and were right. */
  private record Company(String name, long sure, long right) {
    /** So many in a million of what is sure are right, and no more: Clopper–Pearson, 99 %. */
    double upper() {
      return sure == right ? 1 : PopulationCheck.quantile(right + 1.0, sure - right, 0.995);
    }
  }

  /**
   * @param seed of the first company; the others follow
   */
  static List<Target> run(int companies, long seed, Weights weights) {
    DrawnCheck check = new DrawnCheck();
    System.err.printf("%d companies are drawn from seed %d on%n", companies, seed);
    for (int c = 0; c < companies; c++) {
      check.add(seed + c, weights);
    }
    check.judge();
    return check.targets;
  }

  private void add(long seed, Weights weights) {
    Population population = Population.drawn(seed);
    Figures figures = PopulationCheck.figures(population, 10 * SUMS, seed, weights);
    List<Figures.Judged> sure = figures.sure();
    long right = sure.stream().filter(Figures.Judged::right).count();
    companies.add(new Company(population.name(), sure.size(), right));
    all.judged.addAll(figures.judged);
  }

  private void judge() {
    List<Figures.Judged> sure = all.sure();
    long right = sure.stream().filter(Figures.Judged::right).count();
    long strangers = sure.stream().filter(Figures.Judged::isAngry).count();
    targets.add(
        new Target(
            "called sure, right, %d drawn companies".formatted(companies.size()),
            "≥ 99.9 %",
            "%d of %d, %.3f %%".formatted(right, sure.size(), 100.0 * right / sure.size()),
            right * 1000 >= sure.size() * 999L));
    Company worst = companies.stream().min(Comparator.comparing(Company::upper)).orElseThrow();
    targets.add(
        new Target(
            "the worst of them",
            "no upper bound (Clopper–Pearson, 99 %) under 99.9 %",
            "%s: %d of %d, at the most %.3f %%"
                .formatted(worst.name, worst.right, worst.sure, worst.upper() * 100),
            worst.upper() >= 0.999));
    targets.add(
        new Target(
            "sure onto a stranger, or for money that pays nothing, drawn",
            "≤ 2 in 10,000 sums",
            "%d in %d".formatted(strangers, all.judged.size()),
            strangers * 10_000 <= 2L * all.judged.size()));
    shown("share of all sums called sure, drawn", sure.size(), all.judged.size());
    shown("first way right, of payable, drawn", all.firstPerMille(), 1000);
    shown("way that the plan takes, right, drawn", all.rightPerMille(), 1000);
    shown("truth among the ways, drawn", all.amongPerMille(), 1000);
    Map<String, long[]> kinds = new TreeMap<>();
    all.byKind().forEach((kind, counts) -> kinds.put(kind.words(), counts));
    kinds.forEach(
        (kind, c) -> System.err.printf("%s: %d, listed %d, right %d%n", kind, c[0], c[1], c[2]));
  }

  private void shown(String what, long part, long whole) {
    targets.add(new Target(what, "shown beside", "%.1f %%".formatted(100.0 * part / whole), true));
  }
}
