package io.sumbrel.core.matching.problem;

import io.sumbrel.core.matching.candidate.LongIndex;
import io.sumbrel.core.matching.candidate.LongMarks;
import io.sumbrel.core.openitem.OpenItem;
import java.util.Arrays;
import java.util.TreeMap;
import java.util.function.IntUnaryOperator;

/**
 * Items that no longer stand as the indexes have them. They are few, and take little: what was
 * found after a change holds on to those of that day.
 */
final class ChangedItems {
  private static final int MARK_BITS = 12;

  private final int[] places;
  private final OpenItem[] items;
  private final LongMarks marks = new LongMarks(MARK_BITS);
  private final LongIndex byAmount = new LongIndex();
  private final LongIndex openOf = new LongIndex();

  /**
   * @param byPlace as they stand now
   * @param indexes that have them as they stood
   * @param customerOf whose item is at a place; −1 when it is nobody's
   */
  ChangedItems(
      TreeMap<Integer, OpenItem> byPlace, ItemIndexes indexes, IntUnaryOperator customerOf) {
    this.places = byPlace.keySet().stream().mapToInt(i -> i).toArray();
    this.items = byPlace.values().toArray(OpenItem[]::new);
    for (int k = 0; k < places.length; k++) {
      int customer = customerOf.applyAsInt(places[k]);
      marks.mark(places[k]);
      if (!items[k].isSettled() && customer >= 0) {
        byAmount.add(indexes.amountKey(items[k].currency(), items[k].openMinor()), places[k]);
        openOf.add(customer, places[k]);
      }
    }
  }

  int count() {
    return places.length;
  }

  boolean has(int place) {
    return at(place) >= 0;
  }

  /** An item as it stands now; the other one where it has not changed. */
  OpenItem get(int place, OpenItem otherwise) {
    int at = at(place);
    return at < 0 ? otherwise : items[at];
  }

  private int at(int place) {
    return marks.isMarked(place) ? Arrays.binarySearch(places, place) : -1;
  }

  /** Those that are open with an amount, by its key. */
  int[] byAmount(long key) {
    return byAmount.find(key);
  }

  /** Those of a customer that are open. */
  int[] openOf(int customer) {
    return openOf.find(customer);
  }

  TreeMap<Integer, OpenItem> byPlace() {
    TreeMap<Integer, OpenItem> byPlace = new TreeMap<>();
    for (int k = 0; k < places.length; k++) {
      byPlace.put(places[k], items[k]);
    }
    return byPlace;
  }
}
