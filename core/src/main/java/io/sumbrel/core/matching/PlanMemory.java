package io.sumbrel.core.matching;

import io.sumbrel.core.matching.Findings.Concern;
import io.sumbrel.core.matching.assignment.Amounts;
import io.sumbrel.core.matching.assignment.Claimant;
import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.matching.change.ChangedSince;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.ways.Way;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

  /** The amount of each sum, and a bit for each family whose items it may mean, or all bits. */
  private long[] amounts;

  private long[] families;

  PlanMemory(MatchingProblem problem, Weights weights, Budgets budgets) {
    this.problem = problem;
    this.weights = weights;
    this.budgets = budgets;
    this.last = new Choice[problem.pile().size()];
  }

  /** Where each sum of another pile is found in this one; −1 where it is not, or not as it was. */
  int[] placesOf(List<MoneyIn> pile) {
    List<MoneyIn> then = problem.pile();
    Map<MoneyInId, Integer> byId = new HashMap<>();
    int[] places = new int[pile.size()];
    int next = 0;
    for (int m = 0; m < places.length; m++) {
      MoneyIn sum = pile.get(m);
      // Most follow each other as they did, but for one that was explained.
      boolean gone = next + 1 < then.size() && then.get(next + 1) == sum;
      if (gone || next < then.size() && then.get(next) == sum) {
        places[m] = gone ? next + 1 : next;
      } else {
        for (int k = 0; k < then.size() && byId.size() < then.size(); k++) {
          byId.put(then.get(k).id(), k);
        }
        int place = byId.getOrDefault(sum.id(), -1);
        places[m] = place >= 0 && then.get(place).equals(sum) ? place : -1;
      }
      next = places[m] < 0 ? next : places[m] + 1;
    }
    return places;
  }

  /** Notes of each sum what says at a glance that a change does not concern it. */
  void notePile(Optional<PlanMemory> before, int[] placesBefore) {
    amounts = new long[last.length];
    families = new long[last.length];
    Round first = rounds.get(0);
    for (int m = 0; m < last.length; m++) {
      int then = placesBefore[m];
      int s = first.placeOf(m);
      boolean same = then >= 0 && s >= 0 && before.get().seenOf(then) == first.seen[s];
      if (same) {
        amounts[m] = before.get().amounts[then];
        families[m] = before.get().families[then];
      } else if (s >= 0) {
        amounts[m] = first.seen[s].moneyIn.amountMinor();
        families[m] = first.seen[s].families();
      }
    }
  }

  boolean isByList(int inPile) {
    return !byList.isEmpty() && byList.containsKey(inPile);
  }

  private Findings seenOf(int inPile) {
    return rounds.get(0).seenOf(inPile);
  }

  /**
   * How far what was found for a sum of the pile might be otherwise after some changes.
   *
   * @param seen that, in whatever round
   */
  Concern concern(int inPile, Findings seen, ChangedSince touched) {
    return touched.mayConcern(amounts[inPile], families[inPile])
        ? seen.concern(touched)
        : Concern.NONE;
  }

  /** What a round began with, and what it chose for each sum that was still open. */
  static final class Round {
    final Amounts left;

    /** The open sums, by their places in the pile, and what was found for each. */
    final int[] sums;

    final Findings[] seen;
    final Choice[] choices;
    JointPlan joint;
    private final Claimant[] claimants;
    private final int[] places;

    /**
     * @param pile how many sums there are in all
     */
    Round(Amounts left, int[] sums, int pile) {
      this.left = left;
      this.sums = sums;
      this.seen = new Findings[sums.length];
      this.choices = new Choice[sums.length];
      this.claimants = new Claimant[sums.length];
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
      return sums.length == other.sums.length && left.isSame(other.left);
    }

    /** Chooses as another round that is like this one. */
    void takeOver(Round other) {
      joint = other.joint;
      System.arraycopy(other.choices, 0, choices, 0, choices.length);
    }

    /**
     * The same in another pile.
     *
     * @param earlierPlaces where each sum of that pile is found in the one of this round, or −1
     */
    Round in(int[] earlierPlaces) {
      int[] now =
          IntStream.range(0, earlierPlaces.length)
              .filter(m -> placeOf(earlierPlaces[m]) >= 0)
              .toArray();
      Round same = new Round(left, now, earlierPlaces.length);
      System.arraycopy(seen, 0, same.seen, 0, seen.length);
      System.arraycopy(claimants, 0, same.claimants, 0, seen.length);
      same.takeOver(this);
      return same;
    }

    /** What was chosen for a sum of the pile; null where it was not open any more. */
    Choice choiceOf(int inPile) {
      return placeOf(inPile) < 0 ? null : choices[places[inPile]];
    }

    Findings seenOf(int inPile) {
      return placeOf(inPile) < 0 ? null : seen[places[inPile]];
    }

    /** Where some sums of another pile are found here; −1 where they are not. */
    int[] placesOf(int[] others, int[] earlierPlaces) {
      int[] found = new int[others.length];
      for (int s = 0; s < found.length; s++) {
        found[s] = placeOf(earlierPlaces[others[s]]);
      }
      return found;
    }

    /** Takes what was found for a sum from another round. */
    void take(int s, Round other, int place) {
      seen[s] = other.seen[place];
      claimants[s] = other.claimants[place];
    }

    /**
     * Of all sums, in their order: those of before where they ask for the same.
     *
     * @param earlierPlaces where the sums are found in the round before, or −1
     */
    List<Claimant> claimants(Optional<Round> before, int[] earlierPlaces) {
      for (int s = 0; s < claimants.length; s++) {
        if (claimants[s] == null) {
          Claimant now = seen[s].claimant;
          Claimant then = earlierPlaces[s] < 0 ? null : before.get().claimants[earlierPlaces[s]];
          claimants[s] = then != null && then.asksLike(now) ? then : now;
        }
      }
      return Arrays.asList(claimants);
    }
  }

  /**
   * What was chosen for one sum.
   *
   * @param likelihoods of its ways, in parts of a million; ways that are alike count together for
   *     the chosen one
   */
  record Choice(Findings seen, JointPlan.Outcome outcome, int[] likelihoods) {
    int chosen() {
      return outcome.chosen();
    }

    /** Whether it is so sure that it is taken as given. */
    boolean isTaken(int certain) {
      return chosen() >= 0 && confidence() >= certain;
    }

    /** Takes what is chosen off what is left, or puts it back. */
    void move(Amounts left, int direction) {
      Way way = seen.ways.get(chosen());
      for (int k = 0; k < way.items.length; k++) {
        left.add(way.items[k], direction * way.parts[k]);
      }
    }

    int confidence() {
      return chosen() < 0 ? 0 : likelihoods[chosen()];
    }
  }
}
