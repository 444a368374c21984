package io.sumbrel.server.arrivals;

import io.sumbrel.core.proof.Fact;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.matching.PastPayments;
import io.sumbrel.server.receipt.MoneyLines;
import jakarta.persistence.EntityManager;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** All that files brought, text by text, as the record names it. */
@Component
public class ArrivalFacts {
  /** How the names of these facts begin. */
  public static final String NAME = "arrival ";

  private final EntityManager entities;
  private final MoneyLines moneyLines;
  private final Deposits deposits;
  private final PastPayments pastPayments;

  ArrivalFacts(
      EntityManager entities, MoneyLines moneyLines, Deposits deposits, PastPayments pastPayments) {
    this.entities = entities;
    this.moneyLines = moneyLines;
    this.deposits = deposits;
    this.pastPayments = pastPayments;
  }

  /** What stands of one file; nothing of one that was withdrawn and of which nothing was posted. */
  @Transactional(readOnly = true)
  public Fact of(long arrivalId) {
    entities.flush();
    return standing(arrivalId);
  }

  private Fact standing(long arrivalId) {
    return Fact.written(
        NAME + arrivalId,
        cells -> {
          moneyLines.write(arrivalId, cells);
          deposits.write(arrivalId, cells);
          pastPayments.write(arrivalId, cells);
        });
  }

  /** The file that a fact tells of. */
  public static long arrivalIn(String name) {
    return Long.parseLong(name.substring(NAME.length()));
  }

  /** Of every file that was accepted. */
  @Transactional(readOnly = true)
  public List<Fact> all(long booksId) {
    return entities
        .createQuery(
            "select id from ArrivalRow where booksId = :b and state in (ACCEPTED, WITHDRAWN)",
            Long.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(this::standing)
        .toList();
  }
}
