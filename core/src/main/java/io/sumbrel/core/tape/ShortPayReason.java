package io.sumbrel.core.tape;

/** Why a customer paid less, where the rest is still claimed and followed up. */
public enum ShortPayReason {
  UNKNOWN("reason not known yet"),
  DAMAGED("goods damaged"),
  QUANTITY_DISPUTED("quantity disputed"),
  PRICE_DISPUTED("price disputed"),
  DISCOUNT_NOT_DUE("discount taken, not due"),
  CHARGE_DISPUTED("charge not ours"),
  /** The card holder contests the sale: its invoice is open again. */
  CHARGED_BACK("charged back, contested");

  private final String words;

  ShortPayReason(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
