package io.sumbrel.server.books;

import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import jakarta.persistence.EntityManager;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The one explanation of each sum. The primary key refuses a second. */
@Component
public class Claims {
  private final EntityManager entities;

  Claims(EntityManager entities) {
    this.entities = entities;
  }

  /** The posting that explains a sum. */
  public record Claim(long postingId, PostingNumber number, String actor) {}

  /** Every claimed sum with its posting. */
  @Transactional(readOnly = true)
  public Map<MoneyInId, Claim> all(long booksId) {
    Map<MoneyInId, Claim> claims = new HashMap<>();
    entities
        .createQuery(
            """
            select c, p from ClaimRow c join PostingRow p on p.id = c.postingId
            where p.booksId = :b
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> claims.put(new MoneyInId(((ClaimRow) r[0]).moneyInId), claim(r[1])));
    return claims;
  }

  /** Every claimed sum: there are many, and mostly nobody asks by what. */
  @Transactional(readOnly = true)
  public Set<MoneyInId> claimed(long booksId) {
    return entities
        .createQuery(
            """
            select c.moneyInId from ClaimRow c join PostingRow p on p.id = c.postingId
            where p.booksId = :b
            """,
            Long.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(MoneyInId::new)
        .collect(Collectors.toSet());
  }

  @Transactional(readOnly = true)
  public Optional<Claim> of(MoneyInId moneyIn) {
    return Optional.ofNullable(entities.find(ClaimRow.class, moneyIn.number()))
        .map(c -> claim(entities.find(PostingRow.class, c.postingId)));
  }

  private static Claim claim(Object posting) {
    PostingRow row = (PostingRow) posting;
    return new Claim(row.id, row.number(), row.actor);
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void take(MoneyInId moneyIn, long postingId) {
    ClaimRow row = new ClaimRow();
    row.moneyInId = moneyIn.number();
    row.postingId = postingId;
    entities.persist(row);
    entities.flush();
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void release(MoneyInId moneyIn) {
    entities.remove(entities.find(ClaimRow.class, moneyIn.number()));
  }
}
