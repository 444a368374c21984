package io.sumbrel.core.receipt;

import static java.time.temporal.ChronoUnit.DAYS;

import io.sumbrel.core.money.Money;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Entries of banks by what they come to, so that one finds those that show as much the other way: a
 * mistake of the bank and its correction, the two halves of an own transfer. Immutable.
 */
public final class OppositeSums {
  private final Map<Money, List<MoneyIn>> byAmount = new HashMap<>();

  /**
   * @param pile what is to be explained; what is no entry of a bank is left out
   */
  public OppositeSums(Collection<MoneyIn> pile) {
    pile.stream()
        .filter(m -> m.bankLine().isPresent())
        .forEach(m -> byAmount.computeIfAbsent(m.amount(), a -> new ArrayList<>(1)).add(m));
  }

  /** On the same bank account, within so many days, the nearest in time first. */
  public List<MoneyIn> onTheSameAccount(MoneyIn entry, int days) {
    return of(entry, true, days);
  }

  /** The same on other bank accounts. */
  public List<MoneyIn> onOtherAccounts(MoneyIn entry, int days) {
    return of(entry, false, days);
  }

  private List<MoneyIn> of(MoneyIn entry, boolean sameAccount, int days) {
    if (entry.bankLine().isEmpty()) {
      return List.of();
    }
    long account = entry.bankLine().get().account();
    return byAmount.getOrDefault(entry.amount().negated(), List.of()).stream()
        .filter(m -> m.bankLine().get().account() == account == sameAccount)
        .filter(m -> apart(m, entry) <= days)
        .sorted(Comparator.comparing(m -> apart(m, entry)))
        .toList();
  }

  private static long apart(MoneyIn one, MoneyIn other) {
    return Math.abs(DAYS.between(one.bookingDate(), other.bookingDate()));
  }
}
