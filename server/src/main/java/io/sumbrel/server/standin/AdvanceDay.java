package io.sumbrel.server.standin;

import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.BooksNames;
import io.sumbrel.server.books.OpenBooks;
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
  private final BooksNames names;
  private final OpenBooks books;
  private final AuditRecord audit;

  AdvanceDay(BooksNames names, OpenBooks books, AuditRecord audit) {
    this.names = names;
    this.books = books;
    this.audit = audit;
  }

  @Transactional
  LocalDate advance(Actor actor) {
    audit.lock(actor.booksId());
    LocalDate next = SimulatedBank.bankingDayAfter(names.businessDate(actor.booksId()));
    books.moveTo(actor.booksId(), next);
    audit.append(actor, "day-advanced", next.toString(), "");
    return next;
  }
}
