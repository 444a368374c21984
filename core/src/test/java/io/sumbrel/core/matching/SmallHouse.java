package io.sumbrel.core.matching;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.rules.HouseLimits;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/** A house of a few customers and items, put together in a test line by line. */
abstract class SmallHouse {
  static final Currency USD = Currency.getInstance("USD");
  static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  final List<Customer> customers = new ArrayList<>();
  final List<OpenItem> items = new ArrayList<>();
  final List<MoneyIn> pile = new ArrayList<>();
  final List<PastPayment> past = new ArrayList<>();

  CustomerId customer(String name, CustomerId... parent) {
    CustomerId id = new CustomerId(customers.size() + 1L);
    customers.add(new Customer(id, "K-" + id.number(), name, List.of(parent).stream().findFirst()));
    return id;
  }

  OpenItem item(CustomerId customer, String number, long minor) {
    return item(customer, number, minor, "net 30");
  }

  OpenItem item(CustomerId customer, String number, long minor, String terms) {
    OpenItem item =
        new OpenItem(
            new ItemId(items.size() + 1L),
            minor < 0 ? ItemKind.CREDIT_NOTE : ItemKind.INVOICE,
            Optional.of(customer),
            number,
            DAY.minusDays(10 + items.size()),
            Optional.of(DAY.minusDays(items.size())),
            USD,
            minor,
            minor,
            Optional.empty(),
            Optional.of("ORD-" + number),
            Optional.of(Terms.parse(terms)));
    items.add(item);
    return item;
  }

  private MoneyInId nextId() {
    return new MoneyInId(pile.isEmpty() ? 1 : pile.get(pile.size() - 1).id().number() + 1);
  }

  void money(String payer, long minor, String text) {
    pile.add(
        new MoneyIn(
            nextId(),
            USD,
            minor,
            DAY,
            Optional.of(payer),
            Optional.empty(),
            payer + "\n" + text,
            List.of()));
  }

  List<Plan.Row> plan() {
    RememberedPayers remembered = RememberedPayers.of(past, customers);
    return Planner.plan(
            MatchingProblem.of(pile, items, customers, remembered, HouseLimits.DEFAULTS))
        .rows();
  }

  Proposal chosen(Plan.Row row) {
    return row.ways().get(row.chosen().orElseThrow());
  }

  void paidBefore(CustomerId customer, String payer, String account, int times) {
    for (int i = 0; i < times; i++) {
      past.add(
          new PastPayment(
              2 + i,
              DAY.minusDays(30L * (i + 1)),
              Optional.of(payer).filter(p -> !p.isEmpty()),
              Optional.of(account).filter(a -> !a.isEmpty()),
              USD,
              100,
              "K-" + customer.number(),
              List.of(),
              0));
    }
  }

  void bankLine(long minor, String text) {
    pile.add(
        new MoneyIn(
            nextId(), USD, minor, DAY, Optional.empty(), Optional.empty(), text, List.of()));
  }

  static boolean says(Proposal way, String words) {
    return way.evidence().stream().anyMatch(e -> e.words().contains(words));
  }
}
