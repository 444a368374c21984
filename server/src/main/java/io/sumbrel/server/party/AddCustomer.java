package io.sumbrel.server.party;

import io.sumbrel.core.party.Customer;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * A customer that no list has brought in yet, added where it was missed. A list that brings the
 * same number later says how it is called.
 */
@Component
class AddCustomer {
  private static final int MOST_NUMBER = 40;
  private static final int MOST_NAME = 120;

  private final Customers customers;
  private final AuditRecord audit;

  AddCustomer(Customers customers, AuditRecord audit) {
    this.customers = customers;
    this.audit = audit;
  }

  /**
   * @param number of the seller's own system
   * @throws Refusal {@code customer} where number or name is missing or too long, or another has
   *     that number
   */
  @Transactional
  public Customer add(Actor actor, String number, String name) {
    String asked = number.strip();
    String called = name.strip();
    if (asked.isEmpty() || asked.length() > MOST_NUMBER) {
      throw new Refusal(
          "customer", "A customer has a number of one to %d letters.".formatted(MOST_NUMBER));
    }
    if (called.isEmpty() || called.length() > MOST_NAME) {
      throw new Refusal(
          "customer", "A customer has a name of one to %d letters.".formatted(MOST_NAME));
    }
    Optional.ofNullable(customers.numbered(actor.booksId(), List.of(asked)).get(asked))
        .ifPresent(
            c -> {
              throw new Refusal(
                  "customer", "%s is the number of %s already.".formatted(asked, c.name()));
            });
    customers.bringIn(actor.booksId(), List.of(new Customers.Named(asked, called, "")));
    audit.append(actor, "customer-added", called, asked);
    return customers.numbered(actor.booksId(), List.of(asked)).get(asked);
  }
}
