package io.sumbrel.server.arrivals;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The stored bank entries and statements. */
@Component
public class BankLines {
  private final EntityManager entities;

  BankLines(EntityManager entities) {
    this.entities = entities;
  }

  /** An accepted statement. */
  public record StoredStatement(
      long id,
      long bankAccountId,
      long arrivalId,
      String number,
      LocalDate closingDate,
      long closingMinor) {}

  /** Every booked entry, in the order of booking. */
  @Transactional(readOnly = true)
  public List<BankLine> all(long booksId) {
    return entities
        .createQuery(
            "from MoneyInRow where booksId = :b order by bookingDate, id", MoneyInRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(MoneyInRow::toLine)
        .toList();
  }

  /**
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public BankLine find(long booksId, MoneyInId id) {
    MoneyInRow row = entities.find(MoneyInRow.class, id.number());
    if (row == null || row.booksId != booksId) {
      throw new Refusal("not-found", "There is no such money in these books.");
    }
    return row.toLine();
  }

  /** Locks a sum; whoever reads its claim in a later statement sees the newest. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(MoneyInId id) {
    entities
        .createNativeQuery("select id from money_in where id = :id for update")
        .setParameter("id", id.number())
        .getResultList();
  }

  /** Accepted statements in their order. */
  @Transactional(readOnly = true)
  public List<StoredStatement> statements(long booksId) {
    return entities
        .createQuery(
            """
            from StatementRow s
            where s.arrivalId in (select a.id from ArrivalRow a where a.booksId = :b)
            order by s.bankAccountId, s.sequenceNumber
            """,
            StatementRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(
            s ->
                new StoredStatement(
                    s.id, s.bankAccountId, s.arrivalId, s.number, s.closingDate, s.closingMinor))
        .toList();
  }
}
