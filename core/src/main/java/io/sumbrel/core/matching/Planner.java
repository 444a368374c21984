package io.sumbrel.core.matching;

import io.sumbrel.core.matching.assignment.GreedyAssignment;
import io.sumbrel.core.matching.combination.Combinations.Searched;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Proposes ways to explain every sum of the pile, and chooses one for each so that no cent of an
 * open item is promised twice. A pure function of its input.
 */
public final class Planner {
  private static final int WAYS_SHOWN = 9;

  private Planner() {}

  public static Plan plan(MatchingProblem problem) {
    List<Plan.Row> rows = new ArrayList<>();
    for (MoneyIn moneyIn : problem.pile()) {
      rows.add(moneyIn.isIn() ? rowFor(problem, moneyIn) : nothing(moneyIn));
    }
    return new Plan(assigned(problem, rows));
  }

  private static Plan.Row nothing(MoneyIn moneyIn) {
    return new Plan.Row(
        moneyIn.id(), List.of(), Optional.empty(), 0, Searched.SEARCHED_ALL, Optional.empty());
  }

  private static Plan.Row rowFor(MatchingProblem problem, MoneyIn moneyIn) {
    Reading reading = Reading.of(problem, moneyIn);
    Hypotheses hypotheses = new Hypotheses(problem, moneyIn, reading);
    double none = 1;
    for (Hypotheses.Hypothesis h : hypotheses.found()) {
      none += StrictMath.exp(h.points() / 1_000.0);
    }
    double all = none;
    List<Proposal> ways =
        hypotheses.found().stream()
            .sorted((a, b) -> Integer.compare(b.points(), a.points()))
            .limit(WAYS_SHOWN)
            .map(h -> proposal(h, (int) (StrictMath.exp(h.points() / 1_000.0) * 1_000 / all)))
            .toList();
    return new Plan.Row(
        moneyIn.id(),
        ways,
        Optional.empty(),
        hypotheses.count(),
        hypotheses.searched(),
        ways.stream()
            .findFirst()
            .flatMap(Proposal::customer)
            .or(() -> reading.likeliestCustomer(problem)));
  }

  private static Proposal proposal(Hypotheses.Hypothesis h, int perMille) {
    return new Proposal(
        h.words(), h.lines(), h.customer(), h.evidence(), perMille, Certainty.of(perMille));
  }

  private static List<Plan.Row> assigned(MatchingProblem problem, List<Plan.Row> rows) {
    Map<ItemId, Integer> resource = new HashMap<>();
    long[] capacity = new long[problem.items().size()];
    for (int i = 0; i < problem.items().size(); i++) {
      OpenItem item = problem.item(i);
      resource.put(item.id(), i);
      capacity[i] = Math.abs(item.openMinor());
    }
    List<GreedyAssignment.Option> options = new ArrayList<>();
    for (int r = 0; r < rows.size(); r++) {
      List<Proposal> ways = rows.get(r).ways();
      for (int w = 0; w < ways.size(); w++) {
        if (ways.get(w).certainty() != Certainty.NOTHING_YET) {
          options.add(option(r, w, ways.get(w), resource));
        }
      }
    }
    int[] chosen = GreedyAssignment.choose(options, rows.size(), capacity);
    List<Plan.Row> planned = new ArrayList<>();
    for (int r = 0; r < rows.size(); r++) {
      Plan.Row row = rows.get(r);
      Optional<Integer> way =
          chosen[r] < 0 ? Optional.empty() : Optional.of(options.get(chosen[r]).rank());
      planned.add(
          new Plan.Row(
              row.moneyIn(), row.ways(), way, row.waysCount(), row.searched(), row.customer()));
    }
    return planned;
  }

  private static GreedyAssignment.Option option(
      int claimant, int rank, Proposal way, Map<ItemId, Integer> resource) {
    List<TapeLine> placings =
        way.lines().stream()
            .filter(l -> l.kind() == LineKind.SETTLES || l.kind() == LineKind.CREDIT_USED)
            .toList();
    return new GreedyAssignment.Option(
        claimant,
        rank,
        way.perMille(),
        placings.stream().mapToInt(l -> resource.get(l.item().orElseThrow())).toArray(),
        placings.stream().mapToLong(TapeLine::amountMinor).toArray());
  }
}
