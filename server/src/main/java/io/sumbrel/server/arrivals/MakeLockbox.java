package io.sumbrel.server.arrivals;

import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.lockbox.LockboxField;
import io.sumbrel.formats.lockbox.LockboxLayout;
import io.sumbrel.formats.lockbox.LockboxReader;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.layout.Lockboxes;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.FileStore;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Sets a lockbox up from a file at hand: its account, and where its bank writes what. */
@Component
public class MakeLockbox {
  private final EntityManager entities;
  private final AuditRecord audit;
  private final FileStore files;
  private final Lockboxes lockboxes;
  private final BankAccounts books;
  private final BringIn bringIn;

  MakeLockbox(
      EntityManager entities,
      AuditRecord audit,
      FileStore files,
      Lockboxes lockboxes,
      BankAccounts books,
      BringIn bringIn) {
    this.entities = entities;
    this.audit = audit;
    this.files = files;
    this.lockboxes = lockboxes;
    this.books = books;
    this.bringIn = bringIn;
  }

  /** Columns of a field, 1-based and inclusive; none where {@code from} is 0. */
  public record FieldSpan(LockboxField field, int from, int to) {}

  /** A lockbox as a person states it. */
  public record LockboxRequest(
      long accountId, int width, List<FieldSpan> fields, int detailEvery, int detailTimes) {

    LockboxLayout toLayout() {
      Map<LockboxField, LockboxLayout.Span> spans = new EnumMap<>(LockboxField.class);
      for (FieldSpan field : fields) {
        if (field.from() != 0) {
          spans.put(field.field(), new LockboxLayout.Span(field.from(), field.to()));
        }
      }
      return new LockboxLayout(width, spans, detailEvery, detailTimes);
    }

    public static LockboxRequest of(long accountId, LockboxLayout layout) {
      List<FieldSpan> fields = new ArrayList<>();
      for (LockboxField field : LockboxField.values()) {
        LockboxLayout.Span span = layout.spans().getOrDefault(field, new LockboxLayout.Span(0, 0));
        fields.add(new FieldSpan(field, span.from(), span.to()));
      }
      return new LockboxRequest(
          accountId, layout.width(), fields, layout.detailEvery(), layout.detailTimes());
    }
  }

  /** A field with the type of its record and its words for people. */
  record FieldChoice(LockboxField field, String recordType, String words) {}

  /** The boxes that a file names, how it would be read, and the fields there are. */
  record LockboxView(List<String> boxes, LockboxRequest layout, List<FieldChoice> choices) {}

  @Transactional(readOnly = true)
  LockboxView view(Actor actor, long arrivalId) {
    byte[] bytes = bytes(actor, arrivalId);
    Optional<Lockboxes.Box> box =
        lockboxes.all(actor.booksId()).stream()
            .filter(b -> LockboxReader.boxes(bytes, b.layout()).contains(b.number()))
            .findFirst();
    LockboxLayout layout = box.map(Lockboxes.Box::layout).orElse(LockboxLayout.USUAL);
    List<FieldChoice> choices = new ArrayList<>();
    for (LockboxField field : LockboxField.values()) {
      choices.add(new FieldChoice(field, String.valueOf(field.record()), field.words()));
    }
    return new LockboxView(
        List.copyOf(LockboxReader.boxes(bytes, layout)),
        LockboxRequest.of(box.map(b -> b.account().id()).orElse(0L), layout),
        choices);
  }

  /**
   * What the file says when it is read so; nothing is kept.
   *
   * @throws Refusal with the first place that does not fit the layout
   */
  @Transactional(readOnly = true)
  List<BankedDeposit> tried(Actor actor, long arrivalId, LockboxRequest request) {
    byte[] bytes = bytes(actor, arrivalId);
    BankAccount account = books.one(actor.booksId(), request.accountId());
    return LockboxReader.read(bytes, request.toLayout()).orRefuse().stream()
        .map(b -> Lockboxes.banked(b, account))
        .toList();
  }

  /** Sets the boxes of the file up and reads it; it then waits to be accepted. */
  @Transactional
  public ArrivalView keep(Actor actor, long arrivalId, LockboxRequest request) {
    tried(actor, arrivalId, request);
    ArrivalRow row = BringIn.find(entities, actor.booksId(), arrivalId);
    byte[] bytes = bytes(actor, arrivalId);
    Set<String> boxes = LockboxReader.boxes(bytes, request.toLayout());
    lockboxes.keep(actor, boxes, request.accountId(), request.toLayout());
    bringIn.read(row, files.file(row.hash));
    audit.append(actor, "lockbox-set-up", row.fileName, "lockbox " + String.join(", ", boxes));
    return row.toView(0);
  }

  private byte[] bytes(Actor actor, long arrivalId) {
    ArrivalRow row = BringIn.find(entities, actor.booksId(), arrivalId);
    boolean open = row.state == ArrivalState.LAYOUT || row.state == ArrivalState.WAITING;
    if (!open || row.fileKind() != FileKind.LOCKBOX) {
      throw new Refusal("no-layout", row.fileName + " is no lockbox file that waits.");
    }
    return ArrivedFiles.bytes(files.file(row.hash));
  }
}
