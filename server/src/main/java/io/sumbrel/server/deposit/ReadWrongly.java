package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What the cheques of some records have paid, for one of them that was read wrongly. */
@Component
class ReadWrongly {
  private final EntityManager entities;
  private final MoneyLines moneyLines;
  private final Postings postings;
  private final Items items;

  ReadWrongly(EntityManager entities, MoneyLines moneyLines, Postings postings, Items items) {
    this.entities = entities;
    this.moneyLines = moneyLines;
    this.postings = postings;
    this.items = items;
  }

  /**
   * An item that a receipt has paid.
   *
   * @param receipt in words
   * @param paidMinor with how much
   * @param openMinor what is open of it
   */
  record PaidItemView(
      long itemId, String item, String receipt, String currency, long paidMinor, long openMinor) {}

  /** What the receipts of some records have paid; empty of those from before these books. */
  @Transactional(readOnly = true)
  public List<PaidItemView> paid(Actor actor, List<Long> recorded) {
    Map<ItemId, Map<MoneyInId, Long>> placed = postings.placedBy(moneyOf(actor, recorded));
    Map<ItemId, OpenItem> now = items.find(actor.booksId(), placed.keySet());
    Set<MoneyInId> money =
        placed.values().stream().flatMap(p -> p.keySet().stream()).collect(Collectors.toSet());
    Map<MoneyInId, MoneyLine> lines =
        moneyLines.some(actor.booksId(), money).stream()
            .collect(Collectors.toMap(l -> l.moneyIn().id(), l -> l));
    List<PaidItemView> paid = new ArrayList<>();
    placed.forEach(
        (id, by) ->
            by.forEach((receipt, minor) -> paid.add(view(now.get(id), lines.get(receipt), minor))));
    return paid;
  }

  private static PaidItemView view(OpenItem item, MoneyLine receipt, long minor) {
    return new PaidItemView(
        item.id().number(),
        item.number(),
        receipt.moneyIn().text().replace('\n', ' '),
        item.currency().getCurrencyCode(),
        minor,
        item.openMinor());
  }

  /**
   * The item that a wrongly read cheque paid, locked.
   *
   * @throws Refusal {@code not-corrected} when none of the receipts has paid it
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Tie.Paid lock(Actor actor, List<Long> recorded, ItemId item) {
    OpenItem now = items.lock(actor.booksId(), List.of(item)).get(item);
    Map<MoneyInId, Long> by = postings.placedBy(moneyOf(actor, recorded)).get(item);
    if (now == null || by == null) {
      throw new Refusal("not-corrected", "None of the receipts that are tied has paid this item.");
    }
    return new Tie.Paid(now, by.values().stream().mapToLong(Long::longValue).sum());
  }

  /** The sums of the members of deposits and slips, and of receipts that stand alone. */
  private Set<MoneyInId> moneyOf(Actor actor, List<Long> recorded) {
    return recorded.isEmpty()
        ? Set.of()
        : entities
            .createQuery(
                """
                select w.id from MoneyInRow w join DepositMemberRow m on m.id = w.depositMemberId
                where m.booksId = :b
                  and (m.id in :ids or m.depositId in :ids or m.slipId in :ids)
                """,
                Long.class)
            .setParameter("b", actor.booksId())
            .setParameter("ids", recorded)
            .getResultStream()
            .map(MoneyInId::new)
            .collect(Collectors.toSet());
  }
}
