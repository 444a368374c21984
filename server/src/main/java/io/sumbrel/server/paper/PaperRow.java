package io.sumbrel.server.paper;

import io.sumbrel.server.note.Subject;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "paper")
class PaperRow {
  @Id long id;
  long booksId;

  @Enumerated(EnumType.STRING)
  Subject subject;

  long subjectId;
  String fileName;

  @Enumerated(EnumType.STRING)
  PaperKind kind;

  long sizeBytes;
  String hash;
  String person;
  Instant addedAt;

  /** Who took it off; it is shown no more. */
  String takenOffBy;
}
