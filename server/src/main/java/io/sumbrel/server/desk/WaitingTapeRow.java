package io.sumbrel.server.desk;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A tape without money that waits for a second person. */
@Entity
@Table(name = "waiting_tape")
class WaitingTapeRow {
  @Id long id;
  long booksId;
  long personId;
  String currency;
  String tapeLines;

  /** Why it waits. */
  String why;

  Instant askedAt;

  /** What the second person said against it; it is in its maker's hand again. */
  String sentBack;
}
