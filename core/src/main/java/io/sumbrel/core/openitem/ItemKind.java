package io.sumbrel.core.openitem;

/** What an open item is. Invoices are open above zero, credits below. */
public enum ItemKind {
  INVOICE("invoice"),
  CREDIT_NOTE("credit note"),
  /** Money of a known customer that was placed on no item. */
  ON_ACCOUNT("on account"),
  /** Money of an unknown payer. */
  UNIDENTIFIED("unidentified");

  private final String words;

  ItemKind(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** Whether who pays may name it: by a number that stands on a document. */
  public boolean isNamed() {
    return this == INVOICE || this == CREDIT_NOTE;
  }

  /** Whether its open amount is below zero: we owe it, or may use it. */
  public boolean isCredit() {
    return this != INVOICE;
  }
}
