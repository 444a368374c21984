package io.sumbrel.core.matching.problem;

import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.rules.ForgottenPayer;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Who paid for whom before: by the payer's name as the bank writes it, and by the account from
 * which the money came; and how the customers were used to pay. Built once, linear in the payments,
 * then only read; a few more payments make another one.
 */
public final class RememberedPayers {
  /** Nobody is remembered. */
  public static final RememberedPayers NONE = of(List.of(), List.of(), List.of());

  private final Map<String, CustomerId> byNumber;
  private final Layered<String, Map<CustomerId, Times>> byName;
  private final Layered<String, Map<CustomerId, Times>> byAccount;
  private final Layered<CustomerId, Habit> habits;

  /** What customers were billed, by which their habits are read. */
  private final Map<CustomerId, Billed> billed;

  private final Set<ForgottenPayer> forgotten;

  /** How a bank wrote names and accounts, by the form in which they are compared. */
  private final Layered<String, String> written;

  /**
   * A large map of which a few entries stand otherwise.
   *
   * @param many built once, and shared
   * @param few what stands for those of the same key among the many
   */
  private record Layered<K, V>(Map<K, V> many, Map<K, V> few) {

    static <K, V> Layered<K, V> of(Map<K, V> many) {
      return new Layered<>(many, new HashMap<>());
    }

    Layered<K, V> copy() {
      return new Layered<>(many, new HashMap<>(few));
    }

    Stream<K> keys() {
      return Stream.concat(
          many.keySet().stream().filter(k -> !few.containsKey(k)), few.keySet().stream());
    }

    V get(K key, V otherwise) {
      V one = few.get(key);
      return one != null ? one : many.getOrDefault(key, otherwise);
    }
  }

  /** What is no longer remembered as before: names in plain words, accounts, customers. */
  public record Learned(Set<String> names, Set<String> accounts, Set<CustomerId> customers) {
    public static final Learned NOTHING = new Learned(Set.of(), Set.of(), Set.of());

    /** The same with those who are forgotten, or no longer. */
    Learned and(Set<ForgottenPayer> others) {
      if (others.isEmpty()) {
        return this;
      }
      Set<String> allNames = new HashSet<>(names);
      Set<String> allAccounts = new HashSet<>(accounts);
      Set<CustomerId> allCustomers = new HashSet<>(customers);
      for (ForgottenPayer other : others) {
        (other.byAccount() ? allAccounts : allNames).add(other.payer());
        allCustomers.add(other.customer());
      }
      return new Learned(allNames, allAccounts, allCustomers);
    }
  }

  /**
   * A customer for whom a payer paid before.
   *
   * @param times how often
   * @param others how often the same payer paid for somebody else
   * @param byAccount whether it is the account that is remembered
   */
  public record Remembered(
      CustomerId customer, int times, int others, LocalDate last, boolean byAccount) {}

  private RememberedPayers(
      Map<String, CustomerId> byNumber,
      Layered<String, Map<CustomerId, Times>> byName,
      Layered<String, Map<CustomerId, Times>> byAccount,
      Layered<CustomerId, Habit> habits,
      Map<CustomerId, Billed> billed,
      Set<ForgottenPayer> forgotten,
      Layered<String, String> written) {
    this.forgotten = forgotten;
    this.written = written;
    this.byNumber = byNumber;
    this.byName = byName;
    this.byAccount = byAccount;
    this.habits = habits;
    this.billed = billed;
  }

  /**
   * @param customers those whose numbers the past payments name; payments of others are left out
   * @param items what is known of the items that they settled
   */
  public static RememberedPayers of(
      List<PastPayment> past, List<Customer> customers, List<OpenItem> items) {
    Map<String, CustomerId> byNumber = new HashMap<>();
    customers.forEach(c -> byNumber.put(c.number(), c.id()));
    Map<CustomerId, List<OpenItem>> itemsOf = new HashMap<>();
    for (OpenItem item : items) {
      item.customer().ifPresent(c -> itemsOf.computeIfAbsent(c, k -> new ArrayList<>()).add(item));
    }
    Map<CustomerId, Billed> billed = new HashMap<>();
    itemsOf.forEach((customer, all) -> billed.put(customer, new Billed(all)));
    Gathered gathered = new Gathered();
    for (PastPayment payment : past) {
      CustomerId customer = byNumber.get(payment.customerNumber());
      if (customer != null) {
        gathered.add(payment, customer);
      }
    }
    return new RememberedPayers(
        byNumber,
        Layered.of(Gathered.times(gathered.byName)),
        Layered.of(Gathered.times(gathered.byAccount)),
        Layered.of(gathered.habits(billed)),
        billed,
        Set.of(),
        Layered.of(gathered.written()));
  }

  /** The same, but for what somebody said is not to be remembered. */
  public RememberedPayers forgetting(Set<ForgottenPayer> said) {
    return new RememberedPayers(byNumber, byName, byAccount, habits, billed, asRead(said), written);
  }

  /** Names as they were written down, and as they are compared now. */
  public static Set<ForgottenPayer> asRead(Set<ForgottenPayer> said) {
    return said.stream()
        .flatMap(
            f ->
                f.byAccount()
                    ? Stream.of(f)
                    : Stream.of(
                        f, new ForgottenPayer(NameLikeness.normal(f.payer()), false, f.customer())))
        .collect(Collectors.toUnmodifiableSet());
  }

  /**
   * The same after some payments more and others less: as if these had been, or not been, among the
   * past payments.
   */
  public RememberedPayers after(List<PastPayment> come, List<PastPayment> gone) {
    RememberedPayers after =
        new RememberedPayers(
            byNumber,
            byName.copy(),
            byAccount.copy(),
            habits.copy(),
            billed,
            forgotten,
            written.copy());
    come.forEach(payment -> after.learn(payment, true));
    gone.forEach(payment -> after.learn(payment, false));
    return after;
  }

  /** Whom and what some payments teach something about. */
  public Learned taughtBy(List<PastPayment> payments) {
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
      Billed of = billed.getOrDefault(customer, Billed.NOTHING);
      habits.few.put(customer, habitOf(customer).and(payment, of, more ? 1 : -1));
      payment
          .payerName()
          .ifPresent(n -> change(byName, spelled(NameLikeness.normal(n), n), payment, more));
      payment.payerAccount().ifPresent(a -> change(byAccount, spelled(bare(a), a), payment, more));
    }
  }

  private String spelled(String key, String asWritten) {
    if (written.get(key, "").isEmpty()) {
      written.few.put(key, asWritten);
    }
    return key;
  }

  /** What others read is never changed: the entry of a key is made anew. */
  private void change(
      Layered<String, Map<CustomerId, Times>> index,
      String key,
      PastPayment payment,
      boolean more) {
    if (!key.isEmpty()) {
      CustomerId customer = byNumber.get(payment.customerNumber());
      Map<CustomerId, Times> times = new HashMap<>(index.get(key, Map.of()));
      int day = (int) payment.date().toEpochDay();
      times.compute(customer, (c, t) -> more ? Times.with(t, day) : Times.without(t, day));
      index.few.put(key, times);
    }
  }

  /** The number of an account as it is compared: letters and digits alone. */
  public static String bare(String account) {
    return account.replaceAll("[^A-Za-z0-9]", "");
  }

  /** For whom a payer paid before, the steadiest first; an account says more than a name. */
  public List<Remembered> of(Optional<String> name, Optional<String> account) {
    List<Remembered> found = new ArrayList<>();
    account.map(RememberedPayers::bare).ifPresent(a -> gather(a, true, found));
    name.map(NameLikeness::normal).ifPresent(n -> gather(n, false, found));
    found.sort(
        Comparator.comparing(Remembered::byAccount)
            .reversed()
            .thenComparing(Comparator.comparing(Remembered::times).reversed())
            .thenComparing(r -> r.customer().number()));
    return found;
  }

  private void gather(String payer, boolean account, List<Remembered> found) {
    Map<CustomerId, Times> times = standing(payer, account);
    int all = times.values().stream().mapToInt(Times::count).sum();
    times.forEach(
        (customer, t) ->
            found.add(new Remembered(customer, t.count(), all - t.count(), t.last(), account)));
  }

  /** What is remembered of a payer, without what is to be forgotten. */
  private Map<CustomerId, Times> standing(String payer, boolean account) {
    Map<CustomerId, Times> times = (account ? byAccount : byName).get(payer, Map.of());
    if (forgotten.isEmpty()) {
      return times;
    }
    Map<CustomerId, Times> standing = new HashMap<>(times);
    standing
        .keySet()
        .removeIf(customer -> forgotten.contains(new ForgottenPayer(payer, account, customer)));
    return standing;
  }

  /**
   * A payer as it stands in the list of those that are remembered.
   *
   * @param payer a name in plain words, or the letters and digits of an account
   * @param times how often it paid for the customer
   * @param before how many of these times were before these books
   */
  public record Known(
      String payer, boolean byAccount, CustomerId customer, int times, int before, LocalDate last) {
    private static final Comparator<Known> NEWEST_FIRST =
        Comparator.comparing(Known::last)
            .reversed()
            .thenComparing(Known::payer)
            .thenComparing(k -> k.customer.number());

    static Known of(String payer, boolean byAccount, CustomerId customer, Times times) {
      return new Known(payer, byAccount, customer, times.count(), times.before(), times.last());
    }

    /** What must be forgotten so that it is remembered no more. */
    public ForgottenPayer toForget() {
      return new ForgottenPayer(payer, byAccount, customer);
    }
  }

  /** All that are remembered and meet a condition, who paid last first. */
  public List<Known> all(Predicate<Known> wanted) {
    return Stream.concat(known(byName, false), known(byAccount, true))
        .filter(k -> !forgotten.contains(k.toForget()))
        .filter(wanted)
        .sorted(Known.NEWEST_FIRST)
        .toList();
  }

  private static Stream<Known> known(
      Layered<String, Map<CustomerId, Times>> index, boolean account) {
    return index
        .keys()
        .flatMap(
            payer ->
                index.get(payer, Map.of()).entrySet().stream()
                    .map(e -> Known.of(payer, account, e.getKey(), e.getValue())));
  }

  /** How a customer was used to pay; of no payments when nothing is known. */
  public Habit habitOf(CustomerId customer) {
    return habits.get(customer, Habit.NONE);
  }

  /** A payer as its bank wrote it: the name or the account behind the form that is compared. */
  public String written(String payer) {
    return written.get(payer, payer);
  }

  /** Whether somebody paid under a name before. */
  public boolean knows(String normalName) {
    return !standing(normalName, false).isEmpty();
  }
}
