package io.sumbrel.core.matching;

import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** How a plan came about, round by round, so that the next one need not begin from nothing. */
final class PlanMemory {
  final MatchingProblem problem;
  final Weights weights;
  final Budgets budgets;
  final List<Round> rounds = new ArrayList<>();
  final Map<MoneyInId, Last> last = new HashMap<>();

  PlanMemory(MatchingProblem problem, Weights weights, Budgets budgets) {
    this.problem = problem;
    this.weights = weights;
    this.budgets = budgets;
  }

  /** The last choice for a sum, and the row that shows it. */
  record Last(Choice choice, Plan.Row row) {}

  /** What a round began with, and what it chose for each sum that was still open. */
  static final class Round {
    final long[] left;
    final Map<MoneyInId, Choice> choices = new HashMap<>();

    Round(long[] left) {
      this.left = left;
    }
  }

  /**
   * What was chosen for one sum.
   *
   * @param component with which others it was chosen
   * @param place its place among them
   * @param likelihoods of its ways, in parts of a million; ways that are alike count together for
   *     the chosen one
   */
  record Choice(Seen seen, Component component, int place, int[] likelihoods) {
    int chosen() {
      return component.solved.chosen()[place];
    }

    int confidence() {
      return chosen() < 0 ? 0 : likelihoods[chosen()];
    }
  }

  /** Sums that were chosen for together. */
  record Component(List<Seen> members, JointPlan.Solved solved) {

    /** Whether these are the very same searches. */
    boolean isOf(List<Seen> others) {
      if (members.size() != others.size()) {
        return false;
      }
      for (int c = 0; c < others.size(); c++) {
        if (members.get(c) != others.get(c)) {
          return false;
        }
      }
      return true;
    }
  }
}
