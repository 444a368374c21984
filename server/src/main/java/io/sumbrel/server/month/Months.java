package io.sumbrel.server.month;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.proof.BankReconciliation;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Which months are closed. Months close and reopen in their order. */
@Component
public class Months {
  private final EntityManager entities;
  private final Clock clock;
  private final AuditRecord audit;

  Months(EntityManager entities, Clock clock, AuditRecord audit) {
    this.entities = entities;
    this.clock = clock;
    this.audit = audit;
  }

  /** The last day of the newest closed month; long ago when none is closed. */
  @Transactional(readOnly = true)
  public LocalDate closedUntil(long booksId) {
    List<String> newest =
        entities
            .createQuery(
                """
                select monthCode from MonthRow
                where booksId = :b and state = CLOSED
                order by monthCode desc
                """,
                String.class)
            .setParameter("b", booksId)
            .setMaxResults(1)
            .getResultList();
    return newest.isEmpty() ? LocalDate.EPOCH : YearMonth.parse(newest.get(0)).atEndOfMonth();
  }

  /**
   * What the bank accounts came to when a month was closed.
   *
   * @param closed its last day
   * @param code of an account, by its id
   */
  @Transactional(readOnly = true)
  public Map<AccountCode, BankReconciliation> closedWith(
      long booksId, LocalDate closed, Function<Long, AccountCode> code) {
    return entities
        .createQuery(
            "from MonthFigureRow where booksId = :b and monthCode = :m", MonthFigureRow.class)
        .setParameter("b", booksId)
        .setParameter("m", YearMonth.from(closed).toString())
        .getResultStream()
        .map(r -> r.toFact(code.apply(r.bankAccountId), closed))
        .collect(Collectors.toMap(BankReconciliation::account, Function.identity()));
  }

  /**
   * @throws Refusal {@code closed-month} when a day lies in a closed month; an act that can go on
   *     without it may
   */
  @Transactional(readOnly = true, noRollbackFor = Refusal.class)
  public void requireOpen(long booksId, LocalDate date) {
    LocalDate closed = closedUntil(booksId);
    if (!date.isAfter(closed)) {
      throw new Refusal(
          "closed-month",
          "%s lies in a closed month; the first open day is %s."
              .formatted(date, closed.plusDays(1)));
    }
  }

  /**
   * Whether a day is open while this act is stored: whoever closes a month waits for its end. Taken
   * last, before the act is recorded.
   *
   * @throws Refusal {@code closed-month}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void requireStillOpen(long booksId, LocalDate date) {
    audit.lock(booksId);
    requireOpen(booksId, date);
  }

  /** A month that was closed at some time. */
  public record MonthView(
      String month, boolean closed, String supervisor, String reason, Instant changedAt) {}

  @Transactional(readOnly = true)
  public List<MonthView> all(long booksId) {
    return entities
        .createQuery("from MonthRow where booksId = :b order by monthCode desc", MonthRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(
            r ->
                new MonthView(
                    r.monthCode,
                    r.state == MonthRow.State.CLOSED,
                    r.supervisor,
                    r.reason,
                    r.changedAt))
        .toList();
  }

  /**
   * Closes a month and keeps its bank reconciliation.
   *
   * @param reconciliations by the id of the bank account
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void close(Actor actor, YearMonth month, Map<Long, BankReconciliation> reconciliations) {
    store(actor, month, MonthRow.State.CLOSED, "");
    reconciliations.forEach(
        (account, figures) ->
            entities.merge(MonthFigureRow.of(actor.booksId(), month.toString(), account, figures)));
  }

  /** Reopens the newest closed month. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void reopen(Actor actor, YearMonth month, String reason) {
    if (!month.atEndOfMonth().equals(closedUntil(actor.booksId()))) {
      throw new Refusal("month-order", month + " is not the newest closed month.");
    }
    store(actor, month, MonthRow.State.REOPENED, reason);
  }

  private void store(Actor actor, YearMonth month, MonthRow.State state, String reason) {
    MonthRow row =
        Optional.ofNullable(
                entities.find(MonthRow.class, new MonthRow.Key(actor.booksId(), month.toString())))
            .orElseGet(MonthRow::new);
    row.booksId = actor.booksId();
    row.monthCode = month.toString();
    row.state = state;
    row.supervisor = actor.name();
    row.reason = reason;
    row.changedAt = clock.instant();
    entities.persist(row);
  }
}
