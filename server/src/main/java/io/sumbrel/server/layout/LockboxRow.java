package io.sumbrel.server.layout;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "lockbox")
class LockboxRow {
  @Id Long id;
  long booksId;
  String number;
  long bankAccountId;
  String layout;
  String madeBy;
  Instant madeAt;
}
