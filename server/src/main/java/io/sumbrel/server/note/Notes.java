package io.sumbrel.server.note;

import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Notes with who and when; none is ever changed. */
@Component
public class Notes {
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
  public record Note(String person, Instant writtenAt, String words) {}

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
        .map(Notes::note)
        .toList();
  }

  /** A note on a customer, or on the item of that number. */
  public record OnCustomer(Optional<String> item, Note note) {}

  /** All on a customer and on its items; in no order. */
  @Transactional(readOnly = true)
  public List<OnCustomer> aboutCustomer(long booksId, CustomerId customer) {
    return entities
        .createQuery(
            """
            select n, i.number from NoteRow n
              left join OpenItemRow i on n.subject = ITEM and i.id = n.subjectId
            where n.booksId = :b
              and (i.customerId = :c or n.subject = CUSTOMER and n.subjectId = :c)
            """,
            Object[].class)
        .setParameter("b", booksId)
        .setParameter("c", customer.number())
        .getResultStream()
        .map(r -> new OnCustomer(Optional.ofNullable((String) r[1]), note((NoteRow) r[0])))
        .toList();
  }

  private static Note note(NoteRow row) {
    return new Note(row.person, row.writtenAt, row.words);
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
