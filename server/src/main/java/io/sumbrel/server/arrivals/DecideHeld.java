package io.sumbrel.server.arrivals;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.Statements;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyIntake;
import jakarta.persistence.EntityManager;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A person says of an entry that is held as possibly double whether it is real. */
@Component
public class DecideHeld {
  private final EntityManager entities;
  private final MoneyIntake intake;
  private final ArrivalFacts arrivalFacts;
  private final AuditRecord audit;
  private final Months months;
  private final WaitingForTie waiting;
  private final Statements statements;

  DecideHeld(
      EntityManager entities,
      MoneyIntake intake,
      ArrivalFacts arrivalFacts,
      AuditRecord audit,
      Months months,
      WaitingForTie waiting,
      Statements statements) {
    this.waiting = waiting;
    this.statements = statements;
    this.entities = entities;
    this.intake = intake;
    this.arrivalFacts = arrivalFacts;
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
    MoneyInId id = new MoneyInId(moneyInId);
    MoneyIntake.Held held = intake.held(actor.booksId(), id);
    ArrivalRow arrival = entities.find(ArrivalRow.class, held.arrivalId());
    arrival.heldCount--;
    if (verdict == Verdict.REAL) {
      arrival.acceptedCount++;
      intake.count(id);
      statements.counts(held.statementId(), held.amountMinor());
      waiting.settle(held.bankAccountId());
    } else {
      arrival.knownCount++;
      arrival.knownMinor += held.amountMinor();
      intake.drop(id);
    }
    months.requireStillOpen(actor.booksId(), held.bookingDate());
    audit.append(
        actor,
        "held-" + verdict.name().toLowerCase(),
        arrival.fileName + " line " + held.place(),
        held.words() + " booked on " + held.bookingDate(),
        arrivalFacts.of(held.arrivalId()));
  }
}
