package io.sumbrel.server.connection;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "connection_attempt")
class ConnectionAttemptRow {
  @Id Long id;
  long booksId;
  String connection;
  Instant attemptedAt;
  String attemptedBy;
  LocalDate fromDate;
  LocalDate toDate;
  int brought;
  int known;
  String failure;
}
