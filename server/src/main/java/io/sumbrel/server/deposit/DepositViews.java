package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.SlipLine;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.receipt.MoneyLines;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What the screens show of deposits. */
@Component
public class DepositViews {
  private static final int PAGE = 50;

  private final EntityManager entities;
  private final Deposits deposits;
  private final Claims claims;
  private final MoneyLines moneyLines;
  private final BankAccounts books;
  private final Houses houses;

  DepositViews(
      EntityManager entities,
      Deposits deposits,
      Claims claims,
      MoneyLines moneyLines,
      BankAccounts books,
      Houses houses) {
    this.moneyLines = moneyLines;
    this.houses = houses;
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
   * @param slip the number of the slip on which a receipt on hand lies
   * @param bankableFrom from when the bank takes a cheque that is dated ahead
   * @param daysOnHand how long a receipt has been kept
   * @param byHand whether somebody took it in, so that it may be removed
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
      Optional<String> explainedBy,
      Optional<String> slip,
      Optional<LocalDate> bankableFrom,
      Optional<Long> daysOnHand,
      boolean byHand) {
    MemberView keptSince(LocalDate today) {
      return new MemberView(
          id,
          place,
          kind,
          date,
          currency,
          amountMinor,
          payer,
          number,
          details,
          unstatedMinor,
          note,
          stand,
          moneyId,
          explainedBy,
          slip,
          bankableFrom,
          Optional.of(ChronoUnit.DAYS.between(date, today)),
          byHand);
    }
  }

  /** The bank's entry that waits for a deposit. */
  public record WaitingEntry(long id, LocalDate date, String text, long arrivalId, int place) {}

  /** What stands on a slip beside its receipts: signed, in minor units. */
  public record BesideView(String words, long amountMinor) {}

  /**
   * A deposit proved on a strip: its members make its net.
   *
   * @param id of one that is stored
   * @param beside what a slip of our own holds beside its members
   * @param handedInBy the number of the posting by which it was handed in
   * @param postedBy the number of the posting by which what a processor kept is in the books
   * @param tiedBy the number of the posting that ties it
   * @param waitsDays for how long a deposit that is not tied has waited for the bank
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
      Optional<String> handedInBy,
      Optional<String> postedBy,
      Optional<String> tiedBy,
      Optional<Long> waitsDays,
      Optional<Long> arrivalId,
      List<MemberView> members,
      List<BesideView> beside) {}

  /** Deposits that are not tied, the newest first. */
  @Transactional(readOnly = true)
  public List<DepositView> untied(long booksId) {
    return views(
        booksId,
        entities
            .createQuery(
                """
                select d.id from DepositRow d
                left join RecordedClaimRow c on c.recordedId = d.id
                where d.booksId = :b and c.recordedId is null
                order by d.depositDate desc, d.id
                """,
                Long.class)
            .setParameter("b", booksId)
            .getResultList());
  }

  /**
   * A page of deposits that are tied, those recorded last first.
   *
   * @param next where the next page begins; empty when this is the last
   */
  public record TiedPage(List<DepositView> deposits, Optional<Long> next) {}

  /**
   * @param before where it begins, as the page before said
   */
  @Transactional(readOnly = true)
  public TiedPage tied(long booksId, Optional<Long> before) {
    List<Long> ids =
        entities
            .createQuery(
                """
                select d.id from DepositRow d
                where d.booksId = :b and d.id < :before
                  and exists (select 1 from RecordedClaimRow c where c.recordedId = d.id)
                order by d.id desc
                """,
                Long.class)
            .setParameter("b", booksId)
            .setParameter("before", before.orElse(Long.MAX_VALUE))
            .setMaxResults(PAGE + 1)
            .getResultList();
    List<Long> shown = ids.subList(0, Math.min(PAGE, ids.size()));
    return new TiedPage(
        views(booksId, shown),
        ids.size() > PAGE ? Optional.of(shown.get(PAGE - 1)) : Optional.empty());
  }

  /** The deposits that a file brought, the newest first. */
  @Transactional(readOnly = true)
  public List<DepositView> ofFile(long booksId, long arrivalId) {
    return views(
        booksId,
        entities
            .createQuery(
                "select id from DepositRow where arrivalId = :a order by depositDate desc, id",
                Long.class)
            .setParameter("a", arrivalId)
            .getResultList());
  }

  private List<DepositView> views(long booksId, List<Long> ids) {
    LocalDate today = houses.businessDate(booksId);
    List<Deposits.Stored> stored = deposits.some(ids);
    Map<Long, MoneyInId> moneyIds =
        moneyLines.ofMembers(
            stored.stream()
                .flatMap(d -> d.members().stream())
                .map(Deposits.StoredMember::id)
                .toList());
    Map<MoneyInId, Claims.Claim> claimed = claims.some(List.copyOf(moneyIds.values()));
    Map<RecordedId, PostingNumber> ties =
        claims.tiesOf(stored.stream().map(d -> new RecordedId(d.id())).toList());
    Map<Long, PostingNumber> numbers =
        claims.numbers(
            stored.stream()
                .flatMap(d -> Stream.concat(d.handedInId().stream(), d.postedId().stream()))
                .toList());
    Map<Long, WaitingEntry> entries =
        entries(stored.stream().flatMap(d -> d.entryId().stream()).toList());
    Map<Long, BankAccount> accounts =
        books.all(booksId).stream().collect(Collectors.toMap(BankAccount::id, Function.identity()));
    return stored.stream()
        .map(
            d ->
                view(
                    d,
                    accounts.get(d.bankAccountId()),
                    d.entryId().map(entries::get),
                    new Numbers(
                        d.handedInId().map(numbers::get),
                        d.postedId().map(numbers::get),
                        Optional.ofNullable(ties.get(new RecordedId(d.id())))),
                    today,
                    d.members().stream()
                        .map(
                            m ->
                                member(
                                    m,
                                    moneyIds.get(m.id()),
                                    claimed,
                                    d.postedId().map(numbers::get)))
                        .toList()))
        .toList();
  }

  /** The postings that speak of a deposit. */
  private record Numbers(
      Optional<PostingNumber> handedIn,
      Optional<PostingNumber> posted,
      Optional<PostingNumber> tie) {}

  /** The lines of a slip, and what was counted otherwise. */
  private List<BesideView> beside(Deposits.Stored stored) {
    List<BesideView> beside = new ArrayList<>();
    long left =
        stored.deposit().netMinor()
            - stored.members().stream().mapToLong(m -> m.member().amountMinor()).sum();
    for (SlipLine line : entities.find(SlipRow.class, stored.id()).slipLines()) {
      left -= line.signedMinor();
      beside.add(
          new BesideView((line.kind().words() + " " + line.note()).strip(), line.signedMinor()));
    }
    if (left != 0) {
      beside.add(new BesideView("counted otherwise", left));
    }
    return beside;
  }

  private DepositView view(
      Deposits.Stored stored,
      BankAccount account,
      Optional<WaitingEntry> entry,
      Numbers by,
      LocalDate today,
      List<MemberView> members) {
    DepositState state =
        by.tie.isPresent()
            ? DepositState.TIED
            : stored.entryId().isPresent() ? DepositState.AT_THE_BANK : DepositState.EXPECTED;
    return new DepositView(
        Optional.of(stored.id()),
        stored.deposit().kind().words(),
        stored.deposit().reference(),
        account.shortName(),
        stored.deposit().date(),
        stored.deposit().currency().getCurrencyCode(),
        stored.deposit().netMinor(),
        state,
        entry,
        by.handedIn.map(PostingNumber::words),
        by.posted.map(PostingNumber::words),
        by.tie.map(PostingNumber::words),
        Optional.of(ChronoUnit.DAYS.between(stored.deposit().date(), today))
            .filter(days -> by.tie.isEmpty() && days > 0),
        stored.arrivalId(),
        members,
        by.handedIn.isPresent() ? beside(stored) : List.of());
  }

  private MemberView member(
      Deposits.StoredMember stored,
      MoneyInId money,
      Map<MoneyInId, Claims.Claim> claimed,
      Optional<PostingNumber> withDeposit) {
    boolean kept = stored.member().kind().explained() == MemberKind.Explained.WITH_THE_DEPOSIT;
    Optional<String> explainedBy =
        kept
            ? withDeposit.map(PostingNumber::words)
            : Optional.ofNullable(money).map(claimed::get).map(c -> c.number().words());
    MemberStand stand =
        explainedBy.isPresent()
            ? MemberStand.EXPLAINED
            : money != null
                ? MemberStand.IN_THE_PILE
                : kept ? MemberStand.WITH_THE_DEPOSIT : MemberStand.RECORDED;
    return view(
        Optional.of(stored.id()),
        stored.member(),
        stored.currency().getCurrencyCode(),
        stand,
        Optional.ofNullable(money).map(MoneyInId::number),
        explainedBy,
        stored.slipId().map(deposits::slipNumber),
        Optional.of(stored));
  }

  private static MemberView view(
      Optional<Long> id,
      DepositMember member,
      String currency,
      MemberStand stand,
      Optional<Long> moneyId,
      Optional<String> explainedBy,
      Optional<String> slip,
      Optional<Deposits.StoredMember> stored) {
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
        explainedBy,
        slip,
        stored.flatMap(Deposits.StoredMember::bankableFrom),
        Optional.empty(),
        moneyId.isPresent() && stored.flatMap(Deposits.StoredMember::holding).isPresent());
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
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        deposit.members().stream()
            .map(m -> expected(m, deposit.currency().getCurrencyCode(), stand))
            .toList(),
        List.of());
  }

  /** A receipt of a file that is not accepted. */
  public static MemberView expected(DepositMember member, String currency, MemberStand stand) {
    return view(
        Optional.empty(),
        member,
        currency,
        stand,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  /** Receipts on hand that are not tied, oldest first. */
  @Transactional(readOnly = true)
  public List<MemberView> onHand(long booksId) {
    List<Deposits.StoredMember> kept = deposits.untiedOnHand(booksId);
    Map<Long, MoneyInId> moneyIds =
        moneyLines.ofMembers(kept.stream().map(Deposits.StoredMember::id).toList());
    Map<MoneyInId, Claims.Claim> claimed = claims.some(List.copyOf(moneyIds.values()));
    LocalDate today = houses.businessDate(booksId);
    return kept.stream()
        .map(m -> member(m, moneyIds.get(m.id()), claimed, Optional.empty()).keptSince(today))
        .toList();
  }

  private Map<Long, WaitingEntry> entries(List<Long> ids) {
    Map<Long, WaitingEntry> entries = new HashMap<>();
    InParts.of(
        ids,
        some ->
            entities
                .createQuery(
                    """
                    select id, bookingDate, bankText, arrivalId, place from MoneyInRow
                    where id in :ids
                    """,
                    Object[].class)
                .setParameter("ids", some)
                .getResultStream()
                .map(
                    r ->
                        new WaitingEntry(
                            (Long) r[0],
                            (LocalDate) r[1],
                            ((String) r[2]).replace('\n', ' '),
                            (Long) r[3],
                            (Integer) r[4]))
                .forEach(e -> entries.put(e.id(), e)));
    return entries;
  }
}
