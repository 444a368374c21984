package io.sumbrel.core.matching;

import io.sumbrel.core.matching.candidate.LongIndex;
import io.sumbrel.core.matching.candidate.NameIndex;
import io.sumbrel.core.matching.candidate.NumberKeys;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.matching.text.NumberScan;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.rules.HouseLimits;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The pile and everything that may explain it, as columns with indexes: built once, then only read.
 *
 * <p>Items and customers are addressed by their index in the lists that were given. Items are open
 * ones and those that are settled already, whose numbers are evidence too. Amounts are minor units.
 */
public final class MatchingProblem {
  /** Names of more words are not looked for in a text. */
  private static final int LONGEST_NAME = 6;

  private static final int MIN_NUMBER_DIGITS = 3;
  private static final int MIN_ACCOUNT_DIGITS = 4;

  private final List<MoneyIn> pile;
  private final List<OpenItem> items;
  private final List<Customer> customers;
  private final RememberedPayers remembered;
  private final HouseLimits limits;
  private final Map<CustomerId, Integer> customerIndex = new HashMap<>();
  private final Map<Currency, Integer> currencies = new HashMap<>();
  private final String[] normalNames;
  private final Set<String> ownNames = new HashSet<>();
  private final NameIndex names = new NameIndex();
  private final LongIndex customerNumbers = new LongIndex();
  private final LongIndex numbers = new LongIndex();
  private final LongIndex orders = new LongIndex();
  private final LongIndex amounts = new LongIndex();
  private final LongIndex openOf = new LongIndex();
  private final int[] customerOf;
  private final int[] parentOf;
  private final LongIndex branchesOf = new LongIndex();
  private final int[] dueDays;
  private long numberLengths;

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
    this.normalNames = new String[customers.size()];
    this.parentOf = new int[customers.size()];
    this.customerOf = new int[items.size()];
    this.dueDays = new int[items.size()];
    for (int c = 0; c < customers.size(); c++) {
      customerIndex.put(customers.get(c).id(), c);
    }
    for (int c = 0; c < customers.size(); c++) {
      index(c, customers.get(c));
    }
    for (int i = 0; i < items.size(); i++) {
      index(i, items.get(i));
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

  private void index(int c, Customer customer) {
    normalNames[c] = NameLikeness.normal(customer.name());
    ownNames.add(normalNames[c]);
    names.add(normalNames[c]);
    parentOf[c] = customer.parent().map(customerIndex::get).orElse(-1);
    if (parentOf[c] >= 0) {
      branchesOf.add(parentOf[c], c);
    }
    customerNumbers.add(NumberKeys.of(customer.number()), c);
    String digits = NumberScan.trailingDigits(customer.number());
    if (digits.length() >= MIN_ACCOUNT_DIGITS && !digits.equals(customer.number())) {
      customerNumbers.add(NumberKeys.of(digits), c);
    }
  }

  private void index(int i, OpenItem item) {
    customerOf[i] = item.customer().map(customerIndex::get).orElse(-1);
    dueDays[i] = (int) item.due().orElse(item.date()).toEpochDay();
    if (item.kind() == ItemKind.INVOICE || item.kind() == ItemKind.CREDIT_NOTE) {
      long key = NumberKeys.of(item.number());
      numbers.add(key, i);
      String digits = NumberScan.trailingDigits(item.number());
      if (digits.length() >= MIN_NUMBER_DIGITS) {
        numberLengths |= 1L << Math.min(63, digits.length());
        long bare = NumberKeys.of(digits);
        if (bare != key) {
          numbers.add(bare, i);
        }
      }
      item.orderNumber().ifPresent(o -> orders.add(NumberKeys.of(o), i));
    }
    if (!item.isSettled() && customerOf[i] >= 0) {
      openOf.add(customerOf[i], i);
      amounts.add(amountKey(item.currency(), item.openMinor()), i);
    }
  }

  private long amountKey(Currency currency, long minor) {
    return minor * 128 + currencies.computeIfAbsent(currency, c -> currencies.size());
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

  int customerOf(int item) {
    return customerOf[item];
  }

  /** The day from which an item is late, as days since 1970. */
  int dueDay(int item) {
    return dueDays[item];
  }

  RememberedPayers remembered() {
    return remembered;
  }

  HouseLimits limits() {
    return limits;
  }

  Customer customer(int index) {
    return customers.get(index);
  }

  int customerIndex(CustomerId id) {
    return customerIndex.getOrDefault(id, -1);
  }

  String normalName(int customer) {
    return normalNames[customer];
  }

  NameIndex names() {
    return names;
  }

  /** The name with which a text begins, of a customer or of who paid before; the longest. */
  Optional<String> nameAtTheStartOf(String text) {
    String[] words = text.strip().split("\\s+", LONGEST_NAME + 1);
    for (int count = Math.min(words.length, LONGEST_NAME); count > 0; count--) {
      String start = String.join(" ", List.of(words).subList(0, count));
      String normal = NameLikeness.normal(start);
      if (remembered.knows(normal) || ownNames.contains(normal)) {
        return Optional.of(start);
      }
    }
    return Optional.empty();
  }

  /** Items whose number is written so: as a whole, or its last run of digits. */
  int[] byNumber(String written, String digits) {
    int[] whole = numbers.find(NumberKeys.of(written));
    return whole.length > 0 ? whole : numbers.find(NumberKeys.of(digits));
  }

  boolean hasNumber(String digits) {
    return numbers.first(NumberKeys.of(digits)) >= 0;
  }

  /** Whether any number of ours has so many digits. */
  boolean hasNumbersOfLength(int digits) {
    return digits < 63 && (numberLengths >>> digits & 1) == 1;
  }

  /** Items that were ordered under a number written so. */
  int[] byOrder(String written) {
    return orders.find(NumberKeys.of(written));
  }

  /** Customers whose own number is written so. */
  int[] byCustomerNumber(String written) {
    return customerNumbers.find(NumberKeys.of(written));
  }

  /** Open items of exactly this amount, of whatever customer. */
  int[] byAmount(MoneyIn moneyIn) {
    return amounts.find(amountKey(moneyIn.currency(), moneyIn.amountMinor()));
  }

  /** Every open invoice in a currency. */
  List<Integer> openInvoices(Currency currency) {
    List<Integer> open = new ArrayList<>();
    for (int i = 0; i < items.size(); i++) {
      boolean invoice = items.get(i).openMinor() > 0 && customerOf[i] >= 0;
      if (invoice && items.get(i).currency().equals(currency)) {
        open.add(i);
      }
    }
    return open;
  }

  /** Open items of one customer. */
  int[] openOf(int customer) {
    return openOf.find(customer);
  }

  int[] branchesOf(int customer) {
    return branchesOf.find(customer);
  }

  /** The head office of a customer, or the customer itself. */
  int headOf(int customer) {
    return parentOf[customer] < 0 ? customer : parentOf[customer];
  }

  /** Whether one customer is the other, its head office, or its branch. */
  boolean isFamily(int one, int other) {
    return one == other
        || one >= 0 && other >= 0 && (parentOf[one] == other || parentOf[other] == one);
  }
}
