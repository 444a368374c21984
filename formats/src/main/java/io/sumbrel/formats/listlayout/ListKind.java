package io.sumbrel.formats.listlayout;

import io.sumbrel.formats.FileKind;
import java.util.List;
import java.util.Set;

/** A list that a house has of its own, whose columns may have any names. */
public enum ListKind {
  OPEN_ITEMS(
      "open items",
      FileKind.OPEN_ITEMS_CSV,
      List.of(
          ListColumn.NUMBER,
          ListColumn.CUSTOMER,
          ListColumn.NAME,
          ListColumn.DATE,
          ListColumn.DUE,
          ListColumn.TOTAL,
          ListColumn.OPEN,
          ListColumn.CREDIT,
          ListColumn.MARK,
          ListColumn.TAX,
          ListColumn.CURRENCY,
          ListColumn.ORDER,
          ListColumn.TERMS,
          ListColumn.PARENT,
          ListColumn.KEPT),
      List.of(
          Set.of(ListColumn.NUMBER),
          Set.of(ListColumn.DATE),
          Set.of(ListColumn.CUSTOMER, ListColumn.NAME),
          Set.of(ListColumn.OPEN, ListColumn.TOTAL))),
  PAST_PAYMENTS(
      "past payments",
      FileKind.PAST_PAYMENTS_CSV,
      List.of(
          ListColumn.PAID,
          ListColumn.PAYER,
          ListColumn.PAYER_ACCOUNT,
          ListColumn.AMOUNT,
          ListColumn.CURRENCY,
          ListColumn.CUSTOMER,
          ListColumn.INVOICES,
          ListColumn.DISCOUNT),
      List.of(
          Set.of(ListColumn.PAID),
          Set.of(ListColumn.PAYER),
          Set.of(ListColumn.AMOUNT),
          Set.of(ListColumn.CUSTOMER))),
  RECEIPTS(
      "receipts on hand or at the bank",
      FileKind.RECEIPTS_CSV,
      List.of(
          ListColumn.RECEIVED,
          ListColumn.METHOD,
          ListColumn.CHEQUE,
          ListColumn.AMOUNT,
          ListColumn.CURRENCY,
          ListColumn.PAYER,
          ListColumn.INVOICES,
          ListColumn.ACCOUNT,
          ListColumn.SLIP,
          ListColumn.BANKED),
      List.of(Set.of(ListColumn.RECEIVED), Set.of(ListColumn.METHOD), Set.of(ListColumn.AMOUNT)));

  private final String words;
  private final FileKind file;
  private final List<ListColumn> columns;
  private final List<Set<ListColumn>> wanted;

  ListKind(String words, FileKind file, List<ListColumn> columns, List<Set<ListColumn>> wanted) {
    this.words = words;
    this.file = file;
    this.columns = columns;
    this.wanted = wanted;
  }

  public String words() {
    return words;
  }

  /** As what such a list is taken in. */
  public FileKind file() {
    return file;
  }

  /** What its columns may hold, besides nothing. */
  public List<ListColumn> columns() {
    return columns;
  }

  /** Of each of these one column at least is there. */
  List<Set<ListColumn>> wanted() {
    return wanted;
  }

  /** The column that tells one row from another: a row without it and without a date is none. */
  ListColumn key() {
    return this == OPEN_ITEMS ? ListColumn.NUMBER : ListColumn.AMOUNT;
  }
}
