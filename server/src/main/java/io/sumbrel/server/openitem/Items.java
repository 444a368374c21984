package io.sumbrel.server.openitem;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.server.persistence.BulkRows;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.sql.PreparedStatement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Function;
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
  private static final String DESCRIBE =
      """
      update open_item set customer_id = ?, item_date = ?, due_date = ?, tax_minor = ?,
        order_number = ?, terms = ?, extra = ?, version = version + 1
      where id = ?
      """;

  /** The embedded database holds every row that it found against the whole list once more. */
  private static final int AT_ONCE = 100;

  /** For more numbers, one pass over all items is quicker than so many looks. */
  private static final int MANY = 1_000;

  private static final String DESCRIBED = "items";

  /** Columns, not rows: the session would keep each row, and look through all at every query. */
  private static final String WITH_BALANCE =
      """
      select i.id, i.kind, i.customerId, i.number, i.itemDate, i.dueDate, i.currency, i.taxMinor,
        i.orderNumber, i.terms, b.totalMinor, b.openMinor
      from OpenItemRow i join ItemBalanceRow b on b.itemId = i.id
      """;

  private final EntityManager entities;
  private final RowIds ids;
  private final BulkRows bulk;

  Items(EntityManager entities, RowIds ids, BulkRows bulk) {
    this.entities = entities;
    this.ids = ids;
    this.bulk = bulk;
  }

  /** Where an item was first seen, and the house's own columns of it. */
  public record Origin(Optional<Long> arrivalId, Optional<Integer> line, String extra) {}

  /** Every item, settled ones too, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> all(long booksId) {
    return oldestFirst("where i.booksId = :b", Map.of("b", booksId));
  }

  /** What is open, or of a day after one: what a text of today may name; oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> openOrAfter(long booksId, LocalDate day) {
    return oldestFirst(
        "where i.booksId = :b and (b.openMinor <> 0 or i.itemDate > :d)",
        Map.of("b", booksId, "d", day));
  }

  /** What is open, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> open(long booksId) {
    return oldestFirst("where i.booksId = :b and b.openMinor <> 0", Map.of("b", booksId));
  }

  /** What is open in one currency at some customers, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> open(long booksId, String currency, Collection<CustomerId> customers) {
    return oldestFirst(
        """
        where i.booksId = :b and b.openMinor <> 0 and i.currency = :c
          and i.customerId in (:customers)
        """,
        Map.of(
            "b",
            booksId,
            "c",
            currency,
            "customers",
            customers.stream().map(CustomerId::number).toList()));
  }

  /** Every item of a customer, settled ones too, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> of(long booksId, CustomerId customer) {
    return oldestFirst(
        "where i.booksId = :b and i.customerId = :c", Map.of("b", booksId, "c", customer.number()));
  }

  private List<OpenItem> oldestFirst(String joinsAndWhere, Map<String, Object> parameters) {
    return facts(joinsAndWhere + " order by i.itemDate, i.id", parameters).toList();
  }

  private Stream<OpenItem> facts(String joinsAndWhere, Map<String, Object> parameters) {
    TypedQuery<Object[]> query = entities.createQuery(WITH_BALANCE + joinsAndWhere, Object[].class);
    parameters.forEach(query::setParameter);
    return query.getResultStream().map(Items::fact);
  }

  /**
   * Items that lists brought, by the seller's number for them.
   *
   * @param numbers which of them
   * @param allOpen what else is open too, as a complete list asks for it
   */
  @Transactional(readOnly = true)
  public Map<String, OpenItem> numbered(long booksId, Collection<String> numbers, boolean allOpen) {
    Map<String, OpenItem> numbered = new HashMap<>();
    Set<String> wanted = Set.copyOf(numbers);
    if (wanted.size() > MANY) {
      facts("where i.booksId = :b and i.numberedBy = 'SELLER'", Map.of("b", booksId))
          .filter(i -> wanted.contains(i.number()))
          .forEach(i -> numbered.put(i.number(), i));
    } else {
      wanted.forEach(n -> named(booksId, n).ifPresent(i -> numbered.put(n, i)));
    }
    if (allOpen) {
      open(booksId).stream()
          .filter(i -> i.kind().isNamed())
          .forEach(i -> numbered.put(i.number(), i));
    }
    return numbered;
  }

  private Optional<OpenItem> named(long booksId, String number) {
    return facts(
            "where i.booksId = :b and i.number = :n and i.numberedBy = 'SELLER'",
            Map.of("b", booksId, "n", number))
        .findFirst();
  }

  private static <T> void inParts(Collection<T> all, Consumer<List<T>> each) {
    List<T> list = List.copyOf(all);
    for (int from = 0; from < list.size(); from += AT_ONCE) {
      each.accept(list.subList(from, Math.min(list.size(), from + AT_ONCE)));
    }
  }

  /** Items by id, without a lock. Ids that are not of these books are left out. */
  @Transactional(readOnly = true)
  public Map<ItemId, OpenItem> find(long booksId, Collection<ItemId> items) {
    Map<ItemId, OpenItem> found = new HashMap<>();
    inParts(
        items,
        some ->
            entities
                .createQuery(
                    WITH_BALANCE + " where i.booksId = :b and i.id in :ids", Object[].class)
                .setParameter("b", booksId)
                .setParameter("ids", some.stream().map(ItemId::number).toList())
                .getResultStream()
                .map(Items::fact)
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
    List<ItemId> ids =
        numbered(booksId, numbers, allOpen).values().stream()
            .map(OpenItem::id)
            .sorted(Comparator.comparing(ItemId::number))
            .toList();
    inParts(
        ids,
        some ->
            entities
                .createNativeQuery(
                    "select item_id from item_balance where item_id in (:ids) order by item_id for update")
                .setParameter("ids", some.stream().map(ItemId::number).toList())
                .getResultList());
    Map<String, OpenItem> locked = new HashMap<>();
    find(booksId, ids).values().forEach(i -> locked.put(i.number(), i));
    return locked;
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

  /** Whether a fact is that of all items: they were described anew. */
  public static boolean isFact(Fact fact) {
    return fact.name().equals(DESCRIBED);
  }

  /** All that lists say of items, but for their amounts; empty where no list was read. */
  @Transactional(readOnly = true)
  public Optional<Fact> described(long booksId) {
    entities.flush();
    long[] count = {0};
    Fact fact =
        Fact.written(
            DESCRIBED,
            cells ->
                entities
                    .createQuery(
                        """
                        select id, kind, customerId, number, itemDate, dueDate, currency, taxMinor,
                          orderNumber, terms, extra, arrivalId, arrivalLine
                        from OpenItemRow where booksId = :b and numberedBy = 'SELLER' order by id
                        """,
                        Object[].class)
                    .setParameter("b", booksId)
                    .getResultStream()
                    .forEach(
                        i -> {
                          count[0]++;
                          Arrays.asList(i).forEach(cells);
                        }));
    return count[0] == 0 ? Optional.empty() : Optional.of(fact);
  }

  /** An id for an item that is about to come into being. */
  public ItemId nextId() {
    return new ItemId(ids.next());
  }

  /** Adds items with nothing billed and nothing open yet; their posting gives them amounts. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void add(long booksId, List<OpenItem> items, Function<OpenItem, Origin> origins) {
    List<OpenItemRow> rows = new ArrayList<>();
    List<ItemBalanceRow> balances = new ArrayList<>();
    for (OpenItem item : items) {
      Origin origin = origins.apply(item);
      OpenItemRow row = OpenItemRow.of(booksId, item);
      row.extra = origin.extra();
      row.arrivalId = origin.arrivalId().orElse(null);
      row.arrivalLine = origin.line().orElse(null);
      rows.add(row);
      ItemBalanceRow balance = new ItemBalanceRow();
      balance.itemId = row.id;
      balances.add(balance);
    }
    bulk.insert(rows);
    bulk.insert(balances);
  }

  /** Adds to the balances where they stand: nothing that was read before is written back. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void move(List<ItemMovement> movements) {
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
  public void describe(List<Described> described) {
    entities
        .unwrap(Session.class)
        .doWork(
            connection -> {
              try (PreparedStatement update = connection.prepareStatement(DESCRIBE)) {
                for (Described one : described) {
                  OpenItem item = one.item();
                  update.setObject(1, item.customer().map(CustomerId::number).orElse(null));
                  update.setObject(2, item.date());
                  update.setObject(3, item.due().orElse(null));
                  update.setObject(4, item.taxMinor().orElse(null));
                  update.setString(5, item.orderNumber().orElse(null));
                  update.setString(6, item.terms().map(Terms::words).orElse(null));
                  update.setString(7, one.extra());
                  update.setLong(8, item.id().number());
                  update.addBatch();
                }
                update.executeBatch();
              }
            });
  }

  /** The house's own columns of items, by the item. */
  @Transactional(readOnly = true)
  public Map<ItemId, String> extras(Collection<ItemId> items) {
    Map<ItemId, String> extras = new HashMap<>();
    inParts(
        items.stream().map(ItemId::number).toList(),
        some ->
            entities
                .createQuery("select id, extra from OpenItemRow where id in :ids", Object[].class)
                .setParameter("ids", some)
                .getResultStream()
                .forEach(r -> extras.put(new ItemId((Long) r[0]), (String) r[1])));
    return extras;
  }

  private static OpenItem fact(Object[] row) {
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
        Optional.ofNullable((String) row[9]).map(Terms::parse));
  }
}
