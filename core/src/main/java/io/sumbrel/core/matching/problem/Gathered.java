package io.sumbrel.core.matching.problem;

import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.PastPayment;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Very many payments, put together by what is asked for later: each of these is made once. */
final class Gathered {
  private final Map<CustomerId, List<PastPayment>> ofCustomers = new HashMap<>();
  final Map<String, Map<CustomerId, Days>> byName = new HashMap<>();
  final Map<String, Map<CustomerId, Days>> byAccount = new HashMap<>();
  private final Map<String, String> names = new HashMap<>();
  private final Map<String, String> accounts = new HashMap<>();

  void add(PastPayment payment, CustomerId customer) {
    int day = (int) payment.date().toEpochDay();
    ofCustomers.computeIfAbsent(customer, c -> new ArrayList<>()).add(payment);
    payment
        .payerName()
        .map(n -> names.computeIfAbsent(n, NameLikeness::normal))
        .ifPresent(n -> add(byName, n, customer, day, payment.isFromFile()));
    payment
        .payerAccount()
        .map(a -> accounts.computeIfAbsent(a, RememberedPayers::bare))
        .ifPresent(a -> add(byAccount, a, customer, day, payment.isFromFile()));
  }

  /** Days as they come, and how many of them are of files. */
  static final class Days {
    private final IntStream.Builder all = IntStream.builder();
    private int before;
  }

  private static void add(
      Map<String, Map<CustomerId, Days>> index,
      String key,
      CustomerId customer,
      int day,
      boolean isFromFile) {
    if (!key.isEmpty()) {
      Days days =
          index
              .computeIfAbsent(key, k -> new HashMap<>())
              .computeIfAbsent(customer, c -> new Days());
      days.all.add(day);
      days.before += isFromFile ? 1 : 0;
    }
  }

  static Map<String, Map<CustomerId, Times>> times(Map<String, Map<CustomerId, Days>> index) {
    Map<String, Map<CustomerId, Times>> times = new HashMap<>();
    index.forEach(
        (key, days) -> {
          Map<CustomerId, Times> ofKey = new HashMap<>();
          days.forEach(
              (c, d) -> ofKey.put(c, new Times(d.all.build().sorted().toArray(), d.before)));
          times.put(key, ofKey);
        });
    return times;
  }

  Map<String, String> written() {
    Map<String, String> written = new HashMap<>();
    names.forEach((bank, plain) -> written.putIfAbsent(plain, bank));
    accounts.forEach((bank, plain) -> written.putIfAbsent(plain, bank));
    return written;
  }

  Map<CustomerId, Habit> habits(Map<CustomerId, Billed> billed) {
    return ofCustomers.entrySet().parallelStream()
        .collect(
            Collectors.toMap(
                Map.Entry::getKey,
                e -> Habit.of(e.getValue(), billed.getOrDefault(e.getKey(), Billed.NOTHING))));
  }
}
