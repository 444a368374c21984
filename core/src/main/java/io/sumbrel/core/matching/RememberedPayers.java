package io.sumbrel.core.matching;

import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.PastPayment;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Who paid for whom before: by the payer's name as the bank writes it, and by the account from
 * which the money came; and how the customers were used to pay. Built once, linear in the payments,
 * then only read; a few more payments make another one.
 */
public final class RememberedPayers {
  /** Nobody is remembered. */
  public static final RememberedPayers NONE = of(List.of(), List.of());

  private final Map<String, CustomerId> byNumber;
  private final Index byName;
  private final Index byAccount;
  private final Map<CustomerId, Habit> habits;

  /** What stands for those of the same customer among the habits. */
  private final Map<CustomerId, Habit> fewHabits;

  /**
   * Times by what was written and by customer.
   *
   * @param many built once, and shared
   * @param few what stands for those of the same key among the many
   */
  private record Index(
      Map<String, Map<CustomerId, Times>> many, Map<String, Map<CustomerId, Times>> few) {

    static Index empty() {
      return new Index(new HashMap<>(), new HashMap<>());
    }

    Index copy() {
      return new Index(many, new HashMap<>(few));
    }

    /** All together, to be shared. */
    Index settled() {
      Map<String, Map<CustomerId, Times>> all = new HashMap<>(many);
      all.putAll(few);
      return new Index(all, new HashMap<>());
    }

    Map<CustomerId, Times> of(String key) {
      return few.containsKey(key) ? few.get(key) : many.getOrDefault(key, Map.of());
    }

    /** What others read is never changed: the entry of a key is made anew. */
    void change(String key, CustomerId customer, LocalDate date, boolean more) {
      if (!key.isEmpty()) {
        Map<CustomerId, Times> times = new HashMap<>(of(key));
        int day = (int) date.toEpochDay();
        times.compute(customer, (c, t) -> more ? Times.with(t, day) : Times.without(t, day));
        few.put(key, times);
      }
    }
  }

  /** What is no longer remembered as before: names in plain words, accounts, customers. */
  record Learned(Set<String> names, Set<String> accounts, Set<CustomerId> customers) {
    static final Learned NOTHING = new Learned(Set.of(), Set.of(), Set.of());
  }

  /**
   * How a customer's payments came.
   *
   * @param payments how many
   * @param discounted on how many of them a discount was taken
   */
  record Habit(int payments, int discounted) {
    private static final int FEWEST = 3;

    Habit and(int more, int moreDiscounted) {
      return new Habit(payments + more, discounted + moreDiscounted);
    }

    /** On two of three payments or more. */
    boolean takesDiscounts() {
      return payments >= FEWEST && discounted * 3 >= payments * 2;
    }
  }

  /** The days on which somebody paid, rising, as days since 1970. */
  private record Times(int[] days) {
    int count() {
      return days.length;
    }

    LocalDate last() {
      return LocalDate.ofEpochDay(days[days.length - 1]);
    }

    static Times with(Times times, int day) {
      int[] then = times == null ? new int[0] : times.days;
      int[] now = Arrays.copyOf(then, then.length + 1);
      now[then.length] = day;
      Arrays.sort(now);
      return new Times(now);
    }

    static Times without(Times times, int day) {
      int at = times == null ? -1 : Arrays.binarySearch(times.days, day);
      if (at < 0) {
        return times;
      }
      int[] now = new int[times.days.length - 1];
      System.arraycopy(times.days, 0, now, 0, at);
      System.arraycopy(times.days, at + 1, now, at, now.length - at);
      return now.length == 0 ? null : new Times(now);
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

  private RememberedPayers(
      Map<String, CustomerId> byNumber,
      Index byName,
      Index byAccount,
      Map<CustomerId, Habit> habits,
      Map<CustomerId, Habit> fewHabits) {
    this.byNumber = byNumber;
    this.byName = byName;
    this.byAccount = byAccount;
    this.habits = habits;
    this.fewHabits = fewHabits;
  }

  /**
   * @param customers those whose numbers the past payments name; payments of others are left out
   */
  public static RememberedPayers of(List<PastPayment> past, List<Customer> customers) {
    Map<String, CustomerId> byNumber = new HashMap<>();
    customers.forEach(c -> byNumber.put(c.number(), c.id()));
    RememberedPayers payers =
        new RememberedPayers(byNumber, Index.empty(), Index.empty(), Map.of(), new HashMap<>());
    past.forEach(payment -> payers.learn(payment, true));
    return new RememberedPayers(
        byNumber,
        payers.byName.settled(),
        payers.byAccount.settled(),
        payers.fewHabits,
        new HashMap<>());
  }

  /**
   * The same after some payments more and others less: as if these had been, or not been, among the
   * past payments.
   */
  public RememberedPayers after(List<PastPayment> come, List<PastPayment> gone) {
    RememberedPayers after =
        new RememberedPayers(
            byNumber, byName.copy(), byAccount.copy(), habits, new HashMap<>(fewHabits));
    come.forEach(payment -> after.learn(payment, true));
    gone.forEach(payment -> after.learn(payment, false));
    return after;
  }

  /** Whom and what some payments teach something about. */
  Learned taughtBy(List<PastPayment> payments) {
    Set<String> names = new HashSet<>();
    Set<String> accounts = new HashSet<>();
    Set<CustomerId> customers = new HashSet<>();
    for (PastPayment payment : payments) {
      payment.payerName().map(NameLikeness::normal).ifPresent(names::add);
      payment.payerAccount().map(RememberedPayers::bare).ifPresent(accounts::add);
      Optional.ofNullable(byNumber.get(payment.customerNumber())).ifPresent(customers::add);
    }
    return new Learned(names, accounts, customers);
  }

  private void learn(PastPayment payment, boolean more) {
    CustomerId customer = byNumber.get(payment.customerNumber());
    if (customer != null) {
      int sign = more ? 1 : -1;
      int discounted = payment.discountMinor() > 0 ? sign : 0;
      fewHabits.put(customer, habitOf(customer).and(sign, discounted));
      payment
          .payerName()
          .ifPresent(n -> byName.change(NameLikeness.normal(n), customer, payment.date(), more));
      payment
          .payerAccount()
          .ifPresent(a -> byAccount.change(bare(a), customer, payment.date(), more));
    }
  }

  static String bare(String account) {
    return account.replaceAll("[^A-Za-z0-9]", "");
  }

  /** For whom a payer paid before, the steadiest first; an account says more than a name. */
  List<Remembered> of(Optional<String> name, Optional<String> account) {
    List<Remembered> found = new ArrayList<>();
    account.ifPresent(a -> gather(byAccount.of(bare(a)), true, found));
    name.ifPresent(n -> gather(byName.of(NameLikeness.normal(n)), false, found));
    found.sort(
        Comparator.comparing(Remembered::byAccount)
            .reversed()
            .thenComparing(Comparator.comparing(Remembered::times).reversed())
            .thenComparing(r -> r.customer().number()));
    return found;
  }

  private static void gather(
      Map<CustomerId, Times> times, boolean byAccount, List<Remembered> found) {
    int all = times.values().stream().mapToInt(Times::count).sum();
    times.forEach(
        (customer, t) ->
            found.add(new Remembered(customer, t.count(), all - t.count(), t.last(), byAccount)));
  }

  /** How a customer was used to pay; of no payments when nothing is known. */
  Habit habitOf(CustomerId customer) {
    Habit few = fewHabits.get(customer);
    return few != null ? few : habits.getOrDefault(customer, new Habit(0, 0));
  }

  /** Whether somebody paid under a name before. */
  boolean knows(String normalName) {
    return !byName.of(normalName).isEmpty();
  }
}
