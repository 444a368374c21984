package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.core.rules.ForgottenPayer;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentList;
import io.sumbrel.core.rules.SilentPayments;
import io.sumbrel.core.rules.SilentStep;
import io.sumbrel.core.tape.LineKind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/**
 * The plan after a change is the plan from nothing, whoever made it and on however many threads.
 */
class ReplanTest extends SmallHouse {
  private static final int CUSTOMERS = 14;

  private void house(Random random) {
    customers.clear();
    items.clear();
    pile.clear();
    past.clear();
    recorded.clear();
    for (int c = 0; c < CUSTOMERS; c++) {
      String name = "Customer " + (char) ('A' + c) + "x".repeat(c);
      if (c % 5 == 4) {
        customer(name, customers.get(c - 1).id());
      } else {
        customer(name);
      }
      paidBefore(customers.get(c).id(), c % 3 == 0 ? "SHARED DESK" : "PAYS FOR " + c, "", 2);
    }
    for (int i = 0; i < 110; i++) {
      long minor = (1 + random.nextInt(60)) * 500L * (random.nextInt(12) == 0 ? -1 : 1);
      item(customers.get(random.nextInt(CUSTOMERS)).id(), "T-" + (70_000 + i), minor);
    }
    for (int r = 0; r < 12; r++) {
      long minor = (1 + random.nextInt(20)) * 500L;
      if (r % 2 == 0) {
        slip("S-" + (4_000 + r), minor);
      } else {
        chequeOnHand("" + (100 + r), minor);
      }
    }
    for (int m = 0; m < 50; m++) {
      newMoney(random);
    }
  }

  private void newMoney(Random random) {
    OpenItem one = items.get(random.nextInt(items.size()));
    OpenItem two = items.get(random.nextInt(items.size()));
    long sum = Math.abs(one.totalMinor()) + (random.nextBoolean() ? 500 * random.nextInt(9) : 0);
    String payer =
        switch (random.nextInt(4)) {
          case 0 -> "SHARED DESK";
          case 1 -> "NOBODY KNOWS";
          default -> customers.get(random.nextInt(CUSTOMERS)).name();
        };
    String text =
        switch (random.nextInt(4)) {
          case 0 -> one.number();
          case 1 -> one.number() + " " + two.number();
          case 2 -> "7001" + random.nextInt(10) + "9";
          default -> "COUNTER DEPOSIT";
        };
    if (random.nextInt(5) == 0) {
      bankLine(sum, "COUNTER DEPOSIT");
    } else {
      money(payer, sum, text);
    }
  }

  /**
   * An advice states a split; a sum is explained or kept on account and leaves the pile, an item is
   * paid or opened again, money comes.
   */
  private void change(Random random, Plan plan) {
    int m = random.nextInt(pile.size());
    if (random.nextInt(6) == 0) {
      OpenItem item = items.get(random.nextInt(items.size()));
      pile.set(m, pile.get(m).stating(List.of(new RemittanceDetail(item.number(), 500))));
      return;
    }
    if (random.nextInt(8) == 0) {
      CustomerId customer = customers.get(random.nextInt(CUSTOMERS)).id();
      kept(ItemKind.ON_ACCOUNT, Optional.of(customer), pile.remove(m).amountMinor());
      return;
    }
    Plan.Row row = plan.rows().get(m);
    if (row.chosen().isPresent() && random.nextInt(4) > 0) {
      row.ways()
          .get(0)
          .lines()
          .forEach(
              l ->
                  l.item()
                      .ifPresent(
                          id -> {
                            int i = (int) id.number() - 1;
                            OpenItem item = items.get(i);
                            items.set(
                                i, item.moved(0, item.openMinor() > 0 ? -l.amountMinor() : 0));
                          }));
      pile.remove(m);
    } else if (random.nextBoolean()) {
      int i = random.nextInt(items.size());
      OpenItem item = items.get(i);
      long all = item.totalMinor();
      boolean kept = item.kind() == ItemKind.ON_ACCOUNT; // is turned back, or stays
      items.set(
          i, kept ? item.moved(-all, -item.openMinor()) : item.moved(0, all - item.openMinor()));
    } else {
      newMoney(random);
    }
  }

  /** Somebody's payment was placed, and teaches who pays for whom. */
  private List<PastPayment> decided(Random random) {
    int before = past.size();
    if (random.nextInt(3) == 0) {
      String payer = random.nextBoolean() ? "NOBODY KNOWS" : "COUNTER DEPOSIT";
      paidBefore(customers.get(random.nextInt(CUSTOMERS)).id(), payer, "ACC " + payer, 1);
    }
    if (past.size() > before && random.nextBoolean()) {
      OpenItem item = items.get(random.nextInt(items.size()));
      past.set(before, past.get(before).naming(List.of(item.number()))); // known or not
    }
    return List.copyOf(past.subList(before, past.size()));
  }

  /** Somebody says that a payer is not to be remembered for a customer, or is again. */
  private void forgetOrRemember(Random random) {
    if (random.nextInt(12) == 0) {
      String payer = random.nextBoolean() ? "NOBODY KNOWS" : "COUNTER DEPOSIT";
      boolean byAccount = random.nextInt(3) == 0;
      ForgottenPayer one =
          new ForgottenPayer(
              byAccount ? RememberedPayers.bare("ACC " + payer) : NameLikeness.normal(payer),
              byAccount,
              customers.get(random.nextInt(CUSTOMERS)).id());
      Set<ForgottenPayer> now = new HashSet<>(rules.forgotten());
      if (!now.remove(one)) {
        now.add(one);
      }
      rules = rules.forgetting(now);
    }
  }

  /** Of every second house: a list of its own making, and one agreed with some customers. */
  private void lists(Random random, boolean set) {
    Map<CustomerId, SilentList> own = new HashMap<>();
    customers.stream()
        .filter(c -> set && random.nextInt(3) == 0)
        .forEach(c -> own.put(c.id(), list(random)));
    SilentPayments silent =
        new SilentPayments(set ? Optional.of(list(random)) : Optional.empty(), own);
    rules = new HouseRules(HouseLimits.DEFAULTS, List.of(1_000), silent, Set.of(), Set.of());
  }

  private static SilentList list(Random random) {
    List<SilentList.Entry> steps = new ArrayList<>();
    for (SilentStep step : SilentStep.values()) {
      steps.add(
          random.nextInt(steps.size() + 1), new SilentList.Entry(step, random.nextInt(4) > 0));
    }
    return new SilentList(steps);
  }

  private void assertNothingIsPromisedTwice(Plan plan) {
    Map<ItemId, Long> promised = new HashMap<>();
    for (Plan.Row row : plan.rows()) {
      row.chosen().stream()
          .flatMap(w -> row.ways().get(w).lines().stream())
          .filter(l -> l.kind() == LineKind.SETTLES || l.kind() == LineKind.CREDIT_USED)
          .forEach(l -> promised.merge(l.item().orElseThrow(), l.amountMinor(), Long::sum));
    }
    for (OpenItem item : items) {
      assertThat(promised.getOrDefault(item.id(), 0L))
          .as(item.number())
          .isLessThanOrEqualTo(Math.abs(item.openMinor()));
    }
  }

  private List<PastPayment> turnedBack(Random random) {
    return random.nextInt(5) == 0 ? List.of(past.remove(random.nextInt(past.size()))) : List.of();
  }

  /** Promises 1 to 3, with one thread and with two (5). */
  @Test
  void isThePlanFromNothing() {
    Random random = new Random(17);
    int fewer = 0;
    int listed = 0;
    for (int run = 0; run < 6; run++) {
      house(random);
      lists(random, run % 2 == 1);
      Plan plan = Planner.plan(problem());
      MatchingProblem problem = problem();
      for (int step = 0; step < 25; step++) {
        change(random, plan);
        List<PastPayment> come = decided(random);
        List<PastPayment> gone = turnedBack(random);
        forgetOrRemember(random);
        problem = problem.with(pile, items, come, gone, rules.forgotten()).orElseThrow();
        Plan anew = Planner.plan(problem(), Weights.SHIPPED, Budgets.DEFAULTS, 1 + step % 2);
        plan = Planner.replan(plan, problem);
        assertThat(plan.rows()).as("run %d step %d", run, step).isEqualTo(anew.rows());
        assertThat(words(plan)).isEqualTo(words(anew));
        assertNothingIsPromisedTwice(plan);
        listed += words(plan).stream().anyMatch(w -> w.contains("nothing is named")) ? 1 : 0;
        assertThat(plan.work().searches()).isLessThanOrEqualTo(anew.work().searches());
        fewer += plan.work().searches() * 2 < anew.work().searches() ? 1 : 0;
        assertThat(plan.work().components()).isEqualTo(anew.work().components());
      }
    }
    assertThat(fewer).as("less than half the work").isGreaterThan(60);
    assertThat(listed).as("plans in which a list was followed").isGreaterThan(30);
  }

  private static List<String> words(Plan plan) {
    List<String> words = new ArrayList<>();
    plan.rows()
        .forEach(
            r ->
                r.ways().stream()
                    .limit(2)
                    .forEach(w -> w.evidence().stream().map(Evidence::words).forEach(words::add)));
    return words;
  }

  /** Promise 4. */
  @Test
  void nothingChangedMeansNothingToDo() {
    house(new Random(4));
    MatchingProblem problem = problem();
    Plan plan = Planner.plan(problem);
    Plan same = Planner.replan(plan, problem.with(pile, items).orElseThrow());
    assertThat(same.work().searches()).isZero();
    assertThat(same.rows()).isEqualTo(plan.rows());
  }

  /** Promise 5. */
  @Test
  void threadsMakeNoDifference() {
    house(new Random(5));
    Random random = new Random(6);
    for (int m = 0; m < 1_500; m++) {
      newMoney(random);
    }
    Plan one = Planner.plan(problem(), Weights.SHIPPED, Budgets.DEFAULTS, 1);
    Plan two = Planner.plan(problem(), Weights.SHIPPED, Budgets.DEFAULTS, 2);
    assertThat(two.rows()).isEqualTo(one.rows());
    assertThat(two.work()).isEqualTo(one.work());
  }

  /** Promise 6. */
  @Test
  void aNewDocumentNeedsNewIndexesMoneyOnAccountDoesNot() {
    house(new Random(4));
    MatchingProblem problem = problem();
    item(customers.get(0).id(), "T-99001", 700);
    List<MoneyIn> none = List.of();
    assertThat(problem.with(none, items)).isEmpty();
    items.remove(items.size() - 1);
    assertThat(problem.with(none, items.subList(0, 5)))
        .hasValueSatisfying(p -> assertThat(p.changes()).isZero());
    kept(ItemKind.UNIDENTIFIED, Optional.empty(), 700);
    assertThat(problem.with(none, items).orElseThrow().changes()).isZero();
    kept(ItemKind.ON_ACCOUNT, Optional.of(customers.get(0).id()), 700);
    assertThat(problem.with(none, items).orElseThrow().changes()).isEqualTo(1);
    for (int more = 0; more < 256; more++) {
      kept(ItemKind.ON_ACCOUNT, Optional.of(customers.get(0).id()), 700);
    }
    assertThat(problem.with(none, items)).isEmpty();
  }
}
