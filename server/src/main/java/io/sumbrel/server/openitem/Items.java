package io.sumbrel.server.openitem;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.sql.PreparedStatement;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Open items with their balances. */
@Component
public class Items {
  private static final String MOVE =
      "update item_balance set total_minor = total_minor + ?, open_minor = open_minor + ? where item_id = ?";
  private static final String WITH_BALANCE =
      """
      select i, b.totalMinor, b.openMinor
      from OpenItemRow i join ItemBalanceRow b on b.itemId = i.id
      """;

  private final EntityManager entities;
  private final RowIds ids;

  Items(EntityManager entities, RowIds ids) {
    this.entities = entities;
    this.ids = ids;
  }

  /** Where an item was first seen, and the house's own columns of it. */
  public record Origin(Optional<Long> arrivalId, Optional<Integer> line, String extra) {}

  /** Every item, settled ones too, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> all(long booksId) {
    return oldestFirst("where i.booksId = :b", Map.of("b", booksId));
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

  /**
   * What is open in one currency and has the text in its number, its order number or the name of
   * its customer, or whose open amount begins with its digits; oldest first.
   */
  @Transactional(readOnly = true)
  public List<OpenItem> search(long booksId, String currency, String text) {
    String digits = text.replaceAll("[^0-9]", "");
    String escaped = text.toLowerCase(Locale.ROOT).replaceAll("[!%_]", "!$0");
    return oldestFirst(
        """
        left join CustomerRow c on c.id = i.customerId
        where i.booksId = :b and b.openMinor <> 0 and i.currency = :c
          and (lower(i.number) like :t escape '!'
            or lower(coalesce(i.orderNumber, '')) like :t escape '!'
            or lower(coalesce(c.name, 'unidentified')) like :t escape '!'
            or (:digits <> '' and str(abs(b.openMinor)) like :begins))
        """,
        Map.of(
            "b",
            booksId,
            "c",
            currency,
            "t",
            "%" + escaped + "%",
            "digits",
            digits,
            "begins",
            digits + "%"));
  }

  /** Every item of a customer, settled ones too, oldest first. */
  @Transactional(readOnly = true)
  public List<OpenItem> of(long booksId, CustomerId customer) {
    return oldestFirst(
        "where i.booksId = :b and i.customerId = :c", Map.of("b", booksId, "c", customer.number()));
  }

  private List<OpenItem> oldestFirst(String joinsAndWhere, Map<String, Object> parameters) {
    TypedQuery<Object[]> query =
        entities.createQuery(
            WITH_BALANCE + joinsAndWhere + " order by i.itemDate, i.id", Object[].class);
    parameters.forEach(query::setParameter);
    return query.getResultStream().map(Items::fact).toList();
  }

  /** Every item that a list brought, by the seller's number for it. */
  @Transactional(readOnly = true)
  public Map<String, OpenItem> byNumber(long booksId) {
    Map<String, OpenItem> byNumber = new LinkedHashMap<>();
    all(booksId).stream().filter(i -> i.kind().isNamed()).forEach(i -> byNumber.put(i.number(), i));
    return byNumber;
  }

  /** Items by id, without a lock. Ids that are not of these books are left out. */
  @Transactional(readOnly = true)
  public Map<ItemId, OpenItem> find(long booksId, Collection<ItemId> items) {
    Map<ItemId, OpenItem> found = new HashMap<>();
    if (!items.isEmpty()) {
      entities
          .createQuery(WITH_BALANCE + " where i.booksId = :b and i.id in :ids", Object[].class)
          .setParameter("b", booksId)
          .setParameter("ids", items.stream().map(ItemId::number).toList())
          .getResultStream()
          .map(Items::fact)
          .forEach(i -> found.put(i.id(), i));
    }
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

  /** Locks every balance of the books, before any is read. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lockAll(long booksId) {
    entities
        .createNativeQuery(
            """
            select item_id from item_balance
            where item_id in (select id from open_item where books_id = :b)
            order by item_id for update
            """)
        .setParameter("b", booksId)
        .getResultList();
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

  /** All that lists say of items, but for their amounts; empty where no list was read. */
  @Transactional(readOnly = true)
  public Optional<Fact> described(long booksId) {
    entities.flush();
    long[] count = {0};
    Fact fact =
        Fact.written(
            "items",
            cells ->
                entities
                    .createQuery(
                        "from OpenItemRow where booksId = :b and numberedBy = 'SELLER' order by id",
                        OpenItemRow.class)
                    .setParameter("b", booksId)
                    .getResultStream()
                    .forEach(
                        i -> {
                          count[0]++;
                          i.write(cells);
                        }));
    return count[0] == 0 ? Optional.empty() : Optional.of(fact);
  }

  /** An id for an item that is about to come into being. */
  public ItemId nextId() {
    return new ItemId(ids.next());
  }

  /** Adds an item with nothing billed and nothing open yet; its posting gives it amounts. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void add(long booksId, OpenItem item, Origin origin) {
    OpenItemRow row = OpenItemRow.of(booksId, item);
    row.extra = origin.extra();
    row.arrivalId = origin.arrivalId().orElse(null);
    row.arrivalLine = origin.line().orElse(null);
    entities.persist(row);
    ItemBalanceRow balance = new ItemBalanceRow();
    balance.itemId = row.id;
    entities.persist(balance);
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

  /** Takes over what a newer list says of an item, but for its amounts. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void describe(OpenItem item, String extra) {
    OpenItemRow row = entities.find(OpenItemRow.class, item.id().number());
    row.describe(item);
    row.extra = extra;
  }

  private static OpenItem fact(Object[] row) {
    return ((OpenItemRow) row[0]).toFact((Long) row[1], (Long) row[2]);
  }
}
