package io.sumbrel.server.standin;

import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import io.sumbrel.standin.bank.SimulatedBank;
import java.time.LocalDate;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Goes on to the next banking day: the bank closes the day before, and makes its files. */
@Component
@ConditionalOnProperty(name = "sumbrel.standin", havingValue = "true")
public class AdvanceDay {
  private final Houses houses;
  private final AuditRecord audit;

  AdvanceDay(Houses houses, AuditRecord audit) {
    this.houses = houses;
    this.audit = audit;
  }

  @Transactional
  LocalDate advance(Actor actor) {
    houses.lock(actor.booksId());
    audit.lock(actor.booksId());
    LocalDate next = SimulatedBank.bankingDayAfter(houses.businessDate(actor.booksId()));
    houses.moveTo(actor.booksId(), next);
    audit.append(actor, "day-advanced", next.toString(), "");
    return next;
  }
}
