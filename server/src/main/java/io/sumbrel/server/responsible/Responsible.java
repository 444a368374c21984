package io.sumbrel.server.responsible;

import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who looks after which customer and which bank account. It hides nothing and forbids nothing: it
 * says whose work a sum is.
 */
@Component
public class Responsible {
  private final EntityManager entities;
  private final People people;
  private final Customers customers;
  private final BankAccounts accounts;
  private final AuditRecord audit;

  Responsible(
      EntityManager entities,
      People people,
      Customers customers,
      BankAccounts accounts,
      AuditRecord audit) {
    this.entities = entities;
    this.people = people;
    this.customers = customers;
    this.accounts = accounts;
    this.audit = audit;
  }

  /** Somebody who looks after something. */
  public record ResponsibleView(LookedAfter subject, long id, long personId, String person) {}

  /** All that somebody looks after. */
  @Transactional(readOnly = true)
  public List<ResponsibleView> all(long booksId) {
    Map<Long, Actor> byId =
        people.of(booksId).stream().collect(Collectors.toMap(Actor::personId, Function.identity()));
    return entities
        .createQuery(
            "from ResponsibleRow where booksId = :b order by subject, subjectId",
            ResponsibleRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(
            r ->
                new ResponsibleView(
                    r.subject, r.subjectId, r.personId, byId.get(r.personId).name()))
        .toList();
  }

  /**
   * @param person who looks after it from now on; empty for nobody
   * @return what was done, in words
   * @throws Refusal {@code not-found} when the customer, the account or the person is not of these
   *     books
   */
  @Transactional
  public String keep(Actor actor, LookedAfter subject, long id, Optional<Long> person) {
    String name = nameOf(actor, subject, id);
    Optional<Actor> now = person.map(p -> people.one(actor.booksId(), p));
    ResponsibleRow.Key key = new ResponsibleRow.Key(subject, id);
    ResponsibleRow known = entities.find(ResponsibleRow.class, key);
    if (now.isPresent()) {
      ResponsibleRow row = new ResponsibleRow();
      row.subject = subject;
      row.subjectId = id;
      row.booksId = actor.booksId();
      row.personId = now.get().personId();
      entities.merge(row);
    } else if (known != null) {
      entities.remove(known);
    }
    String who = now.map(Actor::name).orElse("Nobody");
    audit.append(actor, "responsible-set", name, who);
    return "%s looks after %s".formatted(who, name);
  }

  private String nameOf(Actor actor, LookedAfter subject, long id) {
    return switch (subject) {
      case CUSTOMER -> customers.one(actor.booksId(), new CustomerId(id)).name();
      case ACCOUNT ->
          accounts.all(actor.booksId()).stream()
              .filter(a -> a.id() == id)
              .findFirst()
              .orElseThrow(() -> new Refusal("not-found", "There is no such bank account."))
              .shortName();
    };
  }
}
