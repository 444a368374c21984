package io.sumbrel.core.posting;

import io.sumbrel.core.openitem.ItemId;

/**
 * What a posting does to one item. The sum of an item's movements is its total and its open amount.
 *
 * @param totalDelta change of what was billed, in minor units
 * @param openDelta change of what is open, in minor units
 */
public record ItemMovement(ItemId item, Kind kind, long totalDelta, long openDelta) {

  /** Why an item moves. */
  public enum Kind {
    FIRST_SEEN("first seen"),
    TOTAL_CHANGED("total changed"),
    SETTLED_ELSEWHERE("settled elsewhere"),
    CUSTOMER_CHANGED("billed to another customer"),
    /** A placing: what one tape does to one item. */
    PLACED("placed"),
    /** A new credit that a tape or a lowered total leaves. */
    STAYS_AS_CREDIT("stays as credit"),
    TURNED_BACK("turned back");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** The movement with which a new credit of so much begins. */
  static ItemMovement staysAsCredit(ItemId credit, long minor) {
    return new ItemMovement(credit, Kind.STAYS_AS_CREDIT, -minor, -minor);
  }

  ItemMovement mirrored() {
    return new ItemMovement(item, Kind.TURNED_BACK, -totalDelta, -openDelta);
  }
}
