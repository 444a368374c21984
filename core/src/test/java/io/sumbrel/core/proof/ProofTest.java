package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.PostingTable;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** A proof that cannot fail proves nothing: each invariant is broken on purpose and must say so. */
class ProofTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final AccountCode BANK = new AccountCode("1010");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final CustomerId CUSTOMER = new CustomerId(1);
  private static final MoneyIn MONEY =
      new MoneyIn(
          new MoneyInId(1), USD, 500, DAY, Optional.empty(), Optional.empty(), "", List.of());

  private final OpenItem billed = item(500);
  private final Tape tape =
      new Tape(
          MONEY,
          List.of(TapeLine.settles(billed.id(), 500)),
          Map.of(billed.id(), billed),
          Set.of());
  private final List<Posting> postings = new ArrayList<>();
  private OpenItem item = item(0);
  private Optional<PostingNumber> claim = Optional.of(new PostingNumber(2026, 2));
  private long closing = 500;
  private BooksFacts.Intake intake = new BooksFacts.Intake("s", 1, 500, 1, 500, 0, 0, 0, 0);
  private List<AuditLine> audit = audit("first", "second");
  private List<BooksFacts.Deposit> deposits = List.of();
  private List<BooksFacts.Member> onHand = List.of();

  ProofTest() {
    JournalEntry seen =
        PostingTable.itemsRead(
            List.of(new PostingTable.ReceivablesMove(CUSTOMER, Money.ofMinor(USD, 500))), DAY);
    postings.add(
        posting(
            1,
            PostingKind.ITEMS_READ,
            seen,
            new ItemMovement(item.id(), ItemMovement.Kind.FIRST_SEEN, 500, 500),
            Optional.empty()));
    postings.add(
        posting(
            2,
            PostingKind.TAPE,
            PostingTable.tape(tape, BANK, DAY),
            new ItemMovement(item.id(), ItemMovement.Kind.PLACED, 0, -500),
            Optional.of(tape)));
  }

  private static OpenItem item(long open) {
    return new OpenItem(
        new ItemId(1),
        ItemKind.INVOICE,
        Optional.of(CUSTOMER),
        "T-1",
        DAY,
        Optional.empty(),
        USD,
        500,
        open,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static Posting posting(
      int number, PostingKind kind, JournalEntry entry, ItemMovement move, Optional<Tape> tape) {
    return new Posting(
        new PostingNumber(2026, number), kind, entry, List.of(move), tape, Optional.empty());
  }

  private static List<AuditLine> audit(String... acts) {
    List<AuditLine> lines = new ArrayList<>();
    String previous = AuditLine.BEGINNING;
    for (String act : acts) {
      lines.add(AuditLine.next(lines.size() + 1L, "2026", "Ines", act, "x", "", previous));
      previous = lines.get(lines.size() - 1).hash();
    }
    return lines;
  }

  private List<Integer> broken() {
    BooksFacts facts =
        new BooksFacts(
            List.of(new BooksFacts.Account(BANK, DAY.minusDays(9), Money.zero(USD))),
            List.of(new BooksFacts.Statement(BANK, DAY, 500, Optional.of(closing))),
            List.of(new BooksFacts.Entry(BANK, MONEY, claim)),
            List.of(),
            deposits,
            onHand,
            List.of(item),
            postings,
            List.of(intake),
            audit);
    return Proof.of(facts).stream().filter(l -> !l.holds()).map(ProofLine::number).toList();
  }

  @Test
  void holdsForBooksThatAreRight() {
    assertThat(broken()).isEmpty();
  }

  /** Posted as one on the 16th, turned back on the 18th, then given its part. */
  @Test
  void provesTheDaysOnWhichASumStoodThatIsGoneSince() {
    MoneyIn part =
        new MoneyIn(
            new MoneyInId(2), USD, 500, DAY, Optional.empty(), Optional.empty(), "", List.of());
    postings.add(
        new Posting(
            new PostingNumber(2026, 3),
            PostingKind.TURNED_BACK,
            postings.get(1).entry().mirrored(DAY.plusDays(2)),
            List.of(new ItemMovement(item.id(), ItemMovement.Kind.TURNED_BACK, 0, 500)),
            Optional.empty(),
            Optional.of(new PostingNumber(2026, 2))));
    item = item(500);
    claim = Optional.empty();
    assertThat(broken()).isEmpty();
    BooksFacts.Account account = new BooksFacts.Account(BANK, DAY.minusDays(9), Money.zero(USD));
    List<BooksFacts.Entry> gone = List.of(new BooksFacts.Entry(BANK, MONEY, Optional.empty()));
    for (int days = 0; days < 4; days++) {
      LocalDate day = DAY.plusDays(days);
      BankReconciliation right = BankReconciliation.of(given(account, part, gone), account, day);
      assertThat(right.differenceMinor()).as("day %d", days).isZero();
      assertThat(right.unexplainedMinor()).isEqualTo(days < 2 ? 0 : 500);
    }
    assertThat(
            BankReconciliation.of(given(account, part, List.of()), account, DAY).differenceMinor())
        .isEqualTo(-500);
  }

  private BooksFacts given(
      BooksFacts.Account account, MoneyIn counts, List<BooksFacts.Entry> gone) {
    return new BooksFacts(
        List.of(account),
        List.of(),
        List.of(new BooksFacts.Entry(BANK, counts, Optional.empty())),
        gone,
        List.of(),
        List.of(),
        List.of(item),
        postings,
        List.of(),
        audit);
  }

  @Test
  void seesAJournalEntryThatIsNotTheTables() {
    JournalEntry other =
        new JournalEntry(
            DAY,
            List.of(
                JournalLine.debit(BANK, Money.ofMinor(USD, 500)),
                JournalLine.credit(StandardAccount.OTHER_INCOME.code(), Money.ofMinor(USD, 500))));
    Posting right = postings.get(1);
    postings.set(1, posting(2, PostingKind.TAPE, other, right.movements().get(0), right.tape()));
    assertThat(broken()).contains(1, 4);
  }

  @Test
  void seesAnOpenAmountThatNobodyPosted() {
    item = item(10);
    assertThat(broken()).contains(2, 4);
  }

  @Test
  void seesASumWithoutItsClaim() {
    claim = Optional.empty();
    assertThat(broken()).containsExactly(7);
  }

  @Test
  void seesABalanceThatTheBankDoesNotState() {
    closing = 499;
    assertThat(broken()).containsExactly(8);
  }

  @Test
  void seesAFileThatWasTakenInHalf() {
    intake = new BooksFacts.Intake("s", 2, 700, 1, 500, 0, 0, 0, 0);
    assertThat(broken()).containsExactly(10);
  }

  @Test
  void seesARecordThatWasChangedOrCut() {
    AuditLine first = audit.get(0);
    audit.set(
        0, new AuditLine(1, "2026", "Tomas", "first", "x", "", first.previousHash(), first.hash()));
    assertThat(broken()).containsExactly(11);
    audit = audit("first", "second", "third");
    audit.remove(1);
    assertThat(broken()).containsExactly(11);
  }

  @Test
  void seesAGapInTheJournalNumbers() {
    Posting last = postings.remove(1);
    postings.add(posting(3, last.kind(), last.entry(), last.movements().get(0), last.tape()));
    claim = Optional.of(new PostingNumber(2026, 3));
    assertThat(broken()).containsExactly(11);
  }

  private static BooksFacts.Deposit slip(long net, Optional<MoneyInId> waiting, long... members) {
    return new BooksFacts.Deposit(
        "slip",
        DepositKind.SLIP,
        USD,
        net,
        Arrays.stream(members)
            .mapToObj(
                m -> new BooksFacts.Member(MemberKind.CHEQUE, USD, m, Optional.<MoneyInId>empty()))
            .toList(),
        waiting);
  }

  /** Receipts brought forward, as the posting table has them. */
  private void bringForward(long inTransit, long cheques) {
    JournalEntry entry =
        new JournalEntry(
            DAY,
            List.of(
                JournalLine.debit(
                    StandardAccount.DEPOSITS_IN_TRANSIT.code(), Money.ofMinor(USD, inTransit)),
                JournalLine.debit(
                    StandardAccount.CHEQUES_ON_HAND.code(), Money.ofMinor(USD, cheques)),
                JournalLine.credit(
                    StandardAccount.BROUGHT_FORWARD.code(),
                    Money.ofMinor(USD, inTransit + cheques))));
    postings.add(
        new Posting(
            new PostingNumber(2026, 3),
            PostingKind.RECEIPTS_FORWARD,
            entry,
            List.of(),
            Optional.empty(),
            Optional.empty()));
  }

  @Test
  void holdsForSlipsInTransitAndChequesOnHand() {
    deposits = List.of(slip(900, Optional.empty(), 500, 400));
    onHand = List.of(new BooksFacts.Member(MemberKind.CHEQUE, USD, 70, Optional.empty()));
    bringForward(900, 70);
    assertThat(broken()).isEmpty();
  }

  @Test
  void seesASlipWhoseMembersAreNotItsNet() {
    deposits = List.of(slip(900, Optional.empty(), 500, 399));
    bringForward(899, 1);
    onHand = List.of(new BooksFacts.Member(MemberKind.CHEQUE, USD, 1, Optional.empty()));
    assertThat(broken()).containsExactly(9);
  }

  @Test
  void seesAChequeThatIsOnHandAndNotInTheBooks() {
    onHand = List.of(new BooksFacts.Member(MemberKind.CHEQUE, USD, 70, Optional.empty()));
    assertThat(broken()).containsExactly(13);
  }

  @Test
  void seesAnEntryThatIsExplainedAlthoughItsDepositIsKnown() {
    deposits = List.of(slip(500, Optional.of(MONEY.id()), 500));
    bringForward(500, 1);
    onHand = List.of(new BooksFacts.Member(MemberKind.CHEQUE, USD, 1, Optional.empty()));
    assertThat(broken()).containsExactly(7);
  }

  @Test
  void seesALockboxChequeThatIsPostedToAnotherAccount() {
    deposits =
        List.of(
            new BooksFacts.Deposit(
                "batch",
                DepositKind.LOCKBOX_BATCH,
                USD,
                500,
                List.of(
                    new BooksFacts.Member(MemberKind.CHEQUE, USD, 500, Optional.of(MONEY.id()))),
                Optional.empty()));
    assertThat(broken()).as("explained, but on the bank's account").containsExactly(13);
  }
}
