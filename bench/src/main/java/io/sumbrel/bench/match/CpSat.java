package io.sumbrel.bench.match;

import com.google.ortools.Loader;
import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CpSolver;
import com.google.ortools.sat.CpSolverSolutionCallback;
import com.google.ortools.sat.CpSolverStatus;
import com.google.ortools.sat.LinearExpr;
import io.sumbrel.core.matching.assignment.Option;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;

/**
 * The constraint solver CP-SAT of OR-Tools as an oracle, with one worker and a deterministic limit.
 * What it does not decide within the limit is empty, never "none".
 */
final class CpSat {
  private static final double LIMIT = 20;

  static {
    Loader.loadNativeLibraries();
  }

  private CpSat() {}

  /** How many sets of up to {@code maxSize} amounts sum up to something between two bounds. */
  static OptionalLong count(long[] amounts, long low, long high, int maxSize) {
    CpModel model = new CpModel();
    BoolVar[] in = sets(model, amounts, low, high);
    model.addLinearConstraint(LinearExpr.sum(in), 1, maxSize);
    CpSolver solver = solver();
    solver.getParameters().setEnumerateAllSolutions(true);
    Counter counter = new Counter();
    CpSolverStatus status = solver.solve(model, counter);
    return switch (status) {
      case OPTIMAL, INFEASIBLE -> OptionalLong.of(counter.found);
      default -> OptionalLong.empty();
    };
  }

  /** What the cheapest set costs that reaches a sum; {@code Long.MAX_VALUE} when none does. */
  static OptionalLong cheapest(long[] amounts, long[] costs, long target) {
    CpModel model = new CpModel();
    BoolVar[] in = sets(model, amounts, target, target);
    model.minimize(LinearExpr.weightedSum(in, costs));
    CpSolver solver = solver();
    return switch (solver.solve(model)) {
      case OPTIMAL -> OptionalLong.of(Math.round(solver.objectiveValue()));
      case INFEASIBLE -> OptionalLong.of(Long.MAX_VALUE);
      default -> OptionalLong.empty();
    };
  }

  /** The most points of a joint choice: one option for each claimant, no resource overdrawn. */
  static OptionalLong mostPoints(List<Option> options, long[] capacity) {
    CpModel model = new CpModel();
    Map<Integer, List<BoolVar>> byClaimant = new HashMap<>();
    Map<Integer, List<BoolVar>> users = new HashMap<>();
    Map<Integer, List<Long>> amounts = new HashMap<>();
    BoolVar[] taken = new BoolVar[options.size()];
    long[] points = new long[options.size()];
    for (int o = 0; o < taken.length; o++) {
      Option option = options.get(o);
      taken[o] = model.newBoolVar("");
      points[o] = option.points();
      byClaimant.computeIfAbsent(option.claimant(), c -> new ArrayList<>()).add(taken[o]);
      for (int k = 0; k < option.resources().length; k++) {
        users.computeIfAbsent(option.resources()[k], r -> new ArrayList<>()).add(taken[o]);
        amounts.computeIfAbsent(option.resources()[k], r -> new ArrayList<>())
            .add(option.amounts()[k]);
      }
    }
    byClaimant.values().forEach(model::addAtMostOne);
    users.forEach(
        (r, vars) ->
            model.addLessOrEqual(
                LinearExpr.weightedSum(
                    vars.toArray(BoolVar[]::new),
                    amounts.get(r).stream().mapToLong(a -> a).toArray()),
                capacity[r]));
    model.maximize(LinearExpr.weightedSum(taken, points));
    CpSolver solver = solver();
    return solver.solve(model) == CpSolverStatus.OPTIMAL
        ? OptionalLong.of(Math.round(solver.objectiveValue()))
        : OptionalLong.empty();
  }

  private static BoolVar[] sets(CpModel model, long[] amounts, long low, long high) {
    BoolVar[] in = new BoolVar[amounts.length];
    for (int i = 0; i < in.length; i++) {
      in[i] = model.newBoolVar("");
    }
    model.addLinearConstraint(LinearExpr.weightedSum(in, amounts), low, high);
    return in;
  }

  private static CpSolver solver() {
    CpSolver solver = new CpSolver();
    solver.getParameters().setNumWorkers(1).setMaxDeterministicTime(LIMIT);
    return solver;
  }

  private static final class Counter extends CpSolverSolutionCallback {
    private long found;

    @Override
    public void onSolutionCallback() {
      found++;
    }
  }
}
