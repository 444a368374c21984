package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.matching.combination.Sets;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.ways.Pools.Pool;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.rules.SilentStep;
import java.util.Arrays;
import java.util.Collection;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Gathers the ways that may explain one sum. The families that add to it are searched in a fixed
 * order by {@code TieWays}, {@code StatedWays}, {@code NamedWays}, {@code PoolWays} and {@code
 * UnnamedWays}; a way that several of them find is kept once, with every shape it has.
 */
public final class WaySearch {
  private static final int MOST_WAYS = 400;

  public final MatchingProblem problem;
  public final MoneyIn moneyIn;
  public final Reading reading;
  final Pools pools;
  final long amount;

  /** Most that is let off as cents. */
  final Money cents;

  private final Money writeOff;
  final Money chargeCap;
  private final Map<Way.Key, Way> found = new LinkedHashMap<>();
  private int[] equal;
  private int ownWays;
  private long uncountedOwn;
  private long uncounted;
  private boolean recorded;
  private Optional<SilentStep> followed = Optional.empty();
  private Searched searched = Searched.SEARCHED_ALL;
  private int completeTo = Integer.MAX_VALUE;

  private WaySearch(MatchingProblem problem, MoneyIn moneyIn, Reading reading, Pools pools) {
    this.problem = problem;
    this.moneyIn = moneyIn;
    this.reading = reading;
    this.pools = pools;
    this.amount = moneyIn.amountMinor();
    this.cents = Money.cents(moneyIn.currency());
    this.writeOff = problem.limits().clerkWriteOff(moneyIn.currency());
    this.chargeCap = problem.limits().chargeCap(moneyIn.currency());
  }

  /** Searches every family of ways that may explain a sum. */
  public static WaySearch of(
      MatchingProblem problem, MoneyIn moneyIn, Reading reading, Pools pools) {
    WaySearch search = new WaySearch(problem, moneyIn, reading, pools);
    search.recorded = new TieWays(search).search();
    new StatedWays(search).search();
    new NamedWays(search).search();
    if (!search.recorded) {
      new PoolWays(search).search();
      new UnnamedWays(search).search();
    }
    SilentWays.of(problem, moneyIn, reading, pools)
        .ifPresent(list -> list.way().ifPresent(search::follow));
    return search;
  }

  /**
   * What an earlier search found otherwise than by the very amount.
   *
   * @param uncounted how many more ways there are
   * @param searchedTo the size up to which all sets were looked for; 0 where that is no limit
   */
  public record Found(List<Way> ways, long uncounted, Searched searched, int searchedTo) {}

  /** The search for a sum anew, where nothing but items of its very amount has changed since. */
  public static WaySearch again(
      MatchingProblem problem, MoneyIn moneyIn, Reading reading, Pools pools, Found before) {
    WaySearch search = new WaySearch(problem, moneyIn, reading, pools);
    before.ways.forEach(w -> search.found.put(w.key(), w));
    search.uncounted = before.uncounted;
    search.searched = before.searched;
    search.completeTo = before.searchedTo == 0 ? Integer.MAX_VALUE : before.searchedTo;
    search.noteOwn();
    new UnnamedWays(search).equal();
    return search;
  }

  /** Leaves out what the other steps of a list would find, and notes what is not on it. */
  private void follow(Way listed) {
    followed = SilentWays.stepOf(listed);
    found.values().removeIf(w -> SilentWays.stepOf(w).filter(s -> s != followed.get()).isPresent());
    Optional.ofNullable(found.get(listed.key())).ifPresent(w -> w.also(Shape.LISTED));
  }

  /** Whether a list is followed on which a way is not. */
  boolean isOffList(Way way) {
    return followed.isPresent() && !SilentWays.stepOf(way).equals(followed);
  }

  /**
   * Whether the very sum is recorded and waits for the bank: then only what is named may be else.
   */
  boolean isRecorded() {
    return recorded;
  }

  /** The ways that were kept, in the order in which they were found. */
  public Collection<Way> found() {
    return found.values();
  }

  /** How many ways reach the sum, those counted but not kept among them. */
  public long count() {
    return found.values().stream().filter(Way::reaches).count() + uncounted;
  }

  /** How far the search went. */
  public Searched searched() {
    return searched;
  }

  /** The size up to which every set was looked for. */
  public int completeTo() {
    return completeTo;
  }

  /** Notes how far a search for sets in a pool went, and how many it did not give back. */
  void note(Sets sets, int pool) {
    boolean all = sets.completeTo() >= pool;
    boolean beyond = !all && sets.searched() != Searched.NODE_BUDGET;
    searched = searched.and(beyond ? Searched.TOO_BIG : sets.searched());
    uncounted += sets.count() - sets.sets().size();
    completeTo = all ? completeTo : Math.min(completeTo, sets.completeTo());
  }

  /** Notes that larger sets than these were not looked for. */
  void noteSearchedTo(int size) {
    searched = searched.and(Searched.TOO_BIG);
    completeTo = Math.min(completeTo, size);
  }

  void noteUncounted(long more) {
    uncounted += more;
  }

  boolean isEmpty() {
    return found.isEmpty();
  }

  /** What is found from now on are but equal amounts of anybody, and what is across customers. */
  void noteOwn() {
    ownWays = found.size();
    uncountedOwn = uncounted;
  }

  /** How many of the ways that were found, the first, are not but an equal amount of anybody. */
  public int ownWays() {
    return ownWays;
  }

  /** How many more of these there are. */
  public long uncountedOwn() {
    return uncountedOwn;
  }

  /**
   * Whether all that is but an equal amount can be found again by itself: what was found otherwise
   * would stand as it does.
   */
  public boolean isApart() {
    return !recorded
        && followed.isEmpty()
        && !reading.isUnnamedDeposit()
        && found.size() < MOST_WAYS;
  }

  Currency currency() {
    return moneyIn.currency();
  }

  /** Whether somebody chose the sum rather than reckoned it. */
  boolean isRound() {
    return moneyIn.amount().isRound();
  }

  /** The pool of a customer with its branches. */
  Pool poolOf(int customer) {
    return pools.of(customer, moneyIn.currency(), problem.hasBranches(customer));
  }

  /** The pool of a customer alone, without its branches or its head office. */
  Pool ownPoolOf(int customer) {
    return pools.of(customer, moneyIn.currency(), false);
  }

  long sumOf(int[] items) {
    long sum = 0;
    for (int i : items) {
      sum += pools.left(i);
    }
    return sum;
  }

  /** Keeps a set that reaches the sum exactly. */
  void exact(int[] items, Shape shape, long alternatives) {
    add(items, partsOf(items), Gap.NONE, 0, shape, alternatives);
  }

  /** Items of whomever of which the very amount is left, in their order. */
  int[] itemsOfTheAmount() {
    if (equal == null) {
      equal =
          Arrays.stream(problem.byAmount(moneyIn)).filter(i -> pools.left(i) == amount).toArray();
    }
    return equal;
  }

  /** Keeps an item of the very amount, where it was not found otherwise. */
  void keepUnlessFound(int item) {
    Way way =
        new Way(
            new int[] {item},
            new long[] {amount},
            Gap.NONE,
            0,
            problem.customerOf(item),
            Shape.ONE);
    if (found.size() < MOST_WAYS) {
      found.putIfAbsent(way.key(), way);
    }
  }

  /** Keeps a set whose sum is the amount, or more than it by a difference that is allowed. */
  void nearly(int[] items, long sum, Shape shape) {
    nearly(items, sum, shape, true);
  }

  /**
   * The same.
   *
   * @param mayBeDiscounted false where no item of it grants a discount: to look is long
   */
  void nearly(int[] items, long sum, Shape shape, boolean mayBeDiscounted) {
    long under = sum - amount;
    if (under == 0) {
      exact(items, shape, 1);
    } else if (under > 0) {
      if (mayBeDiscounted) {
        discounted(items, sum, under, shape);
      }
      withheld(items, under, shape);
      charged(items, under, shape);
    }
  }

  private void charged(int[] items, long under, Shape shape) {
    if (under <= Math.min(cents.minor(), writeOff.minor())) {
      add(items, partsOf(items), Gap.CENTS, under, shape, 1);
    }
    if (mayBeCharge(under) && !reading.losesNothing()) {
      add(items, partsOf(items), Gap.CHARGE, under, shape, 1);
    }
  }

  /** Whether a bank may have kept so much on the way. */
  boolean mayBeCharge(long under) {
    return under <= chargeCap.minor() && under * 2 < amount;
  }

  private void withheld(int[] items, long under, Shape shape) {
    if (problem.rules().withheldBasisPoints().isEmpty()) {
      return;
    }
    if (Withheld.of(problem, items, under).filter(w -> w.isOfWhole(pools)).isPresent()) {
      add(items, partsOf(items), Gap.WITHHELD, under, shape, 1);
    }
  }

  /** The most that is looked for between what is owed and what came. */
  long mostMissing(long owed, long otherwise) {
    return Math.max(otherwise, Math.max(chargeCap.minor(), Withheld.most(problem, owed)));
  }

  private void discounted(int[] items, long sum, long under, Shape shape) {
    if (under > sum / 5 || !grantsAny(items)) {
      return;
    }
    Discounts discounts = Discounts.of(problem, items, pools, moneyIn.bookingDate());
    if (discounts.isOfAll(under)) {
      Gap gap = discounts.isLate(discounts.granting()) ? Gap.LATE_DISCOUNT : Gap.DISCOUNT;
      add(items, partsOf(items), gap, under, shape, 1);
    } else if (shape == Shape.NAMED) {
      discounts.some(under).ifPresent(some -> discountedOn(items, some, discounts, under));
    }
  }

  private boolean grantsAny(int[] items) {
    for (int i : items) {
      if (problem.lastDiscountDay(i) != MatchingProblem.NO_DISCOUNT) {
        return true;
      }
    }
    return false;
  }

  /** Keeps what is named with the discount taken on some of it alone. */
  private void discountedOn(int[] items, int[] some, Discounts discounts, long under) {
    Gap gap = discounts.isLate(some) ? Gap.LATE_DISCOUNT : Gap.DISCOUNT;
    if (found.size() < MOST_WAYS) {
      int customer = problem.customerOf(items[0]);
      Way way = new Way(items, partsOf(items), gap, under, customer, Shape.NAMED);
      keep(way.discountedOn(some), 1);
    }
  }

  /** Keeps a set of which the last item is paid in part. */
  void shortPaid(int[] items, long under, Shape shape) {
    long[] parts = partsOf(items);
    int last = parts.length - 1;
    parts[last] -= under;
    if (parts[last] > 0) {
      add(items, parts, Gap.SHORT, under, shape, 1);
    }
  }

  /** Keeps a set of which less is open than was paid. */
  void overpaid(int[] items, long over, Shape shape) {
    add(items, partsOf(items), Gap.OVER, over, shape, 1);
  }

  private long[] partsOf(int[] items) {
    long[] parts = new long[items.length];
    for (int k = 0; k < items.length; k++) {
      parts[k] = pools.left(items[k]);
    }
    return parts;
  }

  void add(int[] items, long[] parts, Gap gap, long gapMinor, Shape shape, long alternatives) {
    boolean settles = false;
    for (long part : parts) {
      settles |= part > 0;
    }
    if (settles && found.size() < MOST_WAYS) {
      keep(new Way(items, parts, gap, gapMinor, problem.customerOf(items[0]), shape), alternatives);
    }
  }

  void keep(Way way, long alternatives) {
    Way known = found.putIfAbsent(way.key(), way);
    Way kept = known == null ? way : known;
    kept.alsoFoundAs(way);
    kept.alternatives = Math.max(kept.alternatives, alternatives);
  }
}
