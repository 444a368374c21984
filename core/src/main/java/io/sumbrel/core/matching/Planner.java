package io.sumbrel.core.matching;

import io.sumbrel.core.matching.PlanMemory.Choice;
import io.sumbrel.core.matching.PlanMemory.Component;
import io.sumbrel.core.matching.PlanMemory.Round;
import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.matching.assignment.Option;
import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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

  /** What is no longer as it was in the plan before. */
  private final Touched changed;

  private int components;
  private int unproven;
  private long nodes;

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
    List<MoneyIn> open = problem.pile().stream().filter(MoneyIn::isIn).toList();
    Round round = new Round(problem.openMinors());
    List<Seen> seen = search(open, round, List.of(), new Touched(problem));
    choose(seen, round);
    for (int certain : TAKEN_AS_GIVEN) {
      Touched taken = new Touched(problem);
      Round next = new Round(round.left.clone());
      List<Seen> rest = takeAsGiven(seen, round, certain, next.left, taken);
      seen = search(rest.stream().map(s -> s.moneyIn).toList(), next, rest, taken);
      choose(seen, next);
      round = next;
    }
    return new Plan(rows(), new Plan.Work(searcher.count(), components, unproven, nodes), memory);
  }

  /**
   * What is found for each sum: from the plan before, or from the round before, where neither can
   * have changed; else searched.
   *
   * @param earlier from the round before, in the order of the sums; empty in the first
   * @param taken what was taken off since then
   */
  private List<Seen> search(List<MoneyIn> sums, Round round, List<Seen> earlier, Touched taken) {
    int number = memory.rounds.size();
    memory.rounds.add(round);
    Optional<Round> then = before.map(b -> b.rounds.get(number));
    Touched changedNow = number == 0 ? changed : new Touched(problem);
    then.ifPresent(t -> compare(t.left, round.left, changedNow));
    Seen[] seen = new Seen[sums.size()];
    List<Integer> toSearch = new ArrayList<>();
    for (int m = 0; m < seen.length; m++) {
      Choice known = then.isPresent() ? then.get().choices.get(sums.get(m).id()) : null;
      if (known != null
          && !known.seen().dependsOn(changed)
          && !known.seen().dependsOn(changedNow)) {
        seen[m] = known.seen();
      } else if (!earlier.isEmpty() && !earlier.get(m).dependsOn(taken)) {
        seen[m] = earlier.get(m);
      } else {
        toSearch.add(m);
      }
    }
    searcher.search(sums, earlier, toSearch, round.left, seen);
    return List.of(seen);
  }

  private static void compare(long[] then, long[] now, Touched touched) {
    for (int i = 0; i < now.length; i++) {
      if (then[i] != now[i]) {
        touched.add(i, then[i], now[i]);
      }
    }
  }

  private void choose(List<Seen> seen, Round round) {
    List<List<Option>> options = seen.stream().map(s -> s.options).toList();
    long[] capacity = Arrays.stream(round.left).map(Math::abs).toArray();
    Optional<Round> then = before.map(b -> b.rounds.get(memory.rounds.size() - 1));
    for (int[] together : JointPlan.components(options, capacity)) {
      List<Seen> members = Arrays.stream(together).mapToObj(seen::get).toList();
      Optional<Choice> known = then.map(t -> t.choices.get(members.get(0).moneyIn.id()));
      Optional<Component> same = known.map(Choice::component).filter(c -> c.isOf(members));
      if (same.isPresent()) {
        for (Seen member : members) {
          round.choices.put(member.moneyIn.id(), then.get().choices.get(member.moneyIn.id()));
        }
      } else {
        solve(members, capacity, round);
      }
      count(same, round.choices.get(members.get(0).moneyIn.id()).component());
    }
  }

  /** The work of the first round, in which everything stands against everything. */
  private void count(Optional<Component> same, Component component) {
    boolean first = memory.rounds.size() == 1;
    components += first ? 1 : 0;
    unproven += first && !component.solved().proven() ? 1 : 0;
    nodes += first && same.isEmpty() ? component.solved().nodes() : 0;
  }

  private void solve(List<Seen> members, long[] capacity, Round round) {
    List<List<Option>> options = members.stream().map(s -> s.options).toList();
    JointPlan.Solved solved = JointPlan.solve(options, capacity, budgets.planNodes());
    Component component = new Component(members, solved);
    for (int c = 0; c < members.size(); c++) {
      int[] likelihoods = solved.likelihoods()[c];
      int chosen = solved.chosen()[c];
      Seen seen = members.get(c);
      round.choices.put(
          seen.moneyIn.id(),
          new Choice(seen, component, c, twinsTogether(seen, chosen, likelihoods, round.left)));
    }
  }

  /**
   * Which of two equal invoices of one customer was meant cannot be known, and does no harm: the
   * way that is chosen is as likely as all that are alike.
   */
  private int[] twinsTogether(Seen seen, int chosen, int[] likelihoods, long[] left) {
    int[] together = likelihoods.clone();
    if (chosen >= 0 && likelihoods[chosen] < 999_999) {
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
  private List<Seen> takeAsGiven(
      List<Seen> seen, Round round, int certain, long[] left, Touched taken) {
    List<Seen> rest = new ArrayList<>();
    for (Seen one : seen) {
      Choice choice = round.choices.get(one.moneyIn.id());
      if (choice.confidence() >= certain) {
        Way way = one.ways.get(choice.chosen());
        for (int k = 0; k < way.items.length; k++) {
          long was = left[way.items[k]];
          left[way.items[k]] -= way.parts[k];
          taken.add(way.items[k], was, left[way.items[k]]);
        }
      } else {
        rest.add(one);
      }
    }
    return rest;
  }

  private List<Plan.Row> rows() {
    Map<MoneyInId, Choice> last = new HashMap<>();
    memory.rounds.forEach(r -> last.putAll(r.choices));
    List<Plan.Row> rows = new ArrayList<>();
    for (MoneyIn moneyIn : problem.pile()) {
      Choice choice = last.get(moneyIn.id());
      Plan.Row row = choice == null ? nothing(moneyIn) : row(moneyIn, choice);
      if (choice != null) {
        memory.last.put(moneyIn.id(), new PlanMemory.Last(choice, row));
      }
      rows.add(row);
    }
    return rows;
  }

  private Plan.Row row(MoneyIn moneyIn, Choice choice) {
    return before
        .map(b -> b.last.get(moneyIn.id()))
        .filter(known -> known.choice() == choice)
        .map(PlanMemory.Last::row)
        .orElseGet(() -> choice.seen().row(choice.chosen(), confirmed(moneyIn, choice)));
  }

  /**
   * What still stands when the nearly certain is taken off is likelier than it looks: measured on
   * invented companies of every population alike, by {@link #LATER_ODDS}.
   */
  private int[] confirmed(MoneyIn moneyIn, Choice choice) {
    int chosen = choice.chosen();
    boolean first = memory.rounds.get(0).choices.get(moneyIn.id()) == choice;
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
