package io.sumbrel.core.matching;

import io.sumbrel.core.matching.Findings.Concern;
import io.sumbrel.core.matching.PlanMemory.Choice;
import io.sumbrel.core.matching.PlanMemory.Round;
import io.sumbrel.core.matching.assignment.Amounts;
import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.matching.change.ChangedSince;
import io.sumbrel.core.matching.change.TakenBetweenRounds;
import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.ways.Pools;
import io.sumbrel.core.matching.ways.Way;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
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

  /** How likely a choice is that a later round confirms; from even on, as likely as not. */
  private static final GrownOdds CONFIRMED = new GrownOdds(150, 500_000, 650_000);

  private final MatchingProblem problem;
  private final Budgets budgets;
  private final Optional<PlanMemory> before;
  private final Searcher searcher;
  private final PlanMemory memory;

  /** Where each sum is found in the pile before; −1 where it was not there. */
  private final int[] placesBefore;

  /** Where each open sum of this round is found in the same round before; −1 where it is not. */
  private int[] earlierPlaces;

  /** What is no longer as it was in the plan before. */
  private final ChangedSince changed;

  /** The same without what is settled now: where that was taken as given, nothing is otherwise. */
  private final ChangedSince changedBeyond;

  /** Which sums of the pile may stand otherwise in every round, whatever is left then. */
  private final BitSet readAnew = new BitSet();

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
    this.changed = new ChangedSince(problem);
    this.changedBeyond = new ChangedSince(problem);
    if (before.isPresent()) {
      changed.add(problem.learned());
      changedBeyond.add(problem.learned());
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
    int threads = Runtime.getRuntime().availableProcessors();
    return new Planner(problem, memory.weights, memory.budgets, Optional.of(memory), threads)
        .planned();
  }

  private Plan planned() {
    int all = problem.pile().size();
    int[] open = IntStream.range(0, all).filter(this::isIn).toArray();
    Round round = new Round(problem.openMinors(), open, all);
    search(round, Optional.empty());
    choose(round);
    for (int certain : TAKEN_AS_GIVEN) {
      Round begun = round;
      Optional<Round> then = then().filter(t -> t.joint == begun.joint);
      round = then.isPresent() ? asBefore() : next(round, certain);
    }
    byList(round);
    memory.notePile(before, placesBefore);
    memory.rows = rows();
    return new Plan(memory.rows, searcher.count(), memory);
  }

  private boolean isIn(int sum) {
    int then = placesBefore[sum];
    return then < 0
        ? problem.pile().get(sum).isIn()
        : before.get().rounds.get(0).placeOf(then) >= 0;
  }

  /** Takes what is nearly certain as given and reads the rest again. */
  private Round next(Round round, int certain) {
    Round next = before.isEmpty() ? taken(round, certain) : takenSince(round, certain);
    search(next, Optional.of(round));
    choose(next);
    return next;
  }

  /** A round that follows one in which everything was as before. */
  private Round asBefore() {
    Round next = before.get().rounds.get(memory.rounds.size()).in(placesBefore);
    memory.rounds.add(next);
    return next;
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
   */
  private void search(Round round, Optional<Round> earlier) {
    memory.rounds.add(round);
    Round then = then().orElse(null);
    ChangedSince changedNow = earlier.isEmpty() ? changed : new ChangedSince(problem);
    if (then != null) {
      then.left.differences(
          round.left,
          i -> {
            changedNow.add(i, then.left.get(i), round.left.get(i));
            if (changedNow == changed && round.left.get(i) != 0) {
              changedBeyond.add(i, then.left.get(i), round.left.get(i));
            }
          });
    }
    earlierPlaces =
        then == null ? none(round.sums.length) : then.placesOf(round.sums, placesBefore);
    Optional<TakenBetweenRounds> taken =
        earlier.map(e -> new TakenBetweenRounds(problem, e.left, round.left));
    List<Integer> unknown = new ArrayList<>();
    List<Integer> byAmount = new ArrayList<>();
    for (int s = 0; s < earlierPlaces.length; s++) {
      int place = earlierPlaces[s];
      int sum = round.sums[s];
      Concern concern = place < 0 ? Concern.MORE : concern(sum, then.seen[place], changedNow);
      if (concern == Concern.NONE) {
        round.take(s, then, place);
      } else if (concern == Concern.AMOUNT) {
        round.seen[s] = then.seen[place];
      } else if (earlier.isPresent()) {
        round.seen[s] = earlier.get().seenOf(sum);
        concern = round.seen[s].concern(taken.get());
      } else {
        round.seen[s] = readAlike(placesBefore[sum]);
      }
      if (concern != Concern.NONE) {
        (concern == Concern.AMOUNT ? byAmount : unknown).add(s);
      }
    }
    searcher.search(round, unknown);
    searcher.searchByAmount(round, byAmount);
  }

  /** How far what was found for a sum then may stand otherwise now. */
  private Concern concern(int sum, Findings then, ChangedSince changedNow) {
    int inPile = placesBefore[sum];
    Concern concern = before.get().concern(inPile, then, changedNow);
    if (changedNow == changed && concern != Concern.NONE) {
      boolean beyond = before.get().concern(inPile, then, changedBeyond) != Concern.NONE;
      readAnew.set(sum, beyond || !then.reading.holdsAfter(changed));
    }
    return readAnew.get(sum) ? Concern.MORE : concern;
  }

  /**
   * What was found before for a sum that would be read alike now, even where it is to be searched
   * again; null where there is none.
   */
  private Findings readAlike(int inPile) {
    Findings then = inPile < 0 ? null : before.get().rounds.get(0).seenOf(inPile);
    return then != null && then.reading.holdsAfter(changed) ? then : null;
  }

  private static int[] none(int count) {
    int[] none = new int[count];
    Arrays.fill(none, -1);
    return none;
  }

  private void choose(Round round) {
    Optional<Round> then = then();
    if (then.filter(t -> t.isLike(round)).isPresent()) {
      round.takeOver(then.get());
      return;
    }
    round.joint =
        JointPlan.of(
            round.claimants(then, earlierPlaces),
            round.left,
            budgets.planNodes(),
            then.map(t -> new JointPlan.Before(t.joint, earlierPlaces)));
    for (int s = 0; s < earlierPlaces.length; s++) {
      boolean asBefore =
          round.joint.isAsBefore(s) && then.get().seen[earlierPlaces[s]] == round.seen[s];
      round.choices[s] = asBefore ? then.get().choices[earlierPlaces[s]] : choice(round, s, then);
    }
  }

  private Choice choice(Round round, int s, Optional<Round> then) {
    Findings seen = round.seen[s];
    JointPlan.Outcome outcome = round.joint.outcome(s);
    return then.map(t -> earlierPlaces[s] < 0 ? null : t.choices[earlierPlaces[s]])
        .filter(k -> k.seen() == seen && k.outcome().isSame(outcome))
        .orElseGet(() -> new Choice(seen, outcome, twinsTogether(seen, outcome, round.left)));
  }

  /**
   * Which of two equal invoices of one customer was meant cannot be known, and does no harm: the
   * way that is shown first is as likely as all that are alike.
   */
  private int[] twinsTogether(Findings seen, JointPlan.Outcome outcome, Amounts left) {
    int[] likelihoods = outcome.likelihoods();
    int first = outcome.chosen() >= 0 ? outcome.chosen() : likeliest(likelihoods);
    int[] together = likelihoods.clone();
    boolean tie = first >= 0 && seen.ways.get(first).has(Way.Shape.TIE);
    if (first >= 0 && !tie && likelihoods[first] < 999_999) {
      Way taken = seen.ways.get(first);
      String alike = alike(taken, left);
      int sum = 0;
      for (int w = 0; w < likelihoods.length; w++) {
        Way way = seen.ways.get(w);
        boolean may = way.items.length == taken.items.length && way.gap == taken.gap;
        sum += w == first || may && alike(way, left).equals(alike) ? likelihoods[w] : 0;
      }
      together[first] = Math.min(sum, 999_999);
    }
    return together;
  }

  /** The first of the likeliest; −1 where there is no way at all. */
  private static int likeliest(int[] likelihoods) {
    int likeliest = -1;
    for (int w = 0; w < likelihoods.length; w++) {
      likeliest = likeliest < 0 || likelihoods[w] > likelihoods[likeliest] ? w : likeliest;
    }
    return likeliest;
  }

  private String alike(Way way, Amounts left) {
    return IntStream.range(0, way.items.length)
        .mapToObj(
            k ->
                problem.customerOf(way.items[k])
                    + " "
                    + left.get(way.items[k])
                    + " "
                    + way.parts[k])
        .sorted()
        .toList()
        .toString()
        .concat(way.gap + " " + way.gapMinor + way.isKept() + way.customer);
  }

  /** The round after this one, when what is nearly certain is taken off what is left. */
  private Round taken(Round round, int certain) {
    Amounts left = round.left.copy();
    int[] open = new int[round.sums.length];
    int count = 0;
    for (int s = 0; s < open.length; s++) {
      if (round.choices[s].isTaken(certain)) {
        round.choices[s].move(left, -1);
      } else {
        open[count++] = round.sums[s];
      }
    }
    return new Round(left, Arrays.copyOf(open, count), problem.pile().size());
  }

  /** The same from the round after this one in the plan before: only what differs is moved. */
  private Round takenSince(Round round, int certain) {
    Round then = then().orElseThrow();
    Round thenNext = before.get().rounds.get(memory.rounds.size());
    Amounts left = thenNext.left.copy();
    then.left.differences(round.left, i -> left.add(i, round.left.get(i) - then.left.get(i)));
    boolean[] same = new boolean[then.sums.length];
    int[] open = new int[round.sums.length];
    int count = 0;
    for (int s = 0; s < open.length; s++) {
      int place = earlierPlaces[s];
      boolean taken;
      if (place >= 0 && then.choices[place] == round.choices[s]) {
        same[place] = true;
        taken = thenNext.placeOf(then.sums[place]) < 0;
      } else {
        taken = round.choices[s].isTaken(certain);
        if (taken) {
          round.choices[s].move(left, -1);
        }
      }
      if (!taken) {
        open[count++] = round.sums[s];
      }
    }
    for (int place = 0; place < same.length; place++) {
      if (!same[place] && then.choices[place].isTaken(certain)) {
        then.choices[place].move(left, 1);
      }
    }
    return new Round(left, Arrays.copyOf(open, count), problem.pile().size());
  }

  private List<Plan.Row> rows() {
    for (Round round : memory.rounds) {
      for (int s = 0; s < round.sums.length; s++) {
        memory.last[round.sums[s]] = round.choices[s];
      }
    }
    Plan.Row[] rows = new Plan.Row[memory.last.length];
    for (int m = 0; m < rows.length; m++) {
      rows[m] = row(m, memory.last[m]);
    }
    return List.of(rows);
  }

  private Plan.Row row(int m, Choice choice) {
    int then = placesBefore[m];
    if (choice == null) {
      return nothing(problem.pile().get(m));
    }
    if (memory.isByList(m)) {
      return choice.seen().row(-1, confirmed(m, choice)).ledBy(memory.byList.get(m));
    }
    return then >= 0 && before.get().last[then] == choice && !before.get().isByList(then)
        ? before.get().rows.get(then)
        : choice.seen().row(choice.chosen(), confirmed(m, choice));
  }

  /**
   * What nothing explains is placed by the lists that somebody set, on what is left when all else
   * is taken, in the order of the pile.
   */
  private void byList(Round last) {
    if (!problem.hasSilentLists()) {
      return;
    }
    Pools pools = new Pools(problem, taken(last, 0).left, budgets);
    for (int s = 0; s < last.sums.length; s++) {
      if (last.choices[s].chosen() < 0) {
        int sum = last.sums[s];
        last.seen[s].byList(pools).ifPresent(p -> memory.byList.put(sum, p));
      }
    }
  }

  /**
   * What still stands when the nearly certain is taken off is likelier than it looks, where it is
   * likelier than not: measured on invented companies of every population alike, in every round
   * after the first.
   */
  private int[] confirmed(int sum, Choice choice) {
    int chosen = choice.chosen();
    int[] likelihoods = choice.likelihoods().clone();
    boolean later = memory.rounds.get(0).choiceOf(sum) != choice;
    if (chosen >= 0 && later) {
      long was = likelihoods[chosen];
      likelihoods[chosen] = CONFIRMED.of(likelihoods[chosen]);
      for (int w = 0; w < likelihoods.length && was < 1_000_000; w++) {
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
