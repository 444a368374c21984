package io.sumbrel.server.arrivals;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.ListReading;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingTable;
import io.sumbrel.core.posting.TapePosting;
import io.sumbrel.server.books.BooksNames;
import io.sumbrel.server.books.Customers;
import io.sumbrel.server.books.Items;
import io.sumbrel.server.books.Ledger;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import java.time.LocalDate;
import java.util.ArrayList;
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
  private final BooksNames books;
  private final ObjectMapper json;

  ReadOpenItems(
      Items items, Customers customers, Ledger ledger, BooksNames books, ObjectMapper json) {
    this.items = items;
    this.customers = customers;
    this.ledger = ledger;
    this.books = books;
    this.json = json;
  }

  @Transactional(propagation = Propagation.MANDATORY)
  void read(Actor actor, ArrivalRow arrival, OpenItemList list, AcceptFile.Acceptance how) {
    LocalDate today = books.businessDate(actor.booksId());
    Map<String, CustomerId> customerIds = customers.bringIn(actor.booksId(), named(list));
    items.lockAll(actor.booksId());
    ListComparison comparison =
        ListComparison.of(list, how.scope(), items.byNumber(actor.booksId()));
    ListReading reading =
        ListReading.of(
            comparison, row -> how.choices().getOrDefault(numberOf(row), ListChoice.KEEP_OURS));
    Taking taking = new Taking(actor, arrival, customerIds, today);
    redescribe(actor, comparison, customerIds, taking);
    reading.effects().forEach(taking::take);
    if (!taking.movements.isEmpty()) {
      Ledger.Act act =
          new Ledger.Act(
              PostingKind.ITEMS_READ,
              PostingTable.itemsRead(taking.moves, today),
              taking.movements,
              Optional.empty(),
              Optional.empty(),
              Optional.of(arrival.id),
              Optional.empty());
      ledger.append(actor, act, "items-read", arrival.fileName);
    }
    count(arrival, comparison);
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

  /** Known items take over dates, terms, order number, extra columns, and their customer. */
  private void redescribe(
      Actor actor, ListComparison comparison, Map<String, CustomerId> customerIds, Taking taking) {
    for (ListComparison.Row row : comparison.rows()) {
      if (row.listed().isEmpty() || row.ours().isEmpty()) {
        continue;
      }
      OpenItem ours = row.ours().get();
      ListedItem listed = row.listed().get();
      OpenItem now = described(listed, ours, customerIds);
      if (!now.customer().equals(ours.customer())) {
        taking.rebill(ours, now);
      }
      items.describe(now, extra(listed));
    }
  }

  private static OpenItem described(
      ListedItem listed, OpenItem ours, Map<String, CustomerId> customerIds) {
    return new OpenItem(
        ours.id(),
        ours.kind(),
        Optional.of(customerIds.get(listed.customerNumber())),
        ours.number(),
        listed.date(),
        listed.due(),
        ours.currency(),
        ours.totalMinor(),
        ours.openMinor(),
        listed.taxMinor(),
        listed.orderNumber(),
        listed.terms());
  }

  private String extra(ListedItem listed) {
    return listed.extra().isEmpty()
        ? ""
        : Column.whole(
            "Line %d: all further columns together".formatted(listed.line()),
            json.writeValueAsString(listed.extra()),
            4000);
  }

  /** Gathers what one list does. */
  private final class Taking {
    private final Actor actor;
    private final ArrivalRow arrival;
    private final Map<String, CustomerId> customerIds;
    private final LocalDate today;
    private final List<ItemMovement> movements = new ArrayList<>();
    private final List<PostingTable.ReceivablesMove> moves = new ArrayList<>();

    Taking(Actor actor, ArrivalRow arrival, Map<String, CustomerId> customerIds, LocalDate today) {
      this.actor = actor;
      this.arrival = arrival;
      this.customerIds = customerIds;
      this.today = today;
    }

    void take(ListReading.Effect effect) {
      OpenItem item =
          effect
              .ours()
              .map(o -> effect.listed().map(l -> described(l, o, customerIds)).orElse(o))
              .orElseGet(() -> firstSeen(effect.listed().orElseThrow()));
      movements.add(
          new ItemMovement(item.id(), effect.kind(), effect.totalDelta(), effect.openDelta()));
      move(item, effect.openDelta());
      if (effect.excessMinor() > 0) {
        OpenItem credit = credit(item, effect.excessMinor());
        items.add(actor.booksId(), credit, origin(Optional.empty(), ""));
        movements.add(TapePosting.stays(credit));
        move(credit, credit.openMinor());
      }
    }

    /** Billed to another customer: the open amount moves from the one to the other. */
    void rebill(OpenItem before, OpenItem now) {
      movements.add(new ItemMovement(before.id(), ItemMovement.Kind.CUSTOMER_CHANGED, 0, 0));
      move(before, -before.openMinor());
      move(now, before.openMinor());
    }

    private void move(OpenItem item, long openDelta) {
      moves.add(
          new PostingTable.ReceivablesMove(
              item.customer().orElseThrow(), Money.ofMinor(item.currency(), openDelta)));
    }

    private OpenItem firstSeen(ListedItem listed) {
      OpenItem item =
          new OpenItem(
              items.nextId(),
              listed.kind(),
              Optional.of(customerIds.get(listed.customerNumber())),
              listed.number(),
              listed.date(),
              listed.due(),
              listed.currency(),
              0,
              0,
              listed.taxMinor(),
              listed.orderNumber(),
              listed.terms());
      items.add(actor.booksId(), item, origin(Optional.of(listed.line()), extra(listed)));
      return item;
    }

    private Items.Origin origin(Optional<Integer> line, String extra) {
      return new Items.Origin(Optional.of(arrival.id), line, extra);
    }

    private OpenItem credit(OpenItem item, long excessMinor) {
      String number = ledger.nextNumber(actor.booksId(), today).words() + " " + item.number();
      return new OpenItem(
          items.nextId(),
          ItemKind.ON_ACCOUNT,
          item.customer(),
          number,
          today,
          Optional.empty(),
          item.currency(),
          -excessMinor,
          -excessMinor,
          Optional.empty(),
          Optional.empty(),
          Optional.empty());
    }
  }
}
