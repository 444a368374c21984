package io.sumbrel.core.tape;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.rules.HouseLimits;
import java.util.Map;

/**
 * What must be known to judge a tape.
 *
 * @param items the items it names, as they stand now
 * @param grantedThisMonth what was granted already in the month of the posting, by customer and
 *     reason, so that a limit cannot be sliced; minor units
 */
public record TapeFacts(
    Map<ItemId, OpenItem> items,
    HouseLimits limits,
    HouseLimits.Authority authority,
    Map<GrantKey, Long> grantedThisMonth) {

  /** One customer and one reason. */
  public record GrantKey(CustomerId customer, DifferenceReason reason) {}

  public TapeFacts {
    items = Map.copyOf(items);
    grantedThisMonth = Map.copyOf(grantedThisMonth);
  }
}
