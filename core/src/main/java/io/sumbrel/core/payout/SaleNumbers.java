package io.sumbrel.core.payout;

import io.sumbrel.core.deposit.MemberKind;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * To which sale the rows of a processor belong. Some processors give what they pay back a number of
 * its own, and name the sale's order alone; common practice.
 */
public final class SaleNumbers {
  private SaleNumbers() {}

  /**
   * A row of a payout.
   *
   * @param place the line of its file: what a line says belongs together
   * @param number of the processor; may be empty
   * @param order of the shop; may be empty
   */
  public record Row(MemberKind kind, int place, String number, String order) {
    /** What a sale is called: the processor's number for it, else that of its order. */
    public String called() {
      return number.isEmpty() ? order : number;
    }

    /** Whether it undoes a sale. */
    public boolean takesBack() {
      return kind == MemberKind.REFUND || kind == MemberKind.CHARGEBACK;
    }
  }

  /** A sale that the processor told of before. */
  public record Sale(String called, String order) {}

  /**
   * What the sale of each row is called, in the order of the rows. What takes back a sale that is
   * not known by its number belongs to the one sale of its order; where there are two, to none.
   */
  public static List<String> of(List<Row> rows, List<Sale> before) {
    Set<String> known = new HashSet<>();
    Map<String, Set<String>> ofOrder = new HashMap<>();
    Stream.concat(
            before.stream(),
            rows.stream()
                .filter(r -> r.kind() == MemberKind.SALE)
                .map(r -> new Sale(r.called(), r.order())))
        .forEach(
            s -> {
              known.add(s.called());
              ofOrder.computeIfAbsent(s.order(), o -> new HashSet<>()).add(s.called());
            });
    Map<Integer, String> byOrder = new HashMap<>();
    for (Row row : rows) {
      Set<String> sales = ofOrder.getOrDefault(row.order(), Set.of());
      if (row.takesBack()
          && !known.contains(row.called())
          && !row.order().isEmpty()
          && sales.size() == 1) {
        byOrder.put(row.place(), sales.iterator().next());
      }
    }
    return rows.stream()
        .map(
            r ->
                r.kind() == MemberKind.SALE
                    ? r.called()
                    : byOrder.getOrDefault(r.place(), r.called()))
        .toList();
  }
}
