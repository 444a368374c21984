package io.sumbrel.bench.match;

import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.TapeLine;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/** How time and memory grow, and how long a change takes. */
final class ScaleCheck {
  /**
   * The first third only warms up; of fewer than a hundred the 99th of 100 would be the slowest.
   */
  private static final int CHANGES = 600;

  private final List<Target> targets = new ArrayList<>();

  static List<Target> run(boolean large) {
    ScaleCheck check = new ScaleCheck();
    check.growth();
    check.house();
    if (large) {
      check.large();
    }
    return check.targets;
  }

  private record Run(Plan plan, MatchingProblem problem, double cpuMs, double wallMs, long bytes) {
    double each() {
      return cpuMs / plan.rows().size();
    }
  }

  private static Run planned(World world, int threads) {
    long heap = live();
    MatchingProblem problem = world.problem();
    long cpu = processCpu();
    long start = System.nanoTime();
    Plan plan = Planner.plan(problem, Weights.SHIPPED, Budgets.DEFAULTS, threads);
    double wall = (System.nanoTime() - start) / 1e6;
    double took = (processCpu() - cpu) / 1e6;
    return new Run(plan, problem, took, wall, live() - heap);
  }

  /** Of all threads, the collector's too. */
  private static long processCpu() {
    var system =
        (com.sun.management.OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
    return system.getProcessCpuTime();
  }

  private static long live() {
    System.gc();
    return ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
  }

  private void growth() {
    double small = planned(World.of(Population.STANDARD, 10_000, 1_000, 9_000), 1).each();
    Run base = planned(World.of(Population.STANDARD, 100_000, 1_000, 9_000), 1);
    Run more = planned(World.of(Population.STANDARD, 100_000, 10_000, 9_000), 1);
    double items = base.each() / small;
    double money = more.cpuMs / base.cpuMs;
    targets.add(
        new Target(
            "growth with ten times the items",
            "≤ × 3 CPU per money-in",
            "× %.1f".formatted(items),
            items <= 3));
    targets.add(
        new Target(
            "growth with ten times the money-in",
            "≤ × 11",
            "× %.1f".formatted(money),
            money <= 11));
  }

  private void house() {
    World world = World.of(Population.STANDARD, 100_000, 10_000, 9_000);
    Run run = planned(world, Runtime.getRuntime().availableProcessors());
    targets.add(
        new Target(
            "100,000 items, 10,000 money-in",
            "≤ 10 s, ≤ 1 ms CPU each, ≤ 150 MB kept",
            "%.1f s, %.2f ms, %d MB".formatted(run.wallMs / 1000, run.each(), run.bytes >> 20),
            run.wallMs <= 10_000 && run.each() <= 1 && run.bytes >> 20 <= 150));
    changes(world, run);
  }

  /** Explains sums one after the other, as a clerk would, and plans anew after each. */
  private void changes(World world, Run run) {
    Random random = new Random(5);
    List<OpenItem> items = new ArrayList<>(world.items());
    List<MoneyIn> pile = new ArrayList<>(world.money());
    Plan plan = run.plan;
    MatchingProblem problem = run.problem;
    double[] took = new double[CHANGES];
    for (int change = 0; change < CHANGES; change++) {
      int m = random.nextInt(pile.size());
      Plan.Row row = plan.rows().get(m);
      List<OpenItem> touched = new ArrayList<>();
      if (row.chosen().isPresent()) {
        for (TapeLine line : row.ways().get(0).lines()) {
          line.item().ifPresent(id -> touched.add(settled(items, id.number(), line)));
        }
      }
      pile.remove(m);
      long start = System.nanoTime();
      problem = problem.with(pile, touched).orElseThrow();
      plan = Planner.replan(plan, problem);
      took[change] = (System.nanoTime() - start) / 1e6;
    }
    double[] steady = Arrays.copyOfRange(took, CHANGES / 3, CHANGES);
    Arrays.sort(steady);
    double median = steady[steady.length / 2];
    double late = steady[(steady.length * 99 + 99) / 100 - 1];
    targets.add(
        new Target(
            "a change at 100,000 × 10,000",
            "99 of 100 under 50 ms",
            "median %.0f ms, 99 of 100 under %.0f ms".formatted(median, late),
            late <= 50));
  }

  private static OpenItem settled(List<OpenItem> items, long number, TapeLine line) {
    int i = (int) number; // its place
    OpenItem item = items.get(i);
    OpenItem now = item.moved(0, item.openMinor() > 0 ? -line.amountMinor() : line.amountMinor());
    items.set(i, now);
    return now;
  }

  private void large() {
    World world = World.of(Population.STANDARD, 1_000_000, 100_000, 9_000);
    Run run = planned(world, Runtime.getRuntime().availableProcessors());
    targets.add(
        new Target(
            "1,000,000 items, 100,000 money-in",
            "≤ 4 min, ≤ 2 GB kept",
            "%.0f s, %d MB".formatted(run.wallMs / 1000, run.bytes >> 20),
            run.wallMs <= 240_000 && run.bytes >> 20 <= 2_048));
  }
}
