package io.sumbrel.server.followup;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.ledger.ShortPaysPosted;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What customers left short and still owe, with why and since when. */
@Component
class ShortPays {
  private final ShortPaysPosted posted;
  private final Items items;
  private final Customers customers;
  private final Houses houses;

  ShortPays(ShortPaysPosted posted, Items items, Customers customers, Houses houses) {
    this.posted = posted;
    this.items = items;
    this.customers = customers;
    this.houses = houses;
  }

  /**
   * The rest of an item.
   *
   * @param days since it was left
   * @param number of the posting that left it
   */
  record ShortPayLeft(
      long itemId,
      String item,
      long customerId,
      String customer,
      String reason,
      LocalDate on,
      long days,
      String person,
      String number,
      String currency,
      long openMinor) {}

  /** What is left for one reason, or by one customer, in one currency. */
  record ShortPaySum(String of, String currency, int count, long openMinor) {}

  /** All of it, with its sums. */
  record ShortPaysView(
      List<ShortPayLeft> left, List<ShortPaySum> byReason, List<ShortPaySum> byCustomer) {}

  /** The oldest first. */
  @Transactional(readOnly = true)
  public ShortPaysView all(Actor actor) {
    List<ShortPaysPosted.Left> all = posted.all(actor.booksId());
    Map<ItemId, OpenItem> now =
        items.find(actor.booksId(), all.stream().map(ShortPaysPosted.Left::item).toList());
    Map<CustomerId, Customer> names =
        customers.find(
            actor.booksId(),
            now.values().stream().flatMap(i -> i.customer().stream()).distinct().toList());
    LocalDate today = houses.businessDate(actor.booksId());
    List<ShortPayLeft> left =
        all.stream()
            .filter(l -> !now.get(l.item()).isSettled())
            .map(l -> view(l, now.get(l.item()), names, today))
            .toList();
    return new ShortPaysView(
        left, sums(left, ShortPayLeft::reason), sums(left, ShortPayLeft::customer));
  }

  private static ShortPayLeft view(
      ShortPaysPosted.Left left, OpenItem item, Map<CustomerId, Customer> names, LocalDate today) {
    CustomerId customer = item.customer().orElseThrow();
    PostingNumber number = left.number();
    return new ShortPayLeft(
        item.id().number(),
        item.number(),
        customer.number(),
        names.get(customer).name(),
        left.reason().words(),
        left.on(),
        ChronoUnit.DAYS.between(left.on(), today),
        left.actor(),
        number.words(),
        item.currency().getCurrencyCode(),
        item.openMinor());
  }

  /** The largest first, currencies apart. */
  private static List<ShortPaySum> sums(
      List<ShortPayLeft> left, Function<ShortPayLeft, String> of) {
    Map<List<String>, List<ShortPayLeft>> groups =
        left.stream()
            .collect(
                Collectors.groupingBy(
                    l -> List.of(of.apply(l), l.currency()),
                    () -> new TreeMap<>((a, b) -> a.toString().compareTo(b.toString())),
                    Collectors.toList()));
    return groups.entrySet().stream()
        .map(
            e ->
                new ShortPaySum(
                    e.getKey().get(0),
                    e.getKey().get(1),
                    e.getValue().size(),
                    e.getValue().stream().mapToLong(ShortPayLeft::openMinor).sum()))
        .sorted((a, b) -> Long.compare(b.openMinor(), a.openMinor()))
        .toList();
  }
}
