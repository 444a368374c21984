package io.sumbrel.server.openitem;

import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;

@Entity
@Table(name = "open_item")
class OpenItemRow {
  @Id Long id;
  long booksId;

  @Enumerated(EnumType.STRING)
  ItemKind kind;

  Long customerId;
  String number;

  /** The seller, or these books: two may give one number. */
  String numberedBy;

  LocalDate itemDate;
  LocalDate dueDate;
  String currency;
  Long taxMinor;
  String orderNumber;
  String terms;
  String extra = "";
  Long arrivalId;
  Integer arrivalLine;
  @Version int version;

  static OpenItemRow of(long booksId, OpenItem item) {
    OpenItemRow row = new OpenItemRow();
    row.id = item.id().number();
    row.booksId = booksId;
    row.kind = item.kind();
    row.number = item.number();
    row.numberedBy = item.kind().isNamed() ? "SELLER" : "BOOKS";
    row.currency = item.currency().getCurrencyCode();
    row.describe(item);
    return row;
  }

  boolean isOfAList() {
    return numberedBy.equals("SELLER");
  }

  /** All that lists say of it, for the hash of that. */
  List<Object> said() {
    return Arrays.asList(
        id,
        kind,
        customerId,
        number,
        itemDate,
        dueDate,
        currency,
        taxMinor,
        orderNumber,
        terms,
        extra,
        arrivalId,
        arrivalLine);
  }

  /** Takes over what a newer list may change. */
  void describe(OpenItem item) {
    customerId = item.customer().map(CustomerId::number).orElse(null);
    itemDate = item.date();
    dueDate = item.due().orElse(null);
    taxMinor = item.taxMinor().orElse(null);
    orderNumber = item.orderNumber().orElse(null);
    terms = item.terms().map(Terms::words).orElse(null);
  }
}
