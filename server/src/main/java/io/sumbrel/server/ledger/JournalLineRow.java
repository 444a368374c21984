package io.sumbrel.server.ledger;

import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.server.chart.AccountAmount;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "journal_line")
@IdClass(JournalLineRow.Key.class)
class JournalLineRow extends AccountAmount {
  record Key(long postingId, int lineNumber) implements Serializable {}

  @Id long postingId;
  @Id int lineNumber;
  long booksId;

  static JournalLineRow of(long booksId, long postingId, int number, JournalLine line) {
    JournalLineRow row = new JournalLineRow();
    row.postingId = postingId;
    row.lineNumber = number;
    row.booksId = booksId;
    row.take(line);
    return row;
  }
}
