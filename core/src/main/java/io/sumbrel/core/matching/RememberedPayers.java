package io.sumbrel.core.matching;

import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.PastPayment;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Who paid for whom before: by the payer's name as the bank writes it, and by the account from
 * which the money came; and how the customers were used to pay. Built once, then only read; linear
 * in the past payments.
 */
public final class RememberedPayers {
  /** Nobody is remembered. */
  public static final RememberedPayers NONE = new RememberedPayers();

  private final Map<String, Map<CustomerId, Times>> byName = new HashMap<>();
  private final Map<String, Map<CustomerId, Times>> byAccount = new HashMap<>();

  private final Map<CustomerId, Habit> habits = new HashMap<>();

  /**
   * How a customer's payments came.
   *
   * @param payments how many
   * @param discounted on how many of them a discount was taken
   */
  record Habit(int payments, int discounted) {
    private static final int FEWEST = 3;

    Habit plus(Habit other) {
      return new Habit(payments + other.payments, discounted + other.discounted);
    }

    /** On two of three payments or more. */
    boolean takesDiscounts() {
      return payments >= FEWEST && discounted * 3 >= payments * 2;
    }
  }

  /** How often, and when last. */
  private record Times(int count, LocalDate last) {
    Times plus(Times other) {
      return new Times(count + other.count, last.isAfter(other.last) ? last : other.last);
    }
  }

  /**
   * A customer for whom a payer paid before.
   *
   * @param times how often
   * @param others how often the same payer paid for somebody else
   * @param byAccount whether it is the account that is remembered
   */
  record Remembered(
      CustomerId customer, int times, int others, LocalDate last, boolean byAccount) {}

  private RememberedPayers() {}

  /**
   * @param customers those whose numbers the past payments name; payments of others are left out
   */
  public static RememberedPayers of(List<PastPayment> past, List<Customer> customers) {
    RememberedPayers payers = new RememberedPayers();
    Map<String, CustomerId> byNumber = new HashMap<>();
    customers.forEach(c -> byNumber.put(c.number(), c.id()));
    for (PastPayment payment : past) {
      CustomerId customer = byNumber.get(payment.customerNumber());
      if (customer != null) {
        Habit habit = new Habit(1, payment.discountMinor() > 0 ? 1 : 0);
        payers.habits.merge(customer, habit, Habit::plus);
        Times once = new Times(1, payment.date());
        payment
            .payerName()
            .ifPresent(n -> add(payers.byName, NameLikeness.normal(n), customer, once));
        payment.payerAccount().ifPresent(a -> add(payers.byAccount, bare(a), customer, once));
      }
    }
    return payers;
  }

  private static void add(
      Map<String, Map<CustomerId, Times>> index, String key, CustomerId customer, Times once) {
    if (!key.isEmpty()) {
      index.computeIfAbsent(key, k -> new HashMap<>()).merge(customer, once, Times::plus);
    }
  }

  private static String bare(String account) {
    return account.replaceAll("[^A-Za-z0-9]", "");
  }

  /** For whom a payer paid before, the steadiest first; an account says more than a name. */
  List<Remembered> of(Optional<String> name, Optional<String> account) {
    List<Remembered> found = new ArrayList<>();
    account.ifPresent(a -> gather(byAccount.get(bare(a)), true, found));
    name.ifPresent(n -> gather(byName.get(NameLikeness.normal(n)), false, found));
    found.sort(
        Comparator.comparing(Remembered::byAccount)
            .reversed()
            .thenComparing(Comparator.comparing(Remembered::times).reversed())
            .thenComparing(r -> r.customer().number()));
    return found;
  }

  private static void gather(
      Map<CustomerId, Times> times, boolean byAccount, List<Remembered> found) {
    if (times != null) {
      int all = times.values().stream().mapToInt(Times::count).sum();
      times.forEach(
          (customer, t) ->
              found.add(new Remembered(customer, t.count(), all - t.count(), t.last(), byAccount)));
    }
  }

  /** How a customer was used to pay; of no payments when nothing is known. */
  Habit habitOf(CustomerId customer) {
    return habits.getOrDefault(customer, new Habit(0, 0));
  }

  /** Whether somebody paid under a name before. */
  boolean knows(String normalName) {
    return byName.containsKey(normalName);
  }
}
