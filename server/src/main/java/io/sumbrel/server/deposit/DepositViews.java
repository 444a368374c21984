package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.ledger.Claims;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What the screens show of deposits. */
@Component
public class DepositViews {
  private final EntityManager entities;
  private final Deposits deposits;
  private final Claims claims;
  private final BankAccounts books;

  DepositViews(EntityManager entities, Deposits deposits, Claims claims, BankAccounts books) {
    this.entities = entities;
    this.deposits = deposits;
    this.claims = claims;
    this.books = books;
  }

  /** Where a deposit stands. */
  public enum DepositState {
    NEW,
    KNOWN,
    /** The bank has not shown it. */
    EXPECTED,
    /** Its entry is there and waits to be tied. */
    AT_THE_BANK,
    /** The bank has shown it, and the books say so. */
    TIED
  }

  /** Where a member stands. */
  public enum MemberStand {
    NEW,
    KNOWN,
    IN_THE_PILE,
    EXPLAINED,
    /** Explained when it was recorded, before these books. */
    RECORDED,
    /** Explained with the deposit as a whole: fees, reserves. */
    WITH_THE_DEPOSIT
  }

  /** A document that a member is said to cover. */
  public record MemberDetail(String number, long paidMinor) {}

  /**
   * A cheque, sale or fee.
   *
   * @param id of one that is stored
   * @param unstatedMinor what its details leave unsaid
   * @param explainedBy the number of the posting that explains it
   */
  public record MemberView(
      Optional<Long> id,
      int place,
      String kind,
      LocalDate date,
      String currency,
      long amountMinor,
      String payer,
      String number,
      List<MemberDetail> details,
      long unstatedMinor,
      String note,
      MemberStand stand,
      Optional<Long> moneyId,
      Optional<String> explainedBy) {}

  /** The bank's entry that waits for a deposit. */
  public record WaitingEntry(long id, LocalDate date, String text, long arrivalId, int place) {}

  /**
   * A deposit proved on a strip: its members make its net.
   *
   * @param id of one that is stored
   * @param tiedBy the number of the posting that ties it
   */
  public record DepositView(
      Optional<Long> id,
      String kind,
      String reference,
      String account,
      LocalDate date,
      String currency,
      long netMinor,
      DepositState state,
      Optional<WaitingEntry> entry,
      Optional<String> tiedBy,
      Optional<Long> arrivalId,
      List<MemberView> members) {}

  /** Stored deposits, the newest first. */
  @Transactional(readOnly = true)
  public List<DepositView> stored(long booksId, Predicate<Deposits.Stored> which) {
    Map<Long, Long> moneyIds = moneyIds(booksId);
    Map<MoneyInId, Claims.Claim> claimed =
        claims.some(moneyIds.values().stream().map(MoneyInId::new).toList());
    Map<Long, WaitingEntry> entries = entries(booksId);
    Map<RecordedId, PostingNumber> ties = claims.ties(booksId);
    return deposits.all(booksId).stream()
        .filter(which)
        .map(
            stored ->
                new DepositView(
                    Optional.of(stored.id()),
                    stored.deposit().kind().words(),
                    stored.deposit().reference(),
                    account(booksId, stored.bankAccountId()),
                    stored.deposit().date(),
                    stored.deposit().currency().getCurrencyCode(),
                    stored.deposit().netMinor(),
                    state(stored, ties),
                    stored.entryId().map(entries::get),
                    tie(stored, ties).map(PostingNumber::words),
                    Optional.of(stored.arrivalId()),
                    stored.members().stream()
                        .map(m -> member(m, moneyIds.get(m.id()), claimed))
                        .toList()))
        .toList();
  }

  private static Optional<PostingNumber> tie(
      Deposits.Stored stored, Map<RecordedId, PostingNumber> ties) {
    return Optional.ofNullable(ties.get(new RecordedId(stored.id())));
  }

  private static DepositState state(Deposits.Stored stored, Map<RecordedId, PostingNumber> ties) {
    if (tie(stored, ties).isPresent()) {
      return DepositState.TIED;
    }
    return stored.entryId().isPresent() ? DepositState.AT_THE_BANK : DepositState.EXPECTED;
  }

  private String account(long booksId, long id) {
    return books.one(booksId, id).shortName();
  }

  private static MemberView member(
      Deposits.StoredMember stored, Long moneyId, Map<MoneyInId, Claims.Claim> claimed) {
    Optional<String> explainedBy =
        Optional.ofNullable(moneyId)
            .map(id -> claimed.get(new MoneyInId(id)))
            .map(c -> c.number().words());
    MemberStand stand =
        explainedBy.isPresent()
            ? MemberStand.EXPLAINED
            : moneyId != null
                ? MemberStand.IN_THE_PILE
                : stored.member().kind().explained() == MemberKind.Explained.WITH_THE_DEPOSIT
                    ? MemberStand.WITH_THE_DEPOSIT
                    : MemberStand.RECORDED;
    return view(
        Optional.of(stored.id()),
        stored.member(),
        stored.currency().getCurrencyCode(),
        stand,
        Optional.ofNullable(moneyId),
        explainedBy);
  }

  private static MemberView view(
      Optional<Long> id,
      DepositMember member,
      String currency,
      MemberStand stand,
      Optional<Long> moneyId,
      Optional<String> explainedBy) {
    return new MemberView(
        id,
        member.place(),
        member.kind().words(),
        member.date(),
        currency,
        member.amountMinor(),
        member.payerName().orElse(""),
        member.number(),
        member.details().stream().map(d -> new MemberDetail(d.number(), d.paidMinor())).toList(),
        member.unstatedMinor(),
        member.note(),
        stand,
        moneyId,
        explainedBy);
  }

  /** A deposit of a file that is not accepted. */
  public static DepositView expected(Deposit deposit, BankAccount account, DepositState state) {
    MemberStand stand = state == DepositState.KNOWN ? MemberStand.KNOWN : MemberStand.NEW;
    return new DepositView(
        Optional.empty(),
        deposit.kind().words(),
        deposit.reference(),
        account.shortName(),
        deposit.date(),
        deposit.currency().getCurrencyCode(),
        deposit.netMinor(),
        state,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        deposit.members().stream()
            .map(m -> expected(m, deposit.currency().getCurrencyCode(), stand))
            .toList());
  }

  /** A receipt of a file that is not accepted. */
  public static MemberView expected(DepositMember member, String currency, MemberStand stand) {
    return view(Optional.empty(), member, currency, stand, Optional.empty(), Optional.empty());
  }

  /** Receipts on hand that are not tied, oldest first. */
  @Transactional(readOnly = true)
  public List<MemberView> onHand(long booksId) {
    Map<RecordedId, PostingNumber> ties = claims.ties(booksId);
    return deposits.onHand(booksId).stream()
        .filter(m -> !ties.containsKey(new RecordedId(m.id())))
        .map(m -> member(m, null, Map.of()))
        .toList();
  }

  private Map<Long, Long> moneyIds(long booksId) {
    Map<Long, Long> ids = new HashMap<>();
    entities
        .createQuery(
            """
            select x.id, m.id from DepositMemberRow x join MoneyInRow m on m.depositMemberId = x.id
            where x.booksId = :b
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> ids.put((Long) r[0], (Long) r[1]));
    return ids;
  }

  private Map<Long, WaitingEntry> entries(long booksId) {
    Map<Long, WaitingEntry> entries = new HashMap<>();
    entities
        .createQuery(
            """
            select m.id, m.bookingDate, m.bankText, m.arrivalId, m.place
            from DepositRow d join MoneyInRow m on m.id = d.entryId where d.booksId = :b
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(
            r ->
                entries.put(
                    (Long) r[0],
                    new WaitingEntry(
                        (Long) r[0],
                        (LocalDate) r[1],
                        ((String) r[2]).replace('\n', ' '),
                        (Long) r[3],
                        (Integer) r[4])));
    return entries;
  }
}
