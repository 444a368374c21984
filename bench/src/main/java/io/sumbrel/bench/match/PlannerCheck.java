package io.sumbrel.bench.match;

import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.assignment.Amounts;
import io.sumbrel.core.matching.assignment.Claimant;
import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.weights.Weights;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/** Holds the joint choice of every component against CP-SAT: its value, and the time it took. */
final class PlannerCheck {
  private static final int WARM_PASSES = 3;

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

  /** What one pass over all components took, and found. */
  private record Pass(long own, long theirs, int compared, int different, long most) {
    static Pass over(Plan plan) {
      long own = 0;
      long theirs = 0;
      int compared = 0;
      int different = 0;
      long most = 0;
      for (Plan.Together together : plan.components()) {
        if (together.options().size() > 1) {
          long start = System.nanoTime();
          List<Claimant> claimants = together.options().stream().map(Claimant::new).toList();
          JointPlan joint =
              JointPlan.of(
                  claimants,
                  Amounts.of(together.capacity()),
                  Budgets.DEFAULTS.planNodes(),
                  Optional.empty());
          long solvedAt = System.nanoTime();
          OptionalLong best = CpSat.mostPoints(together.options(), together.capacity());
          own += solvedAt - start;
          theirs += System.nanoTime() - solvedAt;
          boolean proven = joint.unproven() == 0;
          most = proven ? Math.max(most, joint.nodes()) : most;
          if (proven && best.isPresent()) {
            compared++;
            different += best.getAsLong() == valueOf(joint, claimants) ? 0 : 1;
          }
        }
      }
      return new Pass(own, theirs, compared, different, most);
    }
  }

  /** The first pass finds out; of the next few the quickest of each counts, for both are warm. */
  private static List<Target> check(Population population, Plan plan) {
    Pass first = Pass.over(plan);
    long own = Long.MAX_VALUE;
    long theirs = Long.MAX_VALUE;
    for (int pass = 0; pass < WARM_PASSES; pass++) {
      Pass warm = Pass.over(plan);
      own = Math.min(own, warm.own);
      theirs = Math.min(theirs, warm.theirs);
    }
    String name = population.name();
    int wanted = population.equals(Population.STANDARD) ? 5 : 1;
    double times = (double) theirs / Math.max(1, own);
    return List.of(
        new Target(
            "joint choice against CP-SAT, " + name,
            "equal on every component it proves, ≤ 10,000 nodes",
            "%d of %d different, %d unproven, most nodes of a proof %,d"
                .formatted(first.different, first.compared, plan.work().unproven(), first.most),
            first.different == 0 && first.most <= 10_000),
        new Target(
            "joint choice with likelihoods, time in sum, " + name,
            "CP-SAT takes ≥ %d × for the choice alone".formatted(wanted),
            "%,d ms, CP-SAT %.1f ×".formatted(own / 1_000_000, times),
            times >= wanted));
  }

  private static long valueOf(JointPlan joint, List<Claimant> claimants) {
    long value = 0;
    for (int c = 0; c < claimants.size(); c++) {
      int chosen = joint.outcome(c).chosen();
      value += chosen < 0 ? 0 : claimants.get(c).options().get(chosen).points();
    }
    return value;
  }
}
