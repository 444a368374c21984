package io.sumbrel.core.matching;

import io.sumbrel.core.matching.PlanMemory.Choice;
import io.sumbrel.core.matching.PlanMemory.Round;
import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Proposes ways to explain every sum of the pile, and chooses one for each so that no cent of an
 * open item is promised twice. A pure function of its input: each sum is read by itself, then all
 * are chosen jointly; what is nearly certain is then taken as given, and what is left is read again
 * for the others, because "the earliest due first" means nothing but against what remains.
 *
 * <p>With the plan from before, only what a change touches is searched and chosen anew; the answer
 * is the same as from nothing.
 */
public final class Planner {
  /** From here on a choice is taken as given when the rest is read again, round after round. */
  private static final int[] TAKEN_AS_GIVEN = {950_000, 850_000, 650_000};

  /** In hundredths: how the odds of a choice grow that a later round confirms. */
  private static final int LATER_ODDS = 160;

  private final MatchingProblem problem;
  private final Budgets budgets;
  private final Optional<PlanMemory> before;
  private final Searcher searcher;
  private final PlanMemory memory;

  /** Where each sum is found in the pile before; −1 where it was not there. */
  private final int[] placesBefore;

  /** What is no longer as it was in the plan before. */
  private final Touched changed;

  private Planner(
      MatchingProblem problem,
      Weights weights,
      Budgets budgets,
      Optional<PlanMemory> before,
      int threads) {
    this.problem = problem;
    this.budgets = budgets;
    this.before = before;
    this.searcher = new Searcher(problem, weights, budgets, threads);
    this.memory = new PlanMemory(problem, weights, budgets);
    this.changed = new Touched(problem);
    if (before.isPresent()) {
      changed.add(problem.learned());
    }
    this.placesBefore =
        before
            .map(b -> b.placesOf(problem.pile()))
            .orElseGet(() -> problem.pile().stream().mapToInt(m -> -1).toArray());
  }

  /** With the weights that are shipped, on as many threads as there are processors. */
  public static Plan plan(MatchingProblem problem) {
    return plan(problem, Budgets.DEFAULTS);
  }

  /** The same with other budgets. */
  public static Plan plan(MatchingProblem problem, Budgets budgets) {
    int threads = Runtime.getRuntime().availableProcessors();
    return plan(problem, Weights.SHIPPED, budgets, threads);
  }

  /**
   * @param threads how many may work on it; the answer is the same
   */
  public static Plan plan(MatchingProblem problem, Weights weights, Budgets budgets, int threads) {
    return new Planner(problem, weights, budgets, Optional.empty(), threads).planned();
  }

  /**
   * The plan of a problem that came from the one of another plan by {@link MatchingProblem#with}:
   * the same as from nothing, but only what the change touches is worked on.
   */
  public static Plan replan(Plan before, MatchingProblem problem) {
    PlanMemory memory = before.memory();
    return new Planner(problem, memory.weights, memory.budgets, Optional.of(memory), 1).planned();
  }

  private Plan planned() {
    List<MoneyIn> pile = problem.pile();
    int[] open = IntStream.range(0, pile.size()).filter(m -> pile.get(m).isIn()).toArray();
    Round round = new Round(problem.openMinors(), open, pile.size());
    search(round, Optional.empty(), new Touched(problem));
    choose(round);
    for (int certain : TAKEN_AS_GIVEN) {
      Round begun = round;
      Optional<Round> then = then().filter(t -> t.joint == begun.joint);
      round = then.isPresent() ? asBefore() : next(round, certain);
    }
    byList(round);
    memory.rows = rows();
    return new Plan(memory.rows, work(), memory);
  }

  /** Takes what is nearly certain as given and reads the rest again. */
  private Round next(Round round, int certain) {
    Touched taken = new Touched(problem);
    long[] left = round.left.clone();
    int[] open = takeAsGiven(round, certain, left, taken);
    Round next = new Round(left, open, problem.pile().size());
    search(next, Optional.of(round), taken);
    choose(next);
    return next;
  }

  /** A round that follows one in which everything was as before. */
  private Round asBefore() {
    Round next = before.get().rounds.get(memory.rounds.size()).in(placesBefore);
    memory.rounds.add(next);
    return next;
  }

  /**
   * Of the joint choice, that of the first round, in which everything stands against everything.
   */
  private Plan.Work work() {
    JointPlan first = memory.rounds.get(0).joint;
    return new Plan.Work(
        searcher.count(), first.components().size(), first.unproven(), first.nodes());
  }

  /** The round of the plan before that is like the one that was begun last. */
  private Optional<Round> then() {
    return before.map(b -> b.rounds.get(memory.rounds.size() - 1));
  }

  /**
   * Finds ways for each sum: from the plan before, or from the round before, where neither can have
   * changed; else searched.
   *
   * @param earlier the round before
   * @param taken what was taken off since then
   */
  private void search(Round round, Optional<Round> earlier, Touched taken) {
    memory.rounds.add(round);
    Optional<Round> then = then();
    Touched changedNow = earlier.isEmpty() ? changed : new Touched(problem);
    then.ifPresent(t -> compare(t.left, round.left, changedNow));
    List<Integer> toSearch = new ArrayList<>();
    for (int s = 0; s < round.sums.length; s++) {
      int sum = round.sums[s];
      Seen known =
          then.map(t -> t.seenOf(placesBefore[sum]))
              .filter(k -> k.moneyIn.equals(problem.pile().get(sum)))
              .orElse(null);
      Seen found = earlier.map(e -> e.seenOf(sum)).orElse(null);
      if (known != null && !known.dependsOn(changed) && !known.dependsOn(changedNow)) {
        round.seen[s] = known;
      } else {
        round.seen[s] = found; // its reading holds, even where it is to be searched again
        if (found == null || found.dependsOn(taken)) {
          toSearch.add(s);
        }
      }
    }
    searcher.search(round, toSearch);
  }

  private static void compare(long[] then, long[] now, Touched touched) {
    for (int i = 0; i < now.length; i++) {
      if (then[i] != now[i]) {
        touched.add(i, then[i], now[i]);
      }
    }
  }

  private void choose(Round round) {
    Optional<Round> then = then();
    if (then.filter(t -> t.isLike(round)).isPresent()) {
      round.takeOver(then.get());
      return;
    }
    int[] places = new int[round.sums.length];
    Arrays.setAll(places, s -> then.map(t -> t.placeOf(placesBefore[round.sums[s]])).orElse(-1));
    round.joint =
        JointPlan.of(
            Arrays.stream(round.seen).map(s -> s.claimant).toList(),
            Arrays.stream(round.left).map(Math::abs).toArray(),
            budgets.planNodes(),
            then.map(t -> new JointPlan.Before(t.joint, places)));
    for (int s = 0; s < places.length; s++) {
      Seen seen = round.seen[s];
      JointPlan.Outcome outcome = round.joint.outcome(s);
      Choice known = places[s] < 0 ? null : then.get().choices[places[s]];
      round.choices[s] =
          known != null && known.seen() == seen && known.outcome().isSame(outcome)
              ? known
              : new Choice(seen, outcome, twinsTogether(seen, outcome, round.left));
    }
  }

  /**
   * Which of two equal invoices of one customer was meant cannot be known, and does no harm: the
   * way that is chosen is as likely as all that are alike.
   */
  private int[] twinsTogether(Seen seen, JointPlan.Outcome outcome, long[] left) {
    int chosen = outcome.chosen();
    int[] likelihoods = outcome.likelihoods();
    int[] together = likelihoods.clone();
    boolean tie = chosen >= 0 && seen.ways.get(chosen).has(Way.Shape.TIE);
    if (chosen >= 0 && !tie && likelihoods[chosen] < 999_999) {
      Way taken = seen.ways.get(chosen);
      String alike = alike(taken, left);
      int sum = 0;
      for (int w = 0; w < likelihoods.length; w++) {
        Way way = seen.ways.get(w);
        boolean may = way.items.length == taken.items.length && way.gap == taken.gap;
        sum += w == chosen || may && alike(way, left).equals(alike) ? likelihoods[w] : 0;
      }
      together[chosen] = Math.min(sum, 999_999);
    }
    return together;
  }

  private String alike(Way way, long[] left) {
    return IntStream.range(0, way.items.length)
        .mapToObj(
            k -> problem.customerOf(way.items[k]) + " " + left[way.items[k]] + " " + way.parts[k])
        .sorted()
        .toList()
        .toString()
        .concat(way.gap + " " + way.gapMinor + way.isKept() + way.customer);
  }

  /** Takes what is nearly certain off what is left; gives the sums that stay open. */
  private int[] takeAsGiven(Round round, int certain, long[] left, Touched taken) {
    int[] open = new int[round.sums.length];
    int count = 0;
    for (int s = 0; s < open.length; s++) {
      Choice choice = round.choices[s];
      if (choice.chosen() >= 0 && choice.confidence() >= certain) {
        Way way = round.seen[s].ways.get(choice.chosen());
        for (int k = 0; k < way.items.length; k++) {
          long was = left[way.items[k]];
          left[way.items[k]] -= way.parts[k];
          taken.add(way.items[k], was, left[way.items[k]]);
        }
      } else {
        open[count++] = round.sums[s];
      }
    }
    return Arrays.copyOf(open, count);
  }

  private List<Plan.Row> rows() {
    for (Round round : memory.rounds) {
      for (int s = 0; s < round.sums.length; s++) {
        memory.last[round.sums[s]] = round.choices[s];
      }
    }
    List<Plan.Row> rows = new ArrayList<>();
    for (int m = 0; m < memory.last.length; m++) {
      Choice choice = memory.last[m];
      int then = placesBefore[m];
      if (choice == null) {
        rows.add(nothing(problem.pile().get(m)));
      } else if (memory.byList.containsKey(m)) {
        Plan.Row row = choice.seen().row(-1, confirmed(m, choice));
        rows.add(row.ledBy(memory.byList.get(m)));
      } else if (then >= 0
          && before.get().last[then] == choice
          && !before.get().byList.containsKey(then)) {
        rows.add(before.get().rows.get(then));
      } else {
        rows.add(choice.seen().row(choice.chosen(), confirmed(m, choice)));
      }
    }
    return rows;
  }

  /**
   * What nothing explains is placed by the lists that somebody set, on what is left when all else
   * is taken, in the order of the pile.
   */
  private void byList(Round last) {
    if (!problem.hasSilentLists()) {
      return;
    }
    long[] left = last.left.clone();
    takeAsGiven(last, 0, left, new Touched(problem));
    Pools pools = new Pools(problem, left, budgets);
    for (int s = 0; s < last.sums.length; s++) {
      if (last.choices[s].chosen() < 0) {
        int sum = last.sums[s];
        last.seen[s].byList(pools).ifPresent(p -> memory.byList.put(sum, p));
      }
    }
  }

  /**
   * What still stands when the nearly certain is taken off is likelier than it looks: measured on
   * invented companies of every population alike, by {@link #LATER_ODDS}.
   */
  private int[] confirmed(int sum, Choice choice) {
    int chosen = choice.chosen();
    Round round = memory.rounds.get(0);
    boolean first = round.choices[round.placeOf(sum)] == choice;
    int[] likelihoods = choice.likelihoods().clone();
    if (chosen >= 0 && !first) {
      long was = likelihoods[chosen];
      long odds = was * LATER_ODDS / 100;
      likelihoods[chosen] = (int) (odds * 1_000_000 / (odds + 1_000_000 - was));
      for (int w = 0; w < likelihoods.length; w++) {
        long others = 1_000_000 - likelihoods[chosen];
        likelihoods[w] =
            w == chosen ? likelihoods[w] : (int) (likelihoods[w] * others / (1_000_000 - was));
      }
    }
    return likelihoods;
  }

  private static Plan.Row nothing(MoneyIn moneyIn) {
    return new Plan.Row(
        moneyIn.id(), List.of(), Optional.empty(), 0, Searched.SEARCHED_ALL, 0, Optional.empty());
  }
}
