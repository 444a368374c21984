package io.sumbrel.core.payout;

import io.sumbrel.core.deposit.RecordedId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Which sales of a payout are in the books already, because somebody recorded them when they were
 * made: one by one by the number of the sale, order or invoice, or as a day's sum.
 */
public final class RecordedSales {

  /**
   * A sale of the payout.
   *
   * @param at its place among those that were asked for
   * @param numbers the processor's name for it, and the orders or invoices that it names
   */
  public record Sale(int at, LocalDate date, long amountMinor, List<String> numbers) {}

  /** A card receipt on hand, by its own number and those that it names. */
  public record Receipt(RecordedId id, LocalDate date, long amountMinor, List<String> numbers) {}

  /** Sales that are these receipts, of equal sums. */
  public record Same(List<Sale> sales, List<Receipt> receipts) {}

  private RecordedSales() {}

  /**
   * First one by one, where amount and a number are the same and no other is; then whole days,
   * where what is left of a day's sales is the sum of what is left of its receipts.
   */
  public static List<Same> find(List<Sale> sales, List<Receipt> receipts) {
    List<Same> found = new ArrayList<>();
    Set<Integer> usedSales = new HashSet<>();
    Set<RecordedId> usedReceipts = new HashSet<>();
    for (Sale sale : sales) {
      one(sale, sales, receipts)
          .filter(r -> usedReceipts.add(r.id()))
          .ifPresent(
              r -> {
                usedSales.add(sale.at());
                found.add(new Same(List.of(sale), List.of(r)));
              });
    }
    Map<LocalDate, List<Sale>> days = new TreeMap<>();
    sales.stream()
        .filter(s -> !usedSales.contains(s.at()))
        .forEach(s -> days.computeIfAbsent(s.date(), d -> new ArrayList<>()).add(s));
    Map<LocalDate, List<Receipt>> taken = new HashMap<>();
    receipts.stream()
        .filter(r -> !usedReceipts.contains(r.id()))
        .forEach(r -> taken.computeIfAbsent(r.date(), d -> new ArrayList<>()).add(r));
    days.forEach(
        (day, sold) -> {
          List<Receipt> those = taken.getOrDefault(day, List.of());
          long sum = those.stream().mapToLong(Receipt::amountMinor).sum();
          if (!those.isEmpty() && sum == sold.stream().mapToLong(Sale::amountMinor).sum()) {
            found.add(new Same(sold, those));
          }
        });
    return found;
  }

  private static Optional<Receipt> one(Sale sale, List<Sale> sales, List<Receipt> receipts) {
    List<Receipt> same = receipts.stream().filter(r -> isSame(sale, r)).toList();
    if (same.size() != 1) {
      return Optional.empty();
    }
    boolean onlySale = sales.stream().filter(s -> isSame(s, same.get(0))).count() == 1;
    return onlySale ? Optional.of(same.get(0)) : Optional.empty();
  }

  private static boolean isSame(Sale sale, Receipt receipt) {
    return sale.amountMinor() == receipt.amountMinor()
        && sale.numbers().stream().anyMatch(n -> !n.isEmpty() && receipt.numbers().contains(n));
  }
}
