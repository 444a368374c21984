package io.sumbrel.server.ledger;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.tape.ShortPayReason;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Placings that left a rest of their item open for a reason, and stand. */
@Component
public class ShortPaysPosted {
  private final EntityManager entities;

  ShortPaysPosted(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * The last of an item.
   *
   * @param number of the posting that left the rest
   */
  public record Left(
      ItemId item, ShortPayReason reason, PostingNumber number, LocalDate on, String actor) {}

  /** The last of each item, the oldest first; whether a rest is open still, the item says. */
  @Transactional(readOnly = true)
  public List<Left> all(long booksId) {
    Map<ItemId, Left> last = new LinkedHashMap<>();
    entities
        .createQuery(
            """
            select l.itemId, l.shortPay, p from TapeLineRow l join PostingRow p on p.id = l.postingId
            where cast(l.shortPay as String) > '' and p.booksId = :b
              and not exists (select 1 from PostingRow t where t.turnsBackId = p.id)
            order by p.id
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(
            r -> {
              PostingRow posting = (PostingRow) r[2];
              ItemId item = new ItemId((Long) r[0]);
              last.remove(item);
              last.put(
                  item,
                  new Left(
                      item,
                      (ShortPayReason) r[1],
                      posting.number(),
                      posting.postingDate,
                      posting.actor));
            });
    return new ArrayList<>(last.values());
  }
}
