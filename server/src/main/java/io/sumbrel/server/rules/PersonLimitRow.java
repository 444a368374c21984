package io.sumbrel.server.rules;

import io.sumbrel.core.difference.LimitTable;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

/** How far one person may go with a reason. */
@Entity
@Table(name = "person_limit")
@IdClass(PersonLimitRow.Key.class)
class PersonLimitRow {
  record Key(long personId, String reason) implements Serializable {}

  @Id long personId;

  /** Its code. */
  @Id String reason;

  long booksId;
  long tapeMinor;
  long monthMinor;

  LimitTable.Figures toFigures() {
    return new LimitTable.Figures(tapeMinor, monthMinor);
  }
}
