package io.sumbrel.server.rules;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

@Entity
@Table(name = "withheld_rate")
@IdClass(WithheldRateRow.Key.class)
class WithheldRateRow {
  record Key(long booksId, int basisPoints) implements Serializable {}

  @Id long booksId;
  @Id int basisPoints;

  static WithheldRateRow of(long booksId, int basisPoints) {
    WithheldRateRow row = new WithheldRateRow();
    row.booksId = booksId;
    row.basisPoints = basisPoints;
    return row;
  }
}
