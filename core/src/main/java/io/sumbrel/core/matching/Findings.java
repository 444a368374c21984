package io.sumbrel.core.matching;

import io.sumbrel.core.matching.assignment.Claimant;
import io.sumbrel.core.matching.assignment.Option;
import io.sumbrel.core.matching.change.ChangedSince;
import io.sumbrel.core.matching.change.Changes;
import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.ways.Pools;
import io.sumbrel.core.matching.ways.SilentWays;
import io.sumbrel.core.matching.ways.Way;
import io.sumbrel.core.matching.ways.WayFeatures;
import io.sumbrel.core.matching.ways.WaySearch;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What the search found for one sum, against what was left on the items then. It depends on nothing
 * but the items of the customers it looked at and those of its own amount: while these stay as they
 * are, it need not be searched again.
 */
final class Findings {
  private static final int WAYS_KEPT = 16;

  /** What only may be paid in part or in advance is shown from one in two thousand on. */
  private static final int WORTH_SHOWING = 500;

  /** Just under what is called sure. */
  private static final int MOST_IN_DOUBT = 985_000;

  /**
   * What is nearly certain and in no doubt is right more often than its figures say, for most that
   * was wrong is in doubt.
   */
  private static final GrownOdds WITHOUT_DOUBT = new GrownOdds(220, 990_000, 995_000);

  final MoneyIn moneyIn;
  final Reading reading;

  /** The strongest first. */
  final List<Way> ways;

  final Claimant claimant;
  final Searched searched;

  /** The size up to which all sets were looked for; 0 where that is no limit. */
  final int searchedTo;

  /** What was found otherwise than by its amount; empty where that cannot be told apart. */
  final Optional<Own> own;

  private final MatchingProblem problem;
  private final long count;

  /** Why it might look otherwise after some changes. */
  enum Concern {
    NONE,
    /**
     * Items of its very amount came or went, and nothing else that it depends on: see {@link Own}.
     */
    AMOUNT,
    MORE
  }

  /**
   * What was found without items that but are of the very amount.
   *
   * @param ways the strongest
   * @param uncounted how many more there are
   */
  record Own(List<Way> ways, long uncounted) {
    static Optional<Own> of(WaySearch search, List<Way> ways, WayFeatures features) {
      if (!search.isApart()) {
        return Optional.empty();
      }
      List<Way> all = strongest(ways.subList(0, search.ownWays()), search.ownWays());
      List<Way> kept = all.subList(0, Math.min(WAYS_KEPT, all.size()));
      List<Way> weaker = all.subList(kept.size(), all.size());
      long more = weaker.stream().filter(Way::reaches).count();
      return all.stream().anyMatch(features::standsAmongEqual)
              || weaker.stream().anyMatch(Way::isOneExactly)
          ? Optional.empty()
          : Optional.of(new Own(List.copyOf(kept), search.uncountedOwn() + more));
    }
  }

  private Findings(WaySearch search, List<Way> ways, Optional<Own> own) {
    this.own = own;
    this.problem = search.problem;
    this.moneyIn = search.moneyIn;
    this.reading = search.reading;
    this.ways = ways;
    this.claimant = new Claimant(ways.stream().map(Findings::option).toList());
    this.count = search.count();
    this.searched = search.searched();
    this.searchedTo = search.completeTo() == Integer.MAX_VALUE ? 0 : search.completeTo();
  }

  static Findings of(
      MatchingProblem problem, MoneyIn moneyIn, Reading reading, Pools pools, Weights weights) {
    WaySearch search = WaySearch.of(problem, moneyIn, reading, pools);
    List<Way> ways = List.copyOf(search.found());
    if (ways.isEmpty()) {
      return new Findings(search, ways, Optional.empty());
    }
    WayFeatures features = new WayFeatures(search);
    ways.forEach(w -> features.weigh(w, weights));
    Optional<Own> own = Own.of(search, ways, features);
    return new Findings(search, strongest(ways, WAYS_KEPT), own);
  }

  /** The same where nothing that it depends on has changed but items of its very amount. */
  Findings again(MatchingProblem now, Pools pools, Weights weights) {
    WaySearch search =
        WaySearch.again(
            now,
            moneyIn,
            reading,
            pools,
            new WaySearch.Found(own.get().ways, own.get().uncounted, searched, searchedTo));
    List<Way> ways = List.copyOf(search.found());
    WayFeatures features = new WayFeatures(search);
    ways.subList(search.ownWays(), ways.size()).forEach(w -> features.weigh(w, weights));
    return new Findings(search, strongest(ways, WAYS_KEPT), own);
  }

  /** The strongest first; of equal ones the one that was found first. */
  private static List<Way> strongest(List<Way> ways, int most) {
    long[] order = new long[ways.size()];
    for (int w = 0; w < order.length; w++) {
      order[w] = (long) -ways.get(w).points << Integer.SIZE | w;
    }
    Arrays.sort(order);
    return Arrays.stream(order, 0, Math.min(most, order.length))
        .mapToObj(k -> ways.get((int) k))
        .toList();
  }

  private static Option option(Way way) {
    return way.isKept()
        ? new Option(way.points, new int[0], new long[0])
        : new Option(way.points, way.items, Arrays.stream(way.parts).map(Math::abs).toArray());
  }

  /**
   * A bit for each family whose items it may mean, several sharing one; all bits where it may be
   * anybody's.
   */
  long families() {
    long families = reading.isUnnamedDeposit() ? ChangedSince.ANY_FAMILY : 0;
    for (int head : reading.heads()) {
      families |= 1L << head;
    }
    return families;
  }

  /** How far it might look otherwise after these changes. */
  Concern concern(Changes changes) {
    if (changes.isNothing()) {
      return Concern.NONE;
    }
    boolean more =
        changes.hasHeadOf(reading.heads())
            || reading.isUnnamedDeposit()
            || changes.hasRecordFor(moneyIn)
            || changes.hasPayer(moneyIn, reading.payerName, reading.payerAccount);
    if (!more && !changes.hasAmountOf(moneyIn)) {
      return Concern.NONE;
    }
    return more || own.isEmpty() ? Concern.MORE : Concern.AMOUNT;
  }

  /**
   * What is shown of it.
   *
   * @param chosen the place of the way that the plan takes, or −1
   */
  Plan.Row row(int chosen, int[] likelihoods) {
    List<Integer> order = new ArrayList<>();
    for (int w = 0; w < ways.size(); w++) {
      if (w == chosen || likelihoods[w] >= WORTH_SHOWING || ways.get(w).reaches()) {
        order.add(w);
      }
    }
    order.sort(
        Comparator.<Integer>comparingInt(w -> w == chosen ? 0 : 1)
            .thenComparingInt(w -> -likelihoods[w]));
    List<Proposal> shown =
        order.stream()
            .limit(Plan.Row.MOST_SHOWN)
            .map(w -> proposal(ways.get(w), likelihoods[w]))
            .toList();
    Optional<CustomerId> likeliest =
        Optional.of(reading.likeliestCustomer())
            .filter(c -> c >= 0)
            .map(c -> problem.customer(c).id());
    return new Plan.Row(
        moneyIn.id(),
        shown,
        chosen < 0 ? Optional.empty() : Optional.of(0),
        count,
        searched,
        searchedTo,
        shown.stream().findFirst().flatMap(Proposal::customer).or(() -> likeliest));
  }

  /** What is in doubt is at most likely, however much more so than anything else. */
  private Proposal proposal(Way way, int likelihood) {
    int said =
        way.doubt.isPresent() ? Math.min(likelihood, MOST_IN_DOUBT) : WITHOUT_DOUBT.of(likelihood);
    return new Proposal(problem, reading, moneyIn, way, said);
  }

  /**
   * The way that a list places it by, as a proposal; empty where no list does, or where the sum may
   * be recorded already: it would count twice.
   */
  Optional<Proposal> byList(Pools left) {
    if (ways.stream().anyMatch(w -> w.has(Way.Shape.TIE))) {
      return Optional.empty();
    }
    return SilentWays.of(problem, moneyIn, reading, left)
        .flatMap(list -> list.way().map(w -> proposed(w, left, list.perMillion())));
  }

  private Proposal proposed(Way way, Pools left, int perMillion) {
    left.take(way);
    return new Proposal(problem, reading, moneyIn, way, perMillion);
  }
}
