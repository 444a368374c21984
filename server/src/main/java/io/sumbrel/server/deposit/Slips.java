package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.CashCount;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.deposit.SlipLine;
import io.sumbrel.core.deposit.SlipNumber;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Slips that are being made, and those that were handed in. */
@Component
class Slips {
  private static final int LONGEST_NOTE = 200;

  /** A number that counts on from a longer one would have no room. */
  private static final int LONGEST_NUMBER = 30;

  private final EntityManager entities;
  private final RowIds ids;
  private final BankAccounts accounts;
  private final Houses houses;
  private final Charts charts;
  private final Claims claims;
  private final AuditRecord audit;

  Slips(
      EntityManager entities,
      RowIds ids,
      BankAccounts accounts,
      Houses houses,
      Charts charts,
      Claims claims,
      AuditRecord audit) {
    this.entities = entities;
    this.ids = ids;
    this.accounts = accounts;
    this.houses = houses;
    this.charts = charts;
    this.claims = claims;
    this.audit = audit;
  }

  /**
   * A line as it is written and shown.
   *
   * @param amountMinor above zero
   */
  record WrittenLine(SlipLine.Kind kind, String account, long amountMinor, String note) {}

  /** So many notes or coins of a value. */
  record CountedPieces(long valueMinor, int count) {}

  /**
   * A slip as it stands on the screen.
   *
   * @param receipts those on hand that lie on it
   * @param pieces how many of each note and coin
   * @param countedMinor all together, typed once
   * @param version as it was read: what another has changed since is not written over
   */
  record SlipRequest(
      long accountId,
      LocalDate date,
      List<Long> receipts,
      List<WrittenLine> lines,
      List<CountedPieces> pieces,
      Optional<Long> countedMinor,
      int version) {}

  /**
   * A slip that is there.
   *
   * @param handedIn the posting by which it was
   */
  record Stored(
      SlipRow row,
      BankAccount account,
      List<DepositMemberRow> receipts,
      Optional<PostingNumber> handedIn) {

    /** As the core judges it. */
    Slip.Filled filled() {
      return new Slip.Filled(
          new RecordedId(row.id),
          row.number,
          row.slipDate,
          account.code(),
          account.beginsWith().currency(),
          receipts.stream().map(DepositMemberRow::toKept).toList(),
          row.slipLines(),
          row.cash(),
          Optional.ofNullable(row.countedMinor));
    }

    /**
     * @throws Refusal {@code handed-in}
     */
    void requireBeingMade() {
      handedIn.ifPresent(
          by -> {
            throw new Refusal(
                "handed-in",
                "Slip %s was handed in, by %s; turn that back to change it."
                    .formatted(row.number, by.words()));
          });
    }
  }

  /** Begins a slip. */
  @Transactional
  long begin(Actor actor, long accountId) {
    houses.lock(actor.booksId());
    BankAccount account = accounts.one(actor.booksId(), accountId);
    SlipRow row = new SlipRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.number = nextNumber(actor.booksId());
    row.bankAccountId = account.id();
    row.slipDate = houses.businessDate(actor.booksId());
    row.lines = "";
    row.pieces = "";
    row.madeBy = actor.name();
    entities.persist(row);
    audit.append(actor, "slip-begun", "Slip " + row.number, account.shortName());
    return row.id;
  }

  /** The one after the newest slip's, written as that is; slips from before the books count too. */
  private String nextNumber(long booksId) {
    Set<String> taken = new HashSet<>();
    for (Object row :
        entities
            .createNativeQuery(
                """
                select reference from deposit where books_id = :b and kind = 'SLIP'
                union all select number from slip where books_id = :b
                """)
            .setParameter("b", booksId)
            .getResultList()) {
      taken.add((String) row);
    }
    List<String> last =
        entities
            .createQuery(
                """
                select reference from DepositRow where booksId = :b and kind = SLIP
                order by depositDate desc, id desc
                """,
                String.class)
            .setParameter("b", booksId)
            .setMaxResults(1)
            .getResultList();
    String next =
        SlipNumber.after(
            last.stream().filter(n -> n.length() < LONGEST_NUMBER).findFirst().orElse("0000"));
    while (taken.contains(next)) {
      next = SlipNumber.after(next);
    }
    return next;
  }

  /**
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  Stored find(long booksId, long id) {
    SlipRow row = entities.find(SlipRow.class, id);
    if (row == null || row.booksId != booksId) {
      throw new Refusal("not-found", "There is no such slip.");
    }
    return stored(row);
  }

  private Stored stored(SlipRow row) {
    return new Stored(
        row,
        accounts.one(row.booksId, row.bankAccountId),
        entities
            .createQuery(
                "from DepositMemberRow where slipId = :s order by kind, memberDate, id",
                DepositMemberRow.class)
            .setParameter("s", row.id)
            .getResultList(),
        Optional.ofNullable(entities.find(DepositRow.class, row.id))
            .map(d -> claims.numbers(List.of(d.handedInId)).get(d.handedInId)));
  }

  /** Those that are being made, the oldest first. */
  @Transactional(readOnly = true)
  List<Stored> beingMade(long booksId) {
    return entities
        .createQuery(
            """
            from SlipRow s where s.booksId = :b
              and not exists (select 1 from DepositRow d where d.id = s.id) order by s.id
            """,
            SlipRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(this::stored)
        .toList();
  }

  /**
   * A slip, locked.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  Stored lock(long booksId, long id) {
    entities
        .createNativeQuery("select id from slip where id = :id for update")
        .setParameter("id", id)
        .getResultList();
    SlipRow row = entities.find(SlipRow.class, id);
    if (row != null) {
      entities.refresh(row);
    }
    return find(booksId, id);
  }

  /**
   * Keeps a slip as it stands.
   *
   * @throws Refusal {@code changed-since}, {@code not-found}, {@code on-a-slip}, {@code banked},
   *     {@code line-account}, {@code line-amount}, {@code cash-count}
   */
  @Transactional
  void keep(Actor actor, long id, SlipRequest request) {
    Stored stored = lock(actor.booksId(), id);
    stored.requireBeingMade();
    SlipRow row = stored.row();
    if (row.version != request.version()) {
      throw new Refusal(
          "changed-since", "Somebody has changed this slip meanwhile; it is shown as it is now.");
    }
    BankAccount account = accounts.one(actor.booksId(), request.accountId());
    row.bankAccountId = account.id();
    row.slipDate = request.date();
    row.write(lines(actor, request.lines()));
    row.write(CashCount.of(pieces(request), account.beginsWith().currency()));
    row.countedMinor = request.countedMinor().orElse(null);
    entities.lock(row, LockModeType.OPTIMISTIC_FORCE_INCREMENT);
    entities.flush();
    putOn(actor, row, request.receipts());
  }

  private static Map<Long, Integer> pieces(SlipRequest request) {
    return request.pieces().stream()
        .collect(Collectors.toMap(CountedPieces::valueMinor, CountedPieces::count, (a, b) -> b));
  }

  private List<SlipLine> lines(Actor actor, List<WrittenLine> requested) {
    Set<String> free =
        charts.of(actor.booksId()).accounts().stream()
            .filter(LedgerAccount::isFree)
            .map(a -> a.code().code())
            .collect(Collectors.toCollection(HashSet::new));
    free.add(StandardAccount.PETTY_CASH.code().code());
    for (WrittenLine line : requested) {
      if (!line.kind().isWritten() || !free.contains(line.account())) {
        throw new Refusal(
            "line-account", "A line of a slip stands on an account that a clerk may choose.");
      }
      if (line.amountMinor() <= 0 || line.amountMinor() > Money.MAX_MINOR) {
        throw new Refusal("line-amount", "The amount of a line is more than nothing.");
      }
      if (line.note().length() > LONGEST_NOTE) {
        throw new Refusal("line-note", "A line holds up to %d letters.".formatted(LONGEST_NOTE));
      }
    }
    return requested.stream()
        .map(
            l ->
                new SlipLine(
                    l.kind(),
                    new AccountCode(l.account()),
                    l.amountMinor(),
                    l.note().replaceAll("\\p{Cntrl}", " ").strip()))
        .toList();
  }

  private void putOn(Actor actor, SlipRow row, List<Long> receipts) {
    if (receipts.size() > Slip.MOST_PARTS) {
      throw new Refusal(
          "too-many-parts", "A slip holds up to %d receipts and lines.".formatted(Slip.MOST_PARTS));
    }
    receipts.stream().sorted().distinct().forEach(id -> requireFree(actor, row, id));
    takeAllOff(row);
    if (!receipts.isEmpty()) {
      entities
          .createNativeQuery("update deposit_member set slip_id = :s where id in (:ids)")
          .setParameter("s", row.id)
          .setParameter("ids", receipts)
          .executeUpdate();
    }
  }

  private void takeAllOff(SlipRow slip) {
    entities
        .createNativeQuery("update deposit_member set slip_id = null where slip_id = :s")
        .setParameter("s", slip.id)
        .executeUpdate();
  }

  private void requireFree(Actor actor, SlipRow slip, long id) {
    entities
        .createNativeQuery("select id from deposit_member where id = :id for update")
        .setParameter("id", id)
        .getResultList();
    DepositMemberRow receipt = entities.find(DepositMemberRow.class, id);
    if (receipt == null || receipt.booksId != actor.booksId() || receipt.depositId != null) {
      throw new Refusal("not-found", "There is no such receipt on hand.");
    }
    if (receipt.slipId != null && !receipt.slipId.equals(slip.id)) {
      throw new Refusal(
          "on-a-slip",
          "%s lies on slip %s already."
              .formatted(receipt.words(), entities.find(SlipRow.class, receipt.slipId).number));
    }
    claims
        .tieOf(new RecordedId(id))
        .ifPresent(
            by -> {
              throw new Refusal(
                  "banked",
                  "%s is at the bank already, by %s.".formatted(receipt.words(), by.words()));
            });
  }

  /**
   * Drops a slip; its receipts are on hand.
   *
   * @throws Refusal {@code not-found}, {@code handed-in}
   */
  @Transactional
  void drop(Actor actor, long id) {
    Stored stored = lock(actor.booksId(), id);
    stored.requireBeingMade();
    SlipRow row = stored.row();
    takeAllOff(row);
    entities.remove(row);
    audit.append(actor, "slip-dropped", "Slip " + row.number, "");
  }

  /** What was handed in stands as a deposit from now on. */
  @Transactional(propagation = Propagation.MANDATORY)
  void stand(Stored stored, Slip slip, LocalDate date, long posting) {
    DepositRow deposit = new DepositRow();
    deposit.id = stored.row().id;
    deposit.booksId = stored.row().booksId;
    deposit.bankAccountId = stored.row().bankAccountId;
    deposit.kind = DepositKind.SLIP;
    deposit.currency = slip.currency().getCurrencyCode();
    deposit.reference = slip.number();
    deposit.depositDate = date;
    deposit.netMinor = slip.netMinor();
    deposit.clearingCode = DepositKind.SLIP.clearing().code().code();
    deposit.handedInId = posting;
    entities.persist(deposit);
    entities.flush();
  }
}
