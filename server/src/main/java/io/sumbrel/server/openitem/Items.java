package io.sumbrel.server.openitem;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.proof.SetHash;
import io.sumbrel.server.persistence.BulkRows;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.sql.PreparedStatement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Open items with their balances. */
@Component
public class Items {
  private static final String MOVE =
      "update item_balance set total_minor = total_minor + ?, open_minor = open_minor + ? where item_id = ?";

  /** For more numbers, one pass over all items is quicker than so many looks. */
  private static final int MANY = 1_000;

  private static final String NUMBERED =
      "select id, number from OpenItemRow where booksId = :b and numberedBy = 'SELLER'";

  /**
   * Columns, not rows: the session would keep each row, and look through all at every query. From
   * the balances, which are small: what is settled is passed over there.
   */
  private static final String WITH_BALANCE =
      """
      select i.id, i.kind, i.customerId, i.number, i.itemDate, i.dueDate, i.currency, i.taxMinor,
        i.orderNumber, i.terms, b.totalMinor, b.openMinor
      from ItemBalanceRow b join OpenItemRow i on i.id = b.itemId
      """;

  /** + 0: in the order of the ids, in which the rows lie, not in that of an index. */
  private static final String OF_THE_HOUSE = "where i.booksId + 0 = :b ";

  private final EntityManager entities;
  private final RowIds ids;
  private final BulkRows bulk;
  private final ItemsHash hash;
  private final AgreedTerms agreed;

  Items(EntityManager entities, RowIds ids, BulkRows bulk, ItemsHash hash, AgreedTerms agreed) {
    this.agreed = agreed;
    this.entities = entities;
    this.ids = ids;
    this.bulk = bulk;
    this.hash = hash;
  }

  /** Where an item was first seen, and the house's own columns of it. */
  public record Origin(Optional<Long> arrivalId, Optional<Integer> line, String extra) {}

  /** Every item, settled ones too, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> all(long booksId) {
    return oldestFirst(OF_THE_HOUSE, Map.of("b", booksId));
  }

  /** The items that a posting from one on moved; in no order. */
  @Transactional(readOnly = true)
  public Collection<OpenItem> movedFrom(long booksId, long posting) {
    Set<ItemId> moved = new HashSet<>();
    entities
        .createQuery("select itemId from ItemMovementRow where postingId >= :p", Long.class)
        .setParameter("p", posting)
        .getResultStream()
        .forEach(id -> moved.add(new ItemId(id)));
    return find(booksId, moved).values();
  }

  /** What is open, by kind, customer and currency. */
  @Transactional(readOnly = true)
  public List<BooksFacts.Open> sums(long booksId) {
    return entities
        .createQuery(
            """
            select i.kind, i.customerId, i.currency, sum(b.openMinor)
            from ItemBalanceRow b join OpenItemRow i on i.id = b.itemId
            """
                + OF_THE_HOUSE
                + "and b.openMinor <> 0 group by i.kind, i.customerId, i.currency",
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(
            r ->
                new BooksFacts.Open(
                    (ItemKind) r[0],
                    Optional.ofNullable((Long) r[1]).map(CustomerId::new),
                    Money.ofMinor(Currency.getInstance((String) r[2]), (Long) r[3])))
        .toList();
  }

  /** What is open, or of a day after one: what a text of today may name; oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> openOrAfter(long booksId, LocalDate day) {
    return oldestFirst(
        OF_THE_HOUSE + "and (b.openMinor <> 0 or i.itemDate > :d)", Map.of("b", booksId, "d", day));
  }

  /** What is open, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> open(long booksId) {
    return oldestFirst(OF_THE_HOUSE + "and b.openMinor <> 0", Map.of("b", booksId));
  }

  /** What is open at some customers, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> open(long booksId, Collection<CustomerId> customers) {
    return oldestFirst(
        "where i.booksId = :b and b.openMinor <> 0 and i.customerId in (:customers)",
        Map.of("b", booksId, "customers", customers.stream().map(CustomerId::number).toList()));
  }

  /** What is open and of no customer, oldest first; + 0: looked up among those of nobody. */
  @Transactional(readOnly = true)
  public List<OpenItem> ofNobody(long booksId) {
    return oldestFirst(
        "where i.booksId + 0 = :b and i.customerId is null and b.openMinor <> 0",
        Map.of("b", booksId));
  }

  /** What is open of a customer, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> open(long booksId, CustomerId customer) {
    return oldestFirst(
        "where i.booksId = :b and i.customerId = :c and b.openMinor <> 0",
        Map.of("b", booksId, "c", customer.number()));
  }

  /**
   * What is settled of a customer, those that came last first.
   *
   * @param before only items that came before this one
   * @param size so many at the most
   */
  @Transactional(readOnly = true)
  public List<OpenItem> settled(long booksId, CustomerId customer, ItemId before, int size) {
    return facts(
            booksId,
            query(
                    """
                    where i.booksId = :b and i.customerId = :c and b.openMinor = 0
                      and i.id < :before
                    order by i.id desc
                    """,
                    Map.of("b", booksId, "c", customer.number(), "before", before.number()))
                .setMaxResults(size))
        .toList();
  }

  private List<OpenItem> oldestFirst(String joinsAndWhere, Map<String, Object> parameters) {
    return facts(
            (Long) parameters.get("b"),
            query(joinsAndWhere + " order by i.itemDate, i.id", parameters))
        .toList();
  }

  private TypedQuery<Object[]> query(String joinsAndWhere, Map<String, Object> parameters) {
    TypedQuery<Object[]> query = entities.createQuery(WITH_BALANCE + joinsAndWhere, Object[].class);
    parameters.forEach(query::setParameter);
    return query;
  }

  private Stream<OpenItem> facts(long booksId, TypedQuery<Object[]> query) {
    KnownTerms terms = new KnownTerms(() -> agreed.of(booksId));
    return query.getResultStream().map(r -> fact(r, terms));
  }

  /**
   * Items that lists brought, by the seller's number for them.
   *
   * @param numbers which of them
   * @param allOpen what else is open too, as a complete list asks for it
   */
  @Transactional(readOnly = true)
  public Map<String, OpenItem> numbered(long booksId, Collection<String> numbers, boolean allOpen) {
    return byNumber(find(booksId, idsOf(booksId, numbers, allOpen)));
  }

  /** The numbers of the items that bear an order number, by that. */
  @Transactional(readOnly = true)
  public Map<String, List<String>> numbersOfOrders(long booksId, Collection<String> orders) {
    Map<String, List<String>> numbers = new HashMap<>();
    for (String order : Set.copyOf(orders)) {
      List<String> of =
          entities
              .createQuery(
                  "select number from OpenItemRow where orderNumber = :o and booksId + 0 = :b order by id",
                  String.class)
              .setParameter("o", order)
              .setParameter("b", booksId)
              .getResultList();
      if (!of.isEmpty()) {
        numbers.put(order, of);
      }
    }
    return numbers;
  }

  private static Map<String, OpenItem> byNumber(Map<ItemId, OpenItem> items) {
    Map<String, OpenItem> byNumber = new HashMap<>();
    items.values().forEach(i -> byNumber.put(i.number(), i));
    return byNumber;
  }

  /** The ids of items that lists brought, rising. */
  private Set<ItemId> idsOf(long booksId, Collection<String> numbers, boolean allOpen) {
    Set<ItemId> ids = new TreeSet<>(Comparator.comparing(ItemId::number));
    Set<String> wanted = Set.copyOf(numbers);
    if (wanted.size() > MANY) {
      entities
          .createQuery(NUMBERED, Object[].class)
          .setParameter("b", booksId)
          .getResultStream()
          .filter(r -> wanted.contains((String) r[1]))
          .forEach(r -> ids.add(new ItemId((Long) r[0])));
    } else {
      for (String number : wanted) {
        entities
            .createQuery(NUMBERED + " and number = :n", Object[].class)
            .setParameter("b", booksId)
            .setParameter("n", number)
            .getResultStream()
            .forEach(r -> ids.add(new ItemId((Long) r[0])));
      }
    }
    if (allOpen) {
      open(booksId).stream().filter(i -> i.kind().isNamed()).forEach(i -> ids.add(i.id()));
    }
    return ids;
  }

  /** Items by id, without a lock. Ids that are not of these books are left out. */
  @Transactional(readOnly = true)
  public Map<ItemId, OpenItem> find(long booksId, Collection<ItemId> items) {
    if (items.isEmpty()) {
      return Map.of();
    }
    Map<ItemId, OpenItem> found = new HashMap<>();
    KnownTerms terms = new KnownTerms(() -> agreed.of(booksId));
    InParts.ofIds(
        items.stream().map(ItemId::number),
        some ->
            some.set(
                    entities
                        .createQuery(
                            WITH_BALANCE + OF_THE_HOUSE + "and " + some.condition("i.id"),
                            Object[].class)
                        .setParameter("b", booksId))
                .getResultStream()
                .filter(r -> some.has(r[0]))
                .map(r -> fact(r, terms))
                .forEach(i -> found.put(i.id(), i)));
    return found;
  }

  /** Locks balances in the order of their ids, then reads them anew in a second statement. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Map<ItemId, OpenItem> lock(long booksId, Collection<ItemId> items) {
    TreeSet<Long> ordered = new TreeSet<>();
    items.forEach(i -> ordered.add(i.number()));
    for (Long id : ordered) {
      entities
          .createNativeQuery("select item_id from item_balance where item_id = :id for update")
          .setParameter("id", id)
          .getResultList();
    }
    return find(booksId, items);
  }

  /** The same, with their balances locked before they are read. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Map<String, OpenItem> lockNumbered(
      long booksId, Collection<String> numbers, boolean allOpen) {
    Set<ItemId> ids = idsOf(booksId, numbers, allOpen);
    InParts.of(
        ids,
        some ->
            entities
                .createNativeQuery(
                    "select item_id from item_balance where item_id in (:ids) order by item_id for update")
                .setParameter("ids", some.stream().map(ItemId::number).toList())
                .getResultList());
    return byNumber(find(booksId, ids));
  }

  @Transactional(readOnly = true)
  public Optional<Origin> origin(long booksId, ItemId item) {
    return Optional.ofNullable(entities.find(OpenItemRow.class, item.number()))
        .filter(r -> r.booksId == booksId)
        .map(
            r ->
                new Origin(
                    Optional.ofNullable(r.arrivalId), Optional.ofNullable(r.arrivalLine), r.extra));
  }

  /** An id for an item that is about to come into being. */
  public ItemId nextId() {
    return new ItemId(ids.next());
  }

  /**
   * Takes in what an event does to items: those that begin with it, and what it adds to balances,
   * where these stand. Nothing that was read before is written back.
   *
   * @param begun what comes into being, before its amounts
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void take(
      long booksId,
      List<OpenItem> begun,
      Function<OpenItem, Origin> origins,
      List<ItemMovement> movements) {
    Map<Long, ItemBalanceRow> balances = new LinkedHashMap<>();
    List<OpenItemRow> rows = new ArrayList<>();
    for (OpenItem item : begun) {
      Origin origin = origins.apply(item);
      OpenItemRow row = OpenItemRow.of(booksId, item);
      row.extra = origin.extra();
      row.arrivalId = origin.arrivalId().orElse(null);
      row.arrivalLine = origin.line().orElse(null);
      rows.add(row);
      ItemBalanceRow balance = new ItemBalanceRow();
      balance.itemId = row.id;
      balances.put(row.id, balance);
    }
    List<ItemMovement> ofKnown = new ArrayList<>();
    for (ItemMovement movement : movements) {
      ItemBalanceRow balance = balances.get(movement.item().number());
      if (balance == null) {
        ofKnown.add(movement);
      } else {
        balance.totalMinor += movement.totalDelta();
        balance.openMinor += movement.openDelta();
      }
    }
    List<OpenItemRow> ofLists = rows.stream().filter(OpenItemRow::isOfAList).toList();
    if (!ofLists.isEmpty()) {
      hash.follow(booksId, hash -> hash.addAll(ofLists.stream().map(OpenItemRow::said).toList()));
    }
    bulk.insert(rows);
    bulk.insert(List.copyOf(balances.values()));
    move(ofKnown);
  }

  private void move(List<ItemMovement> movements) {
    entities
        .unwrap(Session.class)
        .doWork(
            connection -> {
              try (PreparedStatement update = connection.prepareStatement(MOVE)) {
                for (ItemMovement movement : movements) {
                  update.setLong(1, movement.totalDelta());
                  update.setLong(2, movement.openDelta());
                  update.setLong(3, movement.item().number());
                  update.addBatch();
                }
                update.executeBatch();
              }
            });
  }

  /** What a newer list says of an item, but for its amounts; and the house's own columns. */
  public record Described(OpenItem item, String extra) {}

  /** Takes over what a newer list says. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void describe(long booksId, List<Described> described) {
    Map<Long, Described> byId = new HashMap<>();
    described.forEach(d -> byId.put(d.item().id().number(), d));
    if (!byId.isEmpty()) {
      hash.follow(booksId, hash -> InParts.of(byId.keySet(), some -> describe(some, byId, hash)));
    }
  }

  private void describe(List<Long> ids, Map<Long, Described> byId, SetHash hash) {
    List<OpenItemRow> rows =
        entities
            .createQuery("from OpenItemRow where id in :ids", OpenItemRow.class)
            .setParameter("ids", ids)
            .getResultList();
    for (OpenItemRow row : rows) {
      entities.detach(row);
      hash.remove(row.said());
      Described now = byId.get(row.id);
      row.describe(now.item());
      row.extra = now.extra();
      hash.add(row.said());
    }
    bulk.update(rows);
  }

  /** The house's own columns of items, by the item. */
  @Transactional(readOnly = true)
  public Map<ItemId, String> extras(Collection<ItemId> items) {
    Map<ItemId, String> extras = new HashMap<>();
    InParts.ofIds(
        items.stream().map(ItemId::number),
        some ->
            some.set(
                    entities.createQuery(
                        "select id, extra from OpenItemRow where " + some.condition("id"),
                        Object[].class))
                .getResultStream()
                .filter(r -> some.has(r[0]))
                .forEach(r -> extras.put(new ItemId((Long) r[0]), (String) r[1])));
    return extras;
  }

  /**
   * Terms by their words, each read once: there are few, on very many items. What was agreed is
   * asked for where an invoice states none.
   */
  private static final class KnownTerms {
    private final Supplier<Map<CustomerId, Terms>> asked;
    private final Map<String, Terms> read = new HashMap<>();
    private Map<CustomerId, Terms> agreed;

    KnownTerms(Supplier<Map<CustomerId, Terms>> asked) {
      this.asked = asked;
    }

    Optional<Terms> of(ItemKind kind, Long customer, String stated) {
      if (stated != null) {
        return Optional.of(read.computeIfAbsent(stated, Terms::parse));
      }
      if (kind != ItemKind.INVOICE || customer == null) {
        return Optional.empty();
      }
      agreed = agreed == null ? asked.get() : agreed;
      return Optional.ofNullable(agreed.get(new CustomerId(customer)));
    }
  }

  private static OpenItem fact(Object[] row, KnownTerms terms) {
    return new OpenItem(
        new ItemId((Long) row[0]),
        (ItemKind) row[1],
        Optional.ofNullable((Long) row[2]).map(CustomerId::new),
        (String) row[3],
        (LocalDate) row[4],
        Optional.ofNullable((LocalDate) row[5]),
        Currency.getInstance((String) row[6]),
        (Long) row[10],
        (Long) row[11],
        Optional.ofNullable((Long) row[7]),
        Optional.ofNullable((String) row[8]),
        terms.of((ItemKind) row[1], (Long) row[2], (String) row[9]));
  }
}
