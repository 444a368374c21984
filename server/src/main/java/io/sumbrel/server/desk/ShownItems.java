package io.sumbrel.server.desk;

import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.desk.DeskViews.ItemsView;
import io.sumbrel.server.ledger.OpenItemsNow;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.rules.RatesOfDays;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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
  private final RatesOfDays rates;

  ShownItems(
      Items items, OpenItemsNow openItems, Customers customers, Houses houses, RatesOfDays rates) {
    this.rates = rates;
    this.items = items;
    this.openItems = openItems;
    this.customers = customers;
    this.houses = houses;
  }

  /**
   * In what items are paid: those of other currencies are shown with what they are worth in it.
   *
   * @param day of the money; without it there is none, and no other currency is of use
   */
  record In(Currency currency, Optional<LocalDate> day) {
    static In of(MoneyIn money) {
      return new In(money.currency(), Optional.of(money.bookingDate()));
    }

    /** Whether items of a currency may be paid so. */
    boolean takes(OpenItem item) {
      return day.isPresent() || item.currency().equals(currency);
    }
  }

  /** What some lines name. */
  @Transactional(readOnly = true)
  LineView.Shown of(long booksId, Named named, Optional<In> in) {
    Map<ItemId, OpenItem> found = items.find(booksId, named.items);
    Function<OpenItem, LineView.ItemView> view = view(booksId, found.values(), in);
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

  private Function<OpenItem, LineView.ItemView> view(
      long booksId, Collection<OpenItem> shown, Optional<In> in) {
    Map<CustomerId, Customer> byId =
        customers.find(
            booksId, shown.stream().flatMap(i -> i.customer().stream()).distinct().toList());
    LocalDate today = houses.businessDate(booksId);
    Map<Currency, ExchangeRate> worth = worth(booksId, shown, in);
    Map<ItemId, String> extras = items.extras(shown.stream().map(OpenItem::id).toList());
    return item ->
        LineView.ItemView.of(
            item,
            nameOf(item, byId),
            extras.getOrDefault(item.id(), ""),
            today,
            Optional.ofNullable(worth.get(item.currency())));
  }

  private Map<Currency, ExchangeRate> worth(
      long booksId, Collection<OpenItem> shown, Optional<In> in) {
    List<Currency> of = shown.stream().map(OpenItem::currency).distinct().toList();
    return in.filter(i -> i.day.isPresent()).stream()
        .flatMap(i -> rates.into(booksId, of, i.currency, i.day.get()).stream())
        .collect(Collectors.toMap(ExchangeRate::of, r -> r));
  }

  /** Open items of a customer, of its head office and of all branches of that. */
  @Transactional(readOnly = true)
  ItemsView itemsOf(Actor actor, CustomerId customer, In in) {
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    Customer named =
        Optional.ofNullable(byId.get(customer))
            .orElseThrow(() -> new Refusal("not-found", "There is no such customer."));
    List<CustomerId> family =
        byId.values().stream().filter(named::isOfFamily).map(Customer::id).toList();
    List<OpenItem> open = items.open(actor.booksId(), family).stream().filter(in::takes).toList();
    return itemsView(actor, "Open at " + named.name(), Optional.of(customer.number()), in, open);
  }

  /** Open items whose number, customer, order or amount holds the text. */
  ItemsView search(Actor actor, String text, In in) {
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    String wanted = text.strip().toLowerCase(Locale.ROOT);
    String digits = text.replaceAll("[^0-9]", "");
    List<OpenItem> found =
        openItems
            .all(actor.booksId())
            .filter(in::takes)
            .filter(i -> has(i, wanted, digits, byId))
            .toList();
    return itemsView(actor, "Found in every customer", Optional.empty(), in, found);
  }

  /**
   * What is open of credits and of money of nobody, and is to be paid back; the oldest first.
   *
   * @param come what has come for which some of it was meant
   */
  List<DeskViews.CreditView> credits(Actor actor, Map<ItemId, OpenItem> come) {
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    LocalDate today = houses.businessDate(actor.booksId());
    return openItems
        .all(actor.booksId())
        .filter(i -> i.kind().isCredit() && !i.kind().isTransfer())
        .sorted(Comparator.comparing(OpenItem::date).thenComparing(i -> i.id().number()))
        .map(
            i ->
                new DeskViews.CreditView(
                    LineView.ItemView.of(i, nameOf(i, byId), "", today, Optional.empty()),
                    ChronoUnit.DAYS.between(i.date(), today),
                    !i.kind().isOnItsWay(),
                    Optional.ofNullable(come.get(i.id()))
                        .map(
                            c ->
                                LineView.ItemView.of(
                                    c, nameOf(c, byId), "", today, Optional.empty()))))
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

  /** Those in the currency of the money first; the sums are of these alone. */
  private ItemsView itemsView(
      Actor actor, String title, Optional<Long> customer, In in, List<OpenItem> open) {
    List<OpenItem> same = open.stream().filter(i -> i.currency().equals(in.currency)).toList();
    List<OpenItem> shown =
        Stream.concat(same.stream(), open.stream().filter(i -> !i.currency().equals(in.currency)))
            .limit(MOST_ITEMS)
            .toList();
    return new ItemsView(
        title,
        customer,
        same.stream().mapToLong(i -> Math.max(0, i.openMinor())).sum(),
        same.stream().mapToLong(i -> Math.min(0, i.openMinor())).sum(),
        in.currency.getCurrencyCode(),
        open.size(),
        shown.stream().map(view(actor.booksId(), shown, Optional.of(in))).toList());
  }
}
