package io.sumbrel.core.openitem;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A list held against the books. A list's open amount counts once, when an item is first seen;
 * afterwards the books' own open amount stands, and where the two differ a person decides.
 *
 * @param rows one for each line of the list, in its order, then one for each item that a complete
 *     list no longer names
 */
public record ListComparison(List<Row> rows) {

  /** What a row means for the books. */
  public enum Finding {
    /** First seen: brought in with its open amount. */
    NEW,
    /** Known, total and open amount agree. */
    AGREES,
    /** Known, its total was changed by the seller: a posting of its own. */
    TOTAL_CHANGED,
    /** Known, but the list holds another open amount than the books. */
    OPEN_DIFFERS,
    /** Not in a complete list, but still open in the books. */
    GONE
  }

  /**
   * @param listed empty when the item is gone from the list
   * @param ours empty when the item is new
   * @param excessMinor how far the changed total falls below what is settled already; becomes money
   *     on account, in minor units, never negative
   */
  public record Row(
      Finding finding, Optional<ListedItem> listed, Optional<OpenItem> ours, long excessMinor) {

    /** By how much the list's open amount differs from ours once its total is taken over. */
    public long differenceMinor() {
      long list = listed.map(ListedItem::openMinor).orElse(0L);
      return ours.map(o -> list - openAfterTotalChange(o)).orElse(0L);
    }

    private long openAfterTotalChange(OpenItem ours) {
      long delta = listed.map(l -> l.totalMinor() - ours.totalMinor()).orElse(0L);
      long open = ours.openMinor() + delta;
      return ours.kind().isCredit() ? Math.min(0, open) : Math.max(0, open);
    }

    /** Whether a person may choose between the books and the list. */
    public boolean isQuestion() {
      return differenceMinor() != 0;
    }
  }

  public ListComparison {
    rows = List.copyOf(rows);
  }

  /**
   * @param ours every item that a list brought, by the seller's number for it
   */
  public static ListComparison of(OpenItemList list, ListScope scope, Map<String, OpenItem> ours) {
    List<Row> rows = new ArrayList<>();
    Set<String> named = new HashSet<>();
    for (ListedItem listed : list.items()) {
      named.add(listed.number());
      rows.add(rowFor(listed, Optional.ofNullable(ours.get(listed.number()))));
    }
    if (scope == ListScope.COMPLETE) {
      ours.values().stream()
          .filter(o -> !named.contains(o.number()) && !o.isSettled())
          .sorted((a, b) -> a.number().compareTo(b.number()))
          .forEach(o -> rows.add(new Row(Finding.GONE, Optional.empty(), Optional.of(o), 0)));
    }
    return new ListComparison(rows);
  }

  private static Row rowFor(ListedItem listed, Optional<OpenItem> known) {
    if (known.isEmpty()) {
      return new Row(Finding.NEW, Optional.of(listed), known, 0);
    }
    OpenItem ours = known.get();
    long delta = listed.totalMinor() - ours.totalMinor();
    if (delta == 0) {
      Finding finding =
          listed.openMinor() == ours.openMinor() ? Finding.AGREES : Finding.OPEN_DIFFERS;
      return new Row(finding, Optional.of(listed), known, 0);
    }
    long newOpen = ours.openMinor() + delta;
    long excess = ours.kind().isCredit() ? Math.max(0, newOpen) : Math.max(0, -newOpen);
    return new Row(Finding.TOTAL_CHANGED, Optional.of(listed), known, excess);
  }
}
