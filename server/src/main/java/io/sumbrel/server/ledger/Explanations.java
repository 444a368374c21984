package io.sumbrel.server.ledger;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.InParts;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What postings explain and what they moved, as whoever acts on them asks for it. */
@Component
public class Explanations {
  private static final String LAST_TURNED_BACK =
      String.join(
          " union all ",
          lastTurnedBack("PostingRow", "id"),
          lastTurnedBack("TiePartRow", "postingId"),
          lastTurnedBack("PayoutPartRow", "postingId"),
          lastTurnedBack("TakingsPartRow", "postingId"));

  private final EntityManager entities;
  private final Postings postings;

  Explanations(EntityManager entities, Postings postings) {
    this.entities = entities;
    this.postings = postings;
  }

  /**
   * What somebody wants to turn back.
   *
   * @param money the sums that it explained, in the order of their ids, in which they are locked
   */
  public record Explanation(long postingId, List<MoneyInId> money) {}

  /**
   * @throws Refusal {@code not-a-tape} when no such posting explains anything
   */
  @Transactional(readOnly = true)
  public Explanation explanation(long booksId, PostingNumber number) {
    PostingRow row =
        postings
            .row(booksId, number)
            .filter(p -> p.kind.isDecided())
            .orElseThrow(
                () ->
                    new Refusal(
                        "not-a-tape",
                        number.words() + " is no explained sum; it cannot be turned back."));
    return new Explanation(row.id, moneyOf(row).map(MoneyInId::new).toList());
  }

  /** The sums that a posting explains, or explained, in the order of their ids. */
  private Stream<Long> moneyOf(PostingRow row) {
    String parts =
        switch (row.kind) {
          case PAYOUT -> "PayoutPartRow";
          case TAKINGS -> "TakingsPartRow";
          default -> "TiePartRow";
        };
    return row.moneyInId != null
        ? Stream.of(row.moneyInId)
        : entities
            .createQuery(
                "select moneyInId from %s where postingId = :p and moneyInId is not null order by moneyInId"
                    .formatted(parts),
                Long.class)
            .setParameter("p", row.id)
            .getResultStream();
  }

  /**
   * @throws Refusal {@code turned-back} when it is already
   */
  @Transactional(readOnly = true)
  public void requireNotTurnedBack(Explanation explanation, PostingNumber number) {
    boolean contra =
        !entities
            .createQuery("select 1 from PostingRow where turnsBackId = :p", Integer.class)
            .setParameter("p", explanation.postingId())
            .getResultList()
            .isEmpty();
    if (contra) {
      throw new Refusal("turned-back", number.words() + " is turned back already.");
    }
  }

  /**
   * What some postings touched.
   *
   * @param items that they moved
   * @param money that they explain, or that is to be explained again
   * @param tapes the postings of tapes among them, and the tapes that they turned back
   */
  public record Effects(Set<ItemId> items, Set<MoneyInId> money, Set<Long> tapes) {}

  /** What some postings touched, for those who keep figures in step with the record. */
  @Transactional(readOnly = true)
  public Effects effectsOf(long booksId, Collection<PostingNumber> numbers) {
    Effects touched = new Effects(new HashSet<>(), new HashSet<>(), new HashSet<>());
    for (PostingNumber number : numbers) {
      postings
          .row(booksId, number)
          .ifPresent(
              p -> {
                touched.items.addAll(itemsOf(p.id));
                PostingRow explains =
                    p.turnsBackId == null ? p : entities.find(PostingRow.class, p.turnsBackId);
                touched.tapes.add(explains.id);
                if (explains.kind != PostingKind.TIED) {
                  moneyOf(explains).map(MoneyInId::new).forEach(touched.money::add);
                }
              });
    }
    return touched;
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

  /** The sums by whose explanation own transfers began. */
  @Transactional(readOnly = true)
  public Map<ItemId, MoneyInId> moneyThatBegan(Collection<ItemId> transfers) {
    Map<ItemId, MoneyInId> money = new HashMap<>();
    if (!transfers.isEmpty()) {
      entities
          .createQuery(
              """
              select m.itemId, p.moneyInId from ItemMovementRow m
              join PostingRow p on p.id = m.postingId
              where m.itemId in :items and m.kind = ON_ITS_WAY
              """,
              Object[].class)
          .setParameter("items", transfers.stream().map(ItemId::number).toList())
          .getResultStream()
          .forEach(r -> money.put(new ItemId((Long) r[0]), new MoneyInId((Long) r[1])));
    }
    return money;
  }

  /** Whose credits the postings used by which payments to customers began. */
  @Transactional(readOnly = true)
  public Map<ItemId, Set<CustomerId>> customersPaidBack(Collection<ItemId> payments) {
    Map<ItemId, Set<CustomerId>> customers = new HashMap<>();
    if (!payments.isEmpty()) {
      entities
          .createQuery(
              """
              select m.itemId, l.itemCustomerId from ItemMovementRow m
              join TapeLineRow l on l.postingId = m.postingId
              where m.itemId in :items and m.kind = ON_ITS_WAY and l.itemCustomerId > 0
              """,
              Object[].class)
          .setParameter("items", payments.stream().map(ItemId::number).toList())
          .getResultStream()
          .forEach(
              r ->
                  customers
                      .computeIfAbsent(new ItemId((Long) r[0]), i -> new HashSet<>())
                      .add(new CustomerId((Long) r[1])));
    }
    return customers;
  }

  /** The items that postings moved after a line of the record. */
  @Transactional(readOnly = true)
  public Set<ItemId> movedAfter(long booksId, long record) {
    return entities
        .createQuery(
            """
            select distinct itemId from ItemMovementRow where postingId in
              (select id from PostingRow where booksId = :b and recordNumber > :r)
            """,
            Long.class)
        .setParameter("b", booksId)
        .setParameter("r", record)
        .getResultStream()
        .map(ItemId::new)
        .collect(Collectors.toSet());
  }

  /** The day on which the last explanation of some sums was turned back. */
  @Transactional(readOnly = true)
  public Optional<LocalDate> lastTurnedBack(Collection<MoneyInId> money) {
    List<LocalDate> days = new ArrayList<>();
    InParts.of(
        money.stream().map(MoneyInId::number).toList(),
        some -> lastTurnedBack(some).forEach(days::add));
    return days.stream().max(LocalDate::compareTo);
  }

  /** Of one kind of what explains a sum; joined together all would be asked of every posting. */
  private static String lastTurnedBack(String rows, String posting) {
    return """
        select max(contra.postingDate) from %s part
        join PostingRow contra on contra.turnsBackId = part.%s
        where part.moneyInId in :m
        """
        .formatted(rows, posting);
  }

  private Stream<LocalDate> lastTurnedBack(List<Long> money) {
    return entities
        .createQuery(LAST_TURNED_BACK, LocalDate.class)
        .setParameter("m", money)
        .getResultStream()
        .filter(Objects::nonNull);
  }
}
