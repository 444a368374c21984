package io.sumbrel.server.payout;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.bank.BankAccount;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * A processor is read by its payouts, or as a statement: both would count its sales twice. Asked
 * within the act of whoever takes a file in, which goes on where it is refused.
 */
@Component
public class ReadOnce {
  private final EntityManager entities;

  ReadOnce(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * @param layoutId how the processor writes
   * @throws Refusal {@code read-as-statement}
   */
  public void requireByPayouts(Optional<Long> layoutId) {
    layoutId
        .map(id -> entities.find(ProcessorRow.class, id))
        .filter(p -> p.statementAccountId != null)
        .ifPresent(
            p -> {
              throw new Refusal(
                  "read-as-statement",
                  "%s is read as the statement of an account; its payouts would count its sales twice."
                      .formatted(p.name));
            });
  }

  /**
   * @param first the day of the first entry
   * @throws Refusal {@code read-by-payouts}
   */
  public void requireNotByPayouts(BankAccount account, LocalDate first) {
    entities
        .createQuery(
            """
            select p.name, max(d.depositDate) from ProcessorRow p
              join DepositRow d on d.layoutId = p.layoutId
            where p.statementAccountId = :a group by p.name
            """,
            Object[].class)
        .setParameter("a", account.id())
        .getResultStream()
        .filter(r -> !first.isAfter((LocalDate) r[1]))
        .findFirst()
        .ifPresent(
            r -> {
              throw new Refusal(
                  "read-by-payouts",
                  "%s was read by payouts until %s; a statement of %s with entries from %s on would count its sales twice."
                      .formatted(r[0], r[1], account.shortName(), first));
            });
  }
}
