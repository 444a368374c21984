package io.sumbrel.core.matching;

import io.sumbrel.core.matching.candidate.NumberIndex;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.matching.text.NumberScan;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.rules.HouseLimits;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The pile and everything that may explain it, with indexes: built once, then only read.
 *
 * <p>Items are addressed by their index in the list that was given: open ones and those that are
 * settled already, whose numbers are evidence too.
 */
public final class MatchingProblem {
  /** Names of more words are not looked for in a text. */
  private static final int LONGEST_NAME = 6;

  private final List<MoneyIn> pile;
  private final List<OpenItem> items;
  private final List<Customer> customers;
  private final List<String> normalNames;
  private final Set<String> ownNames;
  private final RememberedPayers remembered;
  private final HouseLimits limits;
  private final NumberIndex numbers = new NumberIndex();
  private final NumberIndex orders = new NumberIndex();
  private final Map<CustomerId, List<Integer>> openByCustomer = new HashMap<>();
  private final Map<CustomerId, List<CustomerId>> branches = new HashMap<>();
  private final Map<String, List<Integer>> openByAmount = new HashMap<>();
  private final Map<CustomerId, Customer> customersById = new HashMap<>();

  private MatchingProblem(
      List<MoneyIn> pile,
      List<OpenItem> items,
      List<Customer> customers,
      RememberedPayers remembered,
      HouseLimits limits) {
    this.pile = List.copyOf(pile);
    this.items = List.copyOf(items);
    this.customers = List.copyOf(customers);
    this.remembered = remembered;
    this.limits = limits;
    this.normalNames = customers.stream().map(c -> NameLikeness.normal(c.name())).toList();
    this.ownNames = Set.copyOf(normalNames);
    for (int i = 0; i < items.size(); i++) {
      index(i, items.get(i));
    }
    for (Customer customer : customers) {
      customersById.put(customer.id(), customer);
      customer
          .parent()
          .ifPresent(p -> branches.computeIfAbsent(p, k -> new ArrayList<>()).add(customer.id()));
    }
  }

  /**
   * @param items open items, and settled ones within the look-back window
   * @param remembered who paid for whom before
   */
  public static MatchingProblem of(
      List<MoneyIn> pile,
      List<OpenItem> items,
      List<Customer> customers,
      RememberedPayers remembered,
      HouseLimits limits) {
    return new MatchingProblem(pile, items, customers, remembered, limits);
  }

  private void index(int i, OpenItem item) {
    if (item.kind() == ItemKind.INVOICE || item.kind() == ItemKind.CREDIT_NOTE) {
      numbers.add(NumberScan.keyOf(item.number()), i);
      String digits = NumberScan.trailingDigits(item.number());
      if (digits.length() >= 3) {
        numbers.add(digits, i);
      }
      item.orderNumber().ifPresent(o -> orders.add(NumberScan.keyOf(o), i));
    }
    if (!item.isSettled() && item.customer().isPresent()) {
      openByCustomer.computeIfAbsent(item.customer().get(), k -> new ArrayList<>()).add(i);
      openByAmount
          .computeIfAbsent(amountKey(item.currency(), item.openMinor()), k -> new ArrayList<>())
          .add(i);
    }
  }

  private static String amountKey(Currency currency, long minor) {
    return currency.getCurrencyCode() + minor;
  }

  List<MoneyIn> pile() {
    return pile;
  }

  List<OpenItem> items() {
    return items;
  }

  OpenItem item(int index) {
    return items.get(index);
  }

  RememberedPayers remembered() {
    return remembered;
  }

  /** The name with which a text begins, of a customer or of who paid before; the longest. */
  Optional<String> nameAtTheStartOf(String text) {
    String[] words = text.strip().split("\\s+");
    for (int count = Math.min(words.length, LONGEST_NAME); count > 0; count--) {
      String start = String.join(" ", List.of(words).subList(0, count));
      String normal = NameLikeness.normal(start);
      if (remembered.knows(normal) || ownNames.contains(normal)) {
        return Optional.of(start);
      }
    }
    return Optional.empty();
  }

  /** Every open invoice in a currency. */
  List<Integer> openOf(Currency currency) {
    List<Integer> open = new ArrayList<>();
    for (int i = 0; i < items.size(); i++) {
      OpenItem item = items.get(i);
      boolean invoice = item.kind() == ItemKind.INVOICE && item.openMinor() > 0;
      if (invoice && item.currency().equals(currency)) {
        open.add(i);
      }
    }
    return open;
  }

  HouseLimits limits() {
    return limits;
  }

  List<Customer> customers() {
    return customers;
  }

  String normalName(int customerIndex) {
    return normalNames.get(customerIndex);
  }

  Customer customer(CustomerId id) {
    return customersById.get(id);
  }

  /** Items whose number is written so. */
  int[] byNumber(NumberScan.Found found) {
    return numbers.findFirst(List.of(found.key(), found.digits()));
  }

  /** Items that were ordered under a number written so. */
  int[] byOrder(NumberScan.Found found) {
    return orders.find(found.key());
  }

  /** Open items of exactly this amount, of whatever customer. */
  List<Integer> byAmount(MoneyIn moneyIn) {
    return openByAmount.getOrDefault(
        amountKey(moneyIn.currency(), moneyIn.amountMinor()), List.of());
  }

  /** Open items of a customer and its branches in the money's currency, oldest first. */
  List<Integer> pool(CustomerId customer, MoneyIn moneyIn) {
    List<Integer> pool = new ArrayList<>(openByCustomer.getOrDefault(customer, List.of()));
    branches
        .getOrDefault(customer, List.of())
        .forEach(b -> pool.addAll(openByCustomer.getOrDefault(b, List.of())));
    pool.removeIf(i -> !item(i).currency().equals(moneyIn.currency()));
    pool.sort(
        (a, b) -> {
          int byDue = dueOf(a).compareTo(dueOf(b));
          return byDue != 0 ? byDue : Integer.compare(a, b);
        });
    return pool;
  }

  private LocalDate dueOf(int index) {
    return item(index).due().orElse(item(index).date());
  }

  /** Whether one customer is the other, its head office, or its branch. */
  boolean isFamily(CustomerId one, CustomerId other) {
    return one.equals(other)
        || parentOf(one).equals(Optional.of(other))
        || parentOf(other).equals(Optional.of(one));
  }

  private Optional<CustomerId> parentOf(CustomerId id) {
    return Optional.ofNullable(customersById.get(id)).flatMap(Customer::parent);
  }
}
