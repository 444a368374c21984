package io.sumbrel.server.arrivals;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Months;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A person says of an entry that is held as possibly double whether it is real. */
@Component
public class DecideHeld {
  private final EntityManager entities;
  private final MoneyLines moneyLines;
  private final AuditRecord audit;
  private final Months months;
  private final WaitingForTie waiting;

  DecideHeld(
      EntityManager entities,
      MoneyLines moneyLines,
      AuditRecord audit,
      Months months,
      WaitingForTie waiting) {
    this.waiting = waiting;
    this.entities = entities;
    this.moneyLines = moneyLines;
    this.audit = audit;
    this.months = months;
  }

  /** What a held entry is. */
  public enum Verdict {
    /** Money that came once more: it counts from now on. */
    REAL,
    /** Read before: it is known, and goes. */
    DOUBLE
  }

  /**
   * @throws Refusal {@code not-held}, {@code closed-month}
   */
  @Transactional
  public void decide(Actor actor, long moneyInId, Verdict verdict) {
    moneyLines.lock(new MoneyInId(moneyInId));
    MoneyInRow row = entities.find(MoneyInRow.class, moneyInId);
    if (row == null || row.booksId != actor.booksId() || row.standing != Standing.HELD) {
      throw new Refusal("not-held", "This entry is not held any more; somebody was first.");
    }
    ArrivalRow arrival = entities.find(ArrivalRow.class, row.arrivalId);
    arrival.heldCount--;
    if (verdict == Verdict.REAL) {
      arrival.acceptedCount++;
      entities
          .createNativeQuery("update money_in set standing = 'COUNTS' where id = :id")
          .setParameter("id", moneyInId)
          .executeUpdate();
      waiting.settle(row.bankAccountId);
    } else {
      arrival.knownCount++;
      arrival.knownMinor += row.amountMinor;
      entities
          .createNativeQuery("delete from money_in where id = :id")
          .setParameter("id", moneyInId)
          .executeUpdate();
    }
    months.requireStillOpen(actor.booksId(), row.bookingDate);
    audit.append(
        actor,
        "held-" + verdict.name().toLowerCase(),
        arrival.fileName + " line " + row.place,
        row.toFact().words() + " booked on " + row.bookingDate);
  }
}
