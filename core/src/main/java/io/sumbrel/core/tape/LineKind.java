package io.sumbrel.core.tape;

import io.sumbrel.core.difference.DifferenceReason;

/** The kinds of line on a tape. The side of a line comes from its kind; nobody types a sign. */
public enum LineKind {
  /** Money that a bank or a tax office kept on the way to us. */
  KEPT_BACK(1, "kept back on the way"),
  /** What we let the customer off. */
  GRANTED(1, "granted"),
  /** A credit note or money on account that is used up. */
  CREDIT_USED(1, "credit used"),
  /** The whole amount by which an item falls. */
  SETTLES(-1, "settles"),
  /** Money that is no customer's. */
  TO_ACCOUNT(-1, "to an account"),
  /** Goes to another bank account of the house, or comes from there. */
  TRANSFER(-1, "own transfer"),
  /** An item that a receipt settled, of which the bank takes the money back. */
  REOPENS(1, "opens again"),
  /** A credit that was used with a receipt, and is there again. */
  CREDIT_BACK(-1, "credit open again"),
  /** What was kept back or granted with a receipt goes back with it. */
  TAKEN_BACK(-1, "taken back"),
  /** A named customer owes it: a payment that came back, a charge that is passed on. */
  OWED(1, "owed by the customer"),
  /** Stays as credit of one named customer. */
  ON_ACCOUNT(-1, "on account"),
  /** Stays as credit of a payer whom nobody knows yet. */
  UNIDENTIFIED(-1, "unidentified"),
  /** A credit that is decided to be paid back; the bank shows it later. */
  TO_PAY(-1, "to be paid back");

  private final int side;
  private final String words;

  LineKind(int side, String words) {
    this.side = side;
    this.words = words;
  }

  /** The kind of line on which a reason stands. */
  public static LineKind of(DifferenceReason reason) {
    return reason.side() == DifferenceReason.Side.KEPT_BACK ? KEPT_BACK : GRANTED;
  }

  public String words() {
    return words;
  }

  /** Whether it undoes a part of a receipt, which it names. */
  public boolean isOfReturn() {
    return this == REOPENS || this == CREDIT_BACK || this == TAKEN_BACK;
  }

  /**
   * {@code 1} when the line adds to what is to be placed, {@code -1} when it places.
   *
   * @param paidOut whether the tape explains money that left the bank: what goes to an account or
   *     to another bank then brings the sum back towards zero from below
   */
  public int side(boolean paidOut) {
    return paidOut && (this == TO_ACCOUNT || this == TRANSFER) ? 1 : side;
  }
}
