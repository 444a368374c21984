package io.sumbrel.server.ledger;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.month.FirstPosting;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.persistence.Pieces;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.hibernate.Session;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Stored postings, read back as facts. */
@Component
public class Postings {
  private final EntityManager entities;
  private final Items items;
  private final Charts charts;
  private final Pieces pieces;

  Postings(EntityManager entities, Items items, Charts charts, Pieces pieces) {
    this.entities = entities;
    this.items = items;
    this.charts = charts;
    this.pieces = pieces;
  }

  /**
   * A posting with what is known about its making.
   *
   * @param recordNumber the line of the record that tells of it
   * @param maker who made it, where a second person posted it
   * @param by the same and the file, for the hash of the posting
   * @param turnedBackBy the contra posting, when there is one
   */
  public record Stored(
      long id,
      long recordNumber,
      Posting posting,
      List<Object> by,
      String actor,
      Optional<String> maker,
      Instant postedAt,
      Optional<MoneyInId> moneyIn,
      Optional<Long> arrivalId,
      Optional<PostingNumber> turnedBackBy) {}

  /** Where postings begin that are dated after a day; empty where there are none. */
  @Transactional(readOnly = true)
  public Optional<FirstPosting> firstAfter(long booksId, LocalDate day) {
    return entities
        .createQuery(
            """
            select recordNumber, id from PostingRow where booksId = :b and recordNumber =
              (select min(q.recordNumber) from PostingRow q
                where q.booksId = :b and q.postingDate > :d)
            """,
            Object[].class)
        .setParameter("b", booksId)
        .setParameter("d", day)
        .getResultStream()
        .map(r -> new FirstPosting((Long) r[0], (Long) r[1]))
        .findFirst();
  }

  /**
   * The postings in the order of their making, read piece by piece.
   *
   * @param items the items that they move
   * @param money the sums that they explain
   * @param made what is made of each; by another thread
   */
  public <R> Iterable<R> inTurn(
      long booksId,
      FirstPosting from,
      Function<ItemId, OpenItem> items,
      Function<MoneyInId, MoneyIn> money,
      Function<Stored, R> made) {
    Map<String, String> words = reasonWords(booksId);
    return pieces.inTurn(
        (StatelessSession reading, Optional<PostingParts> last) -> {
          List<PostingRow> rows =
              reading
                  .createQuery(
                      """
                      from PostingRow where booksId = :b and recordNumber > :last
                      order by booksId, recordNumber
                      """,
                      PostingRow.class)
                  .setParameter("b", booksId)
                  .setParameter(
                      "last", last.map(r -> r.row().recordNumber).orElse(from.record() - 1))
                  .setMaxResults(Pieces.SIZE)
                  .getResultList();
          PostingParts.Known known =
              new PostingParts.Known(
                  items, money, PostingParts.turnedBack(reading, rows), Map.of(), words);
          PostingParts.Lines lines =
              PostingParts.Lines.all(reading, rows.stream().map(r -> r.id).toList());
          return rows.stream().map(r -> new PostingParts(r, lines, known)).toList();
        },
        raw -> made.apply(raw.stored()));
  }

  /**
   * Some posted tapes in the order of their ids as they are given, without journal and movements.
   *
   * @param money the sums that they explain
   */
  @Transactional(readOnly = true)
  public List<Stored> tapes(long booksId, List<Long> ids, Function<MoneyInId, MoneyIn> money) {
    if (ids.isEmpty()) {
      return List.of();
    }
    Map<Long, PostingRow> rows =
        entities
            .createQuery("from PostingRow where booksId = :b and id in :ids", PostingRow.class)
            .setParameter("b", booksId)
            .setParameter("ids", ids)
            .getResultStream()
            .collect(Collectors.toMap(r -> r.id, Function.identity()));
    Map<Long, List<TapeLineRow>> lines =
        entities
            .createQuery(
                "from TapeLineRow where postingId in :ids order by postingId, lineNumber",
                TapeLineRow.class)
            .setParameter("ids", ids)
            .getResultStream()
            .collect(Collectors.groupingBy(l -> l.postingId));
    Map<Long, PostingNumber> turnedBackBy = new HashMap<>();
    entities
        .createQuery("from PostingRow where turnsBackId in :ids", PostingRow.class)
        .setParameter("ids", ids)
        .getResultStream()
        .forEach(c -> turnedBackBy.put(c.turnsBackId, c.number()));
    List<ItemId> named =
        lines.values().stream()
            .flatMap(List::stream)
            .filter(l -> l.itemId != null)
            .map(l -> new ItemId(l.itemId))
            .toList();
    PostingParts.Known known =
        new PostingParts.Known(
            items.find(booksId, named)::get, money, Map.of(), turnedBackBy, reasonWords(booksId));
    PostingParts.Lines all =
        new PostingParts.Lines(Map.of(), lines, Map.of(), Map.of(), Map.of(), Map.of(), Map.of());
    return ids.stream().map(rows::get).map(r -> new PostingParts(r, all, known).stored()).toList();
  }

  /** The sums that some tapes explain. */
  @Transactional(readOnly = true)
  public Set<MoneyInId> moneyOf(List<Long> ids) {
    return ids.isEmpty()
        ? Set.of()
        : entities
            .createQuery(
                "select moneyInId from PostingRow where id in :ids and moneyInId is not null",
                Long.class)
            .setParameter("ids", ids)
            .getResultStream()
            .map(MoneyInId::new)
            .collect(Collectors.toSet());
  }

  private Map<String, String> reasonWords(long booksId) {
    return charts.of(booksId).reasons().stream()
        .collect(Collectors.toMap(DifferenceReason::code, DifferenceReason::words));
  }

  /**
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public Stored find(long booksId, PostingNumber number, Function<MoneyInId, MoneyIn> moneyOf) {
    PostingRow row = existing(booksId, number);
    return found(
        row, PostingParts.Lines.all(entities.unwrap(Session.class), List.of(row.id)), moneyOf);
  }

  /**
   * The same without journal and movements, of which there may be very many: {@link #part}.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public Stored withoutLines(
      long booksId, PostingNumber number, Function<MoneyInId, MoneyIn> moneyOf) {
    PostingRow row = existing(booksId, number);
    Session reading = entities.unwrap(Session.class);
    List<Long> id = List.of(row.id);
    PostingParts.Lines lines =
        new PostingParts.Lines(
            Map.of(),
            PostingParts.Lines.of(reading, TapeLineRow.class, id, r -> r.postingId),
            PostingParts.Lines.of(reading, TiePartRow.class, id, r -> r.postingId),
            PostingParts.Lines.of(reading, TakingsPartRow.class, id, r -> r.postingId),
            PostingParts.Lines.of(reading, SlipPartRow.class, id, r -> r.postingId),
            PostingParts.Lines.of(reading, PayoutPartRow.class, id, r -> r.postingId),
            Map.of());
    return found(row, lines, moneyOf);
  }

  private Stored found(
      PostingRow row, PostingParts.Lines lines, Function<MoneyInId, MoneyIn> moneyOf) {
    Session reading = entities.unwrap(Session.class);
    long booksId = row.booksId;
    List<ItemId> named =
        lines.tapes().getOrDefault(row.id, List.of()).stream()
            .filter(l -> l.itemId != null)
            .map(l -> new ItemId(l.itemId))
            .toList();
    Map<Long, PostingNumber> turnedBackBy = new HashMap<>();
    entities
        .createQuery("from PostingRow where turnsBackId = :p", PostingRow.class)
        .setParameter("p", row.id)
        .getResultStream()
        .forEach(contra -> turnedBackBy.put(row.id, contra.number()));
    PostingParts.Known known =
        new PostingParts.Known(
            items.find(booksId, named)::get,
            moneyOf,
            PostingParts.turnedBack(reading, List.of(row)),
            turnedBackBy,
            reasonWords(booksId));
    return new PostingParts(row, lines, known).stored();
  }

  /**
   * Some lines of a posting, as a long one is shown.
   *
   * @param journal of its entry
   * @param movements of items
   * @param more whether there are further ones of either
   */
  public record Part(List<JournalLine> journal, List<ItemMovement> movements, boolean more) {}

  /**
   * The lines of a posting after so many.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public Part part(long booksId, PostingNumber number, int after, int size) {
    long posting = existing(booksId, number).id;
    List<JournalLineRow> journal = part(JournalLineRow.class, posting, after, size + 1);
    List<ItemMovementRow> movements = part(ItemMovementRow.class, posting, after, size + 1);
    return new Part(
        journal.stream().limit(size).map(JournalLineRow::toFact).toList(),
        movements.stream().limit(size).map(ItemMovementRow::toFact).toList(),
        journal.size() > size || movements.size() > size);
  }

  private <T> List<T> part(Class<T> type, long posting, int after, int size) {
    return entities
        .createQuery(
            "from %s where postingId = :p and lineNumber > :after order by lineNumber"
                .formatted(type.getSimpleName()),
            type)
        .setParameter("p", posting)
        .setParameter("after", after)
        .setMaxResults(size)
        .getResultList();
  }

  private PostingRow existing(long booksId, PostingNumber number) {
    return row(booksId, number)
        .orElseThrow(() -> new Refusal("not-found", "There is no posting " + number.words() + "."));
  }

  Optional<PostingRow> row(long booksId, PostingNumber number) {
    return entities
        .createQuery(
            """
            from PostingRow
            where booksId = :b and postingYear = :y and postingNumber = :n
            """,
            PostingRow.class)
        .setParameter("b", booksId)
        .setParameter("y", number.year())
        .setParameter("n", number.number())
        .getResultStream()
        .findFirst();
  }

  /** What moved an item, oldest first: posting number, and by whom. */
  @Transactional(readOnly = true)
  public List<Moved> movementsOf(ItemId item) {
    return entities
        .createQuery(
            """
            select m, p from ItemMovementRow m join PostingRow p on p.id = m.postingId
            where m.itemId = :i order by p.recordNumber
            """,
            Object[].class)
        .setParameter("i", item.number())
        .getResultStream()
        .map(r -> moved((ItemMovementRow) r[0], (PostingRow) r[1]))
        .toList();
  }

  /** What some sums have placed on an item, in minor units, by what explains them now. */
  @Transactional(readOnly = true)
  public Map<ItemId, Map<MoneyInId, Long>> placedBy(Collection<MoneyInId> money) {
    Map<ItemId, Map<MoneyInId, Long>> placed = new LinkedHashMap<>();
    InParts.of(
        money,
        some ->
            entities
                .createQuery(
                    """
                    select m.itemId, c.moneyInId, m.openDelta
                    from ClaimRow c join ItemMovementRow m on m.postingId = c.postingId
                    where c.moneyInId in :ids and m.kind = PLACED and m.openDelta < 0
                    order by m.itemId
                    """,
                    Object[].class)
                .setParameter("ids", some.stream().map(MoneyInId::number).toList())
                .getResultStream()
                .forEach(
                    r ->
                        placed
                            .computeIfAbsent(new ItemId((Long) r[0]), i -> new LinkedHashMap<>())
                            .merge(new MoneyInId((Long) r[1]), -(Long) r[2], Long::sum)));
    return placed;
  }

  /** One movement of an item with its posting. */
  public record Moved(
      ItemMovement movement,
      PostingNumber number,
      LocalDate date,
      String actor,
      Instant postedAt,
      Optional<Long> arrivalId) {}

  private static Moved moved(ItemMovementRow m, PostingRow p) {
    return new Moved(
        m.toFact(),
        p.number(),
        p.postingDate,
        p.actor,
        p.postedAt,
        Optional.ofNullable(p.arrivalId));
  }
}
