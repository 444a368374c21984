package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.problem.Habit;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.PayerClue;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.reading.Reading.Hit;
import io.sumbrel.core.matching.reading.Reading.How;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.matching.ways.Pools.Pool;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import io.sumbrel.core.matching.weights.Feature;
import io.sumbrel.core.matching.weights.Weights;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/** Counts the features of the ways of one sum, in thousandths. */
public final class WayFeatures {
  private static final Shape[] SHAPES = {
    Shape.WHOLE, Shape.OVERDUE, Shape.DUE_BY, Shape.MONTH, Shape.RUN
  };
  private static final Feature[] SHAPE_FEATURES = {
    Feature.WHOLE, Feature.OVERDUE, Feature.DUE_BY, Feature.MONTH, Feature.RUN
  };
  private static final int[] DOUBLINGS =
      IntStream.range(0, 1024).map(of -> doublings((double) of)).toArray();

  /** Any item is some of these away from any sum. */
  static final Set<Gap> GAPS_OF_CHANCE = Set.of(Gap.CENTS, Gap.CHARGE, Gap.SHORT, Gap.OVER);

  private static final int EVEN = 1_000;
  private static final int MOST_SHARE = 350;
  private static final int SOON = 20;
  private static final int KEPT_BEFORE = 2;
  private static final int STRANGER = Integer.MIN_VALUE;

  private final WaySearch search;
  private final MatchingProblem problem;
  private final Reading reading;
  private final Map<Integer, Hit> edited = new HashMap<>();
  private final Map<Integer, Payer> payers = new HashMap<>();
  private int ownerOfPool = -1;
  private Pool pool;
  private final int equalAmounts;
  private final boolean chargeSpokenOf;
  private final Doubts doubts;

  /** What a way's numbers say, counted once. */
  private record Numbers(int named, int mistyped, int unnamed, int leftOut, int ofOthers) {}

  /**
   * What is known of a payer, counted once.
   *
   * @param unknown whether nothing is
   * @param habit empty where it says nothing of this sum
   * @param onItsDay whether it pays at this time of the month
   */
  private record Payer(int[] features, boolean unknown, Optional<Habit> habit, boolean onItsDay) {}

  public WayFeatures(WaySearch search) {
    this.search = search;
    this.problem = search.problem;
    this.reading = search.reading;
    reading.edited().forEach(h -> edited.putIfAbsent(h.item(), h));
    this.doubts = new Doubts(search, edited);
    this.equalAmounts = search.itemsOfTheAmount().length;
    String text = search.moneyIn.text().toUpperCase(Locale.ROOT);
    this.chargeSpokenOf = text.contains("CHG") || text.contains("CHARGE");
  }

  /** What each feature says of a way, in thousandths, in the order of {@code Feature}. */
  public int[] of(Way way) {
    int[] x = new int[Feature.COUNT];
    if (!way.has(Shape.TIE)) {
      payer(way, x);
    }
    set(x, Feature.BASE, 1000);
    if (way.has(Shape.TIE)) {
      tie(way, x);
      return x;
    }
    flag(x, Feature.RECORDED, search.isRecorded());
    flag(x, Feature.OFF_LIST, search.isOffList(way));
    flag(x, Feature.AGREED, way.has(Shape.LISTED) && problem.hasOwnSilentList(way.customer));
    if (way.has(Shape.SECOND_PAYMENT) || way.has(Shape.PREPAID)) {
      flag(x, Feature.SECOND_PAYMENT, way.has(Shape.SECOND_PAYMENT));
      flag(x, Feature.PREPAID, way.has(Shape.PREPAID));
      return x;
    }
    boolean stated = way.has(Shape.STATED);
    flag(x, Feature.SPLIT_STATED, stated);
    flag(x, Feature.SPLIT_UNREAD, stated && way.gap == Gap.OVER && isSplitUnread(way));
    if (!stated) {
      gap(way, x);
      habit(way, x);
    }
    Numbers numbers = numbers(way);
    numbers(way, numbers, x);
    flag(x, Feature.SPEAKS_OF_ELSE, reading.speaksOfElse() && numbers.named == 0);
    if (numbers.unnamed > 0 && !stated) {
      shape(way, numbers.unnamed, x);
      if (numbers.unnamed == way.items.length && GAPS_OF_CHANCE.contains(way.gap)) {
        flag(x, Feature.GAP_UNNAMED, way.gap == Gap.SHORT || way.gap == Gap.OVER);
        set(x, Feature.GAP_IN_POOL, doublings(poolOf(ownerOf(way)).invoices.length));
      }
    }
    return x;
  }

  private boolean isSplitUnread(Way way) {
    return way.items.length < search.moneyIn.details().size();
  }

  private void tie(Way way, int[] x) {
    flag(x, Feature.TIE, true);
    flag(
        x,
        Feature.TIE_NAMED,
        Arrays.stream(way.items).allMatch(r -> problem.recorded(r).isNamedIn(search.moneyIn)));
    flag(x, Feature.TIE_SET, way.items.length > 1);
    set(x, Feature.OTHER_SETS, doublings(way.alternatives));
    gap(way, x);
  }

  /** Counts a way's features and weighs them. */
  public void weigh(Way way, Weights weights) {
    int[] x = of(way);
    int told = 0;
    for (int t = 0; t < Feature.TOLD.size(); t++) {
      told |= x[Feature.TOLD.get(t).ordinal()] > 0 ? 1 << t : 0;
    }
    int[] byTopic = weights.byTopic(x);
    boolean equal = x[Feature.EQUAL_AMOUNTS.ordinal()] > 0;
    int sum = 0;
    for (int points : byTopic) {
      sum += points;
    }
    way.points = sum;
    way.doubt = doubts.of(way, x);
    way.weighed = Way.Weighed.of(told, byTopic, equal ? equalAmounts : 0);
  }

  private static void set(int[] x, Feature feature, int value) {
    x[feature.ordinal()] = value;
  }

  private static void flag(int[] x, Feature feature, boolean holds) {
    x[feature.ordinal()] = holds ? 1000 : 0;
  }

  /** Doublings in thousandths: of 1 none, of 2 one. */
  private static int doublings(long of) {
    return of < DOUBLINGS.length ? DOUBLINGS[(int) Math.max(0, of)] : doublings((double) of);
  }

  private static int doublings(double of) {
    return of <= 1 ? 0 : (int) (1000 * StrictMath.log(of) / StrictMath.log(2));
  }

  private void gap(Way way, int[] x) {
    long gap = way.gapMinor;
    boolean even = gap % 50 == 0;
    switch (way.gap) {
      case NONE -> {}
      case CENTS -> flag(x, Feature.CENTS, true);
      case CHARGE -> {
        flag(x, Feature.CHARGE, true);
        flag(x, Feature.CHARGE_EVEN, even);
        flag(x, Feature.CHARGE_SPOKEN_OF, chargeSpokenOf);
        set(x, Feature.CHARGE_SMALL, doublings((double) search.amount / gap));
        set(x, Feature.CHARGE_UNDER_CAP, doublings((double) search.chargeCap.minor() / gap));
      }
      case DISCOUNT -> flag(x, Feature.DISCOUNT, true);
      case LATE_DISCOUNT -> flag(x, Feature.LATE_DISCOUNT, true);
      case WITHHELD -> flag(x, Feature.WITHHELD, true);
      case SHORT -> {
        flag(x, Feature.SHORT, true);
        flag(x, Feature.SHORT_EVEN, isEven(gap));
        set(x, Feature.SHORT_SHARE, share(gap, search.amount + gap));
        set(x, Feature.SHORT_SMALL, doublings((double) (search.amount + gap) / gap));
      }
      case OVER -> {
        flag(x, Feature.OVER, true);
        flag(x, Feature.OVER_EVEN, isEven(gap));
        set(x, Feature.OVER_SHARE, share(gap, search.amount));
        set(x, Feature.OVER_SMALL, doublings((double) search.amount / gap));
      }
    }
    flag(x, Feature.CREDIT_NETTED, way.usesCredits());
  }

  /** Whether a difference is so round that somebody may have chosen it. */
  static boolean isEven(long gap) {
    return gap % EVEN == 0;
  }

  /** In thousandths, as far as it says anything: of two parts like these neither is small. */
  private static int share(long part, long of) {
    return (int) Math.min(MOST_SHARE, part * 1000 / of);
  }

  private void habit(Way way, int[] x) {
    Payer payer = payerOf(way.customer);
    if (payer.habit.isEmpty()) {
      return;
    }
    Habit habit = payer.habit.get();
    boolean discount = way.gap == Gap.DISCOUNT || way.gap == Gap.LATE_DISCOUNT;
    flag(x, Feature.DISCOUNT_AS_EVER, discount && habit.takesDiscounts());
    boolean kept = way.gap == Gap.CHARGE && habit.timesKept(way.gapMinor) >= KEPT_BEFORE;
    flag(x, Feature.CHARGE_AS_EVER, kept);
    flag(x, Feature.MONTH_AS_EVER, way.has(Shape.MONTH) && habit.paysMonths());
    flag(x, Feature.EARLIEST_AS_EVER, way.has(Shape.EARLIEST) && habit.paysEarliestFirst());
    flag(x, Feature.DAY_AS_EVER, payer.onItsDay);
  }

  private Numbers numbers(Way way) {
    if (reading.open().isEmpty() && edited.isEmpty() && !way.has(Shape.STATED_WITH_SLIP)) {
      return new Numbers(0, 0, way.items.length, 0, 0);
    }
    int named = 0;
    int mistyped = 0;
    Set<Integer> tokens = new HashSet<>();
    for (int i : way.items) {
      Hit hit = reading.open().get(i);
      if (hit != null) {
        named++;
        tokens.add(hit.token());
      } else if (way.has(Shape.STATED_WITH_SLIP)
          || edited.containsKey(i) && tokens.add(edited.get(i).token())) {
        mistyped++;
      }
    }
    int leftOut = 0;
    int ofOthers = 0;
    for (Hit hit : reading.open().values()) {
      boolean shared = hit.how() == How.ORDER && tokens.contains(hit.token());
      if (!shared && !way.holds(hit.item()) && search.pools.left(hit.item()) != 0) {
        boolean family = problem.isFamily(problem.customerOf(hit.item()), way.customer);
        leftOut += family ? 1 : 0;
        ofOthers += family ? 0 : 1;
      }
    }
    return new Numbers(named, mistyped, way.items.length - named - mistyped, leftOut, ofOthers);
  }

  private void numbers(Way way, Numbers n, int[] x) {
    flag(x, Feature.ALL_NAMED, n.unnamed == 0);
    set(x, Feature.NAMED_SHARE, (n.named + n.mistyped) * 1000 / way.items.length);
    flag(x, Feature.MISTYPED, n.mistyped > 0);
    flag(x, Feature.MISTYPED_AND_EXACT, n.mistyped > 0 && n.unnamed == 0 && way.gap == Gap.NONE);
    set(x, Feature.LEFT_OUT, doublings(1 + n.leftOut));
    set(x, Feature.LEFT_OUT_OF_OTHERS, doublings(1 + n.ofOthers));
    boolean stated = false;
    boolean ordered = false;
    for (int i : way.items) {
      Hit hit = reading.open().get(i);
      stated |= hit != null && hit.how() == How.STATED;
      ordered |= hit != null && hit.how() == How.ORDER;
    }
    flag(x, Feature.STATED, stated);
    flag(x, Feature.ORDER_NAMED, ordered);
    boolean anyNamed = n.named + n.mistyped + n.leftOut > 0;
    flag(x, Feature.UNNAMED_BESIDE_NAMED, n.unnamed > 0 && anyNamed);
    flag(x, Feature.CUT_TEXT, n.unnamed > 0 && anyNamed && reading.isCut());
    flag(x, Feature.UNNAMED_BESIDE_FOREIGN, n.unnamed == way.items.length && reading.foreign() > 0);
    flag(
        x,
        Feature.UNNAMED_BESIDE_SETTLED,
        n.unnamed == way.items.length && !reading.settled().isEmpty());
    flag(x, Feature.OTHER_ORDER, reading.unbilledOrder().isPresent());
  }

  /** What is known of the payer; it is the same for every way of a customer, but for branches. */
  private void payer(Way way, int[] x) {
    System.arraycopy(payerOf(way.customer).features, 0, x, 0, x.length);
    int branch = Feature.BRANCH_IN_SET.ordinal();
    x[branch] = hasBranch(way) ? x[branch] : 0;
  }

  private static int times(Optional<PayerClue.Before> before) {
    return before.filter(PayerClue.Before::isSteady).map(b -> doublings(1 + b.times())).orElse(0);
  }

  private Payer payerOf(int customer) {
    // of all for whom nothing speaks the same is known
    int known = reading.looksAt(customer) ? customer : STRANGER;
    return payers.computeIfAbsent(known, c -> payer(customer));
  }

  private boolean hasBranch(Way way) {
    for (int i : way.items) {
      if (problem.customerOf(i) != way.customer) {
        return true;
      }
    }
    return false;
  }

  private Payer payer(int customer) {
    int[] x = new int[Feature.COUNT];
    Optional<PayerClue> own = reading.clueFor(customer);
    Optional<PayerClue> clue = own.or(() -> reading.clueForFamilyOf(customer));
    boolean payerOwes = clue.filter(c -> owes(c.customer())).isPresent();
    flag(x, Feature.FAMILY_ONLY, own.isEmpty() && payerOwes);
    clue.ifPresent(
        c -> {
          flag(x, Feature.NAME_SAME, c.likeness() >= NameLikeness.ALIKE);
          flag(x, Feature.NAME_NEAR, c.likeness() > 0 && c.likeness() < NameLikeness.ALIKE);
          if (c.likeness() < NameLikeness.ALIKE) {
            set(x, Feature.ACCOUNT_LEARNED, times(c.account()));
            set(x, Feature.PAYER_LEARNED, times(c.name()));
          }
          flag(x, Feature.ACCOUNT_MIXED, c.account().filter(b -> !b.isSteady()).isPresent());
          flag(x, Feature.PAYER_MIXED, c.name().filter(b -> !b.isSteady()).isPresent());
          flag(x, Feature.CUSTOMER_NUMBER, c.named());
        });
    List<PayerClue> others =
        reading.payers().stream().filter(p -> !problem.isFamily(p.customer(), customer)).toList();
    boolean nameFits = clue.filter(c -> c.likeness() > 0 || c.name().isPresent()).isPresent();
    boolean nameOther = others.stream().anyMatch(p -> p.likeness() > 0 || p.name().isPresent());
    flag(x, Feature.NAME_OF_ANOTHER, !nameFits && nameOther);
    flag(
        x, Feature.NAME_UNKNOWN, !nameFits && !nameOther && search.moneyIn.payerName().isPresent());
    flag(
        x,
        Feature.ACCOUNT_OF_ANOTHER,
        clue.flatMap(PayerClue::account).isEmpty()
            && others.stream().anyMatch(p -> p.account().isPresent()));
    flag(
        x,
        Feature.NUMBER_OF_ANOTHER,
        clue.filter(PayerClue::named).isEmpty() && others.stream().anyMatch(PayerClue::named));
    flag(x, Feature.BRANCH_IN_SET, payerOwes || clue.isEmpty());
    Habit habit = problem.habitOf(customer);
    boolean says = habit.payments() > 0 && reading.looksAt(customer);
    int day = search.moneyIn.bookingDate().getDayOfMonth();
    return new Payer(
        x, clue.isEmpty(), Optional.of(habit).filter(h -> says), says && habit.paysAbout(day));
  }

  /** Whether a customer has open items of its own: a head office without pays for its branches. */
  private boolean owes(int customer) {
    return search.pools.owes(customer, search.currency());
  }

  private void shape(Way way, int unnamed, int[] x) {
    for (int k = 0; k < SHAPES.length && way.items.length > 1; k++) {
      flag(x, SHAPE_FEATURES[k], way.has(SHAPES[k]));
    }
    flag(x, Feature.EARLIEST, way.has(Shape.EARLIEST));
    flag(x, Feature.ACROSS, way.has(Shape.ACROSS));
    set(x, Feature.UNNAMED_ITEMS, doublings(unnamed));
    // Of items that are round themselves a round sum says nothing.
    boolean ofRound = !way.has(Shape.EARLIEST) && way.isOfRoundParts(search.moneyIn.currency());
    // A sum that is not round is as unlikely to run down as a round one is to be anything else.
    boolean unlike = way.has(Shape.EARLIEST) || search.isRound();
    flag(x, Feature.ROUND_UNNAMED, unlike && !ofRound);
    boolean exact = way.gap == Gap.NONE && !way.has(Shape.EARLIEST);
    set(x, Feature.OTHER_SETS, exact ? doublings(way.alternatives) : 0);
    boolean amongEqual = standsAmongEqual(way);
    set(x, Feature.EQUAL_AMOUNTS, amongEqual ? doublings(equalAmounts) : 0);
    if (!way.has(Shape.ACROSS) && !amongEqual) {
      inPool(way, unnamed, x);
    }
  }

  /**
   * Whether nothing speaks for it but its amount: then it weighs the less the more items there are
   * of that.
   */
  public boolean standsAmongEqual(Way way) {
    return way.isOneExactly()
        && !way.has(Shape.EARLIEST)
        && !way.has(Shape.STATED)
        && !reading.open().containsKey(way.items[0])
        && !edited.containsKey(way.items[0])
        && payerOf(way.customer).unknown;
  }

  private void inPool(Way way, int unnamed, int[] x) {
    Pool pool = poolOf(ownerOf(way));
    if (unnamed > 1) {
      set(x, Feature.LARGE_POOL, doublings(pool.invoices.length));
    }
    long now = search.moneyIn.bookingDate().toEpochDay();
    int last = -1;
    int notDue = 0;
    int twins = 0;
    for (int i : way.items) {
      int place = pool.placeOf(i);
      last = Math.max(last, place);
      if (place >= 0 && !reading.open().containsKey(i) && !edited.containsKey(i)) {
        notDue += problem.dueDay(i) > now + SOON ? 1 : 0;
        twins += hasEarlierTwin(pool, place, way) ? 1 : 0;
      }
    }
    set(x, Feature.LATER_TWIN, Math.min(3, twins) * 1000);
    set(x, Feature.NOT_DUE, notDue * 1000 / way.items.length);
    set(
        x,
        Feature.OLDER_LEFT,
        last <= 0 ? 0 : Math.max(0, last + 1 - way.items.length) * 1000 / pool.invoices.length);
  }

  /** Most ways of a sum lie in one pool. */
  private Pool poolOf(int owner) {
    if (owner != ownerOfPool) {
      pool = search.poolOf(owner);
      ownerOfPool = owner;
    }
    return pool;
  }

  /** A branch's items lie in the pool of whoever was searched: its own, or its head office's. */
  private int ownerOf(Way way) {
    return hasBranch(way) ? problem.headOf(way.customer) : way.customer;
  }

  private static boolean hasEarlierTwin(Pool pool, int place, Way way) {
    for (int k = pool.equalBefore(place); k >= 0; k = pool.equalBefore(k)) {
      if (!way.holds(pool.invoices[k])) {
        return true;
      }
    }
    return false;
  }
}
