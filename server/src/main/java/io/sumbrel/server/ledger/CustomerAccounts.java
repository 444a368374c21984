package io.sumbrel.server.ledger;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingNumber;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * A customer's account: all that moved what is billed to the customer now, with what was owed after
 * it.
 */
@Component
public class CustomerAccounts {
  private static final String MOVED =
      " from ItemMovementRow m join OpenItemRow i on i.id = m.itemId ";

  private static final String OF_CUSTOMER =
      """
       where m.itemId in (select o.id from OpenItemRow o
        where o.booksId + 0 = :b and o.customerId = :c)
      """;

  private final EntityManager entities;

  CustomerAccounts(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * What a posting did to one item.
   *
   * @param words what happened
   * @param at when it was posted
   * @param openDelta change of what is owed, in minor units
   * @param owedAfter what was owed in this currency after it, credits taken off
   */
  public record Line(
      PostingNumber number,
      LocalDate date,
      Instant at,
      String words,
      ItemId item,
      String itemNumber,
      String actor,
      String currency,
      long openDelta,
      long owedAfter) {}

  /**
   * @param next where the page of older lines begins; empty when there are none
   */
  public record Page(List<Line> lines, Optional<Long> next) {}

  /**
   * A page, the newest first; a posting is never cut in two.
   *
   * @param before only postings before this one, by what the page before said
   * @param size so many postings at the most
   */
  @Transactional(readOnly = true)
  public Page page(long booksId, CustomerId customer, Optional<Long> before, int size) {
    List<Long> postings =
        entities
            .createQuery(
                "select distinct m.postingId"
                    + MOVED
                    + OF_CUSTOMER
                    + " and m.postingId < :before order by m.postingId desc",
                Long.class)
            .setParameter("b", booksId)
            .setParameter("c", customer.number())
            .setParameter("before", before.orElse(Long.MAX_VALUE))
            .setMaxResults(size + 1)
            .getResultList();
    if (postings.isEmpty()) {
      return new Page(List.of(), Optional.empty());
    }
    List<Long> shown = postings.subList(0, Math.min(size, postings.size()));
    Optional<Long> next =
        postings.size() > size ? Optional.of(shown.get(size - 1)) : Optional.empty();
    return new Page(lines(booksId, customer, shown), next);
  }

  /** When a posting was made, by what a page said of it. */
  @Transactional(readOnly = true)
  public Optional<Instant> postedAt(long posting) {
    return Optional.ofNullable(entities.find(PostingRow.class, posting)).map(p -> p.postedAt);
  }

  private List<Line> lines(long booksId, CustomerId customer, List<Long> postings) {
    Map<String, Long> owed = owedAfter(booksId, customer, postings.get(0));
    List<Line> lines = new ArrayList<>();
    entities
        .createQuery(
            "select m, i.number, i.currency, p"
                + MOVED
                + "join PostingRow p on p.id = m.postingId "
                + OF_CUSTOMER
                + " and m.postingId in :postings order by m.postingId desc, m.itemId desc",
            Object[].class)
        .setParameter("b", booksId)
        .setParameter("c", customer.number())
        .setParameter("postings", postings)
        .getResultStream()
        .forEach(r -> lines.add(line(r, owed)));
    return lines;
  }

  private static Line line(Object[] row, Map<String, Long> owed) {
    ItemMovementRow movement = (ItemMovementRow) row[0];
    String currency = (String) row[2];
    PostingRow posting = (PostingRow) row[3];
    long after = owed.getOrDefault(currency, 0L);
    owed.put(currency, after - movement.openDelta);
    return new Line(
        posting.number(),
        posting.postingDate,
        posting.postedAt,
        movement.kind.words(),
        new ItemId(movement.itemId),
        (String) row[1],
        posting.actor,
        currency,
        movement.openDelta,
        after);
  }

  /** What is owed after a posting: what all up to it did to the items. */
  private Map<String, Long> owedAfter(long booksId, CustomerId customer, long posting) {
    Map<String, Long> owed = new HashMap<>();
    entities
        .createQuery(
            "select i.currency, sum(m.openDelta)"
                + MOVED
                + OF_CUSTOMER
                + " and m.postingId <= :p group by i.currency",
            Object[].class)
        .setParameter("b", booksId)
        .setParameter("c", customer.number())
        .setParameter("p", posting)
        .getResultStream()
        .forEach(r -> owed.put((String) r[0], (Long) r[1]));
    return owed;
  }
}
