package io.sumbrel.server.party;

import io.sumbrel.core.ageing.Ageing;
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
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
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
  private final AddCustomer addCustomer;

  CustomersController(
      Customers customers,
      Items items,
      OpenItemsNow openItems,
      Houses books,
      AddCustomer addCustomer) {
    this.addCustomer = addCustomer;
    this.openItems = openItems;
    this.customers = customers;
    this.items = items;
    this.books = books;
  }

  /** What is so long past due. */
  record AgedView(Ageing.Band band, String words, long minor) {}

  /**
   * What a customer owes in one currency.
   *
   * @param aged the same by how long it is past due, the youngest first
   */
  record OwedView(
      String currency, long openMinor, long lateMinor, long creditsMinor, List<AgedView> aged) {}

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

  /**
   * A customer with what is open.
   *
   * @param family its head office and the branches of that, with what they owe
   */
  record CustomerPage(
      CustomerView customer, List<CustomerItemView> items, List<CustomerView> family) {}

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

  record CustomerRequest(String number, String name) {}

  /** Adds one that no list has brought in yet. */
  @PostMapping
  @PreAuthorize("hasAuthority('POST')")
  FoundView add(@AuthenticationPrincipal Actor actor, @RequestBody CustomerRequest request) {
    Customer added = addCustomer.add(actor, request.number(), request.name());
    return new FoundView(added.id().number(), added.number(), added.name());
  }

  @GetMapping("/{id}")
  CustomerPage one(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    CustomerId customerId = new CustomerId(id);
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    Customer customer = customers.one(actor.booksId(), customerId);
    LocalDate today = books.businessDate(actor.booksId());
    List<OpenItem> own = items.open(actor.booksId(), customerId);
    return new CustomerPage(
        view(customer, byId, own, today),
        own.stream().map(i -> view(i, today)).toList(),
        family(actor, customer, byId, today));
  }

  private List<CustomerView> family(
      Actor actor, Customer customer, Map<CustomerId, Customer> byId, LocalDate today) {
    return byId.values().stream()
        .filter(c -> customer.isOfFamily(c) && !c.equals(customer))
        .sorted(Comparator.comparing(Customer::name))
        .map(c -> view(c, byId, items.open(actor.booksId(), c.id()), today))
        .toList();
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
    Map<String, List<OpenItem>> byCurrency =
        own.stream()
            .collect(
                Collectors.groupingBy(
                    i -> i.currency().getCurrencyCode(), TreeMap::new, Collectors.toList()));
    return new CustomerView(
        customer.id().number(),
        customer.number(),
        customer.name(),
        customer.parent().map(p -> byId.get(p).name()),
        byCurrency.entrySet().stream().map(e -> owed(e.getKey(), e.getValue(), today)).toList());
  }

  private static OwedView owed(String currency, List<OpenItem> items, LocalDate today) {
    Ageing ageing = Ageing.of(items, today);
    return new OwedView(
        currency,
        items.stream().mapToLong(i -> Math.max(0, i.openMinor())).sum(),
        ageing.lateMinor(),
        items.stream().mapToLong(i -> Math.min(0, i.openMinor())).sum(),
        Arrays.stream(Ageing.Band.values())
            .filter(b -> ageing.minors().containsKey(b))
            .map(b -> new AgedView(b, b.words(), ageing.minors().get(b)))
            .toList());
  }

  private static boolean isLate(OpenItem item, LocalDate today) {
    return item.openMinor() > 0 && item.due().orElse(item.date()).isBefore(today);
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
