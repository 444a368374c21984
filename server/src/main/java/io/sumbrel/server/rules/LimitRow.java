package io.sumbrel.server.rules;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

@Entity
@Table(name = "house_limit")
@IdClass(LimitRow.Key.class)
class LimitRow {
  record Key(long booksId, String code) implements Serializable {}

  @Id long booksId;
  @Id String code;
  long amount;

  static LimitRow of(long booksId, String code, long amount) {
    LimitRow row = new LimitRow();
    row.booksId = booksId;
    row.code = code;
    row.amount = amount;
    return row;
  }
}
