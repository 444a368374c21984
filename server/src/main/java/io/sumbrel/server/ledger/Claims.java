package io.sumbrel.server.ledger;

import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.posting.Claimed;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.receipt.Unclaimed;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The one explanation of each sum, and the one tie of what is recorded. The primary keys refuse a
 * second.
 */
@Component
public class Claims {
  private final EntityManager entities;
  private final Unclaimed unclaimed;

  Claims(EntityManager entities, Unclaimed unclaimed) {
    this.entities = entities;
    this.unclaimed = unclaimed;
  }

  /** The posting that explains a sum. */
  public record Claim(long postingId, PostingNumber number, String actor) {}

  /** Those of some sums that are claimed, with their postings. */
  @Transactional(readOnly = true)
  public Map<MoneyInId, Claim> some(List<MoneyInId> money) {
    Map<MoneyInId, Claim> claims = new HashMap<>();
    InParts.of(
        money,
        some ->
            entities
                .createQuery(
                    """
                    select c, p from ClaimRow c join PostingRow p on p.id = c.postingId
                    where c.moneyInId in :ids
                    """,
                    Object[].class)
                .setParameter("ids", some.stream().map(MoneyInId::number).toList())
                .getResultStream()
                .forEach(r -> claims.put(new MoneyInId(((ClaimRow) r[0]).moneyInId), claim(r[1]))));
    return claims;
  }

  /** Which of some sums are claimed. */
  @Transactional(readOnly = true)
  public Set<MoneyInId> among(Collection<MoneyInId> money) {
    Set<MoneyInId> claimed = new HashSet<>();
    InParts.of(
        money.stream().map(MoneyInId::number).toList(),
        some ->
            entities
                .createQuery("select moneyInId from ClaimRow where moneyInId in :ids", Long.class)
                .setParameter("ids", some)
                .getResultStream()
                .forEach(id -> claimed.add(new MoneyInId(id))));
    return claimed;
  }

  @Transactional(readOnly = true)
  public Optional<Claim> of(MoneyInId moneyIn) {
    return Optional.ofNullable(entities.find(ClaimRow.class, moneyIn.number()))
        .map(c -> claim(entities.find(PostingRow.class, c.postingId)));
  }

  private static Claim claim(Object posting) {
    PostingRow row = (PostingRow) posting;
    return new Claim(row.id, row.number(), row.actor);
  }

  /**
   * @param more what else the person is told, with a blank before it; nothing when it is empty
   * @throws Refusal {@code claimed} when somebody has explained the sum, with the posting
   */
  @Transactional(readOnly = true)
  public void requireUnclaimed(MoneyInId moneyIn, String more) {
    of(moneyIn)
        .ifPresent(
            c -> {
              throw new Refusal(
                  "claimed",
                  "%s has explained this sum already, as %s.%s"
                      .formatted(c.actor(), c.number().words(), more));
            });
  }

  /** The tie of a deposit or of a receipt on hand. */
  @Transactional(readOnly = true)
  public Optional<PostingNumber> tieOf(RecordedId recorded) {
    return Optional.ofNullable(entities.find(RecordedClaimRow.class, recorded.number()))
        .map(c -> entities.find(PostingRow.class, c.postingId).number());
  }

  /** The ties of some deposits and receipts on hand, of those that are tied. */
  @Transactional(readOnly = true)
  public Map<RecordedId, PostingNumber> tiesOf(List<RecordedId> recorded) {
    Map<RecordedId, PostingNumber> ties = new HashMap<>();
    InParts.of(
        recorded,
        some ->
            entities
                .createQuery(
                    """
                    select c, p from RecordedClaimRow c join PostingRow p on p.id = c.postingId
                    where c.recordedId in :ids
                    """,
                    Object[].class)
                .setParameter("ids", some.stream().map(RecordedId::number).toList())
                .getResultStream()
                .forEach(
                    r ->
                        ties.put(
                            new RecordedId(((RecordedClaimRow) r[0]).recordedId),
                            ((PostingRow) r[1]).number())));
    return ties;
  }

  /** What some postings have tied, by the posting. */
  @Transactional(readOnly = true)
  public Map<Long, List<RecordedId>> tiedBy(Collection<Long> postings) {
    Map<Long, List<RecordedId>> tied = new HashMap<>();
    InParts.of(
        postings,
        some ->
            entities
                .createQuery(
                    "from RecordedClaimRow where postingId in :ids order by recordedId",
                    RecordedClaimRow.class)
                .setParameter("ids", some)
                .getResultStream()
                .forEach(
                    c ->
                        tied.computeIfAbsent(c.postingId, p -> new ArrayList<>())
                            .add(new RecordedId(c.recordedId))));
    return tied;
  }

  /** The tie of each deposit and each receipt on hand that is tied; + 0: looked up from these. */
  @Transactional(readOnly = true)
  public Map<RecordedId, PostingNumber> ties(long booksId) {
    Map<RecordedId, PostingNumber> ties = new HashMap<>();
    entities
        .createQuery(
            """
            select c, p from RecordedClaimRow c join PostingRow p on p.id = c.postingId
            where p.booksId + 0 = :b
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(
            r ->
                ties.put(
                    new RecordedId(((RecordedClaimRow) r[0]).recordedId),
                    ((PostingRow) r[1]).number()));
    return ties;
  }

  /** The numbers of some postings, by their ids. */
  @Transactional(readOnly = true)
  public Map<Long, PostingNumber> numbers(List<Long> postings) {
    Map<Long, PostingNumber> numbers = new HashMap<>();
    InParts.of(
        postings,
        some ->
            entities
                .createQuery("from PostingRow where id in :ids", PostingRow.class)
                .setParameter("ids", some)
                .getResultStream()
                .forEach(p -> numbers.put(p.id, p.number())));
    return numbers;
  }

  /** What a posting claims now; nothing when it is turned back, or explains nothing. */
  @Transactional(readOnly = true)
  public Claimed by(long postingId) {
    return new Claimed(
        entities
            .createQuery("select moneyInId from ClaimRow where postingId = :p", Long.class)
            .setParameter("p", postingId)
            .getResultStream()
            .map(MoneyInId::new)
            .collect(Collectors.toSet()),
        entities
            .createQuery("select recordedId from RecordedClaimRow where postingId = :p", Long.class)
            .setParameter("p", postingId)
            .getResultStream()
            .map(RecordedId::new)
            .collect(Collectors.toSet()));
  }

  /** Only postings claim: {@link Ledger#append}. */
  void take(Claimed claimed, long postingId) {
    for (MoneyInId id : claimed.money()) {
      ClaimRow row = new ClaimRow();
      row.moneyInId = id.number();
      row.postingId = postingId;
      entities.persist(row);
    }
    for (RecordedId id : claimed.recorded()) {
      RecordedClaimRow row = new RecordedClaimRow();
      row.recordedId = id.number();
      row.postingId = postingId;
      entities.persist(row);
    }
    entities.flush();
    unclaimed.claimed(claimed.money());
  }

  void release(Claimed claimed) {
    claimed.money().forEach(id -> entities.remove(entities.find(ClaimRow.class, id.number())));
    claimed
        .recorded()
        .forEach(id -> entities.remove(entities.find(RecordedClaimRow.class, id.number())));
    entities.flush();
    unclaimed.letGo(claimed.money());
  }
}
