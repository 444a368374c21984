package io.sumbrel.bench.match;

import io.sumbrel.core.matching.Lessons;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.weights.Lesson;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/**
 * An invented company and its money, with the truth.
 *
 * @param items those whose id is their place in the list
 * @param truths of the money at the same place
 */
record World(
    List<Customer> customers,
    List<OpenItem> items,
    List<PastPayment> past,
    List<MoneyIn> money,
    List<Truth> truths) {

  OpenItem item(ItemId id) {
    return items.get((int) id.number());
  }

  MatchingProblem problem() {
    return MatchingProblem.of(
        money, items, customers, RememberedPayers.of(past, customers, items), HouseRules.DEFAULTS);
  }

  /** What its money teaches, when all of it is decided rightly. */
  List<Lesson> lessons() {
    List<Predicate<List<TapeLine>>> right = new ArrayList<>();
    for (Truth truth : truths) {
      right.add(truth.isPayable() ? lines -> truth.isAlike(lines, this::item) : lines -> false);
    }
    return Lessons.ofAll(problem(), right);
  }

  /** Seeded: the same arguments give the same company on every machine. */
  static World of(Population population, int openItems, int moneyIn, long seed) {
    Payers company = new Payers(population, openItems, seed);
    return new Receipts(company, population, moneyIn, seed + 1).world();
  }
}
