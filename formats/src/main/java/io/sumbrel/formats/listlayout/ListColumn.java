package io.sumbrel.formats.listlayout;

/** What a column of a list holds. */
public enum ListColumn {
  NOTHING("", "—", Type.TEXT),
  KEPT("", "kept as it is", Type.TEXT),
  NUMBER("number", "number of the item", Type.TEXT),
  CUSTOMER("customer", "customer's number", Type.TEXT),
  NAME("name", "customer's name", Type.TEXT),
  PARENT("parent", "head office's number", Type.TEXT),
  DATE("date", "date of the item", Type.DATE),
  DUE("due", "due date", Type.DATE),
  TOTAL("total", "total", Type.AMOUNT),
  OPEN("open", "open amount", Type.AMOUNT),
  /** The open amount of a credit note, where it stands in a column of its own. */
  CREDIT("", "credit, in a column of its own", Type.AMOUNT),
  MARK("", "invoice or credit note", Type.TEXT),
  TAX("tax", "tax in it", Type.AMOUNT),
  CURRENCY("currency", "currency", Type.TEXT),
  ORDER("order", "order number", Type.TEXT),
  TERMS("terms", "terms", Type.TEXT),
  RECEIVED("received", "date received", Type.DATE),
  METHOD("method", "how it came", Type.TEXT),
  CHEQUE("number", "cheque's number", Type.TEXT),
  AMOUNT("amount", "amount", Type.AMOUNT),
  PAYER("payer", "payer", Type.TEXT),
  PAYER_ACCOUNT("payer account", "payer's account", Type.TEXT),
  INVOICES("invoices", "invoices it pays", Type.NUMBERS),
  ACCOUNT("account", "account it went to", Type.TEXT),
  SLIP("slip", "slip", Type.TEXT),
  BANKED("banked", "date banked", Type.DATE),
  PAID("paid", "date paid", Type.DATE),
  DISCOUNT("discount", "discount", Type.AMOUNT);

  /** How a cell is read. */
  enum Type {
    TEXT,
    DATE,
    AMOUNT,
    /** Several numbers, parted by blanks, commas, semicolons or slanted lines. */
    NUMBERS
  }

  private final String ours;
  private final String words;
  private final Type type;

  ListColumn(String ours, String words, Type type) {
    this.ours = ours;
    this.words = words;
    this.type = type;
  }

  /** The column of our own form that holds it; empty when there is none. */
  String ours() {
    return ours;
  }

  public String words() {
    return words;
  }

  Type type() {
    return type;
  }

  boolean mayRepeat() {
    return this == NOTHING || this == KEPT;
  }
}
