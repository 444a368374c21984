package io.sumbrel.bench;

import io.sumbrel.core.matching.MatchingProblem;
import io.sumbrel.core.matching.RememberedPayers;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.rules.HouseLimits;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/** A seeded company: the same numbers give the same customers, items and pile. */
final class Company {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private Company() {}

  /**
   * @param items how many invoices are open, over an eighth as many customers
   * @param pile how many sums wait; two in three name their invoice, the others only their payer
   */
  static MatchingProblem problem(int items, int pile) {
    Random random = new Random(17);
    int count = Math.max(4, items / 8);
    List<Customer> customers = new ArrayList<>();
    for (int c = 0; c < count; c++) {
      customers.add(
          new Customer(
              new CustomerId(c), "K-" + c, name(new Random(c)) + " " + c, Optional.empty()));
    }
    List<OpenItem> open = new ArrayList<>();
    for (int i = 0; i < items; i++) {
      long total = 5_000 + random.nextInt(200_000);
      open.add(
          new OpenItem(
              new ItemId(i),
              ItemKind.INVOICE,
              Optional.of(customers.get(random.nextInt(count)).id()),
              "TCK-" + (100_000 + i),
              DAY.minusDays(random.nextInt(90)),
              Optional.of(DAY.minusDays(random.nextInt(60) - 30)),
              USD,
              total,
              total,
              Optional.empty(),
              Optional.of("P-" + i),
              Optional.of(Terms.parse(i % 6 == 0 ? "2/10 net 30" : "net 30"))));
    }
    List<MoneyIn> money = new ArrayList<>();
    for (int m = 0; m < pile; m++) {
      OpenItem item = open.get(random.nextInt(items));
      Customer payer = customers.get((int) item.customer().orElseThrow().number());
      String text = m % 3 == 0 ? "PAYMENT" : "INV " + item.number();
      money.add(
          new MoneyIn(
              new MoneyInId(m),
              USD,
              item.openMinor(),
              DAY,
              Optional.of(payer.name().toUpperCase()),
              Optional.empty(),
              payer.name().toUpperCase() + "\n" + text,
              List.of()));
    }
    return MatchingProblem.of(money, open, customers, RememberedPayers.NONE, HouseLimits.DEFAULTS);
  }

  private static String name(Random random) {
    StringBuilder name = new StringBuilder();
    for (int i = 0; i < 12; i++) {
      name.append((char) ((i == 0 || i == 6 ? 'A' : 'a') + random.nextInt(26)));
    }
    return name.insert(6, ' ').toString();
  }
}
