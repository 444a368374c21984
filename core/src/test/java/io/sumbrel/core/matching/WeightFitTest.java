package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.weights.Feature;
import io.sumbrel.core.matching.weights.WeightFit;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Weights learn what a house does, and forget nothing that it does not show. */
class WeightFitTest extends SmallHouse {

  /** A house that is always short by what the bank kept; in the other it is always a short pay. */
  private Weights fitted(boolean charges) {
    customers.clear();
    items.clear();
    pile.clear();
    Random random = new Random(1);
    List<Predicate<List<TapeLine>>> right = new ArrayList<>();
    for (int i = 0; i < 120; i++) {
      CustomerId customer = customer("Customer " + (char) ('A' + i % 26) + i);
      long open = 30_000 + random.nextInt(50_000);
      item(customer, "T-" + (50_000 + i), open);
      money(customers.get(i).name(), open - 1_801, "INV " + (50_000 + i));
      right.add(lines -> lines.size() == (charges ? 2 : 1));
    }
    WeightFit fit = new WeightFit();
    MatchingProblem problem =
        MatchingProblem.of(pile, items, customers, RememberedPayers.NONE, HouseRules.DEFAULTS);
    fit.add(Lessons.ofAll(problem, right));
    return fit.fitted();
  }

  private Plan.Row first(Weights weights) {
    MatchingProblem problem =
        MatchingProblem.of(pile, items, customers, RememberedPayers.NONE, HouseRules.DEFAULTS);
    return Planner.plan(problem, weights, Budgets.DEFAULTS, 1).rows().get(0);
  }

  @Test
  void learnsWhatTheHouseDoes() {
    Weights charged = fitted(true);
    assertThat(first(charged).ways().get(0).words()).endsWith("less 18.01 charge");
    assertThat(charged.inLogits()[Feature.CHARGE.ordinal()])
        .isGreaterThan(Weights.SHIPPED.inLogits()[Feature.CHARGE.ordinal()]);
    Weights shorted = fitted(false);
    assertThat(first(shorted).ways().get(0).words()).contains(" of T-50000");
    assertThat(shorted.inLogits()[Feature.SHORT.ordinal()])
        .isGreaterThan(charged.inLogits()[Feature.SHORT.ordinal()]);
  }

  @Test
  void keepsWhatTheHouseDoesNotShow() {
    Weights fitted = fitted(true);
    for (Feature unseen : List.of(Feature.ACROSS, Feature.PREPAID, Feature.MONTH_AS_EVER)) {
      assertThat(fitted.inLogits()[unseen.ordinal()])
          .isEqualTo(Weights.SHIPPED.inLogits()[unseen.ordinal()]);
    }
  }

  @Test
  void writesALineForEachFeature() {
    assertThat(Weights.SHIPPED.written().lines()).hasSize(Feature.COUNT);
    assertThat(Weights.SHIPPED.written()).startsWith("BASE " + Feature.BASE.weight());
  }

  @Test
  void nothingToLearnFromLeavesTheWeightsAsTheyAre() {
    assertThat(new WeightFit().fitted().written()).isEqualTo(Weights.SHIPPED.written());
  }

  /** What is present of a way is kept as one bit for each feature. */
  @Test
  void featuresFitIntoOneWord() {
    assertThat(Feature.TOLD.size()).isLessThanOrEqualTo(Integer.SIZE);
  }
}
