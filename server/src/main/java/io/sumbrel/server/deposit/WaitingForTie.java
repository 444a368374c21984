package io.sumbrel.server.deposit;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.deposit.WaitingEntries;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.SetAsides;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The rule of one place in the pile: a bank entry that is the sum of a known deposit waits there to
 * be tied, and nobody places it on an invoice a second time.
 */
@Component
public class WaitingForTie {
  private static final int DAYS = 11;

  private static final String PARKED =
      """
       from DepositRow d where d.booksId = :b and d.entryId is not null
        and not exists (select 1 from RecordedClaimRow c where c.recordedId = d.id)
      """;

  private final EntityManager entities;
  private final Claims claims;
  private final AuditRecord audit;
  private final SetAsides setAsides;

  WaitingForTie(EntityManager entities, Claims claims, AuditRecord audit, SetAsides setAsides) {
    this.entities = entities;
    this.claims = claims;
    this.audit = audit;
    this.setAsides = setAsides;
  }

  /** The deposit for which a bank entry waits, in words. */
  private Optional<String> depositOf(MoneyInId entry) {
    return entities
        .createQuery(
            """
            from DepositRow d where d.entryId = :e
              and not exists (select 1 from RecordedClaimRow c where c.recordedId = d.id)
            """,
            DepositRow.class)
        .setParameter("e", entry.number())
        .getResultStream()
        .findFirst()
        .map(DepositRow::words);
  }

  /**
   * @throws Refusal {@code waiting} when the entry is the sum of what is recorded: a tape on it
   *     would count the money twice
   */
  @Transactional(readOnly = true)
  public void requireNotWaiting(MoneyInId entry) {
    depositOf(entry)
        .ifPresent(
            deposit -> {
              throw new Refusal(
                  "waiting",
                  "This entry is the sum of %s, which is recorded; it waits there to be tied, and placing it here would count the money twice."
                      .formatted(deposit));
            });
  }

  /** All bank entries that wait. */
  @Transactional(readOnly = true)
  public Set<MoneyInId> entries(long booksId) {
    return entities
        .createQuery("select d.entryId" + PARKED, Long.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(MoneyInId::new)
        .collect(Collectors.toSet());
  }

  /** The deposits for which they wait. */
  List<DepositRow> parked(long booksId) {
    return entities
        .createQuery("select d" + PARKED + "order by d.id", DepositRow.class)
        .setParameter("b", booksId)
        .getResultList();
  }

  /** What is in the books and waits for the bank: deposits without an entry, receipts on hand. */
  @Transactional(readOnly = true)
  public List<Recorded> recorded(long booksId) {
    Map<Long, Set<MoneyInId>> others = denied(booksId);
    Stream<Recorded> deposits =
        entities
            .createQuery(
                """
                from DepositRow d where d.booksId = :b and d.entryId is null
                  and not exists (select 1 from RecordedClaimRow c where c.recordedId = d.id)
                order by d.id
                """,
                DepositRow.class)
            .setParameter("b", booksId)
            .getResultStream()
            .map(d -> d.toRecorded(others.getOrDefault(d.id, Set.of())));
    Stream<Recorded> onHand =
        entities
            .createQuery(
                """
                from DepositMemberRow m
                where m.booksId = :b and m.depositId is null and m.amountMinor > 0
                  and m.slipId is null
                  and not exists (select 1 from RecordedClaimRow c where c.recordedId = m.id)
                  and not exists (select 1 from MoneyInRow w where w.depositMemberId = m.id
                    and not exists (select 1 from ClaimRow e where e.moneyInId = w.id))
                order by m.id
                """,
                DepositMemberRow.class)
            .setParameter("b", booksId)
            .getResultStream()
            .map(DepositMemberRow::toRecorded);
    return Stream.concat(deposits, onHand).toList();
  }

  /** Entries of which a person said that they are not the deposit, by deposit. */
  private Map<Long, Set<MoneyInId>> denied(long booksId) {
    Map<Long, Set<MoneyInId>> denied = new HashMap<>();
    for (Object row :
        entities
            .createNativeQuery(
                """
                select n.deposit_id, n.money_in_id from deposit_not_entry n
                join deposit d on d.id = n.deposit_id where d.books_id = :b
                """)
            .setParameter("b", booksId)
            .getResultList()) {
      Object[] cells = (Object[]) row;
      denied
          .computeIfAbsent(((Number) cells[0]).longValue(), d -> new HashSet<>())
          .add(new MoneyInId(((Number) cells[1]).longValue()));
    }
    return denied;
  }

  /**
   * @throws Refusal {@code explained} when the entry that is surely the sum of a new deposit was
   *     explained before the deposit was known: its members would count the money twice
   */
  public void requireNotExplained(long bankAccountId, Deposit deposit) {
    WaitingEntries.Known known =
        new WaitingEntries.Known(
            0,
            deposit.kind(),
            bankAccountId,
            deposit.reference(),
            deposit.date(),
            deposit.netMinor());
    List<WaitingEntries.Entry> entries =
        entries(bankAccountId, deposit.date(), deposit.date(), Set.of(deposit.netMinor()));
    Long entry = WaitingEntries.of(List.of(known), entries).get(0L);
    if (entry == null) {
      return;
    }
    claims
        .of(new MoneyInId(entry))
        .ifPresent(
            claim -> {
              throw new Refusal(
                  "explained",
                  "The bank's entry of %s is %s, and %s explains it already; turn that back first, or the money counts twice."
                      .formatted(
                          AmountText.words(deposit.netMinor(), deposit.currency()),
                          deposit.words(),
                          claim.number().words()));
            });
  }

  /**
   * Locks the entries that new deposits may be, so that none is explained before the deposits are
   * known: what is explained by now is seen by {@link #requireNotExplained}.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lockCandidates(long bankAccountId, List<Deposit> deposits) {
    for (Deposit deposit : deposits) {
      entities
          .createNativeQuery(
              """
              select id from money_in
              where bank_account_id = :a and amount_minor = :m and booking_date between :f and :l
              order by id for update
              """)
          .setParameter("a", bankAccountId)
          .setParameter("m", deposit.netMinor())
          .setParameter("f", deposit.date().minusDays(DAYS))
          .setParameter("l", deposit.date().plusDays(DAYS))
          .getResultList();
    }
  }

  /** Lets entries of an account wait for the deposits that they surely are. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void settle(long bankAccountId) {
    List<DepositRow> open =
        entities
            .createQuery(
                """
                from DepositRow d where d.bankAccountId = :a and d.entryId is null
                  and not exists (select 1 from RecordedClaimRow c where c.recordedId = d.id)
                """,
                DepositRow.class)
            .setParameter("a", bankAccountId)
            .getResultList();
    if (open.isEmpty()) {
      return;
    }
    LocalDate first = open.stream().map(d -> d.depositDate).min(LocalDate::compareTo).get();
    LocalDate last = open.stream().map(d -> d.depositDate).max(LocalDate::compareTo).get();
    Set<Long> nets = new HashSet<>();
    open.forEach(d -> nets.add(d.netMinor));
    // what is explained or set aside stays a possibility: then nothing is beyond doubt
    List<WaitingEntries.Entry> entries =
        entries(bankAccountId, first, last, nets).stream()
            .filter(e -> depositOf(new MoneyInId(e.id())).isEmpty())
            .toList();
    Map<Long, Long> waiting =
        WaitingEntries.of(open.stream().map(DepositRow::toKnown).toList(), entries);
    for (DepositRow deposit : open) {
      Long entry = waiting.get(deposit.id);
      if (entry != null && !isDenied(deposit.id, entry)) {
        tieLater(deposit, entry);
      }
    }
  }

  /** The entry of which a deposit was made: without its tie it waits, and is no new money. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void isEntryOf(MoneyInId entry, long depositId) {
    tieLater(entities.find(DepositRow.class, depositId), entry.number());
  }

  /** Whoever posts a sum or sets it aside locks it first: what was done by now is seen here. */
  private void tieLater(DepositRow deposit, long entryId) {
    entities
        .createNativeQuery("select id from money_in where id = :id for update")
        .setParameter("id", entryId)
        .getResultList();
    MoneyInId entry = new MoneyInId(entryId);
    if (claims.of(entry).isEmpty() && !setAsides.isSet(entry)) {
      deposit.entryId = entryId;
    }
  }

  private boolean isDenied(long depositId, long entryId) {
    return !entities
        .createNativeQuery(
            "select 1 from deposit_not_entry where deposit_id = :d and money_in_id = :e")
        .setParameter("d", depositId)
        .setParameter("e", entryId)
        .getResultList()
        .isEmpty();
  }

  private List<WaitingEntries.Entry> entries(
      long bankAccountId, LocalDate first, LocalDate last, Set<Long> amounts) {
    return entities
        .createQuery(
            """
            select m.id, m.bookingDate, m.amountMinor, m.method, m.bankText, m.bankReference
            from MoneyInRow m
            where m.bankAccountId = :a and m.standing = COUNTS and m.amountMinor in (:amounts)
              and m.bookingDate between :first and :last
            order by m.id
            """,
            Object[].class)
        .setParameter("a", bankAccountId)
        .setParameter("amounts", amounts)
        .setParameter("first", first.minusDays(DAYS))
        .setParameter("last", last.plusDays(DAYS))
        .getResultStream()
        .map(
            r ->
                new WaitingEntries.Entry(
                    (Long) r[0],
                    bankAccountId,
                    (LocalDate) r[1],
                    (Long) r[2],
                    (Method) r[3],
                    r[4] + "\n" + r[5]))
        .toList();
  }

  /**
   * A person says that the entry is another sum: it goes back to the pile.
   *
   * @throws Refusal {@code not-found}, {@code tied}, {@code not-waiting}
   */
  @Transactional
  public void separate(Actor actor, long depositId) {
    DepositRow deposit = entities.find(DepositRow.class, depositId);
    if (deposit == null || deposit.booksId != actor.booksId()) {
      throw new Refusal("not-found", "There is no such deposit.");
    }
    if (claims.tieOf(new RecordedId(depositId)).isPresent()) {
      throw new Refusal("tied", deposit.words() + " is tied; turn the tie back first.");
    }
    if (deposit.entryId == null) {
      throw new Refusal("not-waiting", "No entry of the bank waits for " + deposit.words() + ".");
    }
    entities
        .createNativeQuery(
            "insert into deposit_not_entry (deposit_id, money_in_id) values (:d, :e)")
        .setParameter("d", depositId)
        .setParameter("e", deposit.entryId)
        .executeUpdate();
    deposit.entryId = null;
    audit.append(
        actor,
        "deposit-separated",
        deposit.words(),
        AmountText.words(deposit.netMinor, deposit.inCurrency()));
  }

  /** An entry that is tied to something else waits no more; nor does one whose deposit is. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void leave(List<Long> entries, List<Long> recorded) {
    entities
        .createQuery(
            """
            update DepositRow set entryId = null
            where (entryId in (:entries) and id not in (:recorded))
              or (id in (:recorded) and entryId not in (:entries))
            """)
        .setParameter("entries", entries)
        .setParameter("recorded", recorded)
        .executeUpdate();
  }

  /**
   * What is to be tied, locked: nobody else ties it meanwhile.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<Recorded> lock(long booksId, List<Long> ids) {
    Map<Long, Recorded> found = new HashMap<>();
    entities
        .createQuery(
            "from DepositRow where booksId = :b and id in (:ids) order by id", DepositRow.class)
        .setParameter("b", booksId)
        .setParameter("ids", ids)
        .setLockMode(LockModeType.PESSIMISTIC_WRITE)
        .getResultStream()
        .forEach(d -> found.put(d.id, d.toRecorded(Set.of())));
    entities
        .createQuery(
            "from DepositMemberRow where booksId = :b and depositId is null and id in (:ids) order by id",
            DepositMemberRow.class)
        .setParameter("b", booksId)
        .setParameter("ids", ids)
        .setLockMode(LockModeType.PESSIMISTIC_WRITE)
        .getResultStream()
        .peek(this::requireFree)
        .forEach(m -> found.put(m.id, m.toRecorded()));
    for (long id : ids) {
      if (!found.containsKey(id)) {
        throw new Refusal("not-found", "There is no such deposit or receipt on hand.");
      }
    }
    return ids.stream().map(found::get).toList();
  }

  /**
   * @throws Refusal {@code not-explained}, {@code on-a-slip}
   */
  private void requireFree(DepositMemberRow receipt) {
    requireExplained(receipt);
    if (receipt.slipId != null && claims.tieOf(new RecordedId(receipt.id)).isEmpty()) {
      throw new Refusal(
          "on-a-slip",
          "%s lies on a slip that is being made; take it off there first."
              .formatted(receipt.words()));
    }
  }

  /**
   * The books must say what a receipt is; one from before these books was explained there.
   *
   * @throws Refusal {@code not-explained}
   */
  void requireExplained(DepositMemberRow receipt) {
    boolean explained =
        entities
            .createQuery(
                """
                select 1 from MoneyInRow w where w.depositMemberId = :m
                  and not exists (select 1 from ClaimRow e where e.moneyInId = w.id)
                """,
                Integer.class)
            .setParameter("m", receipt.id)
            .getResultList()
            .isEmpty();
    if (!explained) {
      throw Slip.notExplained(receipt.words());
    }
  }

  /** Entries that a file brought wait no more: the file goes. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void forget(long arrivalId) {
    for (String forget :
        List.of(
            "update deposit set entry_id = null where entry_id in (select id from money_in where arrival_id = :a)",
            "delete from deposit_not_entry where money_in_id in (select id from money_in where arrival_id = :a)")) {
      entities.createNativeQuery(forget).setParameter("a", arrivalId).executeUpdate();
    }
  }
}
