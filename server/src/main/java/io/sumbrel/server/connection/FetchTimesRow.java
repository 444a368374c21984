package io.sumbrel.server.connection;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "fetch_times")
class FetchTimesRow {
  @Id Long id;
  long booksId;
  String connection;
  String times;
  Instant keptAt;
  String keptBy;
}
