package io.sumbrel.server.receipt;

import io.sumbrel.core.proof.Fact;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.SetAside;
import io.sumbrel.core.refusal.Refusal;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The sums that were taken out of the day's work. */
@Component
public class SetAsides {
  private final EntityManager entities;

  SetAsides(EntityManager entities) {
    this.entities = entities;
  }

  /** One with who set it aside, and on which business date. */
  public record Stored(SetAside setAside, String person, LocalDate on) {}

  /** All that are set aside now, in the order of their ids. */
  @Transactional(readOnly = true)
  public List<Stored> all(long booksId) {
    return entities
        .createQuery(
            "from SetAsideRow where booksId = :b and isSet order by moneyInId", SetAsideRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(r -> new Stored(r.toFact(), r.person, r.setOn))
        .toList();
  }

  /** The same by their ids alone. */
  @Transactional(readOnly = true)
  public Set<MoneyInId> ids(long booksId) {
    return all(booksId).stream().map(s -> s.setAside().money()).collect(Collectors.toSet());
  }

  /** How many sums of a file are set aside; they are locked, so that none is hereafter. */
  @Transactional(propagation = Propagation.MANDATORY)
  public long countOfFile(long arrivalId) {
    entities
        .createNativeQuery("select id from money_in where arrival_id = :a order by id for update")
        .setParameter("a", arrivalId)
        .getResultList();
    return entities
        .createQuery(
            """
            select count(*) from SetAsideRow s join MoneyInRow m on m.id = s.moneyInId
            where m.arrivalId = :a and s.isSet
            """,
            Long.class)
        .setParameter("a", arrivalId)
        .getSingleResult();
  }

  private List<SetAsideRow> rows(long booksId) {
    return entities
        .createQuery("from SetAsideRow where booksId = :b order by moneyInId", SetAsideRow.class)
        .setParameter("b", booksId)
        .getResultList();
  }

  /**
   * @throws Refusal {@code set-aside} when it is
   */
  @Transactional(readOnly = true)
  public void requireNot(MoneyInId money) {
    find(money)
        .ifPresent(
            row -> {
              throw row.toFact().refusal();
            });
  }

  @Transactional(readOnly = true)
  public boolean isSet(MoneyInId money) {
    return find(money).isPresent();
  }

  private Optional<SetAsideRow> find(MoneyInId money) {
    return Optional.ofNullable(entities.find(SetAsideRow.class, money.number()))
        .filter(r -> r.isSet);
  }

  /** Takes a sum out of the work. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void set(long booksId, SetAside one, String person, LocalDate on) {
    SetAsideRow row = entities.find(SetAsideRow.class, one.money().number());
    boolean isNew = row == null;
    row = isNew ? new SetAsideRow() : row;
    row.moneyInId = one.money().number();
    row.booksId = booksId;
    row.reason = one.reason();
    row.note = one.note();
    row.person = person;
    row.setOn = on;
    row.isSet = true;
    if (isNew) {
      entities.persist(row);
    }
    entities.flush();
  }

  /**
   * Brings a sum back into the work.
   *
   * @throws Refusal {@code not-set-aside}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void bringBack(long booksId, MoneyInId money) {
    SetAsideRow row =
        find(money)
            .filter(r -> r.booksId == booksId)
            .orElseThrow(() -> new Refusal("not-set-aside", "This sum is not set aside."));
    row.isSet = false;
    entities.flush();
  }

  /** All of them, for the record; nothing in a house that never set one aside. */
  @Transactional(readOnly = true)
  public Optional<Fact> standing(long booksId) {
    List<SetAsideRow> rows = rows(booksId);
    if (rows.isEmpty()) {
      return Optional.empty();
    }
    List<Object> cells = new ArrayList<>();
    for (SetAsideRow row : rows) {
      cells.addAll(List.of(row.moneyInId, row.reason, row.note, row.person, row.setOn, row.isSet));
    }
    return Optional.of(Fact.of("set aside", cells));
  }
}
