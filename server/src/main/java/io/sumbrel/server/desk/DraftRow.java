package io.sumbrel.server.desk;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;

@Entity
@Table(name = "draft")
@IdClass(DraftRow.Key.class)
class DraftRow {
  record Key(long moneyInId, long personId) implements Serializable {}

  @Id long moneyInId;
  @Id long personId;
  String tapeLines;
  boolean putBy;
  Instant changedAt;

  /** Why it waits for a second person. */
  String waitsFor;

  /** What the second person said against it. */
  String sentBack;
}
