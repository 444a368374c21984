package io.sumbrel.server.arrivals;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CsvSample;
import io.sumbrel.formats.CsvShape;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.csvlayout.CsvLayout;
import io.sumbrel.formats.payoutcsv.PayoutLayout;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.layout.CsvLayouts;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.FileStore;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
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
  private final BankAccounts books;
  private final BringIn bringIn;

  MakeLayout(
      EntityManager entities,
      AuditRecord audit,
      FileStore files,
      CsvLayouts layouts,
      BankAccounts books,
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

  /** A layout of payouts, and the account into which the processor pays. */
  public record PayoutLayoutRequest(long accountId, PayoutLayout layout) {}

  /** Something that a layout may state, with its words for people. */
  record LayoutChoice(String code, String words) {}

  /** All that a layout may state. */
  record LayoutChoices(
      List<LayoutChoice> meanings,
      List<LayoutChoice> dateOrders,
      List<LayoutChoice> decimalMarks,
      List<LayoutChoice> signRules,
      List<LayoutChoice> payoutColumns,
      List<LayoutChoice> rowTypes,
      List<LayoutChoice> signsOfFees) {
    static final LayoutChoices ALL =
        new LayoutChoices(
            choices(CsvLayout.Meaning.values(), CsvLayout.Meaning::words),
            choices(CellStyle.DateOrder.values(), CellStyle.DateOrder::words),
            choices(CellStyle.DecimalMark.values(), m -> String.valueOf(m.sign())),
            choices(CsvLayout.SignRule.values(), CsvLayout.SignRule::words),
            choices(PayoutLayout.Holds.values(), PayoutLayout.Holds::words),
            choices(PayoutLayout.RowType.values(), PayoutLayout.RowType::words),
            choices(PayoutLayout.SignOfFees.values(), PayoutLayout.SignOfFees::words));

    private static <E extends Enum<E>> List<LayoutChoice> choices(
        E[] values, Function<E, String> words) {
      return Stream.of(values).map(v -> new LayoutChoice(v.name(), words.apply(v))).toList();
    }
  }

  /**
   * The first rows of a file, the layout that reads it, where there is one, and the choices.
   *
   * @param words the different words of each column, where it has few
   */
  record SampleView(
      CsvSample sample,
      List<List<String>> words,
      Optional<LayoutRequest> layout,
      Optional<PayoutLayoutRequest> payouts,
      LayoutChoices choices) {}

  @Transactional(readOnly = true)
  SampleView sample(
      Actor actor, long arrivalId, Optional<Character> delimiter, Optional<Integer> headerLine) {
    ArrivalRow row = csv(actor, arrivalId);
    byte[] bytes = files.original(row.hash);
    CsvSample sample = delimiter.map(d -> CsvSample.of(bytes, d)).orElse(CsvSample.of(bytes));
    Optional<CsvLayouts.Stored> stored = layouts.find(actor.booksId(), row.csvLayoutId);
    int header = headerLine.orElse(stored.map(s -> s.shape().headerLine()).orElse(1));
    return new SampleView(
        sample,
        sample.wordsOf(bytes, header),
        stored.flatMap(s -> s.entries().map(l -> new LayoutRequest(s.account().id(), l))),
        stored.flatMap(s -> s.payouts().map(l -> new PayoutLayoutRequest(s.account().id(), l))),
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
    BankAccount account = books.one(actor.booksId(), request.accountId());
    return ArrivedFile.entries(
        files.original(row.hash), CsvLayouts.Stored.tried(request.layout(), account));
  }

  /**
   * What the file says when it is read as payouts; nothing is kept.
   *
   * @throws Refusal with the first place that does not fit the layout
   */
  @Transactional(readOnly = true)
  ArrivedFile triedAsPayouts(Actor actor, long arrivalId, PayoutLayoutRequest request) {
    ArrivalRow row = csv(actor, arrivalId);
    BankAccount account = books.one(actor.booksId(), request.accountId());
    return ArrivedFiles.payouts(files.original(row.hash), request.layout(), account);
  }

  /** Keeps the layout and reads the file by it; it then waits to be accepted. */
  @Transactional
  public ArrivalView keep(Actor actor, long arrivalId, LayoutRequest request) {
    tried(actor, arrivalId, request);
    return keep(actor, arrivalId, request.layout(), request.accountId());
  }

  /** Keeps the layout and reads the file by it; it then waits to be accepted. */
  @Transactional
  public ArrivalView keepPayouts(Actor actor, long arrivalId, PayoutLayoutRequest request) {
    triedAsPayouts(actor, arrivalId, request);
    return keep(actor, arrivalId, request.layout(), request.accountId());
  }

  private ArrivalView keep(Actor actor, long arrivalId, CsvShape layout, long accountId) {
    ArrivalRow row = csv(actor, arrivalId);
    byte[] bytes = files.original(row.hash);
    CsvLayouts.Stored stored = layouts.keep(actor, bytes, layout, accountId);
    bringIn.read(row, bytes);
    audit.append(actor, "layout-made", row.fileName, "for " + stored.account().shortName());
    return row.toView(0);
  }

  private ArrivalRow csv(Actor actor, long arrivalId) {
    ArrivalRow row = BringIn.find(entities, actor.booksId(), arrivalId);
    boolean open = row.state == ArrivalState.LAYOUT || row.state == ArrivalState.WAITING;
    boolean ownColumns =
        row.fileKind() == FileKind.BANK_CSV || row.fileKind() == FileKind.PAYOUT_CSV;
    if (!open || !ownColumns) {
      throw new Refusal("no-layout", row.fileName + " has no columns to name.");
    }
    return row;
  }
}
