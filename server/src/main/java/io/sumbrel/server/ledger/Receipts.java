package io.sumbrel.server.ledger;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.ReturnedPayment;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.openitem.Items;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Sums that came in and are explained by a tape, with what of them the bank took back. */
@Component
public class Receipts {
  private final EntityManager entities;
  private final Postings postings;
  private final Items items;

  Receipts(EntityManager entities, Postings postings, Items items) {
    this.entities = entities;
    this.postings = postings;
    this.items = items;
  }

  /**
   * A receipt.
   *
   * @param number of the posting that explains it
   */
  public record Receipt(PostingNumber number, ReturnedPayment returned) {}

  /**
   * Those of some sums that are receipts.
   *
   * @param money the sums by their ids
   */
  @Transactional(readOnly = true)
  public Map<MoneyInId, Receipt> some(
      long booksId, Collection<MoneyInId> ids, Function<MoneyInId, MoneyIn> money) {
    List<Long> sums =
        ids.stream().filter(id -> money.apply(id).isIn()).map(MoneyInId::number).toList();
    if (sums.isEmpty()) {
      return Map.of();
    }
    List<Long> tapes =
        entities
            .createQuery(
                """
                select p.id from ClaimRow c join PostingRow p on p.id = c.postingId
                where c.moneyInId in :ids and p.moneyInId = c.moneyInId
                """,
                Long.class)
            .setParameter("ids", sums)
            .getResultList();
    Map<Long, List<OpenItem>> credits = creditsOf(booksId, tapes);
    Uses uses = uses(credits.values().stream().flatMap(List::stream).toList());
    Map<Long, List<TapeLine>> before = before(sums);
    Map<MoneyInId, Receipt> receipts = new HashMap<>();
    for (Postings.Stored stored : postings.tapes(booksId, tapes, money)) {
      MoneyInId id = stored.moneyIn().orElseThrow();
      receipts.put(
          id,
          new Receipt(
              stored.posting().number(),
              new ReturnedPayment(
                  stored.posting().tape().orElseThrow(),
                  credits.getOrDefault(stored.id(), List.of()),
                  uses.of(credits.getOrDefault(stored.id(), List.of())),
                  before.getOrDefault(id.number(), List.of()))));
    }
    return receipts;
  }

  private Map<Long, List<OpenItem>> creditsOf(long booksId, List<Long> tapes) {
    if (tapes.isEmpty()) {
      return Map.of();
    }
    List<ItemMovementRow> begun =
        entities
            .createQuery(
                "from ItemMovementRow where postingId in :ids and kind = :k order by itemId",
                ItemMovementRow.class)
            .setParameter("ids", tapes)
            .setParameter("k", ItemMovement.Kind.STAYS_AS_CREDIT)
            .getResultList();
    Map<ItemId, OpenItem> now =
        items.find(booksId, begun.stream().map(m -> new ItemId(m.itemId)).toList());
    return begun.stream()
        .collect(
            Collectors.groupingBy(
                m -> m.postingId,
                Collectors.mapping(m -> now.get(new ItemId(m.itemId)), Collectors.toList())));
  }

  /**
   * Tapes that used credits since, and stand.
   *
   * @param postings by the credit that they used
   * @param lines of each of them, the last first
   */
  private record Uses(Map<ItemId, Set<Long>> postings, NavigableMap<Long, List<TapeLine>> lines) {
    List<List<TapeLine>> of(List<OpenItem> credits) {
      Set<Long> used =
          credits.stream()
              .flatMap(c -> postings.getOrDefault(c.id(), Set.of()).stream())
              .collect(Collectors.toSet());
      return lines.entrySet().stream()
          .filter(e -> used.contains(e.getKey()))
          .map(Map.Entry::getValue)
          .toList();
    }
  }

  private Uses uses(List<OpenItem> credits) {
    Map<ItemId, Set<Long>> postings = new HashMap<>();
    NavigableMap<Long, List<TapeLine>> lines = new TreeMap<>(Comparator.reverseOrder());
    List<Long> used =
        credits.stream()
            .filter(c -> c.openMinor() != c.totalMinor())
            .map(c -> c.id().number())
            .toList();
    if (!used.isEmpty()) {
      entities
          .createQuery(
              """
              from ItemMovementRow m where m.itemId in :ids and m.kind = PLACED
                and not exists (select 1 from PostingRow t where t.turnsBackId = m.postingId)
              """,
              ItemMovementRow.class)
          .setParameter("ids", used)
          .getResultStream()
          .forEach(
              m ->
                  postings
                      .computeIfAbsent(new ItemId(m.itemId), i -> new HashSet<>())
                      .add(m.postingId));
      entities
          .createQuery(
              "from TapeLineRow where postingId in :ids order by postingId, lineNumber",
              TapeLineRow.class)
          .setParameter("ids", postings.values().stream().flatMap(Set::stream).distinct().toList())
          .getResultStream()
          .forEach(
              l ->
                  lines
                      .computeIfAbsent(l.postingId, p -> new ArrayList<>())
                      .add(l.toFact(Map.of())));
    }
    return new Uses(postings, lines);
  }

  /** What undoes a part of some sums, and stands. */
  private Map<Long, List<TapeLine>> before(List<Long> sums) {
    return undoing(sums)
        .collect(
            Collectors.groupingBy(
                l -> l.returnedId,
                Collectors.mapping(l -> l.toFact(Map.of()), Collectors.toList())));
  }

  private Stream<TapeLineRow> undoing(List<Long> sums) {
    return entities
        .createQuery(
            """
            from TapeLineRow l where l.returnedId in :ids
              and not exists (select 1 from PostingRow t where t.turnsBackId = l.postingId)
            """,
            TapeLineRow.class)
        .setParameter("ids", sums)
        .getResultStream();
  }

  /** A posting by which the bank took back a part of one of these sums, and that stands. */
  @Transactional(readOnly = true)
  public Optional<PostingNumber> returnedBy(List<MoneyInId> money) {
    return returning(money.stream().map(MoneyInId::number).toList())
        .findFirst()
        .map(PostingRow::number);
  }

  /** The postings by which the bank took back a part of some sums, and that stand. */
  Stream<PostingRow> returning(List<Long> sums) {
    return undoing(sums)
        .map(l -> entities.find(PostingRow.class, l.postingId))
        .filter(Objects::nonNull);
  }
}
