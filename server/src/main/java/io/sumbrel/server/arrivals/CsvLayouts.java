package io.sumbrel.server.arrivals;

import io.sumbrel.formats.csvlayout.CsvLayout;
import io.sumbrel.formats.CsvSample;
import io.sumbrel.server.books.BankAccount;
import io.sumbrel.server.books.OpenBooks;
import io.sumbrel.server.people.Actor;
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
class CsvLayouts {
  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final OpenBooks books;
  private final ObjectMapper json;

  CsvLayouts(EntityManager entities, RowIds ids, Clock clock, OpenBooks books, ObjectMapper json) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.books = books;
    this.json = json;
  }

  /** A layout and the account whose entries it reads. */
  record Stored(long id, CsvLayout layout, BankAccount account) {}

  /** The layout whose header a file has. */
  @Transactional(readOnly = true)
  Optional<Stored> forFile(long booksId, byte[] bytes) {
    return rows(booksId).stream()
        .filter(
            r -> {
              CsvLayout layout = json.readValue(r.layout, CsvLayout.class);
              CsvSample sample = CsvSample.of(bytes, layout.delimiter());
              return sample.signature(layout.headerLine()).equals(r.signature);
            })
        .findFirst()
        .map(r -> stored(booksId, r));
  }

  @Transactional(readOnly = true)
  Optional<Stored> find(long booksId, Long layoutId) {
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
    return new Stored(
        row.id,
        json.readValue(row.layout, CsvLayout.class),
        books.account(booksId, row.bankAccountId));
  }

  /** Keeps a layout for all files with its header; a layout made before for them is replaced. */
  @Transactional(propagation = Propagation.MANDATORY)
  Stored keep(Actor actor, byte[] file, CsvLayout layout, long bankAccountId) {
    String signature = CsvSample.of(file, layout.delimiter()).signature(layout.headerLine());
    CsvLayoutRow row =
        rows(actor.booksId()).stream()
            .filter(r -> r.signature.equals(signature))
            .findFirst()
            .orElseGet(CsvLayoutRow::new);
    row.booksId = actor.booksId();
    row.bankAccountId = books.account(actor.booksId(), bankAccountId).id();
    row.signature = signature;
    row.layout = json.writeValueAsString(layout);
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
