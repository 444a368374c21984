package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeMoney;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What nobody hopes for: an honest stop or an honest nothing, and every tape comes to zero. */
class HardInputTest extends SmallHouse {

  private List<Plan.Row> readable() {
    List<Plan.Row> rows = plan();
    for (Plan.Row row : rows) {
      MoneyIn moneyIn = pile.get((int) row.moneyIn().number() - 1);
      for (Proposal way : row.ways()) {
        assertThat(Tape.leftToPlace(TapeMoney.of(moneyIn), way.lines())).as(way.words()).isZero();
        assertThat(way.evidence()).isNotEmpty();
      }
    }
    return rows;
  }

  @Test
  void amountsOfTenTrillion() {
    CustomerId alder = customer("Alder Pots");
    long third = Money.MAX_MINOR / 3;
    for (int i = 0; i < 30; i++) {
      item(alder, "T-500" + i, third - i * i);
    }
    item(alder, "T-60000", Money.MAX_MINOR);
    item(alder, "T-60001", Money.MAX_MINOR - 1);
    money("ALDER POTS", 3 * third - 1 - 4 - 9, "PAYMENT");
    money("ALDER POTS", Money.MAX_MINOR, "T-60001");
    money("ALDER POTS", Money.MAX_MINOR - 7_000, "T-60000");
    List<Plan.Row> rows = readable();
    assertThat(rows.get(0).ways())
        .anyMatch(w -> w.words().equals("T-5001 + T-5002 + T-5003") || w.lines().size() == 3);
    assertThat(rows.get(1).ways()).isNotEmpty();
  }

  @Test
  void thousandsOfEqualAmounts() {
    CustomerId alder = customer("Alder Pots");
    CustomerId birch = customer("Birch Kilns");
    for (int i = 0; i < 3_000; i++) {
      item(i % 2 == 0 ? alder : birch, "T-" + (10_000 + i), 12_000);
    }
    money("ALDER POTS", 36_000, "PAYMENT");
    money("SOMEBODY", 12_000, "PAYMENT");
    List<Plan.Row> rows = readable();
    assertThat(rows.get(0).certainty()).isNotEqualTo(Certainty.SURE);
    assertThat(rows.get(1).countWords()).isEqualTo("more than 1,000 ways");
    assertThat(rows.get(1).certainty()).isEqualTo(Certainty.NOTHING_YET);
  }

  @Test
  void aCustomerWithTwentyThousandItems() {
    CustomerId alder = customer("Alder Pots");
    for (int i = 0; i < 20_000; i++) {
      item(alder, "T-" + (100_000 + i), 1_000 + 37L * i % 90_001);
    }
    money("ALDER POTS", 2_000_000, "ON ACCOUNT");
    money("ALDER POTS", items.get(77).openMinor(), "T-100077");
    List<Plan.Row> rows = readable();
    assertThat(rows.get(0).searched()).isEqualTo(Searched.TOO_BIG);
    assertThat(rows.get(0).searchedWords()).startsWith("searched sets up to");
    assertThat(rows.get(1).ways().get(0).words()).isEqualTo("T-100077");
  }

  @Test
  void aSmallBudgetStopsAndSaysSo() {
    CustomerId alder = customer("Alder Pots");
    for (int i = 0; i < 40; i++) {
      item(alder, "T-" + (50_000 + i), 1_000 + 37L * i);
    }
    money("ALDER POTS", 8_000, "PAYMENT");
    MatchingProblem problem =
        MatchingProblem.of(pile, items, customers, RememberedPayers.NONE, HouseRules.DEFAULTS);
    Plan.Row row = Planner.plan(problem, new Budgets(50, 5)).rows().get(0);
    assertThat(row.searched()).isEqualTo(Searched.NODE_BUDGET);
    assertThat(row.searchedWords()).startsWith("searched sets up to");
    assertThatThrownBy(() -> new Budgets(0, 1)).isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void aTextOfTenThousandCharacters() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-50017", 99_000);
    for (String piece : List.of("50018/19-", "A", "9", "T-50017 ", "  \n", "5O0 1.1.26 ")) {
      money("ALDER POTS", 99_000, piece.repeat(10_000 / piece.length()));
    }
    assertThat(readable()).hasSize(6).anyMatch(r -> r.chosen().isPresent());
  }

  @Test
  void nothingOpenOrOnlyCreditsOrAllSettled() {
    money("ALDER POTS", 99_000, "T-50017");
    assertThat(readable().get(0).ways()).isEmpty();
    CustomerId alder = customer("Alder Pots");
    item(alder, "C-50017", -99_000);
    item(alder, "C-50018", -1_000);
    assertThat(readable().get(0).ways()).isEmpty();
    OpenItem settled = item(alder, "T-50019", 5_000);
    items.set(2, settled.moved(0, -5_000));
    assertThat(readable().get(0).chosen()).isEmpty();
    pile.clear();
    assertThat(plan()).isEmpty();
  }

  @Test
  void aCurrencyThatNoItemHas() {
    item(customer("Alder Pots"), "T-50017", 99_000);
    pile.add(
        new MoneyIn(
            new MoneyInId(1),
            Currency.getInstance("XXX"),
            99_000,
            DAY,
            Optional.of("ALDER POTS"),
            Optional.of("--"),
            "T-50017 ALDER POTS",
            List.of("", "T-50017", "-")));
    Plan.Row row = readable().get(0);
    assertThat(row.ways()).isEmpty();
    assertThat(row.customer()).as("the payer is known all the same").isPresent();
  }

  /** Everybody is in everybody's way; the joint choice stays bounded, and a change stays small. */
  @Test
  void twoThousandSumsOfOneCustomerInEachOthersWay() {
    CustomerId alder = customer("Alder Pots");
    for (int i = 0; i < 300; i++) {
      item(alder, "T-" + (50_000 + i), 10_000 + 25L * (i % 60));
    }
    for (int i = 0; i < 2_000; i++) {
      money("ALDER POTS", 10_000 + 25L * (i % 60), "PAYMENT");
    }
    Plan plan = Planner.plan(problem());
    Map<ItemId, Long> placed = new HashMap<>();
    for (Plan.Row row : plan.rows()) {
      row.chosen()
          .ifPresent(
              w ->
                  row.ways().get(w).lines().stream()
                      .filter(l -> l.item().isPresent())
                      .forEach(l -> placed.merge(l.item().get(), l.amountMinor(), Long::sum)));
    }
    assertThat(items)
        .as("nothing is promised twice")
        .allMatch(i -> placed.getOrDefault(i.id(), 0L) <= i.openMinor());
    pile.remove(7);
    Plan after = Planner.replan(plan, plan.memory().problem.with(pile, items).orElseThrow());
    assertThat(after.rows()).isEqualTo(Planner.plan(problem()).rows());
  }

  @Test
  void aThousandSumsThatWantTheSameInvoice() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-50017", 99_000);
    for (int i = 0; i < 1_000; i++) {
      money("ALDER POTS", i % 2 == 0 ? 99_000 : 90, "T-50017");
    }
    long promised =
        readable().stream()
            .flatMap(r -> r.chosen().map(c -> r.ways().get(c)).stream())
            .flatMap(w -> w.lines().stream())
            .filter(l -> l.kind() == LineKind.SETTLES)
            .mapToLong(l -> l.amountMinor())
            .sum();
    assertThat(promised).isPositive().isLessThanOrEqualTo(99_000);
  }
}
