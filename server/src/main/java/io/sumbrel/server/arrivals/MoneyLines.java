package io.sumbrel.server.arrivals;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.deposit.WaitingForTie;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The stored sums that must be explained, and the statements of the bank. */
@Component
public class MoneyLines {
  private final EntityManager entities;
  private final WaitingForTie waiting;

  MoneyLines(EntityManager entities, WaitingForTie waiting) {
    this.entities = entities;
    this.waiting = waiting;
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

  /** Every sum that counts, in the order of booking. */
  @Transactional(readOnly = true)
  public List<MoneyLine> all(long booksId) {
    return standing(booksId, Standing.COUNTS);
  }

  /** Entries that are possibly double and count nowhere until a person says. */
  @Transactional(readOnly = true)
  public List<MoneyLine> held(long booksId) {
    return standing(booksId, Standing.HELD);
  }

  /** What was a sum once: it was given its parts, or its file was withdrawn. */
  @Transactional(readOnly = true)
  public List<MoneyLine> gone(long booksId) {
    return Stream.of(Standing.DETAILED, Standing.WITHDRAWN)
        .flatMap(s -> standing(booksId, s).stream())
        .toList();
  }

  /** The day of the earliest entry of a file, which must not lie in a closed month. */
  @Transactional(readOnly = true)
  public Optional<LocalDate> earliestOf(long arrivalId) {
    return Optional.ofNullable(
        entities
            .createQuery(
                "select min(bookingDate) from MoneyInRow where arrivalId = :a", LocalDate.class)
            .setParameter("a", arrivalId)
            .getSingleResult());
  }

  private List<MoneyLine> standing(long booksId, Standing standing) {
    return lines("m.booksId = :b and m.standing = :s", Map.of("b", booksId, "s", standing));
  }

  private List<MoneyLine> lines(String which, Map<String, Object> values) {
    var query =
        entities.createQuery(
            """
            select m, d.id, d.kind, d.reference, d.bankAccountId from MoneyInRow m
            left join DepositMemberRow x on x.id = m.depositMemberId
            left join DepositRow d on d.id = x.depositId
            where\s"""
                + which
                + " order by m.bookingDate, m.id",
            Object[].class);
    values.forEach(query::setParameter);
    return query.getResultStream().map(MoneyLines::line).toList();
  }

  private static MoneyLine line(Object[] row) {
    MoneyInRow money = (MoneyInRow) row[0];
    Optional<MoneyLine.OfDeposit> deposit =
        Optional.ofNullable((Long) row[1])
            .map(id -> new MoneyLine.OfDeposit(id, (DepositKind) row[2], (String) row[3]));
    return money.toLine(deposit, deposit.isPresent() ? (Long) row[4] : money.bankAccountId);
  }

  /**
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public MoneyLine find(long booksId, MoneyInId id) {
    return lines("m.booksId = :b and m.id = :id", Map.of("b", booksId, "id", id.number())).stream()
        .findFirst()
        .orElseThrow(() -> new Refusal("not-found", "There is no such money in these books."));
  }

  /**
   * A sum that a tape may explain.
   *
   * @throws Refusal {@code not-found}, {@code held}, {@code detailed}, {@code withdrawn}, {@code
   *     waiting}
   */
  @Transactional(readOnly = true)
  public MoneyLine explainable(long booksId, MoneyInId id) {
    MoneyLine found = counting(booksId, id);
    waiting
        .depositOf(id)
        .ifPresent(
            deposit -> {
              throw new Refusal(
                  "waiting",
                  "This entry is the sum of %s, which is recorded; it waits there to be tied, and placing it here would count the money twice."
                      .formatted(deposit));
            });
    return found;
  }

  /**
   * A sum that counts, and may be explained by a tape or a tie.
   *
   * @throws Refusal {@code not-found}, {@code held}, {@code detailed}, {@code withdrawn}
   */
  @Transactional(readOnly = true)
  public MoneyLine counting(long booksId, MoneyInId id) {
    MoneyLine found = find(booksId, id);
    MoneyInRow row = entities.find(MoneyInRow.class, id.number());
    if (row.standing == Standing.HELD) {
      throw new Refusal(
          "held", "This entry is held as possibly double; say at Arrivals whether it is.");
    }
    if (row.standing == Standing.DETAILED) {
      throw new Refusal(
          "detailed", "The parts of this sum have come; they are explained in its place.");
    }
    if (row.standing == Standing.WITHDRAWN) {
      throw new Refusal("withdrawn", "The file that brought this entry was withdrawn.");
    }
    return found;
  }

  /** What was taken in, by arrival: entries that count, by themselves or by their parts. */
  @Transactional(readOnly = true)
  public Map<Long, Deposits.Taken> taken(long booksId) {
    Map<Long, Deposits.Taken> taken = new HashMap<>();
    entities
        .createQuery(
            """
            select arrivalId, count(*), sum(amountMinor) from MoneyInRow
            where booksId = :b and standing <> HELD and standing <> WITHDRAWN group by arrivalId
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> taken.put((Long) r[0], new Deposits.Taken((Long) r[1], (Long) r[2])));
    return taken;
  }

  /**
   * Money in that somebody placed by a tape on a business date, and that stands so, by currency.
   */
  @Transactional(readOnly = true)
  public Map<String, Long> explainedOn(long booksId, LocalDate day) {
    Map<String, Long> explained = new TreeMap<>();
    entities
        .createQuery(
            """
            select m.currency, sum(m.amountMinor) from MoneyInRow m
            join ClaimRow c on c.moneyInId = m.id
            join PostingRow p on p.id = c.postingId
            where p.booksId = :b and p.actedOn = :d and m.amountMinor > 0
              and p.moneyInId is not null
            group by m.currency
            """,
            Object[].class)
        .setParameter("b", booksId)
        .setParameter("d", day)
        .getResultStream()
        .forEach(r -> explained.put((String) r[0], (Long) r[1]));
    return explained;
  }

  /** As which sum a member of a deposit must be explained, by the member. */
  @Transactional(readOnly = true)
  public Map<Long, MoneyInId> ofMembers(long booksId) {
    Map<Long, MoneyInId> ofMembers = new HashMap<>();
    entities
        .createQuery(
            "select depositMemberId, id from MoneyInRow where booksId = :b and depositMemberId is not null",
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> ofMembers.put((Long) r[0], new MoneyInId((Long) r[1])));
    return ofMembers;
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
            select s from StatementRow s join ArrivalRow a on a.id = s.arrivalId
            where a.booksId = :b
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
