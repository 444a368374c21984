package io.sumbrel.core.matching;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Points for and against a way, in thousandths of a logit, each with its reason. The weights are
 * set by hand until they are fitted on data.
 */
final class Scoring {
  private static final int BASE = -5_000;
  private static final int AMOUNT_MEETS = 4_000;
  private static final int ALL_NAMED = 5_500;
  private static final int NAMED_LEFT_OUT = -3_000;
  private static final int NAME_ALIKE = 3_000;
  private static final int NAME_NEARLY_ALIKE = 2_000;
  private static final int OTHER_NAME = -1_500;
  private static final int ONLY_WAY_OF_CUSTOMER = 800;
  private static final int EACH_FURTHER_ITEM = -500;
  private static final int NAMES_ANOTHER_ORDER = -3_500;

  private final MatchingProblem problem;
  private final MoneyIn moneyIn;
  private final Reading reading;

  record Score(int points, List<Evidence> evidence) {}

  Scoring(MatchingProblem problem, MoneyIn moneyIn, Reading reading) {
    this.problem = problem;
    this.moneyIn = moneyIn;
    this.reading = reading;
  }

  Score exact(List<Integer> indices, long alternatives) {
    List<Evidence> evidence = new ArrayList<>();
    int points = AMOUNT_MEETS + common(indices, alternatives, evidence);
    evidence.add(Evidence.speaksFor("amounts meet exactly"));
    if (alternatives > 1) {
      evidence.add(Evidence.speaksAgainst(alternatives + " sets of this customer reach the sum"));
    }
    return new Score(points, evidence);
  }

  Score discounted(List<Integer> indices, long under, boolean late) {
    List<Evidence> evidence = new ArrayList<>();
    int points = (late ? 2_600 : 3_200) + common(indices, 1, evidence);
    evidence.add(
        late
            ? Evidence.speaksAgainst(
                "discount of " + words(under) + " taken late, within the grace")
            : Evidence.speaksFor("discount of " + words(under) + " as the terms allow, in time"));
    return new Score(points, evidence);
  }

  Score charged(List<Integer> indices, long under) {
    List<Evidence> evidence = new ArrayList<>();
    int points = 800 + common(indices, 1, evidence);
    String text = moneyIn.text().toUpperCase(Locale.ROOT);
    if (text.contains("CHG") || text.contains("CHARGE")) {
      points += 1_500;
      evidence.add(Evidence.speaksFor("the bank speaks of charges"));
    }
    evidence.add(
        Evidence.speaksAgainst(
            "%s under: within the %s charge limit"
                .formatted(words(under), words(problem.limits().chargeCapMinor()))));
    return new Score(points, evidence);
  }

  Score shortPaid(List<Integer> indices, long under, OpenItem last) {
    List<Evidence> evidence = new ArrayList<>();
    int points = -500 + common(indices, 1, evidence);
    evidence.add(
        Evidence.speaksAgainst("short by " + words(under) + ", stays open on " + last.number()));
    return new Score(points, evidence);
  }

  Score overpaid(List<Integer> indices, long over) {
    List<Evidence> evidence = new ArrayList<>();
    int points = -1_000 + common(indices, 1, evidence);
    evidence.add(Evidence.speaksAgainst(words(over) + " more than is open on what is named"));
    return new Score(points, evidence);
  }

  Score earliestDue(List<Integer> indices) {
    List<Evidence> evidence = new ArrayList<>();
    int points = 2_000 + common(indices.subList(0, 1), 1, evidence) - ONLY_WAY_OF_CUSTOMER;
    evidence.add(Evidence.speaksAgainst("a round sum without a number"));
    return new Score(points, evidence);
  }

  Score second(int settledItem) {
    List<Evidence> evidence = new ArrayList<>(List.of(reading.settled().get(settledItem)));
    int points = BASE + 4_000 + namePoints(List.of(settledItem), evidence);
    return new Score(points, evidence);
  }

  Score prepaid(Evidence order) {
    List<Evidence> evidence = new ArrayList<>(List.of(order));
    Reading.Payer payer = reading.payers().get(0);
    evidence.add(payer.evidence());
    evidence.add(Evidence.speaksFor("no invoice of that order is open"));
    boolean alike = payer.likeness() >= NameLikeness.ALIKE;
    return new Score(BASE + 4_500 + (alike ? NAME_ALIKE : NAME_NEARLY_ALIKE), evidence);
  }

  /** Without any name or number an amount says little: many pairs reach the same cent. */
  Score acrossCustomers(List<Integer> indices, long pairs) {
    List<Evidence> evidence = new ArrayList<>();
    evidence.add(Evidence.speaksFor("the two amounts make the sum"));
    evidence.add(Evidence.speaksAgainst("the bank names no payer of this deposit"));
    if (pairs > 1) {
      evidence.add(Evidence.speaksAgainst(pairs + " pairs of invoices reach the sum"));
    }
    long due =
        indices.stream()
            .filter(
                i ->
                    problem
                        .item(i)
                        .due()
                        .filter(d -> !d.isAfter(moneyIn.bookingDate()))
                        .isPresent())
            .count();
    return new Score(
        (int) (600 * due - 1_800 - 1_000 * StrictMath.log(Math.max(1, pairs))), evidence);
  }

  private int common(List<Integer> indices, long alternatives, List<Evidence> evidence) {
    int named = 0;
    for (int i : indices) {
      Evidence reason = reading.references().get(i);
      if (reason != null) {
        named++;
        evidence.add(reason);
      }
    }
    int leftOut = reading.references().size() - named;
    if (leftOut > 0) {
      evidence.add(Evidence.speaksAgainst("leaves out " + leftOut + " that the text names"));
    }
    int points = BASE + ALL_NAMED * named / indices.size() + leftOut * NAMED_LEFT_OUT;
    if (named < indices.size()) {
      points += (indices.size() - 1) * EACH_FURTHER_ITEM;
      points -= (int) (1_000 * StrictMath.log(alternatives));
    }
    Optional<Evidence> another = reading.unbilledOrder(moneyIn);
    if (another.isPresent()) {
      points += NAMES_ANOTHER_ORDER;
      evidence.add(Evidence.speaksAgainst(another.get().words()));
    } else if (named == 0 && reading.references().isEmpty()) {
      evidence.add(Evidence.speaksAgainst("no number in the text"));
    }
    return points + namePoints(indices, evidence);
  }

  private int namePoints(List<Integer> indices, List<Evidence> evidence) {
    CustomerId customer = problem.item(indices.get(0)).customer().orElseThrow();
    Optional<Reading.Payer> payer = reading.payerFor(problem, customer);
    if (payer.isPresent()) {
      evidence.add(payer.get().evidence());
      boolean alike = payer.get().likeness() >= NameLikeness.ALIKE;
      return (alike ? NAME_ALIKE : NAME_NEARLY_ALIKE) + ONLY_WAY_OF_CUSTOMER;
    }
    if (reading.payers().isEmpty()) {
      return 0;
    }
    evidence.add(
        Evidence.speaksAgainst(
            "the payer reads like " + problem.customer(reading.payers().get(0).customer()).name()));
    return OTHER_NAME;
  }

  private String words(long minor) {
    return AmountText.words(minor, moneyIn.currency());
  }
}
