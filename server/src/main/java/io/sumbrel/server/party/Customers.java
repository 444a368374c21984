package io.sumbrel.server.party;

import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Customers of a set of books. */
@Component
public class Customers {
  private final EntityManager entities;
  private final RowIds ids;

  Customers(EntityManager entities, RowIds ids) {
    this.entities = entities;
    this.ids = ids;
  }

  /** What a list says of a customer. */
  public record Named(String number, String name, String parentNumber) {}

  @Transactional(readOnly = true)
  public List<Customer> all(long booksId) {
    return rows(booksId).stream().map(CustomerRow::toFact).toList();
  }

  @Transactional(readOnly = true)
  public Map<CustomerId, Customer> byId(long booksId) {
    return all(booksId).stream().collect(Collectors.toMap(Customer::id, Function.identity()));
  }

  /** Some customers; ids that are not of these books are left out. */
  @Transactional(readOnly = true)
  public Map<CustomerId, Customer> find(long booksId, Collection<CustomerId> ids) {
    return ids.isEmpty()
        ? Map.of()
        : entities
            .createQuery("from CustomerRow where booksId = :b and id in (:ids)", CustomerRow.class)
            .setParameter("b", booksId)
            .setParameter("ids", ids.stream().map(CustomerId::number).toList())
            .getResultStream()
            .map(CustomerRow::toFact)
            .collect(Collectors.toMap(Customer::id, Function.identity()));
  }

  /** Customers by the seller's numbers for them. */
  @Transactional(readOnly = true)
  public Map<String, Customer> numbered(long booksId, Collection<String> numbers) {
    Map<String, Customer> numbered = new HashMap<>();
    InParts.of(
        numbers.stream().distinct().toList(),
        some ->
            entities
                .createQuery(
                    "from CustomerRow where booksId = :b and number in :numbers", CustomerRow.class)
                .setParameter("b", booksId)
                .setParameter("numbers", some)
                .getResultStream()
                .map(CustomerRow::toFact)
                .forEach(c -> numbered.put(c.number(), c)));
    return numbered;
  }

  /** The first customers whose name or number holds a text, in the order of their names. */
  @Transactional(readOnly = true)
  public List<Customer> found(long booksId, String text, int most) {
    String like = "%" + text.strip().toLowerCase(Locale.ROOT).replaceAll("[!%_]", "!$0") + "%";
    return entities
        .createQuery(
            """
            from CustomerRow where booksId = :b
              and (lower(name) like :t escape '!' or lower(number) like :t escape '!')
            order by name, id
            """,
            CustomerRow.class)
        .setParameter("b", booksId)
        .setParameter("t", like)
        .setMaxResults(most)
        .getResultStream()
        .map(CustomerRow::toFact)
        .toList();
  }

  /**
   * @throws Refusal {@code not-found} when there is no such customer
   */
  @Transactional(readOnly = true)
  public Customer one(long booksId, CustomerId id) {
    return Optional.ofNullable(entities.find(CustomerRow.class, id.number()))
        .filter(r -> r.booksId == booksId)
        .map(CustomerRow::toFact)
        .orElseThrow(() -> new Refusal("not-found", "There is no such customer."));
  }

  /**
   * Adds customers that are new and takes over changed names and parents.
   *
   * @return every customer's id by its number
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Map<String, CustomerId> bringIn(long booksId, Iterable<Named> named) {
    Map<String, CustomerRow> rows = new HashMap<>();
    rows(booksId).forEach(r -> rows.put(r.number, r));
    for (Named customer : named) {
      CustomerRow row = rows.computeIfAbsent(customer.number(), n -> added(booksId, n));
      row.name = customer.name();
    }
    entities.flush();
    for (Named customer : named) {
      if (!customer.parentNumber().isEmpty()
          && !customer.parentNumber().equals(customer.number())) {
        CustomerRow parent = rows.computeIfAbsent(customer.parentNumber(), n -> added(booksId, n));
        rows.get(customer.number()).parentId = parent.id;
      }
    }
    entities.flush();
    // they would be looked through for changes at every query of a long list
    rows.values().forEach(entities::detach);
    return rows.values().stream()
        .collect(Collectors.toMap(r -> r.number, r -> new CustomerId(r.id)));
  }

  private CustomerRow added(long booksId, String number) {
    CustomerRow row = new CustomerRow();
    row.id = ids.next();
    row.booksId = booksId;
    row.number = number;
    row.name = number;
    entities.persist(row);
    return row;
  }

  private List<CustomerRow> rows(long booksId) {
    return entities
        .createQuery("from CustomerRow where booksId = :b order by name, id", CustomerRow.class)
        .setParameter("b", booksId)
        .getResultList();
  }

  /** The lists for silent payments that were agreed with customers, as they are written. */
  @Transactional(readOnly = true)
  public Map<CustomerId, String> silentLists(long booksId) {
    Map<CustomerId, String> lists = new HashMap<>();
    entities
        .createQuery(
            "from CustomerRow where booksId = :b and silentList is not null", CustomerRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> lists.put(new CustomerId(r.id), r.silentList));
    return lists;
  }

  /** Customers who bear what banks keep on the way. */
  @Transactional(readOnly = true)
  public Set<CustomerId> thatBearCharges(long booksId) {
    return entities
        .createQuery("select id from CustomerRow where booksId = :b and bearsCharges", Long.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(CustomerId::new)
        .collect(Collectors.toSet());
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void keepBearsCharges(CustomerId customer, boolean isTheirs) {
    entities.find(CustomerRow.class, customer.number()).bearsCharges = isTheirs;
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void keepSilentList(CustomerId customer, Optional<String> written) {
    entities.find(CustomerRow.class, customer.number()).silentList = written.orElse(null);
  }
}
