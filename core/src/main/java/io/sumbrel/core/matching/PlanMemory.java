package io.sumbrel.core.matching;

import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/** How a plan came about, round by round, so that the next one need not begin from nothing. */
final class PlanMemory {
  final MatchingProblem problem;
  final Weights weights;
  final Budgets budgets;
  final List<Round> rounds = new ArrayList<>();

  /** The last choice for each sum of the pile; none for money that went out. */
  final Choice[] last;

  /** What is placed by a list, by its place in the pile. */
  final Map<Integer, Proposal> byList = new HashMap<>();

  List<Plan.Row> rows;

  PlanMemory(MatchingProblem problem, Weights weights, Budgets budgets) {
    this.problem = problem;
    this.weights = weights;
    this.budgets = budgets;
    this.last = new Choice[problem.pile().size()];
  }

  /** Where each sum of another pile is found in this one; −1 where it is not. */
  int[] placesOf(List<MoneyIn> pile) {
    Map<MoneyInId, Integer> places = new HashMap<>();
    for (int m = 0; m < last.length; m++) {
      places.put(problem.pile().get(m).id(), m);
    }
    return pile.stream().mapToInt(m -> places.getOrDefault(m.id(), -1)).toArray();
  }

  /** What a round began with, and what it chose for each sum that was still open. */
  static final class Round {
    final long[] left;

    /** The open sums, by their places in the pile, and what was found for each. */
    final int[] sums;

    final Seen[] seen;
    final Choice[] choices;
    JointPlan joint;
    private final int[] places;

    /**
     * @param pile how many sums there are in all
     */
    Round(long[] left, int[] sums, int pile) {
      this.left = left;
      this.sums = sums;
      this.seen = new Seen[sums.length];
      this.choices = new Choice[sums.length];
      this.places = new int[pile];
      Arrays.fill(places, -1);
      for (int s = 0; s < sums.length; s++) {
        places[sums[s]] = s;
      }
    }

    /** The place here of a sum of the pile; −1 when it was not open or is not of the pile. */
    int placeOf(int inPile) {
      return inPile < 0 ? -1 : places[inPile];
    }

    /** Whether the same was found for the same sums, against the same. */
    boolean isLike(Round other) {
      for (int s = 0; s < sums.length && sums.length == other.sums.length; s++) {
        if (seen[s] != other.seen[s]) {
          return false;
        }
      }
      return sums.length == other.sums.length && Arrays.equals(left, other.left);
    }

    /** Chooses as another round that is like this one. */
    void takeOver(Round other) {
      joint = other.joint;
      System.arraycopy(other.choices, 0, choices, 0, choices.length);
    }

    /**
     * The same in another pile.
     *
     * @param placesThen where each sum of that pile is found in the one of this round, or −1
     */
    Round in(int[] placesThen) {
      int[] now =
          IntStream.range(0, placesThen.length).filter(m -> placeOf(placesThen[m]) >= 0).toArray();
      Round same = new Round(left, now, placesThen.length);
      System.arraycopy(seen, 0, same.seen, 0, seen.length);
      same.takeOver(this);
      return same;
    }

    Seen seenOf(int inPile) {
      return placeOf(inPile) < 0 ? null : seen[places[inPile]];
    }
  }

  /**
   * What was chosen for one sum.
   *
   * @param likelihoods of its ways, in parts of a million; ways that are alike count together for
   *     the chosen one
   */
  record Choice(Seen seen, JointPlan.Outcome outcome, int[] likelihoods) {
    int chosen() {
      return outcome.chosen();
    }

    int confidence() {
      return chosen() < 0 ? 0 : likelihoods[chosen()];
    }
  }
}
