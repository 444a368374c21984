package io.sumbrel.server.books;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;

@Entity
@Table(name = "books")
class BooksRow {
  @Id Long id;
  String name;
  String zone;
  LocalDate businessDate;
  Instant createdAt;
  String silentList;

  /** Methods of money that shall have a paper beside it, with blanks between. */
  String papersWanted = "";
}
