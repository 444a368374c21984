package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import java.util.Currency;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Sums in minor units, each under what it is a sum of; what is not there stands at nothing. */
final class Balances {
  private final Map<String, Long> byKey = new TreeMap<>();

  /** What an account stands at in one currency. */
  static String key(AccountCode account, Currency currency) {
    return "Account " + account.code() + " in " + currency;
  }

  void add(String key, long minor) {
    byKey.merge(key, minor, Long::sum);
  }

  Map<String, Long> byKey() {
    return byKey;
  }

  /** Of what there are sums, here or there. */
  Set<String> keysWith(Balances other) {
    Set<String> keys = new TreeSet<>(byKey.keySet());
    keys.addAll(other.byKey.keySet());
    return keys;
  }

  /** Whether the sum is the same there. */
  boolean meets(Balances other, String key) {
    return byKey.getOrDefault(key, 0L).equals(other.byKey.getOrDefault(key, 0L));
  }
}
