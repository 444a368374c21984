package io.sumbrel.server.requests;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;

@Entity
@Table(name = "idempotency_key")
@IdClass(IdempotencyKeyRow.Key.class)
class IdempotencyKeyRow {
  record Key(long booksId, String requestKey) implements Serializable {}

  @Id long booksId;
  @Id String requestKey;
  long personId;
  String requestHash;
  String answer;
  Instant answeredAt;
}
