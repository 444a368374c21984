package io.sumbrel.server.books;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A set of books by its name and its business date, which dates postings and discounts. */
@Component
public class BooksNames {
  private final EntityManager entities;
  private final Clock clock;

  BooksNames(EntityManager entities, Clock clock) {
    this.entities = entities;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public String name(long booksId) {
    return entities.find(BooksRow.class, booksId).name;
  }

  /** The day that the house works in: the real one in its zone, unless one is set. */
  @Transactional(readOnly = true)
  public LocalDate businessDate(long booksId) {
    BooksRow row = entities.find(BooksRow.class, booksId);
    return row.businessDate != null
        ? row.businessDate
        : LocalDate.now(clock.withZone(ZoneId.of(row.zone)));
  }
}
