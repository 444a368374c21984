package io.sumbrel.server.arrivals;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.csvlayout.CsvLayout;
import io.sumbrel.formats.CsvSample;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.OpenBooks;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Names the columns of a bank's own CSV: tried on the file at hand, kept for all that follow. */
@Component
public class MakeLayout {
  private final EntityManager entities;
  private final AuditRecord audit;
  private final FileStore files;
  private final CsvLayouts layouts;
  private final OpenBooks books;
  private final BringIn bringIn;

  MakeLayout(
      EntityManager entities,
      AuditRecord audit,
      FileStore files,
      CsvLayouts layouts,
      OpenBooks books,
      BringIn bringIn) {
    this.entities = entities;
    this.audit = audit;
    this.files = files;
    this.layouts = layouts;
    this.books = books;
    this.bringIn = bringIn;
  }

  /** A layout as a person states it, and the account whose entries it reads. */
  public record LayoutRequest(long accountId, CsvLayout layout) {}

  /** Something that a layout may state, with its words for people. */
  record LayoutChoice(String code, String words) {}

  /** All that a layout may state. */
  record LayoutChoices(
      List<LayoutChoice> meanings,
      List<LayoutChoice> dateOrders,
      List<LayoutChoice> decimalMarks,
      List<LayoutChoice> signRules) {
    static final LayoutChoices ALL =
        new LayoutChoices(
            Stream.of(CsvLayout.Meaning.values())
                .map(m -> new LayoutChoice(m.name(), m.words()))
                .toList(),
            Stream.of(CellStyle.DateOrder.values())
                .map(o -> new LayoutChoice(o.name(), o.words()))
                .toList(),
            Stream.of(CellStyle.DecimalMark.values())
                .map(m -> new LayoutChoice(m.name(), String.valueOf(m.sign())))
                .toList(),
            Stream.of(CsvLayout.SignRule.values())
                .map(r -> new LayoutChoice(r.name(), r.words()))
                .toList());
  }

  /** The first rows of a file, the layout that reads it, where there is one, and the choices. */
  record SampleView(CsvSample sample, Optional<LayoutRequest> layout, LayoutChoices choices) {}

  @Transactional(readOnly = true)
  SampleView sample(Actor actor, long arrivalId, Optional<Character> delimiter) {
    ArrivalRow row = csv(actor, arrivalId);
    byte[] bytes = files.original(row.hash);
    CsvSample sample = delimiter.map(d -> CsvSample.of(bytes, d)).orElse(CsvSample.of(bytes));
    return new SampleView(
        sample,
        layouts
            .find(actor.booksId(), row.csvLayoutId)
            .map(s -> new LayoutRequest(s.account().id(), s.layout())),
        LayoutChoices.ALL);
  }

  /**
   * What the file says when it is read so; nothing is kept.
   *
   * @throws Refusal with the first place that does not fit the layout
   */
  @Transactional(readOnly = true)
  ArrivedFile tried(Actor actor, long arrivalId, LayoutRequest request) {
    ArrivalRow row = csv(actor, arrivalId);
    CsvLayouts.Stored stored =
        new CsvLayouts.Stored(
            0, request.layout(), books.account(actor.booksId(), request.accountId()));
    return ArrivedFile.read(files.original(row.hash), Optional.of(stored));
  }

  /** Keeps the layout and reads the file by it; it then waits to be accepted. */
  @Transactional
  public ArrivalView keep(Actor actor, long arrivalId, LayoutRequest request) {
    tried(actor, arrivalId, request);
    ArrivalRow row = csv(actor, arrivalId);
    byte[] bytes = files.original(row.hash);
    CsvLayouts.Stored stored = layouts.keep(actor, bytes, request.layout(), request.accountId());
    bringIn.read(row, bytes);
    audit.append(actor, "layout-made", row.fileName, "for " + stored.account().shortName());
    return row.toView(0);
  }

  private ArrivalRow csv(Actor actor, long arrivalId) {
    ArrivalRow row = BringIn.find(entities, actor.booksId(), arrivalId);
    boolean open = row.state == ArrivalState.LAYOUT || row.state == ArrivalState.WAITING;
    if (!open || row.fileKind() != FileKind.BANK_CSV) {
      throw new Refusal("no-layout", row.fileName + " has no columns to name.");
    }
    return row;
  }
}
