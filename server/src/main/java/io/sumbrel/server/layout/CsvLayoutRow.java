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

  /** Empty for a list of the house. */
  Long bankAccountId;

  /** Bank entries, payouts of a processor, or a list of the house. */
  String content;

  String signature;
  String layout;
  String madeBy;
  Instant madeAt;
}
