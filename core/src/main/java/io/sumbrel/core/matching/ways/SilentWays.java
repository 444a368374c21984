package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.ways.Pools.Pool;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import io.sumbrel.core.matching.weights.Feature;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.rules.SilentList;
import io.sumbrel.core.rules.SilentStep;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Places money of a known payer that names nothing as a list says which somebody set: the first
 * step that finds something is followed. Without a list likelihood alone decides.
 */
public final class SilentWays {
  /** How sure a placing by the list of the house is, in parts of a million: a convention. */
  private static final int BY_HOUSE = 300_000;

  /** The same by a list of the customer's own: agreed. */
  private static final int BY_OWN = 900_000;

  private final MatchingProblem problem;
  private final MoneyIn moneyIn;
  private final Pools pools;
  private final int payer;
  private final SilentList list;

  private SilentWays(
      MatchingProblem problem, MoneyIn moneyIn, Pools pools, int payer, SilentList list) {
    this.problem = problem;
    this.moneyIn = moneyIn;
    this.pools = pools;
    this.payer = payer;
    this.list = list;
  }

  /** Empty where no list holds: nothing to place, nobody known, or none set. */
  public static Optional<SilentWays> of(
      MatchingProblem problem, MoneyIn moneyIn, Reading reading, Pools pools) {
    if (!problem.hasSilentLists()) {
      return Optional.empty();
    }
    int payer = reading.silentPayer();
    return payer < 0
        ? Optional.empty()
        : problem
            .silentListOf(payer)
            .map(list -> new SilentWays(problem, moneyIn, pools, payer, list));
  }

  /** What the list comes to against what is left; empty when no step that is on finds anything. */
  public Optional<Way> way() {
    Optional<Way> way =
        list.on().stream()
            .flatMap(step -> found(step).stream())
            .findFirst()
            .map(w -> w.also(Shape.LISTED));
    int[] points = new int[Feature.Topic.values().length];
    points[Feature.Topic.SHAPE.ordinal()] =
        problem.hasOwnSilentList(payer) ? Feature.AGREED.weight() : 1;
    way.ifPresent(w -> w.weighed = Way.Weighed.of(0, points, 0));
    return way;
  }

  /** How likely a list is followed, in millionths. */
  public int perMillion() {
    return problem.hasOwnSilentList(payer) ? BY_OWN : BY_HOUSE;
  }

  /** Which step a way of the evidence belongs to; empty when it is of none. */
  public static Optional<SilentStep> stepOf(Way way) {
    boolean equal = way.gap == Gap.NONE || way.gap == Gap.DISCOUNT || way.gap == Gap.LATE_DISCOUNT;
    if (way.has(Shape.EARLIEST)) {
      return Optional.of(SilentStep.EARLIEST_DUE);
    }
    if (way.has(Shape.LISTED) && way.isKept()) {
      return Optional.of(SilentStep.ON_ACCOUNT);
    }
    boolean whole = way.has(Shape.WHOLE) || way.has(Shape.OVERDUE) || way.has(Shape.MONTH);
    return !equal || way.isKept() || way.has(Shape.TIE)
        ? Optional.empty()
        : way.items.length == 1
            ? Optional.of(SilentStep.ONE_ITEM)
            : whole ? Optional.of(SilentStep.WHOLE_SET) : Optional.empty();
  }

  private Optional<Way> found(SilentStep step) {
    Pool pool = pools.of(payer, moneyIn.currency(), problem.hasBranches(payer));
    return switch (step) {
      case ONE_ITEM -> one(pool);
      case WHOLE_SET -> whole(pool);
      case EARLIEST_DUE -> earliest(pool);
      case ON_ACCOUNT -> Optional.of(way(new int[0], new long[0], 0, Shape.LISTED));
    };
  }

  private Optional<Way> one(Pool pool) {
    return Arrays.stream(pool.invoices)
        .filter(i -> pools.left(i) == moneyIn.amountMinor())
        .mapToObj(i -> whole(new int[] {i}, Shape.ONE))
        .findFirst();
  }

  /** All that is owed, all that is due, or a month: the first that comes to the amount. */
  private Optional<Way> whole(Pool pool) {
    long now = moneyIn.bookingDate().toEpochDay();
    int[] due = Arrays.stream(pool.invoices).filter(i -> problem.dueDay(i) <= now).toArray();
    List<Way> sets = new ArrayList<>();
    sets.add(whole(pool.invoices, Shape.WHOLE));
    sets.add(whole(pool.all(), Shape.WHOLE));
    sets.add(whole(due, Shape.OVERDUE));
    pool.months().forEach(month -> sets.add(whole(month, Shape.MONTH)));
    return sets.stream()
        .filter(w -> w.items.length > 1 && Arrays.stream(w.parts).sum() == moneyIn.amountMinor())
        .findFirst();
  }

  /** What is more than all that is owed stays on account, where that is a step that is on. */
  private Optional<Way> earliest(Pool pool) {
    long over = Math.max(0, moneyIn.amountMinor() - pool.sum);
    if (pool.invoices.length == 0 || over > 0 && !list.on().contains(SilentStep.ON_ACCOUNT)) {
      return Optional.empty();
    }
    long[] parts = pool.runDown(moneyIn.amountMinor());
    int[] items = Arrays.copyOf(pool.invoices, parts.length);
    return Optional.of(way(items, parts, over, Shape.EARLIEST));
  }

  private Way whole(int[] items, Shape shape) {
    return way(items, Arrays.stream(items).mapToLong(pools::left).toArray(), 0, shape);
  }

  private Way way(int[] items, long[] parts, long over, Shape shape) {
    int customer = items.length == 0 ? payer : problem.customerOf(items[0]);
    return new Way(items, parts, over > 0 ? Gap.OVER : Gap.NONE, over, customer, shape);
  }
}
