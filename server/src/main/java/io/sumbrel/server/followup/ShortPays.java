package io.sumbrel.server.followup;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.ledger.ShortPaysPosted;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
  private final EntityManager entities;
  private final AuditRecord audit;

  ShortPays(
      ShortPaysPosted posted,
      Items items,
      Customers customers,
      Houses houses,
      EntityManager entities,
      AuditRecord audit) {
    this.entities = entities;
    this.audit = audit;
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
   * @param nextLook when it is looked at next, where a day was named
   * @param due whether that day has come, or none was named
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
      long openMinor,
      Optional<LocalDate> nextLook,
      boolean due) {}

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
    Map<Long, LocalDate> looks = looks(actor.booksId());
    List<ShortPayLeft> left =
        all.stream()
            .filter(l -> !now.get(l.item()).isSettled())
            .map(
                l ->
                    view(
                        l,
                        now.get(l.item()),
                        names,
                        today,
                        Optional.ofNullable(looks.get(l.item().number()))))
            .toList();
    return new ShortPaysView(
        left, sums(left, ShortPayLeft::reason), sums(left, ShortPayLeft::customer));
  }

  private Map<Long, LocalDate> looks(long booksId) {
    return entities
        .createQuery("from ShortPayLookRow where booksId = :b", ShortPayLookRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .collect(Collectors.toMap(r -> r.itemId, r -> r.nextLook));
  }

  /**
   * Names the day on which the rest of an item is looked at next.
   *
   * @param on empty for now
   * @return what was done, in words
   * @throws Refusal {@code not-found} when nothing is left short of it, {@code next-look} for a day
   *     that is not to come
   */
  @Transactional
  public String lookAgain(Actor actor, ItemId item, Optional<LocalDate> on) {
    String number =
        all(actor).left.stream()
            .filter(l -> l.itemId == item.number())
            .findFirst()
            .orElseThrow(
                () -> new Refusal("not-found", "Nothing that was left short is open of it."))
            .item();
    if (on.filter(d -> !d.isAfter(houses.businessDate(actor.booksId()))).isPresent()) {
      throw new Refusal("next-look", "The day of the next look is one that is to come.");
    }
    ShortPayLookRow known = entities.find(ShortPayLookRow.class, item.number());
    if (on.isPresent()) {
      ShortPayLookRow row = new ShortPayLookRow();
      row.itemId = item.number();
      row.booksId = actor.booksId();
      row.nextLook = on.get();
      entities.merge(row);
    } else if (known != null) {
      entities.remove(known);
    }
    String when = on.map(d -> "on " + d).orElse("now");
    audit.append(actor, "next-look-set", number, when);
    return "%s is looked at %s".formatted(number, when);
  }

  private static ShortPayLeft view(
      ShortPaysPosted.Left left,
      OpenItem item,
      Map<CustomerId, Customer> names,
      LocalDate today,
      Optional<LocalDate> nextLook) {
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
        item.openMinor(),
        nextLook,
        nextLook.filter(d -> d.isAfter(today)).isEmpty());
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
