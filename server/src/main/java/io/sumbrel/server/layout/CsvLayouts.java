package io.sumbrel.server.layout;

import io.sumbrel.formats.CsvSample;
import io.sumbrel.formats.CsvShape;
import io.sumbrel.formats.csvlayout.CsvLayout;
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
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.ObjectMapper;

/** The layouts that people made for the CSV of their banks. */
@Component
public class CsvLayouts {
  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final BankAccounts books;
  private final ObjectMapper json;

  CsvLayouts(
      EntityManager entities, RowIds ids, Clock clock, BankAccounts books, ObjectMapper json) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.books = books;
    this.json = json;
  }

  private static final String ENTRIES = "ENTRIES";
  private static final String PAYOUTS = "PAYOUTS";

  /**
   * A layout, of entries or of payouts, and the account whose entries it reads or into which the
   * processor pays.
   */
  public record Stored(
      long id, Optional<CsvLayout> entries, Optional<PayoutLayout> payouts, BankAccount account) {

    /** A layout that is not kept yet. */
    public static Stored tried(CsvLayout layout, BankAccount account) {
      return new Stored(0, Optional.of(layout), Optional.empty(), account);
    }

    public CsvShape shape() {
      return entries.<CsvShape>map(l -> l).or(() -> payouts).orElseThrow();
    }
  }

  /** The layout whose header a file has. */
  @Transactional(readOnly = true)
  public Optional<Stored> forFile(long booksId, byte[] bytes) {
    return rows(booksId).stream()
        .filter(r -> signature(bytes, stored(booksId, r).shape()).equals(r.signature))
        .findFirst()
        .map(r -> stored(booksId, r));
  }

  @Transactional(readOnly = true)
  public Optional<Stored> find(long booksId, Long layoutId) {
    return rows(booksId).stream()
        .filter(r -> r.id.equals(layoutId))
        .findFirst()
        .map(r -> stored(booksId, r));
  }

  private List<CsvLayoutRow> rows(long booksId) {
    return entities
        .createQuery("from CsvLayoutRow where booksId = :b order by id", CsvLayoutRow.class)
        .setParameter("b", booksId)
        .getResultList();
  }

  private Stored stored(long booksId, CsvLayoutRow row) {
    boolean payouts = row.content.equals(PAYOUTS);
    return new Stored(
        row.id,
        payouts ? Optional.empty() : Optional.of(json.readValue(row.layout, CsvLayout.class)),
        payouts ? Optional.of(json.readValue(row.layout, PayoutLayout.class)) : Optional.empty(),
        books.one(booksId, row.bankAccountId));
  }

  private static String signature(byte[] file, CsvShape shape) {
    return CsvSample.of(file, shape.delimiter()).signature(shape.headerLine());
  }

  /** Keeps a layout for all files with its header; a layout made before for them is replaced. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Stored keep(Actor actor, byte[] file, CsvShape layout, long bankAccountId) {
    String signature = Column.whole("The header of the file", signature(file, layout), 2000);
    CsvLayoutRow row =
        rows(actor.booksId()).stream()
            .filter(r -> r.signature.equals(signature))
            .findFirst()
            .orElseGet(CsvLayoutRow::new);
    row.booksId = actor.booksId();
    row.bankAccountId = books.one(actor.booksId(), bankAccountId).id();
    row.content = layout instanceof PayoutLayout ? PAYOUTS : ENTRIES;
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
}
