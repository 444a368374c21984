package io.sumbrel.core.openitem;

import java.util.List;

/** A list of open items as one file holds it, in the order of its lines. */
public record OpenItemList(List<ListedItem> items) {
  public OpenItemList {
    items = List.copyOf(items);
  }
}
