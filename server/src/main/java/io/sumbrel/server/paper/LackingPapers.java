package io.sumbrel.server.paper;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.note.Subject;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.receipt.MoneyLine;
import jakarta.persistence.EntityManager;
import java.util.Collection;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Money that lacks a paper where the house wants one. */
@Component
public class LackingPapers {
  private final EntityManager entities;
  private final Houses houses;

  LackingPapers(EntityManager entities, Houses houses) {
    this.entities = entities;
    this.houses = houses;
  }

  /** Those of some sums that came in a way of which a paper is wanted, and have none. */
  @Transactional(readOnly = true)
  public Set<MoneyInId> among(long booksId, Collection<MoneyLine> lines) {
    Set<Method> wanted = houses.papersWanted(booksId);
    if (wanted.isEmpty()) {
      return Set.of();
    }
    Set<MoneyInId> lacking =
        lines.stream()
            .filter(l -> l.moneyIn().isIn() && wanted.contains(l.method()))
            .map(l -> l.moneyIn().id())
            .collect(Collectors.toSet());
    InParts.ofIds(
        lacking.stream().map(MoneyInId::number),
        some ->
            some.set(
                    entities
                        .createQuery(
                            "select distinct subjectId from PaperRow where subject = :s"
                                + " and takenOffBy is null and "
                                + some.condition("subjectId"),
                            Long.class)
                        .setParameter("s", Subject.MONEY))
                .getResultStream()
                .forEach(have -> lacking.remove(new MoneyInId(have))));
    return lacking;
  }
}
