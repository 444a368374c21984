package io.sumbrel.core.matching;

import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.evidence.Evidence.NumberReading;
import io.sumbrel.core.evidence.Evidence.Side;
import io.sumbrel.core.matching.Feature.Topic;
import io.sumbrel.core.matching.Reading.Hit;
import io.sumbrel.core.matching.Reading.How;
import io.sumbrel.core.matching.Way.Gap;
import io.sumbrel.core.matching.Way.Shape;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.core.rules.SilentStep;
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
  private final MatchingProblem problem;
  private final Reading reading;
  private final Way way;
  private final MoneyIn moneyIn;
  private final List<Evidence> reasons = new ArrayList<>();

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
  }

  static List<Evidence> of(MatchingProblem problem, Reading reading, MoneyIn moneyIn, Way way) {
    return List.copyOf(new Reasons(problem, reading, moneyIn, way).reasons);
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
      reasons.add(new Evidence.RecordedAlready(record.words(), record.date(), points));
      if (record.isNamedIn(moneyIn)) {
        reasons.add(
            new Evidence.RecordNamed(
                record.words(), record.spanIn(moneyIn), Math.max(1, points(Topic.NUMBERS))));
      }
    }
    if (way.gap == Gap.CHARGE) {
      charge();
    }
    if (way.alternatives > 1) {
      String what = records.size() == 1 ? "recorded sums" : "sets of recorded sums";
      reasons.add(new Evidence.OtherWays(way.alternatives, what, points(Topic.AMBIGUITY)));
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
    hits.forEach(h -> reasons.add(named(h, points / hits.size())));
    long leftOut =
        reading.open().values().stream()
            .filter(h -> !hits.contains(h) && problem.customerOf(h.item()) >= 0)
            .count();
    if (leftOut > 0 && !way.isKept()) {
      reasons.add(new Evidence.LeavesOut((int) leftOut, hits.isEmpty() ? points : -1));
    }
    for (Hit hit : hits.isEmpty() ? reading.settled().values() : List.<Hit>of()) {
      String number = problem.item(hit.item()).number();
      reasons.add(new Evidence.SettledAlready(number, hit.span(), points));
    }
    reading
        .unbilledOrder()
        .ifPresent(
            s ->
                reasons.add(
                    new Evidence.OrderNotBilled(
                        moneyIn.text().substring(s.start(), s.end()),
                        way.has(Shape.PREPAID) ? Side.FOR : Side.AGAINST,
                        Optional.of(s),
                        way.has(Shape.PREPAID) ? points(Topic.SHAPE) : points)));
    boolean silent = reading.open().isEmpty() && reading.settled().isEmpty() && hits.isEmpty();
    if (silent && reading.unbilledOrder().isEmpty()) {
      reasons.add(new Evidence.NoNumber(Math.min(points, -1)));
    }
  }

  private Evidence named(Hit hit, int points) {
    String number = problem.item(hit.item()).number();
    if (hit.how() == How.ORDER) {
      return new Evidence.OrderNamed(hit.written(), number, hit.span(), points);
    }
    NumberReading how =
        switch (hit.how()) {
          case STATED -> NumberReading.STATED;
          case LETTER_O -> NumberReading.LETTER_O;
          case TAIL -> NumberReading.TAIL;
          case IN_RANGE -> NumberReading.RANGE;
          case JOINED -> NumberReading.JOINED;
          case EDITED -> NumberReading.MISTYPED;
          case NUMBER, ORDER -> NumberReading.WHOLE;
        };
    return new Evidence.ItemNamed(hit.written(), number, how, hit.span(), points);
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
                  reasons.add(
                      new Evidence.AnotherPayer(
                          problem.customer(p.customer()).name(), clue.isPresent() ? -1 : points)));
    } else if (clue.isEmpty()) {
      reasons.add(new Evidence.UnknownPayer(moneyIn.payerName().isPresent(), points));
    }
  }

  private void clues(PayerClue clue, int points) {
    String customer = problem.customer(clue.customer()).name();
    clue.account()
        .ifPresent(
            b ->
                reasons.add(
                    new Evidence.PaidBefore(
                        customer,
                        true,
                        b.times(),
                        b.others(),
                        b.last(),
                        Optional.empty(),
                        points)));
    clue.name()
        .filter(b -> b.times() > b.others())
        .ifPresent(
            b ->
                reasons.add(
                    new Evidence.PaidBefore(
                        customer, false, b.times(), b.others(), b.last(), clue.nameAt(), points)));
    if (clue.likeness() > 0) {
      boolean same = clue.likeness() == 1000;
      reasons.add(new Evidence.PayerReads(customer, same, clue.nameAt(), points));
    }
    if (clue.named()) {
      reasons.add(new Evidence.CustomerNumber(customer, clue.numberAt(), points));
    }
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
    String gap = AmountText.words(Math.abs(unsaid), moneyIn.currency());
    if (way.has(Shape.STATED)) {
      Optional<String> left = unsaid == 0 ? Optional.empty() : Optional.of(gap);
      reasons.add(new Evidence.SplitStated(details.size(), left, points));
    } else if (unsaid < 0) {
      reasons.add(
          new Evidence.SplitDiffers(
              "the details of the payer come to " + gap + " more than the sum", -Math.abs(points)));
    } else {
      reasons.add(new Evidence.SplitDiffers("the payer states another split", -Math.abs(points)));
    }
  }

  private void habit() {
    Habit habit = problem.habitOf(way.customer);
    usual(Feature.DISCOUNT_AS_EVER, "took the discount", habit.discounted(), habit.payments());
    usual(Feature.MONTH_AS_EVER, "paid a whole month", habit.months(), habit.known());
    usual(
        Feature.EARLIEST_AS_EVER, "ran down from the earliest due", habit.inPart(), habit.known());
    int day = moneyIn.bookingDate().getDayOfMonth();
    usual(
        Feature.DAY_AS_EVER,
        "paid at this time of the month",
        habit.timesAbout(day),
        habit.payments());
    usual(
        Feature.CHARGE_AS_EVER,
        "lost just as much on the way",
        habit.timesKept(way.gapMinor),
        habit.known());
  }

  private void usual(Feature feature, String words, int times, int of) {
    if (has(feature)) {
      reasons.add(new Evidence.AsEver(words, times, of, feature.weight));
    }
  }

  private void difference() {
    int points = points(Topic.DIFFERENCE);
    String gap = AmountText.words(way.gapMinor, moneyIn.currency());
    String last =
        way.items.length == 0 ? "" : problem.item(way.items[way.items.length - 1]).number();
    switch (way.gap) {
      case NONE -> {
        if (!way.isKept() && !way.has(Shape.EARLIEST)) {
          reasons.add(new Evidence.AmountMeets(Math.max(1, -points(Topic.AMOUNT))));
        }
      }
      case CENTS -> against(gap + " under: so little is let off", points);
      case CHARGE -> charge();
      case DISCOUNT ->
          reasons.add(
              new Evidence.Differs(
                  "discount of " + gap + " as the terms allow, in time", Side.FOR, points));
      case LATE_DISCOUNT -> against("discount of " + gap + " taken late, within the grace", points);
      case WITHHELD ->
          reasons.add(
              new Evidence.Differs(
                  "tax of %s withheld, %s"
                      .formatted(
                          gap, Withheld.of(problem, way.items, way.gapMinor).orElseThrow().words()),
                  Side.FOR,
                  Math.max(1, points)));
      case SHORT -> against("short by " + gap + ", stays open on " + last, points);
      case OVER -> {
        if (!way.has(Shape.STATED)) {
          against(gap + " more than is open on what is named", points);
        }
      }
    }
  }

  private void charge() {
    if (has(Feature.CHARGE_SPOKEN_OF)) {
      reasons.add(new Evidence.Differs("the bank speaks of charges", Side.FOR, 1));
    }
    String gap = AmountText.words(way.gapMinor, moneyIn.currency());
    String cap = AmountText.words(problem.limits().chargeCapMinor(), moneyIn.currency());
    against("%s under: within the %s charge limit".formatted(gap, cap), points(Topic.DIFFERENCE));
  }

  private void against(String words, int points) {
    reasons.add(new Evidence.Differs(words, Side.AGAINST, points));
  }

  private void shape() {
    int points = points(Topic.SHAPE);
    if (way.has(Shape.LISTED)) {
      boolean own = problem.hasOwnSilentList(way.customer);
      String step = SilentWays.stepOf(way).map(SilentStep::words).orElse("");
      reasons.add(new Evidence.ByList(step, own, Math.max(1, points)));
    } else if (way.has(Shape.EARLIEST)) {
      String sum = Reading.isRound(moneyIn.amountMinor()) ? "a round sum" : "a sum";
      reasons.add(new Evidence.SetShape(sum + " without a number", Side.AGAINST, points));
    } else if (way.items.length > 1 && points != 0) {
      String words =
          way.has(Shape.WHOLE)
              ? "all that the customer owes"
              : way.has(Shape.OVERDUE)
                  ? "all that is due"
                  : way.has(Shape.DUE_BY)
                      ? "the earliest due"
                      : way.has(Shape.MONTH)
                          ? "all of one month"
                          : way.has(Shape.RUN) ? "neighbours in a row" : "";
      if (!words.isEmpty()) {
        reasons.add(new Evidence.SetShape(words, Side.FOR, Math.max(1, points)));
      }
    }
    if (way.has(Shape.ACROSS)) {
      reasons.add(
          new Evidence.SetShape("the bank names no payer of this deposit", Side.AGAINST, points));
    }
  }

  private void ambiguity() {
    int points = points(Topic.AMBIGUITY);
    if (has(Feature.RECORDED)) {
      reasons.add(new Evidence.CountsTwice(points));
    }
    if (way.alternatives > 1 && way.gap == Gap.NONE) {
      String across = way.items.length == 2 ? "pairs of invoices" : "sets of invoices";
      String what = way.has(Shape.ACROSS) ? across : "sets of this customer";
      reasons.add(new Evidence.OtherWays(way.alternatives, what, points));
    } else if (way.weighed.equalAmounts() > 0) {
      long equal = way.weighed.equalAmounts();
      reasons.add(new Evidence.OtherWays(equal, "open items of all customers", points));
    }
  }
}
