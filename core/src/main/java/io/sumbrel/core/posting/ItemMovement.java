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
    /** Money that a bank account of the house is still to show. */
    ON_ITS_WAY("on its way"),
    /** A customer owes what was paid out. */
    OWED("owed again"),
    /** Open again: the bank took the money back that settled it. */
    RETURNED("returned"),
    /** Paid with another sum than was recorded: the cheque was read wrongly. */
    CORRECTED("cheque read wrongly"),
    TURNED_BACK("turned back");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Whether an item of these books' own begins with it. */
    public boolean isBeginning() {
      return this == STAYS_AS_CREDIT || this == OWED || this == ON_ITS_WAY;
    }
  }

  /** The movement with which a new credit of so much begins. */
  static ItemMovement staysAsCredit(ItemId credit, long minor) {
    return new ItemMovement(credit, Kind.STAYS_AS_CREDIT, -minor, -minor);
  }

  /** The movement with which a new debt of so much begins. */
  static ItemMovement owed(ItemId debt, long minor) {
    return new ItemMovement(debt, Kind.OWED, minor, minor);
  }

  /** The movement with which a transfer or a payment begins: above zero when it is to come in. */
  static ItemMovement onItsWay(ItemId transfer, long minor) {
    return new ItemMovement(transfer, Kind.ON_ITS_WAY, minor, minor);
  }

  ItemMovement mirrored() {
    return new ItemMovement(item, Kind.TURNED_BACK, -totalDelta, -openDelta);
  }
}
