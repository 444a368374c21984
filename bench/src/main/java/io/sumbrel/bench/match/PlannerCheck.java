package io.sumbrel.bench.match;

import io.sumbrel.core.matching.Budgets;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.Weights;
import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.matching.assignment.Option;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;

/** Holds the joint choice of every component against CP-SAT: its value, and the time it took. */
final class PlannerCheck {
  private PlannerCheck() {}

  static List<Target> run(int items) {
    List<Target> targets = new ArrayList<>();
    for (Population population : List.of(Population.STANDARD, Population.CONTESTED)) {
      World world = World.of(population, items, items / 10, 7_000);
      Plan plan = Planner.plan(world.problem(), Weights.SHIPPED, Budgets.DEFAULTS, 1);
      targets.addAll(check(population, plan));
    }
    return targets;
  }

  private static List<Target> check(Population population, Plan plan) {
    long own = 0;
    long theirs = 0;
    int compared = 0;
    int different = 0;
    int most = 0;
    for (Plan.Together together : plan.components()) {
      if (together.options().size() > 1) {
        long start = System.nanoTime();
        JointPlan.Solved solved =
            JointPlan.solve(together.options(), together.capacity(), Budgets.DEFAULTS.planNodes());
        long solvedAt = System.nanoTime();
        OptionalLong best = CpSat.mostPoints(together.options(), together.capacity());
        own += solvedAt - start;
        theirs += System.nanoTime() - solvedAt;
        most = solved.proven() ? Math.max(most, solved.nodes()) : most;
        if (solved.proven() && best.isPresent()) {
          compared++;
          different += best.getAsLong() == valueOf(solved, together.options()) ? 0 : 1;
        }
      }
    }
    String name = population.name().toLowerCase();
    int wanted = population == Population.STANDARD ? 5 : 1;
    double times = (double) theirs / Math.max(1, own);
    return List.of(
        new Target(
            "joint choice against CP-SAT, " + name,
            "equal on every component it proves, ≤ 10,000 nodes",
            "%d of %d different, %d unproven, most nodes of a proof %,d"
                .formatted(different, compared, plan.work().unproven(), most),
            different == 0 && most <= 10_000),
        new Target(
            "joint choice with likelihoods, time in sum, " + name,
            "CP-SAT takes ≥ %d × for the choice alone".formatted(wanted),
            "%,d ms, CP-SAT %.1f ×".formatted(own / 1_000_000, times),
            times >= wanted));
  }

  private static long valueOf(JointPlan.Solved solved, List<List<Option>> options) {
    long value = 0;
    for (int c = 0; c < options.size(); c++) {
      int chosen = solved.chosen()[c];
      value += chosen < 0 ? 0 : options.get(c).get(chosen).points();
    }
    return value;
  }
}
