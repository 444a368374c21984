package io.sumbrel.core.tape;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.party.CustomerId;
import java.util.Map;

/**
 * What other tapes, posted and not turned back, kept back or granted before this one; minor units.
 *
 * @param thisMonth in the month of the posting, without what terms or rates grant
 * @param onItems since the item was first seen
 */
public record DifferencesBefore(Map<OfCustomer, Long> thisMonth, Map<OfItem, Sum> onItems) {
  public static final DifferencesBefore NONE = new DifferencesBefore(Map.of(), Map.of());

  /** One customer and one reason. */
  public record OfCustomer(CustomerId customer, DifferenceReason reason) {}

  /** One item and one reason. */
  public record OfItem(ItemId item, DifferenceReason reason) {}

  /**
   * @param allMinor all of it
   * @param countedMinor without what terms or rates grant
   */
  public record Sum(long allMinor, long countedMinor) {
    static final Sum NOTHING = new Sum(0, 0);
  }

  public DifferencesBefore {
    thisMonth = Map.copyOf(thisMonth);
    onItems = Map.copyOf(onItems);
  }

  long thisMonth(CustomerId customer, DifferenceReason reason) {
    return thisMonth.getOrDefault(new OfCustomer(customer, reason), 0L);
  }

  Sum on(ItemId item, DifferenceReason reason) {
    return onItems.getOrDefault(new OfItem(item, reason), Sum.NOTHING);
  }
}
