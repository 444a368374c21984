package io.sumbrel.server.note;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Notes with who and when; none is ever changed. */
@Component
class Notes {
  /** The act by which it stands in the record. */
  static final String WRITTEN = "note-written";

  private static final int MOST_WORDS = 1_000;

  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;
  private final Subjects subjects;

  Notes(EntityManager entities, RowIds ids, Clock clock, AuditRecord audit, Subjects subjects) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
    this.subjects = subjects;
  }

  /** A note. */
  record Note(String person, Instant writtenAt, String words) {}

  /**
   * All beside one thing, the newest first.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public List<Note> of(Actor actor, Subject subject, long id) {
    subjects.nameOf(actor, subject, id);
    return entities
        .createQuery(
            """
            from NoteRow where subjectId = :id and subject = :s and booksId = :b order by id desc
            """,
            NoteRow.class)
        .setParameter("id", id)
        .setParameter("s", subject)
        .setParameter("b", actor.booksId())
        .getResultStream()
        .map(n -> new Note(n.person, n.writtenAt, n.words))
        .toList();
  }

  /**
   * @throws Refusal {@code note} without words or with too many, {@code not-found}
   */
  @Transactional
  public void write(Actor actor, Subject subject, long id, String words) {
    if (words.isBlank() || words.strip().length() > MOST_WORDS) {
      throw new Refusal("note", "A note holds up to %,d letters.".formatted(MOST_WORDS));
    }
    String of = subjects.nameOf(actor, subject, id);
    NoteRow row = new NoteRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.subject = subject;
    row.subjectId = id;
    row.person = actor.name();
    row.writtenAt = clock.instant();
    row.words = words.strip();
    entities.persist(row);
    audit.append(actor, WRITTEN, "Note on " + of, row.words);
  }
}
