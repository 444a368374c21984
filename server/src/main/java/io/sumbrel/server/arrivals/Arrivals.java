package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.books.Items;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What came in, and what a file holds. */
@Component
public class Arrivals {
  private final EntityManager entities;
  private final FileStore files;
  private final StatementChain chain;
  private final Items items;

  Arrivals(EntityManager entities, FileStore files, StatementChain chain, Items items) {
    this.entities = entities;
    this.files = files;
    this.chain = chain;
    this.items = items;
  }

  /** What an accepted file stated, for the proof. */
  public record Intake(
      long arrivalId,
      String title,
      boolean isList,
      int statedCount,
      long statedMinor,
      int knownCount,
      long knownMinor) {}

  record EntryView(
      int place, LocalDate date, long amountMinor, String payer, String text, boolean booked) {}

  /** A statement proved on a strip. */
  record StatementView(
      String number,
      String account,
      String currency,
      LocalDate openingDate,
      long openingMinor,
      long countIn,
      long inMinor,
      long countOut,
      long outMinor,
      long computedMinor,
      LocalDate closingDate,
      long closingMinor,
      List<EntryView> entries) {}

  /**
   * A row of a list on which it and the books disagree, or that a person may want to see.
   *
   * @param question whether a choice is wanted
   */
  record ListRowView(
      String number,
      ListComparison.Finding finding,
      int line,
      String customer,
      String currency,
      long listMinor,
      long oursMinor,
      long differenceMinor,
      boolean question) {}

  /** How a list compares with the books. */
  record ListView(
      int newCount,
      int agreesCount,
      int changedCount,
      int differsCount,
      int goneCount,
      List<ListRowView> rows) {}

  record ContentsView(List<StatementView> statements, Optional<ListView> list) {}

  @Transactional(readOnly = true)
  List<ArrivalView> all(long booksId) {
    Map<Long, Long> unexplained = new HashMap<>();
    entities
        .createQuery(
            """
            select s.arrivalId, count(m) from MoneyInRow m join StatementRow s on s.id = m.statementId
            where m.booksId = :b and not exists (select 1 from ClaimRow c where c.moneyInId = m.id)
            group by s.arrivalId
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> unexplained.put((Long) r[0], (Long) r[1]));
    return entities
        .createQuery(
            """
            from ArrivalRow where booksId = :b and state <> DROPPED order by arrivedAt desc, id desc
            """,
            ArrivalRow.class)
        .setParameter("b", booksId)
        .setMaxResults(200)
        .getResultStream()
        .map(r -> r.toView(unexplained.getOrDefault(r.id, 0L)))
        .toList();
  }

  /** A file by its id, for the trail. */
  @Transactional(readOnly = true)
  public ArrivalView find(long booksId, long arrivalId) {
    return row(booksId, arrivalId).toView(0);
  }

  @Transactional(readOnly = true)
  byte[] original(long booksId, long arrivalId) {
    ArrivalRow row = row(booksId, arrivalId);
    if (row.state == ArrivalState.REFUSED) {
      throw new Refusal("not-found", "Nothing of a refused file was stored.");
    }
    return files.original(row.hash);
  }

  @Transactional(readOnly = true)
  ContentsView contents(long booksId, long arrivalId, ListScope scope) {
    ArrivedFile file = ArrivedFile.read(original(booksId, arrivalId));
    return new ContentsView(
        file.statements().stream().map(s -> view(booksId, s)).toList(),
        file.items().map(list -> view(ListComparison.of(list, scope, items.byNumber(booksId)))));
  }

  /** Accepted files with what they stated. */
  @Transactional(readOnly = true)
  public List<Intake> intakes(long booksId) {
    return entities
        .createQuery(
            "from ArrivalRow where booksId = :b and state = ACCEPTED order by id", ArrivalRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(
            r ->
                new Intake(
                    r.id,
                    r.title + " (" + r.fileName + ")",
                    r.fileKind() == io.sumbrel.formats.FileKind.OPEN_ITEMS_CSV,
                    r.statedCount,
                    r.statedMinor,
                    r.knownCount,
                    r.knownMinor))
        .toList();
  }

  private ArrivalRow row(long booksId, long arrivalId) {
    ArrivalRow row = entities.find(ArrivalRow.class, arrivalId);
    if (row == null || row.booksId != booksId) {
      throw new Refusal("not-found", "There is no such file.");
    }
    return row;
  }

  private StatementView view(long booksId, BankStatement s) {
    return new StatementView(
        s.number(),
        chain.account(booksId, s).shortName(),
        s.currency().getCurrencyCode(),
        s.openingDate(),
        s.openingMinor(),
        s.count(1),
        s.inMinor(),
        s.count(-1),
        s.outMinor(),
        s.computedClosingMinor(),
        s.closingDate(),
        s.closingMinor(),
        s.entries().stream().map(Arrivals::view).toList());
  }

  private static EntryView view(StatementEntry e) {
    return new EntryView(
        e.place(),
        e.bookingDate(),
        e.amountMinor(),
        e.payerName().orElse(""),
        String.join(" ", e.text()),
        e.isBooked());
  }

  private static ListView view(ListComparison comparison) {
    Map<ListComparison.Finding, Integer> counts = new HashMap<>();
    comparison.rows().forEach(r -> counts.merge(r.finding(), 1, Integer::sum));
    return new ListView(
        counts.getOrDefault(ListComparison.Finding.NEW, 0),
        counts.getOrDefault(ListComparison.Finding.AGREES, 0),
        counts.getOrDefault(ListComparison.Finding.TOTAL_CHANGED, 0),
        counts.getOrDefault(ListComparison.Finding.OPEN_DIFFERS, 0),
        counts.getOrDefault(ListComparison.Finding.GONE, 0),
        comparison.rows().stream()
            .filter(r -> r.finding() != ListComparison.Finding.AGREES)
            .limit(500)
            .map(Arrivals::view)
            .toList());
  }

  private static ListRowView view(ListComparison.Row row) {
    return new ListRowView(
        ReadOpenItems.numberOf(row),
        row.finding(),
        row.listed().map(ListedItem::line).orElse(0),
        row.listed().map(ListedItem::customerName).orElse(""),
        row.listed()
            .map(ListedItem::currency)
            .or(() -> row.ours().map(OpenItem::currency))
            .orElseThrow()
            .getCurrencyCode(),
        row.listed().map(ListedItem::openMinor).orElse(0L),
        row.ours().map(OpenItem::openMinor).orElse(0L),
        row.differenceMinor(),
        row.isQuestion());
  }
}
