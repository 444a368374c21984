package io.sumbrel.server.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

@Entity
@Table(name = "journal_year")
@IdClass(JournalYearRow.Key.class)
class JournalYearRow {
  record Key(long booksId, int postingYear) implements Serializable {}

  @Id long booksId;
  @Id int postingYear;
  int lastNumber;
}
