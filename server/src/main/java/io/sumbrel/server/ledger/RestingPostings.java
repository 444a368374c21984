package io.sumbrel.server.ledger;

import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import jakarta.persistence.EntityManager;
import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Postings that rest on another: they used what it left as credit, showed what it had on its way,
 * settled what it had opened again, or took back what it had received. They cannot stand without
 * it.
 */
@Component
public class RestingPostings {
  private final EntityManager entities;
  private final Receipts receipts;

  RestingPostings(EntityManager entities, Receipts receipts) {
    this.entities = entities;
    this.receipts = receipts;
  }

  /**
   * All that rest on a posting and stand, and what rests on those, the last first: in this order
   * they can be turned back, and then the posting itself.
   *
   * @param postingId one that stands
   */
  @Transactional(readOnly = true)
  public List<PostingNumber> on(long postingId) {
    Set<PostingRow> found = new HashSet<>();
    Deque<PostingRow> next = new ArrayDeque<>(List.of(entities.find(PostingRow.class, postingId)));
    while (!next.isEmpty()) {
      direct(next.remove()).filter(found::add).forEach(next::add);
    }
    return found.stream()
        .sorted(Comparator.comparing((PostingRow p) -> p.id).reversed())
        .map(PostingRow::number)
        .toList();
  }

  private Stream<PostingRow> direct(PostingRow posting) {
    return Stream.of(usedSince(posting), returnedSince(posting), tiedSince(posting))
        .flatMap(s -> s)
        .filter(p -> p.kind.isDecided() && !p.id.equals(posting.id));
  }

  /** What used items that began with it, and what stands in the way of items it moved. */
  private Stream<PostingRow> usedSince(PostingRow posting) {
    List<ItemMovement.Kind> begins =
        Stream.of(ItemMovement.Kind.values()).filter(ItemMovement.Kind::isBeginning).toList();
    List<ItemMovement.Kind> any = List.of(ItemMovement.Kind.PLACED, ItemMovement.Kind.RETURNED);
    return Stream.of(
            later(posting, begins, "true", any),
            later(
                posting,
                List.of(ItemMovement.Kind.RETURNED),
                "abs(b.openMinor) < abs(m.openDelta)",
                List.of(ItemMovement.Kind.PLACED)),
            later(
                posting,
                List.of(ItemMovement.Kind.PLACED),
                "abs(b.openMinor - m.openDelta) > abs(b.totalMinor)",
                List.of(ItemMovement.Kind.RETURNED)))
        .flatMap(s -> s);
  }

  /** Standing postings that moved the same items later. */
  private Stream<PostingRow> later(
      PostingRow posting,
      List<ItemMovement.Kind> own,
      String inTheWay,
      List<ItemMovement.Kind> others) {
    return entities
        .createQuery(
            """
            select distinct p from ItemMovementRow m
            join ItemBalanceRow b on b.itemId = m.itemId
            join ItemMovementRow o on o.itemId = m.itemId
            join PostingRow p on p.id = o.postingId
            where m.postingId = :p and m.kind in :own and %s
              and p.id > :p and o.kind in :others
              and not exists (select 1 from PostingRow t where t.turnsBackId = p.id)
            """
                .formatted(inTheWay),
            PostingRow.class)
        .setParameter("own", own)
        .setParameter("others", others)
        .setParameter("p", posting.id)
        .getResultStream();
  }

  /** The tie of a slip that was handed in. */
  private Stream<PostingRow> tiedSince(PostingRow posting) {
    return posting.kind != PostingKind.HANDED_IN
        ? Stream.empty()
        : entities
            .createQuery(
                """
                select p from SlipPartRow s join RecordedClaimRow c on c.recordedId = s.recordedId
                join PostingRow p on p.id = c.postingId
                where s.postingId = :p and s.part = 'SLIP'
                """,
                PostingRow.class)
            .setParameter("p", posting.id)
            .getResultStream();
  }

  private Stream<PostingRow> returnedSince(PostingRow posting) {
    return posting.kind != PostingKind.TAPE || posting.moneyInId == null
        ? Stream.empty()
        : receipts.returning(List.of(posting.moneyInId));
  }
}
