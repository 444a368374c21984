package io.sumbrel.core.matching.problem;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What one customer was billed, as habits are read from it: arranged once, and looked at for each
 * of the customer's payments.
 */
final class Billed {
  static final Billed NOTHING = new Billed(List.of());

  private final Map<String, List<OpenItem>> byNumber = new HashMap<>();
  private final Map<YearMonth, Integer> invoicesOfMonth = new HashMap<>();
  private final Map<ItemId, Integer> places = new HashMap<>();

  Billed(List<OpenItem> items) {
    List<OpenItem> invoices = new ArrayList<>();
    for (OpenItem item : items) {
      byNumber.computeIfAbsent(item.number(), n -> new ArrayList<>(1)).add(item);
      if (item.totalMinor() > 0) {
        invoices.add(item);
        invoicesOfMonth.merge(YearMonth.from(item.date()), 1, Integer::sum);
      }
    }
    invoices.sort(
        Comparator.comparing((OpenItem i) -> i.due().orElse(i.date()))
            .thenComparing(i -> i.id().number()));
    for (OpenItem invoice : invoices) {
      places.put(invoice.id(), places.size());
    }
  }

  /** The items of some numbers in one currency. */
  List<OpenItem> numbered(Set<String> numbers, Currency currency) {
    List<OpenItem> found = new ArrayList<>();
    for (String number : numbers) {
      for (OpenItem item : byNumber.getOrDefault(number, List.of())) {
        if (item.currency().equals(currency)) {
          found.add(item);
        }
      }
    }
    return found;
  }

  /** How many invoices are of a month. */
  int invoicesOf(YearMonth month) {
    return invoicesOfMonth.getOrDefault(month, 0);
  }

  /** The place among the invoices in the order of due dates; below zero for what is none. */
  int place(OpenItem item) {
    return places.getOrDefault(item.id(), -1);
  }
}
