package io.sumbrel.server.month;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;

@Entity
@Table(name = "accounting_month")
@IdClass(MonthRow.Key.class)
class MonthRow {
  enum State {
    CLOSED,
    REOPENED
  }

  record Key(long booksId, String monthCode) implements Serializable {}

  @Id long booksId;
  @Id String monthCode;

  @Enumerated(EnumType.STRING)
  State state;

  String supervisor;
  String reason;
  Instant changedAt;

  /** What was proved when it was closed: up to which line of the record, and which posting. */
  Long provedRecord;

  Long provedPosting;
}
