package io.sumbrel.server.openitem;

import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import jakarta.persistence.EntityManager;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Terms of payment that were agreed with customers; an invoice that states its own keeps them. */
@Component
public class AgreedTerms {
  private final EntityManager entities;

  AgreedTerms(EntityManager entities) {
    this.entities = entities;
  }

  @Transactional(readOnly = true)
  public Map<CustomerId, Terms> of(long booksId) {
    Map<CustomerId, Terms> agreed = new HashMap<>();
    entities
        .createQuery(
            "select customerId, terms from AgreedTermsRow where booksId = :b", Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> agreed.put(new CustomerId((Long) r[0]), Terms.parse((String) r[1])));
    return agreed;
  }

  /**
   * @param terms empty when none are agreed any more
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(long booksId, CustomerId customer, Optional<Terms> terms) {
    AgreedTermsRow row = entities.find(AgreedTermsRow.class, customer.number());
    if (terms.isEmpty()) {
      if (row != null) {
        entities.remove(row);
      }
    } else {
      if (row == null) {
        row = new AgreedTermsRow();
        row.customerId = customer.number();
        row.booksId = booksId;
      }
      row.terms = terms.get().words();
      entities.persist(row);
    }
    entities.flush();
  }
}
