package io.sumbrel.server.arrivals;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemsRead;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.ObjectMapper;

/**
 * Takes over a list of open items: rows 2 and 3 of the posting table, as one posting. A list's open
 * amount counts once, when an item is first seen.
 */
@Component
class ReadOpenItems {
  private final Items items;
  private final Customers customers;
  private final Ledger ledger;
  private final Houses houses;
  private final ObjectMapper json;

  ReadOpenItems(Items items, Customers customers, Ledger ledger, Houses houses, ObjectMapper json) {
    this.items = items;
    this.customers = customers;
    this.ledger = ledger;
    this.houses = houses;
    this.json = json;
  }

  @Transactional(propagation = Propagation.MANDATORY)
  void read(Actor actor, ArrivalRow arrival, OpenItemList list, AcceptFile.Acceptance how) {
    houses.lock(actor.booksId());
    LocalDate today = houses.businessDate(actor.booksId());
    Map<String, CustomerId> customerIds = customers.bringIn(actor.booksId(), named(list));
    ListComparison comparison =
        ListComparison.of(
            list,
            how.scope(),
            items.lockNumbered(actor.booksId(), numbers(list), how.scope() == ListScope.COMPLETE));
    ItemsRead read =
        ItemsRead.of(
            comparison,
            row -> how.choices().getOrDefault(numberOf(row), ListChoice.KEEP_OURS),
            new ItemsRead.Means(
                customerIds, ledger.nextNumber(actor.booksId(), today), today, items::nextId));
    items.describe(actor.booksId(), described(comparison, read));
    if (!read.movements().isEmpty()) {
      Ledger.Source source =
          new Ledger.Source(
              Optional.of(arrival.id), Optional.empty(), i -> origin(arrival, read, i));
      ledger.append(actor, read, source, "items-read", arrival.fileName);
    }
    count(arrival, comparison);
  }

  /** How a list compares with the books as they are now. */
  @Transactional(readOnly = true)
  ListComparison compared(long booksId, OpenItemList list, ListScope scope) {
    return ListComparison.of(
        list, scope, items.numbered(booksId, numbers(list), scope == ListScope.COMPLETE));
  }

  private static List<String> numbers(OpenItemList list) {
    return list.items().stream().map(ListedItem::number).toList();
  }

  /** Of the known items those of which the list says something else than the books. */
  private List<Items.Described> described(ListComparison comparison, ItemsRead read) {
    Map<ItemId, OpenItem> ours = new HashMap<>();
    comparison.rows().forEach(r -> r.ours().ifPresent(o -> ours.put(o.id(), o)));
    Map<ItemId, String> extras = items.extras(read.described().stream().map(OpenItem::id).toList());
    return read.described().stream()
        .map(i -> new Items.Described(i, extra(read.listed().get(i.id()))))
        .filter(
            d ->
                !d.item().equals(ours.get(d.item().id()))
                    || !d.extra().equals(extras.get(d.item().id())))
        .toList();
  }

  /**
   * Numbers and names are kept whole or not at all.
   *
   * @throws io.sumbrel.core.refusal.Refusal {@code too-long} with the line
   */
  static void requireFits(OpenItemList list) {
    for (ListedItem item : list.items()) {
      String line = "Line " + item.line() + ": ";
      Column.whole(line + "the number of the item", item.number(), 60);
      Column.whole(line + "the number of the customer", item.customerNumber(), 40);
      Column.whole(line + "the name of the customer", item.customerName(), 120);
      Column.whole(line + "the number of the head office", item.parentNumber().orElse(""), 40);
      Column.whole(line + "the order number", item.orderNumber().orElse(""), 60);
    }
  }

  private static void count(ArrivalRow arrival, ListComparison comparison) {
    for (ListComparison.Row row : comparison.rows()) {
      if (row.finding() == ListComparison.Finding.NEW) {
        arrival.acceptedCount++;
      } else if (row.listed().isPresent()) {
        arrival.knownCount++;
        arrival.knownMinor += row.listed().get().openMinor();
      }
    }
  }

  static String numberOf(ListComparison.Row row) {
    return row.listed()
        .map(ListedItem::number)
        .or(() -> row.ours().map(OpenItem::number))
        .orElseThrow();
  }

  private static List<Customers.Named> named(OpenItemList list) {
    List<Customers.Named> named = new ArrayList<>();
    for (ListedItem item : list.items()) {
      named.add(
          new Customers.Named(
              item.customerNumber(), item.customerName(), item.parentNumber().orElse("")));
    }
    return named;
  }

  private Items.Origin origin(ArrivalRow arrival, ItemsRead read, OpenItem item) {
    Optional<ListedItem> row = Optional.ofNullable(read.listed().get(item.id()));
    return new Items.Origin(
        Optional.of(arrival.id), row.map(ListedItem::line), row.map(this::extra).orElse(""));
  }

  private String extra(ListedItem listed) {
    return listed.extra().isEmpty()
        ? ""
        : Column.whole(
            "Line %d: all further columns together".formatted(listed.line()),
            json.writeValueAsString(listed.extra()),
            4000);
  }
}
