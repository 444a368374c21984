package io.sumbrel.server.books;

import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.Tape;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Stored postings, read back as facts. */
@Component
public class Postings {
  private static final String OF_POSTINGS =
      " where postingId in (select p.id from PostingRow p where p.booksId = :b and (:only is null or p.id = :only)) order by postingId, lineNumber";

  private final EntityManager entities;
  private final Items items;

  Postings(EntityManager entities, Items items) {
    this.entities = entities;
    this.items = items;
  }

  /**
   * A posting with what is known about its making.
   *
   * @param turnedBackBy the contra posting, when there is one
   */
  public record Stored(
      long id,
      Posting posting,
      String actor,
      Instant postedAt,
      Optional<MoneyInId> moneyIn,
      Optional<Long> arrivalId,
      Optional<PostingNumber> turnedBackBy) {}

  /**
   * Every posting, in the order of its making.
   *
   * @param money every sum of the books
   */
  @Transactional(readOnly = true)
  public List<Stored> all(long booksId, Map<MoneyInId, MoneyIn> money) {
    return load(booksId, null, items.all(booksId), money::get);
  }

  /**
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public Stored find(long booksId, PostingNumber number, Function<MoneyInId, MoneyIn> moneyOf) {
    List<Long> id =
        entities
            .createQuery(
                """
                select id from PostingRow
                where booksId = :b and postingYear = :y and postingNumber = :n
                """,
                Long.class)
            .setParameter("b", booksId)
            .setParameter("y", number.year())
            .setParameter("n", number.number())
            .getResultList();
    if (id.isEmpty()) {
      throw new Refusal("not-found", "There is no posting " + number.words() + ".");
    }
    List<ItemId> named =
        entities
            .createQuery(
                "select itemId from TapeLineRow where postingId = :p and itemId is not null",
                Long.class)
            .setParameter("p", id.get(0))
            .getResultStream()
            .map(ItemId::new)
            .toList();
    return load(booksId, id.get(0), items.find(booksId, named).values(), moneyOf).get(0);
  }

  /** The sum that a posting explains, when it explains one. */
  @Transactional(readOnly = true)
  public Optional<MoneyInId> moneyInOf(long booksId, PostingNumber number) {
    return entities
        .createQuery(
            """
            select moneyInId from PostingRow
            where booksId = :b and postingYear = :y and postingNumber = :n
              and moneyInId is not null
            """,
            Long.class)
        .setParameter("b", booksId)
        .setParameter("y", number.year())
        .setParameter("n", number.number())
        .getResultStream()
        .findFirst()
        .map(MoneyInId::new);
  }

  /** The items that a posting moved. */
  @Transactional(readOnly = true)
  public List<ItemId> itemsOf(long postingId) {
    return entities
        .createQuery("select itemId from ItemMovementRow where postingId = :p", Long.class)
        .setParameter("p", postingId)
        .getResultStream()
        .map(ItemId::new)
        .toList();
  }

  private List<Stored> load(
      long booksId, Long only, Iterable<OpenItem> known, Function<MoneyInId, MoneyIn> moneyOf) {
    Map<Long, List<JournalLineRow>> journal =
        lines(JournalLineRow.class, booksId, only, r -> r.postingId);
    Map<Long, List<TapeLineRow>> tapes = lines(TapeLineRow.class, booksId, only, r -> r.postingId);
    Map<Long, List<ItemMovementRow>> movements =
        lines(ItemMovementRow.class, booksId, only, r -> r.postingId);
    Map<ItemId, OpenItem> byId = new HashMap<>();
    known.forEach(i -> byId.put(i.id(), i));
    Map<Long, PostingRow> rows = new HashMap<>();
    List<PostingRow> ordered =
        entities
            .createQuery(
                "from PostingRow where booksId = :b order by recordNumber", PostingRow.class)
            .setParameter("b", booksId)
            .getResultList();
    Map<Long, PostingNumber> turnedBackBy = new HashMap<>();
    for (PostingRow row : ordered) {
      rows.put(row.id, row);
      if (row.turnsBackId != null) {
        turnedBackBy.put(row.turnsBackId, row.number());
      }
    }
    List<Stored> stored = new ArrayList<>();
    for (PostingRow row : ordered) {
      if (only == null || only.equals(row.id)) {
        Optional<Tape> tape =
            row.kind == PostingKind.TAPE
                ? Optional.of(tape(row, tapes.getOrDefault(row.id, List.of()), byId, moneyOf))
                : Optional.empty();
        Posting posting =
            new Posting(
                row.number(),
                row.kind,
                new JournalEntry(
                    row.postingDate,
                    journal.getOrDefault(row.id, List.of()).stream()
                        .map(JournalLineRow::toFact)
                        .toList()),
                movements.getOrDefault(row.id, List.of()).stream()
                    .map(ItemMovementRow::toFact)
                    .toList(),
                tape,
                Optional.ofNullable(row.turnsBackId).map(id -> rows.get(id).number()));
        stored.add(
            new Stored(
                row.id,
                posting,
                row.actor,
                row.postedAt,
                Optional.ofNullable(row.moneyInId).map(MoneyInId::new),
                Optional.ofNullable(row.arrivalId),
                Optional.ofNullable(turnedBackBy.get(row.id))));
      }
    }
    return stored;
  }

  private <T> Map<Long, List<T>> lines(
      Class<T> type, long booksId, Long only, Function<T, Long> postingId) {
    return entities
        .createQuery("from " + type.getSimpleName() + OF_POSTINGS, type)
        .setParameter("b", booksId)
        .setParameter("only", only)
        .getResultStream()
        .collect(Collectors.groupingBy(postingId));
  }

  private static Tape tape(
      PostingRow row,
      List<TapeLineRow> lines,
      Map<ItemId, OpenItem> items,
      Function<MoneyInId, MoneyIn> moneyOf) {
    Map<ItemId, OpenItem> then = new HashMap<>();
    for (TapeLineRow line : lines) {
      if (line.itemId != null) {
        OpenItem item = line.itemThen(items.get(new ItemId(line.itemId)));
        then.put(item.id(), item);
      }
    }
    return new Tape(
        moneyOf.apply(new MoneyInId(row.moneyInId)),
        lines.stream().map(TapeLineRow::toFact).toList(),
        then,
        lines.stream().filter(l -> l.agreed).map(TapeLineRow::toFact).collect(Collectors.toSet()));
  }

  /** The day on which the last explanation of a sum was turned back. */
  @Transactional(readOnly = true)
  public Optional<LocalDate> lastTurnedBack(MoneyInId moneyIn) {
    return Optional.ofNullable(
        entities
            .createQuery(
                """
                select max(contra.postingDate) from PostingRow contra
                join PostingRow original on original.id = contra.turnsBackId
                where original.moneyInId = :m
                """,
                LocalDate.class)
            .setParameter("m", moneyIn.number())
            .getSingleResult());
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
