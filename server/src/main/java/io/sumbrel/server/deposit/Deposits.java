package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.payout.SaleNumbers;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.BulkRows;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.persistence.RowIds;
import io.sumbrel.server.receipt.TakenIn;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The stored deposits and receipts on hand. */
@Component
public class Deposits {
  private final EntityManager entities;
  private final RowIds ids;
  private final BulkRows bulk;

  Deposits(EntityManager entities, RowIds ids, BulkRows bulk) {
    this.bulk = bulk;
    this.entities = entities;
    this.ids = ids;
  }

  /**
   * A stored deposit.
   *
   * @param clearing the account on which it stands until it is tied
   * @param handedInId the posting by which a slip of our own was handed in
   * @param postedId the posting by which what a processor kept of a payout is in the books
   * @param layoutId how the processor of a payout writes
   * @param entryId the bank entry that is this sum
   */
  public record Stored(
      long id,
      long bankAccountId,
      Optional<Long> arrivalId,
      Deposit deposit,
      List<StoredMember> members,
      AccountCode clearing,
      Optional<Long> handedInId,
      Optional<Long> postedId,
      Optional<Long> layoutId,
      Optional<Long> entryId) {}

  /**
   * A stored member.
   *
   * @param ordinal which member of its file it is, from 0
   * @param holding the account on which it stands while it is on hand
   * @param slipId the slip on which it lies
   * @param bankableFrom from when the bank takes a cheque that is dated ahead
   * @param saleNumber what the sale is called to which a row of a processor belongs; may be empty
   */
  public record StoredMember(
      long id,
      int ordinal,
      Currency currency,
      DepositMember member,
      Optional<AccountCode> holding,
      Optional<Long> slipId,
      Optional<LocalDate> bankableFrom,
      String saleNumber) {}

  /**
   * Where a file's deposits come from and belong.
   *
   * @param layoutId how the processor of payouts writes
   */
  public record Origin(long booksId, long arrivalId, Optional<Long> layoutId) {}

  /** Every deposit, the newest first. */
  @Transactional(readOnly = true)
  public List<Stored> all(long booksId) {
    Map<Long, List<DepositMemberRow>> members =
        entities
            .createQuery(
                "from DepositMemberRow where booksId = :b and (depositId > 0 or slipId > 0) order by id",
                DepositMemberRow.class)
            .setParameter("b", booksId)
            .getResultStream()
            .collect(Collectors.groupingBy(DepositMemberRow::lieIn));
    return entities
        .createQuery(
            "from DepositRow where booksId = :b order by depositDate desc, id", DepositRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(d -> stored(d, members.getOrDefault(d.id, List.of())))
        .toList();
  }

  /** Some deposits, in the order of their ids given. */
  @Transactional(readOnly = true)
  public List<Stored> some(List<Long> deposits) {
    Map<Long, List<DepositMemberRow>> members = new HashMap<>();
    Map<Long, DepositRow> rows = new HashMap<>();
    InParts.of(
        deposits,
        some -> {
          entities
              .createQuery(
                  "from DepositMemberRow where depositId in :ids or slipId in :ids order by id",
                  DepositMemberRow.class)
              .setParameter("ids", some)
              .getResultStream()
              // a payout holds thousands, and every later question would look through them
              .peek(entities::detach)
              .forEach(m -> members.computeIfAbsent(m.lieIn(), d -> new ArrayList<>()).add(m));
          entities
              .createQuery("from DepositRow where id in :ids", DepositRow.class)
              .setParameter("ids", some)
              .getResultStream()
              .forEach(d -> rows.put(d.id, d));
        });
    return deposits.stream()
        .map(id -> stored(rows.get(id), members.getOrDefault(id, List.of())))
        .toList();
  }

  /** Those of some recorded ids that are deposits. */
  @Transactional(readOnly = true)
  public List<Long> depositsAmong(List<Long> recorded) {
    return entities
        .createQuery("select id from DepositRow where id in :ids order by id", Long.class)
        .setParameter("ids", recorded)
        .getResultList();
  }

  /** Those of some recorded ids that are receipts which stand alone. */
  @Transactional(readOnly = true)
  public List<StoredMember> receiptsAmong(List<Long> recorded) {
    return entities
        .createQuery("from DepositMemberRow where id in :ids order by id", DepositMemberRow.class)
        .setParameter("ids", recorded)
        .getResultStream()
        .map(Deposits::member)
        .toList();
  }

  /**
   * What a deposit is called.
   *
   * @throws Refusal {@code not-found} when it is not in these books
   */
  @Transactional(readOnly = true)
  public String nameOf(long booksId, long id) {
    DepositRow row = entities.find(DepositRow.class, id);
    if (row == null || row.booksId != booksId) {
      throw new Refusal("not-found", "There is no such deposit.");
    }
    return some(List.of(id)).get(0).deposit().words();
  }

  /** The number of a slip. */
  @Transactional(readOnly = true)
  public String slipNumber(long id) {
    return entities.find(SlipRow.class, id).number;
  }

  /** Receipts that are on hand, oldest first. */
  @Transactional(readOnly = true)
  public List<StoredMember> onHand(long booksId) {
    return entities
        .createQuery(
            "from DepositMemberRow where booksId = :b and depositId is null order by memberDate, id",
            DepositMemberRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(Deposits::member)
        .toList();
  }

  /** Those of them that are not tied. */
  @Transactional(readOnly = true)
  public List<StoredMember> untiedOnHand(long booksId) {
    return entities
        .createQuery(
            """
            select m from DepositMemberRow m left join RecordedClaimRow c on c.recordedId = m.id
            where m.booksId = :b and m.depositId is null and c.recordedId is null
              and not exists (select 1 from MoneyInRow w
                where w.depositMemberId = m.id and w.standing = WITHDRAWN)
            order by m.memberDate, m.id
            """,
            DepositMemberRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(Deposits::member)
        .toList();
  }

  /** What was taken in, by arrival. */
  @Transactional(readOnly = true)
  public Map<Long, TakenIn> taken(long booksId) {
    Map<Long, TakenIn> taken = new HashMap<>();
    entities
        .createQuery(
            "select arrivalId, count(*), sum(amountMinor) from DepositMemberRow where booksId = :b group by arrivalId",
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> taken.put((Long) r[0], new TakenIn((Long) r[1], (Long) r[2])));
    return taken;
  }

  private static Stored stored(DepositRow row, List<DepositMemberRow> members) {
    return new Stored(
        row.id,
        row.bankAccountId,
        Optional.ofNullable(row.arrivalId),
        new Deposit(
            row.kind,
            row.inCurrency(),
            row.reference,
            row.depositDate,
            row.netMinor,
            facts(row, members)),
        members.stream().map(Deposits::member).toList(),
        new AccountCode(row.clearingCode),
        Optional.ofNullable(row.handedInId),
        Optional.ofNullable(row.postedId),
        Optional.ofNullable(row.layoutId),
        Optional.ofNullable(row.entryId));
  }

  /** What a slip of our own holds beside receipts makes one more line of it. */
  private static List<DepositMember> facts(DepositRow row, List<DepositMemberRow> members) {
    List<DepositMember> facts =
        new ArrayList<>(members.stream().map(DepositMemberRow::toFact).toList());
    long beside = row.netMinor - facts.stream().mapToLong(DepositMember::amountMinor).sum();
    if (row.handedInId != null && beside != 0) {
      facts.add(
          new DepositMember(
              facts.size() + 1,
              MemberKind.ADJUSTMENT,
              row.depositDate,
              beside,
              "",
              Optional.empty(),
              Optional.empty(),
              List.of(),
              "lines of the slip"));
    }
    return facts;
  }

  static StoredMember member(DepositMemberRow row) {
    return new StoredMember(
        row.id,
        row.ordinal,
        Currency.getInstance(row.currency),
        row.toFact(),
        Optional.ofNullable(row.holdingCode).map(AccountCode::new),
        Optional.ofNullable(row.slipId),
        Optional.ofNullable(row.bankableFrom),
        row.saleNumber);
  }

  /**
   * Whether a deposit is stored already: same account, kind, reference and date.
   *
   * @throws Refusal {@code deposit-changed} when it is stored with another sum
   */
  public boolean isKnown(long bankAccountId, Deposit deposit) {
    List<DepositRow> same =
        entities
            .createQuery(
                """
                from DepositRow
                where bankAccountId = :a and kind = :k and reference = :r and depositDate = :d
                """,
                DepositRow.class)
            .setParameter("a", bankAccountId)
            .setParameter("k", deposit.kind())
            .setParameter("r", Column.cut(deposit.reference(), 80))
            .setParameter("d", deposit.date())
            .getResultList();
    if (same.isEmpty() || deposit.reference().isEmpty()) {
      return false;
    }
    if (same.get(0).netMinor != deposit.netMinor()) {
      throw new Refusal(
          "deposit-changed",
          "%s of %s is known with %s; this file states %s."
              .formatted(
                  deposit.words(),
                  deposit.date(),
                  AmountText.words(same.get(0).netMinor, deposit.currency()),
                  AmountText.words(deposit.netMinor(), deposit.currency())));
    }
    return true;
  }

  /**
   * Stores a deposit with its members.
   *
   * @param firstOrdinal the number of its first member in its file
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Stored store(Origin origin, long bankAccountId, Deposit deposit, int firstOrdinal) {
    DepositRow row = new DepositRow();
    row.id = ids.next();
    row.booksId = origin.booksId();
    row.arrivalId = origin.arrivalId();
    row.bankAccountId = bankAccountId;
    row.kind = deposit.kind();
    row.currency = deposit.currency().getCurrencyCode();
    row.reference = Column.cut(deposit.reference(), 80);
    row.depositDate = deposit.date();
    row.netMinor = deposit.netMinor();
    row.layoutId = origin.layoutId().orElse(null);
    row.clearingCode = deposit.kind().clearing().code().code();
    entities.persist(row);
    entities.flush();
    List<DepositMemberRow> members = new ArrayList<>();
    for (DepositMember member : deposit.members()) {
      members.add(row(origin, row.id, member, deposit.currency(), firstOrdinal + members.size()));
    }
    if (deposit.kind() == DepositKind.PAYOUT) {
      nameSales(row, members);
    }
    bulk.insert(members);
    return stored(row, members);
  }

  /** To which sale each row belongs, in this payout or in those of the processor before it. */
  private void nameSales(DepositRow payout, List<DepositMemberRow> members) {
    members.forEach(DepositMemberRow::nameOrder);
    List<SaleNumbers.Row> rows = members.stream().map(DepositMemberRow::ofSale).toList();
    List<SaleNumbers.Row> back = rows.stream().filter(SaleNumbers.Row::takesBack).toList();
    List<SaleNumbers.Sale> before = new ArrayList<>();
    before.addAll(salesBefore(payout, "m.saleNumber", back.stream().map(SaleNumbers.Row::called)));
    before.addAll(salesBefore(payout, "m.orderNumber", back.stream().map(SaleNumbers.Row::order)));
    List<String> named = SaleNumbers.of(rows, before);
    for (int i = 0; i < members.size(); i++) {
      members.get(i).saleNumber = named.get(i);
    }
  }

  private List<SaleNumbers.Sale> salesBefore(DepositRow payout, String by, Stream<String> names) {
    List<SaleNumbers.Sale> sales = new ArrayList<>();
    InParts.of(
        names.filter(n -> !n.isEmpty()).distinct().toList(),
        some ->
            entities
                .createQuery(
                    """
                    select m.saleNumber, m.orderNumber from DepositMemberRow m
                      join DepositRow d on d.id = m.depositId
                    where d.layoutId = :l and m.kind = SALE and %s in (:names)
                    """
                        .formatted(by),
                    Object[].class)
                .setParameter("l", payout.layoutId == null ? 0L : payout.layoutId)
                .setParameter("names", some)
                .getResultStream()
                .forEach(r -> sales.add(new SaleNumbers.Sale((String) r[0], (String) r[1]))));
    return sales;
  }

  /**
   * A receipt that somebody took in by hand.
   *
   * @param holding the account on which it is kept
   * @param bankableFrom from when the bank takes a cheque that is dated ahead
   */
  public record Taken(
      DepositMember receipt,
      Currency currency,
      AccountCode holding,
      Optional<LocalDate> bankableFrom) {}

  /** Stores a receipt that somebody took in by hand; answers its id. */
  @Transactional(propagation = Propagation.MANDATORY)
  public long store(Origin origin, Taken taken, int ordinal) {
    DepositMemberRow row = row(origin, null, taken.receipt(), taken.currency(), ordinal);
    row.holdingCode = taken.holding().code();
    row.bankableFrom = taken.bankableFrom().orElse(null);
    entities.persist(row);
    entities.flush();
    return row.id;
  }

  /** Stores receipts that are on hand. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void storeOnHand(Origin origin, List<BroughtForward.OnHand> receipts, int firstOrdinal) {
    List<DepositMemberRow> rows = new ArrayList<>();
    for (BroughtForward.OnHand receipt : receipts) {
      DepositMemberRow row =
          row(origin, null, receipt.receipt(), receipt.currency(), firstOrdinal + rows.size());
      row.holdingCode = receipt.receipt().kind().onHand().code().code();
      rows.add(row);
    }
    bulk.insert(rows);
  }

  private DepositMemberRow row(
      Origin origin, Long depositId, DepositMember member, Currency currency, int ordinal) {
    DepositMemberRow row = DepositMemberRow.of(member, currency);
    row.id = ids.next();
    row.booksId = origin.booksId();
    row.arrivalId = origin.arrivalId();
    row.depositId = depositId;
    row.ordinal = ordinal;
    return row;
  }

  /** Members in files, numbered through: the first of each deposit. */
  public static int[] firstOrdinals(List<BankedDeposit> deposits) {
    int[] first = new int[deposits.size()];
    for (int i = 1; i < first.length; i++) {
      first[i] = first[i - 1] + deposits.get(i - 1).deposit().members().size();
    }
    return first;
  }

  /** All that is said of the deposits and members that a file brought, for their hash. */
  @Transactional(readOnly = true)
  public void write(long arrivalId, Consumer<Object> cells) {
    entities
        .createQuery("from DepositRow where arrivalId = :a order by id", DepositRow.class)
        .setParameter("a", arrivalId)
        .getResultStream()
        .forEach(d -> d.write(cells));
    entities
        .createQuery(
            "from DepositMemberRow where arrivalId = :a order by id", DepositMemberRow.class)
        .setParameter("a", arrivalId)
        .getResultStream()
        .forEach(m -> m.write(cells));
  }

  /** The accounts into which the deposits of a file go. */
  @Transactional(readOnly = true)
  public List<Long> accountsOf(long arrivalId) {
    return entities
        .createQuery(
            "select distinct bankAccountId from DepositRow where arrivalId = :a", Long.class)
        .setParameter("a", arrivalId)
        .getResultList();
  }

  /**
   * @throws Refusal {@code on-a-slip} when a receipt that somebody took in lies on one, or is tied
   */
  @Transactional(readOnly = true)
  public void requireOnNoSlip(long arrivalId) {
    entities
        .createQuery(
            """
            from DepositMemberRow m where m.arrivalId = :a and m.depositId is null
              and (m.slipId > 0
                or exists (select 1 from RecordedClaimRow c where c.recordedId = m.id))
            """,
            DepositMemberRow.class)
        .setParameter("a", arrivalId)
        .getResultStream()
        .findFirst()
        .ifPresent(
            m -> {
              throw new Refusal(
                  "on-a-slip",
                  "%s lies on a slip, or is tied to the bank; take it off there first."
                      .formatted(m.words()));
            });
  }

  /**
   * The file of a receipt that was taken in by hand.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public long arrivalOf(long booksId, long receipt) {
    DepositMemberRow row = entities.find(DepositMemberRow.class, receipt);
    if (row == null || row.booksId != booksId || row.depositId != null) {
      throw new Refusal("not-found", "There is no such receipt.");
    }
    return row.arrivalId;
  }

  /** Takes out what a file brought. Nothing of it may be posted. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void remove(long arrivalId) {
    for (String remove :
        List.of(
            "delete from deposit_not_entry where deposit_id in (select id from deposit where arrival_id = :a)",
            "delete from deposit_member where arrival_id = :a and not exists (select 1 from money_in m where m.deposit_member_id = deposit_member.id)",
            "delete from deposit where arrival_id = :a")) {
      entities.createNativeQuery(remove).setParameter("a", arrivalId).executeUpdate();
    }
  }
}
