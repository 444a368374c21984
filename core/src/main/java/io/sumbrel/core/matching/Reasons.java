package io.sumbrel.core.matching;

import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.evidence.Evidence.Among;
import io.sumbrel.core.evidence.Evidence.Custom;
import io.sumbrel.core.evidence.Evidence.NumberReading;
import io.sumbrel.core.evidence.Evidence.Side;
import io.sumbrel.core.evidence.SetKind;
import io.sumbrel.core.matching.problem.Habit;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.PayerClue;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.reading.Reading.Hit;
import io.sumbrel.core.matching.reading.Reading.How;
import io.sumbrel.core.matching.ways.SilentWays;
import io.sumbrel.core.matching.ways.Way;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import io.sumbrel.core.matching.ways.Withheld;
import io.sumbrel.core.matching.weights.Feature;
import io.sumbrel.core.matching.weights.Feature.Topic;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Says in words why a way was proposed: the facts behind its features, with the points that their
 * topic brought, strongest first.
 */
final class Reasons {
  /** What a set is said to be: the first of these that it is. */
  private static final List<Map.Entry<Shape, SetKind>> SET_KINDS =
      List.of(
          Map.entry(Shape.WHOLE, SetKind.ALL_OWED),
          Map.entry(Shape.OVERDUE, SetKind.ALL_DUE),
          Map.entry(Shape.DUE_BY, SetKind.EARLIEST_DUE),
          Map.entry(Shape.MONTH, SetKind.MONTH),
          Map.entry(Shape.RUN, SetKind.NEIGHBOURS));

  private final MatchingProblem problem;
  private final Reading reading;
  private final Way way;
  private final MoneyIn moneyIn;
  private final List<Proposal.Reason> reasons = new ArrayList<>();

  private Reasons(MatchingProblem problem, Reading reading, MoneyIn moneyIn, Way way) {
    this.problem = problem;
    this.reading = reading;
    this.moneyIn = moneyIn;
    this.way = way;
    if (way.has(Shape.TIE)) {
      tie();
    } else {
      numbers();
      payer();
      split();
      habit();
      difference();
      shape();
      ambiguity();
    }
    reasons.sort(Comparator.comparingInt(e -> -Math.abs(e.points())));
    way.doubt.ifPresent(d -> beforeAllAgainst(new Evidence.NotSure(d.words())));
  }

  /** Of what speaks against a way the first is what keeps it from being sure. */
  private void beforeAllAgainst(Evidence fact) {
    int at = 0;
    while (at < reasons.size() && reasons.get(at).fact().side() == Evidence.Side.FOR) {
      at++;
    }
    int points = at < reasons.size() ? reasons.get(at).points() : -1;
    reasons.add(at, new Proposal.Reason(fact, points));
  }

  static List<Proposal.Reason> of(
      MatchingProblem problem, Reading reading, MoneyIn moneyIn, Way way) {
    return List.copyOf(new Reasons(problem, reading, moneyIn, way).reasons);
  }

  private void add(int points, Evidence fact) {
    reasons.add(new Proposal.Reason(fact, points));
  }

  private int points(Topic topic) {
    return way.weighed.points(topic);
  }

  private boolean has(Feature feature) {
    return way.weighed.has(feature);
  }

  private void tie() {
    List<Recorded> records = Arrays.stream(way.items).mapToObj(problem::recorded).toList();
    int points = points(Topic.AMOUNT) + points(Topic.SHAPE);
    for (Recorded record : records) {
      add(points, new Evidence.RecordedAlready(record.words(), record.date()));
      if (record.isNamedIn(moneyIn)) {
        add(
            Math.max(1, points(Topic.NUMBERS)),
            new Evidence.RecordNamed(record.words(), record.spanIn(moneyIn)));
      }
    }
    if (way.gap == Gap.CHARGE) {
      charge();
    }
    if (way.alternatives > 1) {
      Among what = records.size() == 1 ? Among.RECORDED : Among.RECORDED_SETS;
      add(points(Topic.AMBIGUITY), new Evidence.OtherWays(way.alternatives, what));
    }
  }

  private void numbers() {
    int points = points(Topic.NUMBERS);
    Map<Integer, Hit> slipped = new TreeMap<>();
    reading.edited().forEach(h -> slipped.putIfAbsent(h.item(), h));
    List<Hit> hits = new ArrayList<>();
    for (int i : way.items) {
      Hit hit = reading.open().getOrDefault(i, slipped.get(i));
      if (hit != null) {
        hits.add(hit);
      }
    }
    hits.forEach(h -> add(points / hits.size(), named(h)));
    long leftOut =
        reading.open().values().stream()
            .filter(h -> !hits.contains(h) && problem.customerOf(h.item()) >= 0)
            .count();
    if (leftOut > 0 && !way.isKept()) {
      add(hits.isEmpty() ? points : -1, new Evidence.LeavesOut((int) leftOut));
    }
    for (Hit hit : hits.isEmpty() ? reading.settled().values() : List.<Hit>of()) {
      String number = problem.item(hit.item()).number();
      add(points, new Evidence.SettledAlready(number, hit.span()));
    }
    reading
        .unbilledOrder()
        .ifPresent(
            s ->
                add(
                    way.has(Shape.PREPAID) ? points(Topic.SHAPE) : points,
                    new Evidence.OrderNotBilled(
                        moneyIn.text().substring(s.start(), s.end()),
                        way.has(Shape.PREPAID) ? Side.FOR : Side.AGAINST,
                        Optional.of(s))));
    boolean silent = reading.open().isEmpty() && reading.settled().isEmpty() && hits.isEmpty();
    if (silent && reading.unbilledOrder().isEmpty() && !reading.namesUnknown()) {
      add(Math.min(points, -1), new Evidence.NoNumber());
    }
  }

  private Evidence named(Hit hit) {
    String number = problem.item(hit.item()).number();
    if (hit.how() == How.ORDER) {
      return new Evidence.OrderNamed(hit.written(), number, hit.span());
    }
    NumberReading how =
        switch (hit.how()) {
          case STATED -> NumberReading.STATED;
          case LETTER_O -> NumberReading.LETTER_O;
          case TAIL, SHORT -> NumberReading.TAIL;
          case IN_RANGE -> NumberReading.RANGE;
          case JOINED -> NumberReading.JOINED;
          case EDITED -> NumberReading.MISTYPED;
          case NUMBER, ORDER -> NumberReading.WHOLE;
        };
    return new Evidence.ItemNamed(hit.written(), number, how, hit.span());
  }

  private void payer() {
    int points = points(Topic.PAYER);
    Optional<PayerClue> clue = reading.clueForFamilyOf(way.customer);
    clue.ifPresent(c -> clues(c, points));
    boolean another =
        has(Feature.NAME_OF_ANOTHER)
            || has(Feature.ACCOUNT_OF_ANOTHER)
            || has(Feature.NUMBER_OF_ANOTHER);
    if (another) {
      reading.payers().stream()
          .filter(p -> !problem.isFamily(p.customer(), way.customer))
          .findFirst()
          .ifPresent(
              p ->
                  add(
                      clue.isPresent() ? -1 : points,
                      new Evidence.AnotherPayer(problem.customer(p.customer()).name())));
    } else if (clue.isEmpty()) {
      add(points, new Evidence.UnknownPayer(moneyIn.payerName().isPresent()));
    }
  }

  private void clues(PayerClue clue, int points) {
    String customer = problem.customer(clue.customer()).name();
    clue.account()
        .ifPresent(
            b ->
                add(
                    points,
                    new Evidence.PaidBefore(
                        customer, true, b.times(), b.others(), b.last(), Optional.empty())));
    clue.name()
        .filter(b -> b.times() > b.others())
        .ifPresent(
            b ->
                add(
                    points,
                    new Evidence.PaidBefore(
                        customer, false, b.times(), b.others(), b.last(), clue.nameAt())));
    if (clue.likeness() > 0) {
      boolean same = clue.likeness() == 1000;
      add(points, new Evidence.PayerReads(customer, same, clue.nameAt()));
    }
    if (clue.named()) {
      add(points, new Evidence.CustomerNumber(customer, clue.numberAt()));
    }
  }

  private Money money(long minor) {
    return Money.ofMinor(moneyIn.currency(), minor);
  }

  /** How the details of the payer stand to the sum and to this way. */
  private void split() {
    List<RemittanceDetail> details = moneyIn.details();
    if (details.isEmpty()) {
      return;
    }
    int points = points(Topic.NUMBERS);
    long said = details.stream().mapToLong(RemittanceDetail::paidMinor).sum();
    long unsaid = moneyIn.amountMinor() - said;
    if (way.has(Shape.STATED)) {
      Optional<Money> left = unsaid == 0 ? Optional.empty() : Optional.of(money(Math.abs(unsaid)));
      add(points, new Evidence.SplitStated(details.size(), left));
    } else {
      Optional<Money> over = unsaid < 0 ? Optional.of(money(-unsaid)) : Optional.empty();
      add(-Math.abs(points), new Evidence.SplitDiffers(over));
    }
  }

  private void habit() {
    Habit habit = problem.habitOf(way.customer);
    usual(Feature.DISCOUNT_AS_EVER, Custom.DISCOUNT, habit.discounted(), habit.payments());
    usual(Feature.MONTH_AS_EVER, Custom.MONTH, habit.months(), habit.known());
    usual(Feature.EARLIEST_AS_EVER, Custom.EARLIEST, habit.inPart(), habit.known());
    int day = moneyIn.bookingDate().getDayOfMonth();
    usual(Feature.DAY_AS_EVER, Custom.DAY, habit.timesAbout(day), habit.payments());
    usual(Feature.CHARGE_AS_EVER, Custom.CHARGE, habit.timesKept(way.gapMinor), habit.known());
  }

  private void usual(Feature feature, Custom did, int times, int of) {
    if (has(feature)) {
      add(feature.weight(), new Evidence.AsEver(did, times, of));
    }
  }

  private void difference() {
    int points = points(Topic.DIFFERENCE);
    Money gap = money(way.gapMinor);
    switch (way.gap) {
      case NONE -> {
        if (!way.isKept() && !way.has(Shape.EARLIEST)) {
          add(Math.max(1, -points(Topic.AMOUNT)), new Evidence.AmountMeets());
        }
      }
      case CENTS -> add(points, new Evidence.LetOff(gap));
      case CHARGE -> charge();
      case DISCOUNT -> add(points, new Evidence.DiscountInTime(gap));
      case LATE_DISCOUNT -> add(points, new Evidence.DiscountLate(gap));
      case WITHHELD -> {
        Withheld tax = Withheld.of(problem, way.items, way.gapMinor).orElseThrow();
        add(
            Math.max(1, points),
            new Evidence.TaxWithheld(gap, tax.basisPoints(), tax.isOfStatedNet()));
      }
      case SHORT -> {
        int last = way.items[way.items.length - 1];
        add(points, new Evidence.StaysOpen(gap, problem.item(last).number()));
      }
      case OVER -> {
        if (!way.has(Shape.STATED)) {
          add(points, new Evidence.MoreThanOpen(gap));
        }
      }
    }
  }

  private void charge() {
    if (has(Feature.CHARGE_SPOKEN_OF)) {
      add(1, new Evidence.ChargesSpokenOf());
    }
    Money cap = problem.limits().chargeCap(moneyIn.currency());
    add(points(Topic.DIFFERENCE), new Evidence.ChargeKept(money(way.gapMinor), cap));
    if (way.chargeLeftOpen(problem).isPresent()) {
      add(1, new Evidence.ChargeIsTheirs());
    }
  }

  private void shape() {
    int points = points(Topic.SHAPE);
    if (way.has(Shape.LISTED)) {
      boolean own = problem.hasOwnSilentList(way.customer);
      add(Math.max(1, points), new Evidence.ByList(SilentWays.stepOf(way), own));
    } else if (way.has(Shape.EARLIEST)) {
      boolean round = moneyIn.amount().isRound();
      add(
          points,
          new Evidence.SetShape(round ? SetKind.ROUND_WITHOUT_NUMBER : SetKind.WITHOUT_NUMBER));
    } else if (way.items.length > 1 && points != 0) {
      setKind().ifPresent(kind -> add(Math.max(1, points), new Evidence.SetShape(kind)));
    }
    if (way.has(Shape.ACROSS)) {
      add(points, new Evidence.SetShape(SetKind.WITHOUT_PAYER));
    }
  }

  private Optional<SetKind> setKind() {
    for (Map.Entry<Shape, SetKind> kind : SET_KINDS) {
      if (way.has(kind.getKey())) {
        return Optional.of(kind.getValue());
      }
    }
    return Optional.empty();
  }

  private void ambiguity() {
    int points = points(Topic.AMBIGUITY);
    if (has(Feature.RECORDED)) {
      add(points, new Evidence.CountsTwice());
    }
    if (way.alternatives > 1 && way.gap == Gap.NONE) {
      Among across = way.items.length == 2 ? Among.PAIRS : Among.SETS;
      Among what = way.has(Shape.ACROSS) ? across : Among.SETS_OF_CUSTOMER;
      add(points, new Evidence.OtherWays(way.alternatives, what));
    } else if (way.weighed.equalAmounts() > 0) {
      long equal = way.weighed.equalAmounts();
      add(points, new Evidence.OtherWays(equal, Among.ITEMS));
    }
  }
}
