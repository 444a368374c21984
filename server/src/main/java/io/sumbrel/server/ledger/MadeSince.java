package io.sumbrel.server.ledger;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.month.FirstPosting;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.receipt.TakenIn;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What postings from one on did, and what of before they touched. Everything is looked up from
 * their side, a range of ids and then what these rows name: so it costs what was made since, not
 * what the house has.
 */
@Component
public class MadeSince {
  private final EntityManager entities;
  private final Postings postings;

  MadeSince(EntityManager entities, Postings postings) {
    this.entities = entities;
    this.postings = postings;
  }

  /**
   * The postings of a house from one on.
   *
   * @param numbers by their ids
   * @param arrivals the files that brought some of them, by their ids
   * @param turnedBack the ids of postings from before that they turn back
   */
  public record Made(
      FirstPosting from,
      Map<Long, PostingNumber> numbers,
      Map<Long, Long> arrivals,
      Set<Long> turnedBack) {}

  @Transactional(readOnly = true)
  public Made made(long booksId, FirstPosting from) {
    Made made = new Made(from, new HashMap<>(), new HashMap<>(), new HashSet<>());
    rows(
        """
        select id, booksId, postingYear, postingNumber, arrivalId, turnsBackId
        from PostingRow where id >= :first
        """,
        from.id(),
        r -> {
          if ((Long) r[1] == booksId) {
            made.numbers.put((Long) r[0], new PostingNumber((Integer) r[2], (Integer) r[3]));
            if (r[4] != null) {
              made.arrivals.put((Long) r[0], (Long) r[4]);
            }
            if (r[5] != null && (Long) r[5] < from.id()) {
              made.turnedBack.add((Long) r[5]);
            }
          }
        });
    return made;
  }

  /** The sums that they claim. */
  @Transactional(readOnly = true)
  public Map<MoneyInId, PostingNumber> claims(Made made) {
    Map<MoneyInId, PostingNumber> claims = new HashMap<>();
    rows(
        "select moneyInId, postingId from ClaimRow where postingId >= :first",
        made.from.id(),
        r -> {
          PostingNumber number = made.numbers.get((Long) r[1]);
          if (number != null) {
            claims.put(new MoneyInId((Long) r[0]), number);
          }
        });
    return claims;
  }

  /**
   * What lists brought of items that were new, by their file: how many, and what was open of them
   * then, all currencies of the file together.
   */
  @Transactional(readOnly = true)
  public Map<Long, TakenIn> firstSeen(Made made) {
    Map<Long, TakenIn> firstSeen = new HashMap<>();
    parts(
        made.arrivals.keySet(),
        """
        select postingId, count(*), sum(openDelta) from ItemMovementRow
        where postingId in :some and kind = FIRST_SEEN group by postingId
        """,
        r -> firstSeen.put(made.arrivals.get((Long) r[0]), new TakenIn((Long) r[1], (Long) r[2])));
    return firstSeen;
  }

  /** What earlier movements come to, of the items that they moved and did not begin. */
  @Transactional(readOnly = true)
  public Map<ItemId, BooksFacts.Moved> movedBefore(Made made) {
    Map<ItemId, BooksFacts.Moved> moved = new HashMap<>();
    rows(
        """
        select itemId, sum(totalDelta), sum(openDelta) from ItemMovementRow
        where postingId < :first and itemId in
          (select n.itemId from ItemMovementRow n
            where n.postingId >= :first and n.kind <> FIRST_SEEN)
        group by itemId
        """,
        made.from.id(),
        r -> moved.put(new ItemId((Long) r[0]), new BooksFacts.Moved((Long) r[1], (Long) r[2])));
    return moved;
  }

  /** The last journal number that was given before them, by the year. */
  @Transactional(readOnly = true)
  public Map<Integer, Integer> lastNumbers(long booksId, Made made) {
    Map<Integer, Integer> firsts = new HashMap<>();
    made.numbers.values().forEach(n -> firsts.merge(n.year(), n.number(), Math::min));
    Map<Integer, Integer> lasts = new HashMap<>();
    entities
        .createQuery("from JournalYearRow where booksId = :b", JournalYearRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(
            y -> {
              int last = firsts.getOrDefault(y.postingYear, y.lastNumber + 1) - 1;
              while (last > 0
                  && postings.row(booksId, new PostingNumber(y.postingYear, last)).isEmpty()) {
                last--;
              }
              lasts.put(y.postingYear, last);
            });
    return lasts;
  }

  /**
   * What was in force before them and explains a sum that they explain too, or free again; and
   * every tie that was in force.
   */
  @Transactional(readOnly = true)
  public List<BooksFacts.Explaining> explainingBefore(long booksId, Made made) {
    Map<Long, Set<MoneyInId>> ofSeveral = new HashMap<>();
    rows(
        "select postingId, moneyInId from TiePartRow where postingId < :first and moneyInId > 0",
        made.from.id(),
        r ->
            ofSeveral
                .computeIfAbsent((Long) r[0], p -> new HashSet<>())
                .add(new MoneyInId((Long) r[1])));
    for (String rows : List.of("PayoutPartRow", "TakingsPartRow")) {
      parts(
          made.turnedBack,
          "select postingId, moneyInId from %s where postingId in :some and moneyInId > 0"
              .formatted(rows),
          r ->
              ofSeveral
                  .computeIfAbsent((Long) r[0], p -> new HashSet<>())
                  .add(new MoneyInId((Long) r[1])));
    }
    Map<Long, Before> before = new HashMap<>();
    Consumer<Object[]> found = r -> before.put((Long) r[0], Before.of(r));
    parts(ofSeveral.keySet(), Before.OF + "p.id in :some", found);
    parts(made.turnedBack, Before.OF + "p.id in :some", found);
    rows(
        Before.OF
            + """
            p.id < :first and p.moneyInId in
              (select q.moneyInId from PostingRow q where q.id >= :first and q.moneyInId > 0)
            """,
        made.from.id(),
        found);
    parts(
        List.copyOf(before.keySet()),
        "select turnsBackId, id from PostingRow where turnsBackId in :some",
        r -> {
          if ((Long) r[1] < made.from.id()) {
            before.remove((Long) r[0]);
          }
        });
    return before.values().stream()
        .filter(p -> p.booksId == booksId)
        .map(p -> new BooksFacts.Explaining(p.number, p.date, p.moneyOr(ofSeveral)))
        .toList();
  }

  /** A posting from before, as far as it explains a sum. */
  private record Before(
      long id, long booksId, PostingNumber number, LocalDate date, Long moneyInId) {
    private static final String OF =
        """
        select p.id, p.booksId, p.postingYear, p.postingNumber, p.postingDate, p.moneyInId
        from PostingRow p where\s""";

    static Before of(Object[] row) {
      return new Before(
          (Long) row[0],
          (Long) row[1],
          new PostingNumber((Integer) row[2], (Integer) row[3]),
          (LocalDate) row[4],
          (Long) row[5]);
    }

    Set<MoneyInId> moneyOr(Map<Long, Set<MoneyInId>> ofSeveral) {
      return moneyInId == null
          ? ofSeveral.getOrDefault(id, Set.of())
          : Set.of(new MoneyInId(moneyInId));
    }
  }

  private void rows(String query, long first, Consumer<Object[]> row) {
    entities
        .createQuery(query, Object[].class)
        .setParameter("first", first)
        .getResultStream()
        .forEach(row);
  }

  private void parts(Collection<Long> all, String query, Consumer<Object[]> row) {
    InParts.of(
        all,
        some ->
            entities
                .createQuery(query, Object[].class)
                .setParameter("some", some)
                .getResultStream()
                .forEach(row));
  }
}
