package io.sumbrel.server.layout;

import io.sumbrel.formats.CsvSample;
import io.sumbrel.formats.CsvShape;
import io.sumbrel.formats.csvlayout.CsvLayout;
import io.sumbrel.formats.listlayout.ListLayout;
import io.sumbrel.formats.payoutcsv.PayoutLayout;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.ObjectMapper;

/** The layouts that people made for files in columns of the sender's own. */
@Component
public class CsvLayouts {
  private static final String ENTRIES = "ENTRIES";
  private static final String PAYOUTS = "PAYOUTS";
  private static final String LIST = "LIST";

  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final BankAccounts accounts;
  private final Sheets sheets;
  private final ObjectMapper json;

  CsvLayouts(
      EntityManager entities,
      RowIds ids,
      Clock clock,
      BankAccounts accounts,
      Sheets sheets,
      ObjectMapper json) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.accounts = accounts;
    this.sheets = sheets;
    this.json = json;
  }

  /**
   * A layout.
   *
   * @param signature the header by which its files are known
   * @param account whose entries it reads, or into which the processor pays; empty for a list
   */
  public record Stored(long id, CsvShape shape, String signature, Optional<BankAccount> account) {

    public Optional<CsvLayout> entries() {
      return Optional.of(shape).filter(CsvLayout.class::isInstance).map(CsvLayout.class::cast);
    }

    public Optional<PayoutLayout> payouts() {
      return Optional.of(shape)
          .filter(PayoutLayout.class::isInstance)
          .map(PayoutLayout.class::cast);
    }

    public Optional<ListLayout> list() {
      return Optional.of(shape).filter(ListLayout.class::isInstance).map(ListLayout.class::cast);
    }

    /** For whom it was made. */
    public String owner() {
      return account
          .map(BankAccount::shortName)
          .or(() -> list().map(l -> l.list().words()))
          .orElseThrow();
    }
  }

  /**
   * The layout whose header a file has. Where that of another account of the house is named in the
   * file or its name, and the layout's own is not, the layout is none of it; where several accounts
   * share a header and none is named, somebody is asked.
   */
  @Transactional(readOnly = true)
  public Optional<Stored> forFile(long booksId, byte[] bytes, String fileName) {
    List<Stored> fitting =
        rows(booksId).stream()
            .map(r -> stored(booksId, r))
            .filter(s -> sheetOf(bytes, s).isPresent())
            .toList();
    List<Stored> lists = fitting.stream().filter(s -> s.account().isEmpty()).toList();
    if (fitting.isEmpty() || !lists.isEmpty()) {
      return lists.stream().findFirst();
    }
    Set<Long> named = new NamedAccounts(accounts.all(booksId)).in(fileName, sheets.heads(bytes));
    List<Stored> meant =
        fitting.stream()
            .filter(s -> named.isEmpty() || named.contains(s.account().orElseThrow().id()))
            .toList();
    return meant.size() == 1 ? Optional.of(meant.get(0)) : Optional.empty();
  }

  @Transactional(readOnly = true)
  public Optional<Stored> find(long booksId, Long layoutId) {
    return rows(booksId).stream()
        .filter(r -> r.id.equals(layoutId))
        .findFirst()
        .map(r -> stored(booksId, r));
  }

  /** The rows of a file that a layout reads: of a workbook those of the sheet with its header. */
  public byte[] rows(byte[] bytes, Stored layout) {
    return sheets.whole(bytes, sheetOf(bytes, layout).orElse(0), layout.shape().style());
  }

  /** The sheet that has the header of a layout; of a CSV the only one. */
  public Optional<Integer> sheetOf(byte[] bytes, Stored layout) {
    List<byte[]> heads = sheets.heads(bytes);
    for (int i = 0; i < heads.size(); i++) {
      if (signature(heads.get(i), layout.shape()).equals(layout.signature)) {
        return Optional.of(i);
      }
    }
    return Optional.empty();
  }

  private List<CsvLayoutRow> rows(long booksId) {
    return entities
        .createQuery("from CsvLayoutRow where booksId = :b order by id", CsvLayoutRow.class)
        .setParameter("b", booksId)
        .getResultList();
  }

  private Stored stored(long booksId, CsvLayoutRow row) {
    Class<? extends CsvShape> form =
        switch (row.content) {
          case PAYOUTS -> PayoutLayout.class;
          case LIST -> ListLayout.class;
          default -> CsvLayout.class;
        };
    return new Stored(
        row.id,
        json.readValue(row.layout, form),
        row.signature,
        Optional.ofNullable(row.bankAccountId).map(a -> accounts.one(booksId, a)));
  }

  private static String signature(byte[] rows, CsvShape shape) {
    return CsvSample.of(rows, shape.delimiter()).signature(shape.headerLine());
  }

  /**
   * Keeps a layout for all files with its header; a layout made before for them, and for the same
   * account, is replaced.
   *
   * @param sheet of a workbook, from 0
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Stored keep(
      Actor actor, byte[] file, int sheet, CsvShape layout, Optional<Long> bankAccountId) {
    String header = signature(sheets.heads(file).get(sheet), layout);
    String signature = Column.whole("The header of the file", header, 2000);
    String content =
        layout instanceof PayoutLayout ? PAYOUTS : layout instanceof ListLayout ? LIST : ENTRIES;
    Long account = bankAccountId.map(a -> accounts.one(actor.booksId(), a).id()).orElse(null);
    CsvLayoutRow row =
        rows(actor.booksId()).stream()
            .filter(r -> r.signature.equals(signature))
            .filter(r -> !isOfAnotherAccount(r, content, account))
            .findFirst()
            .orElseGet(CsvLayoutRow::new);
    row.booksId = actor.booksId();
    row.bankAccountId = account;
    row.content = content;
    row.signature = signature;
    row.layout = Column.whole("The layout", json.writeValueAsString(layout), 4000);
    row.madeBy = actor.name();
    row.madeAt = clock.instant();
    if (row.id == null) {
      row.id = ids.next();
      entities.persist(row);
    }
    entities.flush();
    return stored(actor.booksId(), row);
  }

  /** Entries of two accounts may have one header; all else replaces what was said before. */
  private static boolean isOfAnotherAccount(CsvLayoutRow row, String content, Long account) {
    return content.equals(ENTRIES)
        && row.content.equals(ENTRIES)
        && !row.bankAccountId.equals(account);
  }
}
