package io.sumbrel.server.paper;

import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.note.Subject;
import io.sumbrel.server.note.Subjects;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.FileStore;
import io.sumbrel.server.persistence.RowIds;
import io.sumbrel.server.persistence.StoredFile;
import jakarta.persistence.EntityManager;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Papers with who and when; one that was put there by mistake is taken off, and kept. */
@Component
public class Papers {
  static final int MOST_MEGABYTES = 10;
  private static final int MOST_NAME = 200;

  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;
  private final Subjects subjects;
  private final FileStore files;
  private final TransactionTemplate inOneAct;

  Papers(
      EntityManager entities,
      RowIds ids,
      Clock clock,
      AuditRecord audit,
      Subjects subjects,
      FileStore files,
      PlatformTransactionManager transactions) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
    this.subjects = subjects;
    this.files = files;
    this.inOneAct = new TransactionTemplate(transactions);
  }

  /**
   * @param address from which it is read
   * @param addedAt when somebody put it there; empty where the bank has it
   */
  record Paper(
      long id,
      String fileName,
      boolean picture,
      String address,
      String person,
      Optional<Instant> addedAt) {
    private static Paper of(PaperRow row) {
      return new Paper(
          row.id,
          row.fileName,
          row.kind.isPicture(),
          "/api/papers/%d/content".formatted(row.id),
          row.person,
          Optional.of(row.addedAt));
    }
  }

  /** The picture of a sum that its bank has. */
  static Paper ofTheBank(long moneyIn, String name) {
    return new Paper(
        moneyIn, name, true, "/api/papers/of-bank/" + moneyIn, "the bank", Optional.empty());
  }

  record Content(String fileName, PaperKind kind, byte[] bytes) {}

  /** A paper that was put beside a customer. */
  public record OnCustomer(String fileName, String person, Instant addedAt) {}

  /** All beside a customer, the newest first. */
  @Transactional(readOnly = true)
  public List<OnCustomer> aboutCustomer(long booksId, CustomerId customer) {
    return beside(booksId, Subject.CUSTOMER, customer.number())
        .map(r -> new OnCustomer(r.fileName, r.person, r.addedAt))
        .toList();
  }

  /**
   * All beside one thing, the newest first.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public List<Paper> of(Actor actor, Subject subject, long id) {
    subjects.nameOf(actor, subject, id);
    return beside(actor.booksId(), subject, id).map(Paper::of).toList();
  }

  private Stream<PaperRow> beside(long booksId, Subject subject, long id) {
    return entities
        .createQuery(
            """
            from PaperRow where subjectId = :id and subject = :s and booksId = :b
              and takenOffBy is null order by id desc
            """,
            PaperRow.class)
        .setParameter("id", id)
        .setParameter("s", subject)
        .setParameter("b", booksId)
        .getResultStream();
  }

  /**
   * @throws Refusal {@code too-large}, {@code paper} when it is no picture and no PDF, {@code
   *     not-found}; nothing is kept then
   */
  public void add(Actor actor, Subject subject, long id, String name, InputStream content) {
    StoredFile received = files.receive(content, MOST_MEGABYTES);
    try {
      PaperKind kind = PaperKind.of(received.bytes());
      inOneAct.executeWithoutResult(t -> add(actor, subject, id, name, kind, received));
    } finally {
      received.discard();
    }
  }

  private void add(
      Actor actor, Subject subject, long id, String name, PaperKind kind, StoredFile received) {
    String of = subjects.nameOf(actor, subject, id);
    PaperRow row = new PaperRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.subject = subject;
    row.subjectId = id;
    row.fileName = Column.cut(name.isBlank() ? "paper" : name.strip(), MOST_NAME);
    row.kind = kind;
    row.sizeBytes = received.size();
    row.hash = received.hash();
    row.person = actor.name();
    row.addedAt = clock.instant();
    files.keep(received);
    entities.persist(row);
    audit.append(actor, "paper-added", "Paper on " + of, row.fileName + " " + row.hash);
  }

  /**
   * @throws Refusal {@code not-found}
   */
  @Transactional
  public void takeOff(Actor actor, long id) {
    PaperRow row = found(actor, id);
    row.takenOffBy = actor.name();
    String of = subjects.nameOf(actor, row.subject, row.subjectId);
    audit.append(actor, "paper-taken-off", "Paper on " + of, row.fileName + " " + row.hash);
  }

  /**
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public Content content(Actor actor, long id) {
    PaperRow row = found(actor, id);
    return new Content(row.fileName, row.kind, files.file(row.hash).bytes());
  }

  private PaperRow found(Actor actor, long id) {
    PaperRow row = entities.find(PaperRow.class, id);
    if (row == null || row.booksId != actor.booksId() || row.takenOffBy != null) {
      throw new Refusal("not-found", "There is no such paper.");
    }
    return row;
  }
}
