package io.sumbrel.server.layout;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "csv_layout")
class CsvLayoutRow {
  @Id Long id;
  long booksId;
  long bankAccountId;

  /** Bank entries, or payouts of a processor. */
  String content;

  String signature;
  String layout;
  String madeBy;
  Instant madeAt;
}
