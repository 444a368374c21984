package io.sumbrel.server.ledger;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.tape.DifferencesBefore;
import io.sumbrel.core.tape.TapeLine;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.time.YearMonth;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What was kept back, granted, or given as the reason of a tie before, and stands. */
@Component
public class DifferencesPosted {
  private static final String STANDS =
      " and l.reason is not null and not exists (select 1 from posting c where c.turns_back_id = p.id) ";

  /** A difference is its item's customer's; one without an item is of everybody on its tape. */
  private static final String OF_CUSTOMERS =
      """
      select c.id, l.reason, sum(l.amount_minor)
      from posting p
      join tape_line l on l.posting_id = p.id
      join customer c on c.id in (:customers)
      where p.books_id = :b and p.posting_date between :from and :to
        and l.currency = :currency and not l.agreed
        and (l.item_customer_id = c.id or (l.item_customer_id is null and exists (
          select 1 from tape_line y where y.posting_id = p.id
            and (y.item_customer_id = c.id or y.customer_id = c.id))))
      """
          + STANDS
          + "group by c.id, l.reason";

  private static final String ON_ITEMS =
      """
      select l.item_id, l.reason, sum(l.amount_minor),
        sum(case when l.agreed then 0 else l.amount_minor end)
      from tape_line l join posting p on p.id = l.posting_id
      where l.item_id in (:items)
      """
          + STANDS
          + "group by l.item_id, l.reason";

  /** A difference without an item is that of the only item that its tape settles. */
  private static final String BESIDE_ONE_ITEM =
      """
      select s.item_id, l.reason, sum(l.amount_minor), sum(l.amount_minor)
      from tape_line s
      join posting p on p.id = s.posting_id
      join tape_line l on l.posting_id = s.posting_id and l.item_id is null
      where s.item_id in (:items) and s.kind = 'SETTLES'
        and (select count(*) from tape_line o
          where o.posting_id = s.posting_id and o.kind = 'SETTLES') = 1
      """
          + STANDS
          + "group by s.item_id, l.reason";

  private final EntityManager entities;

  DifferencesPosted(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * What matters for a tape. Whoever posts locks the record first, so that two at once do not both
   * find room under one limit.
   *
   * @param currency in which the tape is
   * @param items that the tape names
   * @param chart by which the reasons are named
   */
  @Transactional(readOnly = true)
  public DifferencesBefore before(
      long booksId,
      YearMonth month,
      Currency currency,
      List<TapeLine> lines,
      Map<ItemId, OpenItem> items,
      Chart chart) {
    if (lines.stream().noneMatch(l -> l.reason().isPresent())) {
      return DifferencesBefore.NONE;
    }
    Set<CustomerId> customers = new HashSet<>();
    items.values().forEach(i -> i.customer().ifPresent(customers::add));
    lines.forEach(l -> l.customer().ifPresent(customers::add));
    return new DifferencesBefore(
        ofCustomers(booksId, month, currency, customers, chart), onItems(items.keySet(), chart));
  }

  private Map<DifferencesBefore.OfCustomer, Long> ofCustomers(
      long booksId, YearMonth month, Currency currency, Set<CustomerId> customers, Chart chart) {
    Map<DifferencesBefore.OfCustomer, Long> sums = new HashMap<>();
    if (!customers.isEmpty()) {
      Query query =
          entities
              .createNativeQuery(OF_CUSTOMERS)
              .setParameter("b", booksId)
              .setParameter("customers", customers.stream().map(CustomerId::number).toList())
              .setParameter("from", month.atDay(1))
              .setParameter("to", month.atEndOfMonth())
              .setParameter("currency", currency.getCurrencyCode());
      for (Object row : query.getResultList()) {
        Object[] cells = (Object[]) row;
        CustomerId customer = new CustomerId(number(cells[0]));
        sums.put(
            new DifferencesBefore.OfCustomer(customer, chart.reason((String) cells[1])),
            number(cells[2]));
      }
    }
    return sums;
  }

  private Map<DifferencesBefore.OfItem, DifferencesBefore.Sum> onItems(
      Set<ItemId> items, Chart chart) {
    Map<DifferencesBefore.OfItem, DifferencesBefore.Sum> sums = new HashMap<>();
    if (!items.isEmpty()) {
      for (String sql : List.of(ON_ITEMS, BESIDE_ONE_ITEM)) {
        Query query =
            entities
                .createNativeQuery(sql)
                .setParameter("items", items.stream().map(ItemId::number).toList());
        for (Object row : query.getResultList()) {
          Object[] cells = (Object[]) row;
          sums.merge(
              new DifferencesBefore.OfItem(
                  new ItemId(number(cells[0])), chart.reason((String) cells[1])),
              new DifferencesBefore.Sum(number(cells[2]), number(cells[3])),
              (a, b) ->
                  new DifferencesBefore.Sum(
                      a.allMinor() + b.allMinor(), a.countedMinor() + b.countedMinor()));
        }
      }
    }
    return sums;
  }

  /**
   * What ties of a bank account gave a reason in a month, more or less than was recorded, and
   * stands; in minor units of the account's currency.
   */
  @Transactional(readOnly = true)
  public long ofTies(long booksId, AccountCode bank, TieReason reason, YearMonth month) {
    return entities
        .createQuery(
            """
            select coalesce(sum(abs(d.amountMinor)), 0) from TiePartRow d
            join PostingRow p on p.id = d.postingId
            where p.booksId = :b and p.postingDate between :from and :to and d.reason = :reason
              and exists (select 1 from TiePartRow e
                where e.postingId = p.id and e.moneyInId is not null and e.accountCode = :bank)
              and not exists (select 1 from PostingRow c where c.turnsBackId = p.id)
            """,
            Long.class)
        .setParameter("b", booksId)
        .setParameter("from", month.atDay(1))
        .setParameter("to", month.atEndOfMonth())
        .setParameter("reason", reason)
        .setParameter("bank", bank.code())
        .getSingleResult();
  }

  /**
   * What slips into a bank account were counted otherwise in a month, more or less than was
   * recorded, and stands; in minor units of the account's currency.
   */
  @Transactional(readOnly = true)
  public long ofSlips(long booksId, AccountCode bank, YearMonth month) {
    return entities
        .createQuery(
            """
            select coalesce(sum(d.amountMinor), 0) from SlipPartRow d
            join PostingRow p on p.id = d.postingId
            where p.booksId = :b and p.postingDate between :from and :to
              and d.part in ('COUNTED_MORE', 'COUNTED_LESS')
              and exists (select 1 from SlipPartRow s
                where s.postingId = p.id and s.part = 'SLIP' and s.accountCode = :bank)
              and not exists (select 1 from PostingRow c where c.turnsBackId = p.id)
            """,
            Long.class)
        .setParameter("b", booksId)
        .setParameter("from", month.atDay(1))
        .setParameter("to", month.atEndOfMonth())
        .setParameter("bank", bank.code())
        .getSingleResult();
  }

  private static long number(Object cell) {
    return ((Number) cell).longValue();
  }
}
