package io.sumbrel.server.arrivals;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CsvSample;
import io.sumbrel.formats.CsvShape;
import io.sumbrel.formats.csvlayout.CsvLayout;
import io.sumbrel.formats.listlayout.ListColumn;
import io.sumbrel.formats.listlayout.ListGuess;
import io.sumbrel.formats.listlayout.ListKind;
import io.sumbrel.formats.listlayout.ListLayout;
import io.sumbrel.formats.payoutcsv.PayoutLayout;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.layout.CsvLayouts;
import io.sumbrel.server.layout.Sheets;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.FileStore;
import io.sumbrel.server.persistence.StoredFile;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Names the columns of a file that has its own: tried on the file at hand, kept for all that
 * follow.
 */
@Component
public class MakeLayout {
  private final EntityManager entities;
  private final AuditRecord audit;
  private final FileStore files;
  private final CsvLayouts layouts;
  private final Sheets sheets;
  private final BankAccounts accounts;
  private final BringIn bringIn;

  MakeLayout(
      EntityManager entities,
      AuditRecord audit,
      FileStore files,
      CsvLayouts layouts,
      Sheets sheets,
      BankAccounts accounts,
      BringIn bringIn) {
    this.entities = entities;
    this.audit = audit;
    this.files = files;
    this.layouts = layouts;
    this.sheets = sheets;
    this.accounts = accounts;
    this.bringIn = bringIn;
  }

  /** A layout as a person states it. */
  public sealed interface Said {
    CsvShape layout();

    Optional<Integer> sheet();

    /** The account for which it reads; empty for a list of the house. */
    Optional<Long> account();
  }

  /**
   * A layout of a bank, and the account whose entries it reads.
   *
   * @param sheet of a workbook, from 0; the first where none is named
   */
  public record LayoutRequest(long accountId, CsvLayout layout, Optional<Integer> sheet)
      implements Said {
    @Override
    public Optional<Long> account() {
      return Optional.of(accountId);
    }
  }

  /** A layout of payouts, and the account into which the processor pays. */
  public record PayoutLayoutRequest(long accountId, PayoutLayout layout, Optional<Integer> sheet)
      implements Said {
    @Override
    public Optional<Long> account() {
      return Optional.of(accountId);
    }
  }

  /** A layout of a list of the house. */
  public record ListLayoutRequest(ListLayout layout, Optional<Integer> sheet) implements Said {
    @Override
    public Optional<Long> account() {
      return Optional.empty();
    }
  }

  /** What a list may hold, by its columns. */
  record ListChoice(String code, String words, List<LayoutChoice> columns) {
    static ListChoice of(ListKind list) {
      Stream<ListColumn> columns =
          Stream.concat(Stream.of(ListColumn.NOTHING), list.columns().stream());
      return new ListChoice(
          list.name(),
          list.words(),
          columns.map(c -> new LayoutChoice(c.name(), c.words())).toList());
    }
  }

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
      List<LayoutChoice> signsOfFees,
      List<ListChoice> lists) {
    static final LayoutChoices ALL =
        new LayoutChoices(
            choices(CsvLayout.Meaning.values(), CsvLayout.Meaning::words),
            choices(CellStyle.DateOrder.values(), CellStyle.DateOrder::words),
            choices(CellStyle.DecimalMark.values(), m -> String.valueOf(m.sign())),
            choices(CsvLayout.SignRule.values(), CsvLayout.SignRule::words),
            choices(PayoutLayout.Holds.values(), PayoutLayout.Holds::words),
            choices(PayoutLayout.RowType.values(), PayoutLayout.RowType::words),
            choices(PayoutLayout.SignOfFees.values(), PayoutLayout.SignOfFees::words),
            Stream.of(ListKind.values()).map(ListChoice::of).toList());

    private static <E extends Enum<E>> List<LayoutChoice> choices(
        E[] values, Function<E, String> words) {
      return Stream.of(values).map(v -> new LayoutChoice(v.name(), words.apply(v))).toList();
    }
  }

  /**
   * The first rows of a file, the layout that reads it, where there is one, and the choices.
   *
   * @param sheets the names of the sheets of a workbook
   * @param sheet the one that is shown
   * @param words the different words of each column, where it has few
   * @param guesses what the rows may be, the likeliest list first
   */
  record SampleView(
      CsvSample sample,
      List<String> sheets,
      int sheet,
      List<List<String>> words,
      Optional<LayoutRequest> layout,
      Optional<PayoutLayoutRequest> payouts,
      Optional<ListLayoutRequest> list,
      List<ListGuess> guesses,
      LayoutChoices choices) {}

  /** Which rows of a file are looked at, and how they are cut. */
  record SampleOf(
      Optional<Integer> sheet, Optional<Character> delimiter, Optional<Integer> headerLine) {}

  @Transactional(readOnly = true)
  SampleView sample(Actor actor, long arrivalId, SampleOf of) {
    ArrivalRow row = csv(actor, arrivalId);
    byte[] bytes = ArrivedFiles.bytes(files.file(row.hash));
    Optional<CsvLayouts.Stored> stored = layouts.find(actor.booksId(), row.csvLayoutId);
    int sheet = of.sheet.or(() -> stored.flatMap(s -> layouts.sheetOf(bytes, s))).orElse(0);
    byte[] rows = rows(bytes, sheet, Sheets.OURS);
    CsvSample sample = of.delimiter.map(d -> CsvSample.of(rows, d)).orElse(CsvSample.of(rows));
    int header = of.headerLine.orElse(stored.map(s -> s.shape().headerLine()).orElse(1));
    return new SampleView(
        sample,
        sheets.names(bytes),
        sheet,
        sample.wordsOf(rows, header),
        stored.flatMap(
            s -> s.entries().map(l -> new LayoutRequest(accountOf(s), l, Optional.of(sheet)))),
        stored.flatMap(
            s ->
                s.payouts().map(l -> new PayoutLayoutRequest(accountOf(s), l, Optional.of(sheet)))),
        stored.flatMap(s -> s.list().map(l -> new ListLayoutRequest(l, Optional.of(sheet)))),
        ListGuess.of(sample),
        LayoutChoices.ALL);
  }

  private static long accountOf(CsvLayouts.Stored stored) {
    return stored.account().orElseThrow().id();
  }

  private byte[] rows(byte[] bytes, int sheet, CellStyle style) {
    if (sheet < 0 || sheet >= sheets.heads(bytes).size()) {
      throw new Refusal("layout", "The file has no such sheet.");
    }
    return sheets.whole(bytes, sheet, style);
  }

  /**
   * What the file says when it is read so; nothing is kept.
   *
   * @throws Refusal with the first place that does not fit the layout
   */
  @Transactional(readOnly = true)
  ArrivedFile tried(Actor actor, long arrivalId, Said said) {
    ArrivalRow row = csv(actor, arrivalId);
    byte[] rows =
        rows(
            ArrivedFiles.bytes(files.file(row.hash)),
            said.sheet().orElse(0),
            said.layout().style());
    Optional<BankAccount> account = said.account().map(a -> accounts.one(actor.booksId(), a));
    return ArrivedFiles.by(new CsvLayouts.Stored(0, said.layout(), "", account), rows);
  }

  /** Keeps the layout and reads the file by it; it then waits to be accepted. */
  @Transactional
  public ArrivalView keep(Actor actor, long arrivalId, Said said) {
    tried(actor, arrivalId, said);
    ArrivalRow row = csv(actor, arrivalId);
    StoredFile file = files.file(row.hash);
    CsvLayouts.Stored stored =
        layouts.keep(
            actor, ArrivedFiles.bytes(file), said.sheet().orElse(0), said.layout(), said.account());
    row.csvLayoutId = stored.id();
    bringIn.read(row, file);
    audit.append(actor, "layout-made", row.fileName, "for " + stored.owner());
    return row.toView(0);
  }

  private ArrivalRow csv(Actor actor, long arrivalId) {
    ArrivalRow row = BringIn.find(entities, actor.booksId(), arrivalId);
    if (!row.mayBeNamed()) {
      throw new Refusal("no-layout", row.fileName + " has no columns to name.");
    }
    return row;
  }
}
