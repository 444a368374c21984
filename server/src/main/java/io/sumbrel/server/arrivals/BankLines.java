package io.sumbrel.server.arrivals;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

  /**
   * An accepted statement.
   *
   * @param closingMinor empty where its format states no balances
   */
  public record StoredStatement(
      long id,
      long bankAccountId,
      long arrivalId,
      String number,
      LocalDate closingDate,
      Optional<Long> closingMinor) {}

  /** Every booked entry that counts, in the order of booking. */
  @Transactional(readOnly = true)
  public List<BankLine> all(long booksId) {
    return standing(booksId, Standing.COUNTS);
  }

  /** Entries that are possibly double and count nowhere until a person says. */
  @Transactional(readOnly = true)
  public List<BankLine> held(long booksId) {
    return standing(booksId, Standing.HELD);
  }

  private List<BankLine> standing(long booksId, Standing standing) {
    return entities
        .createQuery(
            "from MoneyInRow where booksId = :b and standing = :s order by bookingDate, id",
            MoneyInRow.class)
        .setParameter("b", booksId)
        .setParameter("s", standing)
        .getResultStream()
        .map(MoneyInRow::toLine)
        .toList();
  }

  /**
   * @throws Refusal {@code not-found}, {@code held}, {@code detailed}
   */
  @Transactional(readOnly = true)
  public BankLine find(long booksId, MoneyInId id) {
    MoneyInRow row = entities.find(MoneyInRow.class, id.number());
    if (row == null || row.booksId != booksId) {
      throw new Refusal("not-found", "There is no such money in these books.");
    }
    if (row.standing == Standing.HELD) {
      throw new Refusal(
          "held", "This entry is held as possibly double; say at Arrivals whether it is.");
    }
    if (row.standing == Standing.DETAILED) {
      throw new Refusal(
          "detailed", "The parts of this sum have come; they are explained in its place.");
    }
    return row.toLine();
  }

  /** What was taken in of a file: entries that count, by themselves or by their parts. */
  public record Taken(long count, long minor) {}

  /** What was taken in, by arrival. */
  @Transactional(readOnly = true)
  public Map<Long, Taken> taken(long booksId) {
    Map<Long, Taken> taken = new HashMap<>();
    entities
        .createQuery(
            """
            select arrivalId, count(*), sum(amountMinor) from MoneyInRow
            where booksId = :b and standing <> HELD group by arrivalId
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> taken.put((Long) r[0], new Taken((Long) r[1], (Long) r[2])));
    return taken;
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
                    s.id,
                    s.bankAccountId,
                    s.arrivalId,
                    s.number,
                    s.closingDate,
                    Optional.ofNullable(s.closingMinor)))
        .toList();
  }
}
