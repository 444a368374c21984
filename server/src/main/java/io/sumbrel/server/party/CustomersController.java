package io.sumbrel.server.party;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.ledger.OpenItemsNow;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/customers")
class CustomersController {
  private static final int PAGE = 50;

  /** So many are offered while a name is typed. */
  private static final int FOUND = 12;

  private final Customers customers;
  private final Items items;
  private final OpenItemsNow openItems;
  private final Houses books;

  CustomersController(Customers customers, Items items, OpenItemsNow openItems, Houses books) {
    this.openItems = openItems;
    this.customers = customers;
    this.items = items;
    this.books = books;
  }

  /** What a customer owes in one currency. */
  record OwedView(String currency, long openMinor, long lateMinor, long creditsMinor) {}

  record CustomerView(
      long id, String number, String name, Optional<String> parent, List<OwedView> owed) {}

  record CustomerItemView(
      long id,
      String number,
      String kind,
      LocalDate date,
      Optional<LocalDate> due,
      boolean late,
      Optional<String> orderNumber,
      Optional<String> terms,
      String currency,
      long totalMinor,
      long openMinor) {}

  /** A customer with what is open. */
  record CustomerPage(CustomerView customer, List<CustomerItemView> items) {}

  /**
   * What is settled, those that came last first.
   *
   * @param next where the next page begins; empty when this is the last
   */
  record SettledPage(List<CustomerItemView> items, Optional<Long> next) {}

  @GetMapping
  List<CustomerView> all(@AuthenticationPrincipal Actor actor) {
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    LocalDate today = books.businessDate(actor.booksId());
    Map<CustomerId, List<OpenItem>> open = new HashMap<>();
    openItems
        .all(actor.booksId())
        .forEach(
            i ->
                i.customer()
                    .ifPresent(c -> open.computeIfAbsent(c, k -> new ArrayList<>()).add(i)));
    return customers.all(actor.booksId()).stream()
        .map(c -> view(c, byId, open.getOrDefault(c.id(), List.of()), today))
        .toList();
  }

  record FoundView(long id, String number, String name) {}

  /** The first customers whose name or number holds a text. */
  @GetMapping("/found")
  List<FoundView> found(@AuthenticationPrincipal Actor actor, @RequestParam String text) {
    return customers.found(actor.booksId(), text, FOUND).stream()
        .map(c -> new FoundView(c.id().number(), c.number(), c.name()))
        .toList();
  }

  @GetMapping("/{id}")
  CustomerPage one(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    CustomerId customerId = new CustomerId(id);
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    Customer customer = customers.one(actor.booksId(), customerId);
    LocalDate today = books.businessDate(actor.booksId());
    List<OpenItem> own = items.open(actor.booksId(), customerId);
    return new CustomerPage(
        view(customer, byId, own, today), own.stream().map(i -> view(i, today)).toList());
  }

  /**
   * @param before where it begins, as the page before said
   */
  @GetMapping("/{id}/settled")
  SettledPage settled(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestParam Optional<Long> before) {
    Customer customer = customers.one(actor.booksId(), new CustomerId(id));
    LocalDate today = books.businessDate(actor.booksId());
    List<OpenItem> settled =
        items.settled(
            actor.booksId(), customer.id(), new ItemId(before.orElse(Long.MAX_VALUE)), PAGE + 1);
    List<OpenItem> shown = settled.subList(0, Math.min(PAGE, settled.size()));
    return new SettledPage(
        shown.stream().map(i -> view(i, today)).toList(),
        settled.size() > PAGE ? Optional.of(shown.get(PAGE - 1).id().number()) : Optional.empty());
  }

  private static CustomerView view(
      Customer customer, Map<CustomerId, Customer> byId, List<OpenItem> own, LocalDate today) {
    Map<String, long[]> sums = new TreeMap<>();
    for (OpenItem item : own) {
      long[] sum = sums.computeIfAbsent(item.currency().getCurrencyCode(), c -> new long[3]);
      sum[0] += Math.max(0, item.openMinor());
      sum[1] += isLate(item, today) ? item.openMinor() : 0;
      sum[2] += Math.min(0, item.openMinor());
    }
    return new CustomerView(
        customer.id().number(),
        customer.number(),
        customer.name(),
        customer.parent().map(p -> byId.get(p).name()),
        sums.entrySet().stream()
            .map(e -> new OwedView(e.getKey(), e.getValue()[0], e.getValue()[1], e.getValue()[2]))
            .toList());
  }

  private static boolean isLate(OpenItem item, LocalDate today) {
    return item.openMinor() > 0 && item.due().filter(d -> d.isBefore(today)).isPresent();
  }

  private static CustomerItemView view(OpenItem item, LocalDate today) {
    return new CustomerItemView(
        item.id().number(),
        item.number(),
        item.kind().words(),
        item.date(),
        item.due(),
        isLate(item, today),
        item.orderNumber(),
        item.terms().map(t -> t.words()),
        item.currency().getCurrencyCode(),
        item.totalMinor(),
        item.openMinor());
  }
}
