package io.sumbrel.core.matching;

import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.matching.assignment.Option;
import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Proposes ways to explain every sum of the pile, and chooses one for each so that no cent of an
 * open item is promised twice. A pure function of its input: each sum is read by itself, then all
 * are chosen jointly; what is nearly certain is then taken as given, and what is left is read again
 * for the others, because "the earliest due first" means nothing but against what remains.
 */
public final class Planner {
  private static final int WAYS_SHOWN = 9;
  private static final int WAYS_KEPT = 16;
  private static final int NODE_BUDGET = 10_000;

  /** From here on a choice is taken as given when the rest is read again, round after round. */
  private static final int[] TAKEN_AS_GIVEN = {950_000, 850_000, 650_000};

  private final MatchingProblem problem;
  private final Weights weights;
  private final Seen[] seen;

  /** What was found for one sum. */
  private static final class Seen {
    final WaySearch search;
    List<Way> ways;
    int[] likelihoods;
    int chosen = -1;

    Seen(WaySearch search, List<Way> ways) {
      this.search = search;
      this.ways = ways;
      this.likelihoods = new int[ways.size()];
    }

    int confidence() {
      return chosen < 0 ? 0 : likelihoods[chosen];
    }
  }

  private Planner(MatchingProblem problem, Weights weights) {
    this.problem = problem;
    this.weights = weights;
    this.seen = new Seen[problem.pile().size()];
  }

  public static Plan plan(MatchingProblem problem) {
    return plan(problem, Weights.SHIPPED);
  }

  public static Plan plan(MatchingProblem problem, Weights weights) {
    return new Planner(problem, weights).planned();
  }

  private Plan planned() {
    long[] left = new long[problem.items().size()];
    Arrays.setAll(left, i -> problem.item(i).openMinor());
    List<Integer> all = search(left);
    JointPlan.Result first = choose(all, left);
    List<Integer> open = all;
    for (int certain : TAKEN_AS_GIVEN) {
      Set<Integer> touched = new HashSet<>();
      open = takeAsGiven(open, certain, left, touched);
      searchAgain(open, left, touched);
      choose(open, left);
    }
    List<Plan.Row> rows = new ArrayList<>();
    for (int m = 0; m < seen.length; m++) {
      rows.add(seen[m] == null ? nothing(problem.pile().get(m)) : row(seen[m]));
    }
    return new Plan(rows, new Plan.Work(first.components(), first.unproven(), first.nodes()));
  }

  /** Reads the text of every sum, then searches payer by payer, so that each pool is made once. */
  private List<Integer> search(long[] left) {
    Pools pools = new Pools(problem, left);
    Map<Integer, Reading> readings = new HashMap<>();
    List<Integer> all = new ArrayList<>();
    for (int m = 0; m < seen.length; m++) {
      if (problem.pile().get(m).isIn()) {
        all.add(m);
        readings.put(m, Reading.of(problem, problem.pile().get(m)));
      }
    }
    List<Integer> byPayer = new ArrayList<>(all);
    byPayer.sort(Comparator.comparingInt(m -> readings.get(m).likeliestCustomer()));
    for (int m : byPayer) {
      seen[m] = search(problem.pile().get(m), readings.get(m), pools);
    }
    return all;
  }

  private Seen search(MoneyIn moneyIn, Reading reading, Pools pools) {
    WaySearch search = WaySearch.of(problem, moneyIn, reading, pools);
    List<Way> ways = new ArrayList<>(search.found());
    if (!ways.isEmpty()) {
      WayFeatures features = new WayFeatures(search);
      ways.forEach(w -> w.points = weights.points(features.of(w)));
      ways.sort(Comparator.comparingInt(w -> -w.points));
    }
    return new Seen(search, List.copyOf(ways.subList(0, Math.min(WAYS_KEPT, ways.size()))));
  }

  private JointPlan.Result choose(List<Integer> claimants, long[] left) {
    List<Option> options = new ArrayList<>();
    for (int c = 0; c < claimants.size(); c++) {
      for (Way way : seen[claimants.get(c)].ways) {
        long[] amounts = Arrays.stream(way.parts).map(Math::abs).toArray();
        options.add(
            way.isKept()
                ? new Option(c, way.points, new int[0], new long[0])
                : new Option(c, way.points, way.items, amounts));
      }
    }
    long[] capacity = Arrays.stream(left).map(Math::abs).toArray();
    JointPlan.Result result = JointPlan.of(options, claimants.size(), capacity, NODE_BUDGET);
    int at = 0;
    for (int c = 0; c < claimants.size(); c++) {
      Seen one = seen[claimants.get(c)];
      one.chosen = result.chosen()[c] < 0 ? -1 : result.chosen()[c] - at;
      one.likelihoods =
          twinsTogether(
              one, Arrays.copyOfRange(result.likelihoods(), at, at + one.ways.size()), left);
      at += one.ways.size();
    }
    return result;
  }

  /**
   * Which of two equal invoices of one customer was meant cannot be known, and does no harm: the
   * way that is chosen is as likely as all that are alike.
   */
  private int[] twinsTogether(Seen one, int[] likelihoods, long[] left) {
    if (one.chosen >= 0) {
      String chosen = alike(one.ways.get(one.chosen), left);
      int sum = 0;
      for (int w = 0; w < likelihoods.length; w++) {
        sum += alike(one.ways.get(w), left).equals(chosen) ? likelihoods[w] : 0;
      }
      likelihoods[one.chosen] = Math.min(sum, 999_999);
    }
    return likelihoods;
  }

  private String alike(Way way, long[] left) {
    if (way.items.length == 1) {
      return way.customer
          + " "
          + left[way.items[0]]
          + " "
          + way.parts[0]
          + " "
          + way.gap
          + way.gapMinor;
    }
    List<String> parts = new ArrayList<>();
    for (int k = 0; k < way.items.length; k++) {
      parts.add(problem.customerOf(way.items[k]) + " " + left[way.items[k]] + " " + way.parts[k]);
    }
    parts.sort(Comparator.naturalOrder());
    return parts + " " + way.gap + way.gapMinor + way.isKept();
  }

  /**
   * Takes what is nearly certain off what is left, and notes whose items these are; gives the sums
   * that stay open.
   */
  private List<Integer> takeAsGiven(
      List<Integer> open, int certain, long[] left, Set<Integer> touched) {
    List<Integer> rest = new ArrayList<>();
    for (int m : open) {
      if (seen[m].confidence() >= certain) {
        Way way = seen[m].ways.get(seen[m].chosen);
        for (int k = 0; k < way.items.length; k++) {
          left[way.items[k]] -= way.parts[k];
          touched.add(problem.headOf(problem.customerOf(way.items[k])));
        }
      } else {
        rest.add(m);
      }
    }
    return rest;
  }

  private void searchAgain(List<Integer> open, long[] left, Set<Integer> touched) {
    Pools pools = new Pools(problem, left);
    open.stream()
        .filter(m -> touches(seen[m], touched))
        .sorted(Comparator.comparingInt(m -> seen[m].search.reading.likeliestCustomer()))
        .forEach(m -> seen[m] = search(problem.pile().get(m), seen[m].search.reading, pools));
  }

  private boolean touches(Seen one, Set<Integer> heads) {
    return one.search.reading.payers().stream()
            .anyMatch(p -> heads.contains(problem.headOf(p.customer())))
        || one.ways.stream().anyMatch(w -> heads.contains(problem.headOf(w.customer)));
  }

  private static Plan.Row nothing(MoneyIn moneyIn) {
    return new Plan.Row(
        moneyIn.id(), List.of(), Optional.empty(), 0, Searched.SEARCHED_ALL, 0, Optional.empty());
  }

  private Plan.Row row(Seen one) {
    Map<Way, Integer> likelihoods = new HashMap<>();
    for (int w = 0; w < one.ways.size(); w++) {
      likelihoods.put(one.ways.get(w), one.likelihoods[w]);
    }
    Way chosen = one.chosen < 0 ? null : one.ways.get(one.chosen);
    List<Way> shown =
        one.ways.stream()
            .sorted(
                Comparator.<Way>comparingInt(w -> w == chosen ? 0 : 1)
                    .thenComparingInt(w -> -likelihoods.get(w)))
            .limit(WAYS_SHOWN)
            .toList();
    List<Proposal> ways = shown.stream().map(w -> proposal(one, w, likelihoods.get(w))).toList();
    Optional<CustomerId> likeliest =
        Optional.of(one.search.reading.likeliestCustomer())
            .filter(c -> c >= 0)
            .map(c -> problem.customer(c).id());
    WaySearch search = one.search;
    return new Plan.Row(
        search.moneyIn.id(),
        ways,
        chosen == null ? Optional.empty() : Optional.of(0),
        search.count(),
        search.searched(),
        search.completeTo() == Integer.MAX_VALUE ? 0 : search.completeTo(),
        ways.stream().findFirst().flatMap(Proposal::customer).or(() -> likeliest));
  }

  private Proposal proposal(Seen one, Way way, int likelihood) {
    WaySearch search = one.search;
    return new Proposal(
        way.words(problem, search.moneyIn.currency()),
        way.lines(problem, search.amount),
        way.customer < 0 ? Optional.empty() : Optional.of(problem.customer(way.customer).id()),
        likelihood,
        () -> Reasons.of(search, way, weights));
  }
}
