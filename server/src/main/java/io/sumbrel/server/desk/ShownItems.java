package io.sumbrel.server.desk;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.desk.DeskViews.ItemsView;
import io.sumbrel.server.ledger.OpenItemsNow;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Items as they are shown beside a tape: those that its lines name, and those one looks for. */
@Component
class ShownItems {
  /** So many items are shown at once; how many there are is said. */
  private static final int MOST_ITEMS = 1_000;

  private final Items items;
  private final OpenItemsNow openItems;
  private final Customers customers;
  private final Houses houses;

  ShownItems(Items items, OpenItemsNow openItems, Customers customers, Houses houses) {
    this.items = items;
    this.openItems = openItems;
    this.customers = customers;
    this.houses = houses;
  }

  /** What some lines name. */
  @Transactional(readOnly = true)
  LineView.Shown of(long booksId, Named named) {
    Map<ItemId, OpenItem> found = items.find(booksId, named.items);
    Function<OpenItem, LineView.ItemView> view = view(booksId, found.values());
    Map<ItemId, LineView.ItemView> views = new HashMap<>();
    found.forEach((id, item) -> views.put(id, view.apply(item)));
    Map<CustomerId, String> names = new HashMap<>();
    customers.find(booksId, named.customers).forEach((id, c) -> names.put(id, c.name()));
    return new LineView.Shown(views, names);
  }

  /** Items and customers that lines name. */
  record Named(Set<ItemId> items, Set<CustomerId> customers) {
    Named() {
      this(new HashSet<>(), new HashSet<>());
    }

    void add(List<TapeLine> lines) {
      for (TapeLine line : lines) {
        line.item().ifPresent(items::add);
        line.customer().ifPresent(customers::add);
      }
    }

    void addDrafted(List<LineView> lines) {
      for (LineView line : lines) {
        line.itemId().map(ItemId::new).ifPresent(items::add);
        line.customerId().map(CustomerId::new).ifPresent(customers::add);
      }
    }
  }

  private Function<OpenItem, LineView.ItemView> view(long booksId, Collection<OpenItem> shown) {
    Map<CustomerId, Customer> byId =
        customers.find(
            booksId, shown.stream().flatMap(i -> i.customer().stream()).distinct().toList());
    LocalDate today = houses.businessDate(booksId);
    return item -> LineView.ItemView.of(item, nameOf(item, byId), today);
  }

  /** Open items of a customer with its branches, and of the head office a branch belongs to. */
  @Transactional(readOnly = true)
  ItemsView itemsOf(Actor actor, CustomerId customer, String currency) {
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    Customer named =
        Optional.ofNullable(byId.get(customer))
            .orElseThrow(() -> new Refusal("not-found", "There is no such customer."));
    List<CustomerId> withBranches =
        byId.values().stream()
            .filter(c -> c.id().equals(customer) || c.parent().equals(Optional.of(customer)))
            .map(Customer::id)
            .toList();
    List<OpenItem> open = items.open(actor.booksId(), currency, withBranches);
    List<LineView.ItemView> views = open.stream().map(view(actor.booksId(), open)).toList();
    return itemsView("Open at " + named.name(), Optional.of(customer.number()), currency, views);
  }

  /** Open items whose number, customer, order or amount holds the text. */
  ItemsView search(Actor actor, String text, String currency) {
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    String wanted = text.strip().toLowerCase(Locale.ROOT);
    String digits = text.replaceAll("[^0-9]", "");
    List<OpenItem> found =
        openItems
            .all(actor.booksId())
            .filter(i -> i.currency().getCurrencyCode().equals(currency))
            .filter(i -> has(i, wanted, digits, byId))
            .toList();
    LocalDate today = houses.businessDate(actor.booksId());
    return new ItemsView(
        "Found in every customer",
        Optional.empty(),
        found.stream().mapToLong(i -> Math.max(0, i.openMinor())).sum(),
        found.stream().mapToLong(i -> Math.min(0, i.openMinor())).sum(),
        currency,
        found.size(),
        found.stream()
            .limit(MOST_ITEMS)
            .map(i -> LineView.ItemView.of(i, nameOf(i, byId), today))
            .toList());
  }

  /** What is open of credits and of money of nobody, and is to be paid back; the oldest first. */
  List<DeskViews.CreditView> credits(Actor actor) {
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    LocalDate today = houses.businessDate(actor.booksId());
    return openItems
        .all(actor.booksId())
        .filter(i -> i.kind().isCredit() && !i.kind().isTransfer())
        .sorted(Comparator.comparing(OpenItem::date).thenComparing(i -> i.id().number()))
        .map(
            i ->
                new DeskViews.CreditView(
                    LineView.ItemView.of(i, nameOf(i, byId), today),
                    ChronoUnit.DAYS.between(i.date(), today),
                    !i.kind().isOnItsWay()))
        .toList();
  }

  private static boolean has(
      OpenItem item, String wanted, String digits, Map<CustomerId, Customer> byId) {
    return item.number().toLowerCase(Locale.ROOT).contains(wanted)
        || item.orderNumber().filter(o -> o.toLowerCase(Locale.ROOT).contains(wanted)).isPresent()
        || nameOf(item, byId).toLowerCase(Locale.ROOT).contains(wanted)
        || (!digits.isEmpty() && Long.toString(Math.abs(item.openMinor())).startsWith(digits));
  }

  private static String nameOf(OpenItem item, Map<CustomerId, Customer> byId) {
    return item.customer().map(c -> byId.get(c).name()).orElse(item.kind().words());
  }

  private static ItemsView itemsView(
      String title, Optional<Long> customer, String currency, List<LineView.ItemView> views) {
    return new ItemsView(
        title,
        customer,
        views.stream().mapToLong(i -> Math.max(0, i.openMinor())).sum(),
        views.stream().mapToLong(i -> Math.min(0, i.openMinor())).sum(),
        currency,
        views.size(),
        views.stream().limit(MOST_ITEMS).toList());
  }
}
