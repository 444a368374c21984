package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.InParts;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The stored payouts of processors, and which of their rows belong to one sale. */
@Component
public class Payouts {
  /** So many rows are named, of those that are there twice. */
  private static final int MOST_NAMED = 5;

  private final EntityManager entities;
  private final Deposits deposits;

  Payouts(EntityManager entities, Deposits deposits) {
    this.entities = entities;
    this.deposits = deposits;
  }

  /**
   * A payout and its members, locked until what is posted with it is done.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Deposits.Stored lock(long booksId, long id) {
    entities
        .createNativeQuery("select id from deposit where id = :id for update")
        .setParameter("id", id)
        .getResultList();
    return find(booksId, id);
  }

  /**
   * A payout.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public Deposits.Stored find(long booksId, long id) {
    return deposits.some(List.of(row(booksId, id).id)).get(0);
  }

  private DepositRow row(long booksId, long id) {
    DepositRow row = entities.find(DepositRow.class, id);
    if (row == null || row.booksId != booksId || row.kind != DepositKind.PAYOUT) {
      throw new Refusal("not-found", "There is no such payout.");
    }
    return row;
  }

  /** A payout by its name. */
  public record Named(long id, String reference, LocalDate date) {}

  /** Payouts of a processor that came before one, and of which nothing is posted as a whole. */
  @Transactional(readOnly = true)
  public List<Named> older(Deposits.Stored payout) {
    return payout.layoutId().isEmpty()
        ? List.of()
        : entities
            .createQuery(
                """
                select id, reference, depositDate from DepositRow
                where layoutId = :l and postedId is null and depositDate < :d
                order by depositDate, id
                """,
                Object[].class)
            .setParameter("l", payout.layoutId().get())
            .setParameter("d", payout.deposit().date())
            .getResultStream()
            .map(r -> new Named((Long) r[0], (String) r[1], (LocalDate) r[2]))
            .toList();
  }

  /** A row of a payout that belongs to a sale, and by which posting its payout's own rows stand. */
  public record OfSale(
      long depositId, String reference, Optional<Long> postedId, Deposits.StoredMember row) {}

  /**
   * All rows of the sale to which a row belongs, in payouts of the same processor, as they came.
   *
   * @throws Refusal {@code not-found}; {@code no-number} where the processor gave the row none
   */
  @Transactional(readOnly = true)
  public List<OfSale> ofSale(long booksId, long payout, long member) {
    DepositRow whole = row(booksId, payout);
    DepositMemberRow row = entities.find(DepositMemberRow.class, member);
    if (row == null || !whole.id.equals(row.depositId)) {
      throw new Refusal("not-found", "The payout has no such row.");
    }
    if (row.saleNumber.isEmpty()) {
      throw new Refusal("no-number", "The processor gave this row no number of a sale.");
    }
    return entities
        .createQuery(
            """
            select d, m from DepositMemberRow m join DepositRow d on d.id = m.depositId
            where m.saleNumber = :n and m.booksId + 0 = d.booksId and d.kind = PAYOUT
              and (d.id = :id or d.layoutId = :l)
            order by d.depositDate, m.id
            """,
            Object[].class)
        .setParameter("n", row.saleNumber)
        .setParameter("id", payout)
        .setParameter("l", whole.layoutId == null ? 0L : whole.layoutId)
        .getResultStream()
        .map(
            r -> {
              DepositRow deposit = (DepositRow) r[0];
              return new OfSale(
                  deposit.id,
                  deposit.reference,
                  Optional.ofNullable(deposit.postedId),
                  Deposits.member((DepositMemberRow) r[1]));
            })
        .toList();
  }

  /**
   * What a processor took off, and the sale that it names.
   *
   * @param money as which it is explained, and the sale was
   */
  public record SaleTakenBack(MoneyInId money, MemberKind kind, String number, MoneyInId sale) {}

  /** Of some sums those that are refunds or chargebacks of sales in payouts of the processor. */
  @Transactional(readOnly = true)
  public List<SaleTakenBack> takenBack(List<MoneyInId> sums) {
    List<SaleTakenBack> found = new ArrayList<>();
    InParts.of(
        sums.stream().map(MoneyInId::number).toList(),
        some ->
            entities
                .createQuery(
                    """
                    select m.id, back.kind, back.saleNumber, s.id from MoneyInRow m
                    join DepositMemberRow back on back.id = m.depositMemberId
                    join DepositRow d on d.id = back.depositId
                    join DepositMemberRow sale on sale.saleNumber = back.saleNumber
                    join DepositRow of on of.id = sale.depositId
                    join MoneyInRow s on s.depositMemberId = sale.id
                    where m.id in :ids and back.saleNumber <> '' and back.kind in (REFUND, CHARGEBACK)
                      and sale.kind = SALE and (of.id = d.id or of.layoutId = d.layoutId)
                    """,
                    Object[].class)
                .setParameter("ids", some)
                .getResultStream()
                .map(
                    r ->
                        new SaleTakenBack(
                            new MoneyInId((Long) r[0]),
                            (MemberKind) r[1],
                            (String) r[2],
                            new MoneyInId((Long) r[3])))
                .forEach(found::add));
    return found;
  }

  /** By which posting what a processor kept of a payout is in the books; empty for none. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void posted(RecordedId payout, Optional<Long> by) {
    entities.find(DepositRow.class, payout.number()).postedId = by.orElse(null);
    entities.flush();
  }

  /**
   * A sale is paid out once.
   *
   * @throws Refusal {@code overlaps} naming the rows that another payout into the account holds
   *     already: same number, day and amount
   */
  public void requireNoOverlap(long bankAccountId, Deposit deposit) {
    if (deposit.kind() != DepositKind.PAYOUT) {
      return;
    }
    Map<String, DepositMember> sales =
        deposit.members().stream()
            .filter(m -> m.kind() == MemberKind.SALE && !m.number().isEmpty())
            .collect(Collectors.toMap(Payouts::sale, m -> m, (one, other) -> one));
    List<String> twice = new ArrayList<>();
    InParts.of(
        sales.values().stream().map(DepositMember::number).distinct().toList(),
        some ->
            entities
                .createQuery(
                    """
                    select m, d from DepositMemberRow m join DepositRow d on d.id = m.depositId
                    where m.number in :numbers and m.kind = SALE
                      and d.kind = PAYOUT and d.bankAccountId = :a
                    order by m.id
                    """,
                    Object[].class)
                .setParameter("numbers", some)
                .setParameter("a", bankAccountId)
                .getResultStream()
                .forEach(
                    r -> {
                      DepositMember known = ((DepositMemberRow) r[0]).toFact();
                      if (sales.containsKey(sale(known))) {
                        twice.add(
                            "line %d, %s, in %s"
                                .formatted(
                                    sales.get(sale(known)).place(),
                                    known.number(),
                                    ((DepositRow) r[1]).reference));
                      }
                    }));
    if (!twice.isEmpty()) {
      throw new Refusal(
          "overlaps",
          "%s holds sales that another payout has brought already: %s%s."
              .formatted(
                  deposit.words(),
                  String.join("; ", twice.subList(0, Math.min(MOST_NAMED, twice.size()))),
                  twice.size() > MOST_NAMED
                      ? "; and %d more".formatted(twice.size() - MOST_NAMED)
                      : ""));
    }
  }

  private static String sale(DepositMember member) {
    return member.number() + " " + member.date() + " " + member.amountMinor();
  }
}
