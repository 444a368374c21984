package io.sumbrel.server.note;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** What somebody wrote. */
@Entity
@Table(name = "note")
class NoteRow {
  @Id long id;
  long booksId;

  @Enumerated(EnumType.STRING)
  Subject subject;

  long subjectId;
  String person;
  Instant writtenAt;
  String words;
}
