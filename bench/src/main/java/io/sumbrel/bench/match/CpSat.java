package io.sumbrel.bench.match;

import com.google.ortools.Loader;
import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CpSolver;
import com.google.ortools.sat.CpSolverSolutionCallback;
import com.google.ortools.sat.CpSolverStatus;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import com.google.ortools.sat.Literal;
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
  private static final double LIMIT = 2;

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
  static OptionalLong mostPoints(List<List<Option>> options, long[] capacity) {
    CpModel model = new CpModel();
    Map<Integer, LinearExprBuilder> drawn = new HashMap<>();
    LinearExprBuilder points = LinearExpr.newBuilder();
    for (List<Option> own : options) {
      List<Literal> taken = new ArrayList<>();
      for (Option option : own) {
        BoolVar take = model.newBoolVar("");
        taken.add(take);
        points.addTerm(take, option.points());
        for (int k = 0; k < option.resources().length; k++) {
          drawn
              .computeIfAbsent(option.resources()[k], r -> LinearExpr.newBuilder())
              .addTerm(take, option.amounts()[k]);
        }
      }
      model.addAtMostOne(taken);
    }
    drawn.forEach((r, sum) -> model.addLessOrEqual(sum, capacity[r]));
    model.maximize(points);
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
