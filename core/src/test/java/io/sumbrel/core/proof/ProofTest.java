package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.deposit.TieReason;
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
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.posting.Tied;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
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
  private static final AuditKey KEY = new AuditKey(new byte[AuditKey.BYTES]);
  private static final CustomerId CUSTOMER = new CustomerId(1);
  private static final MoneyIn MONEY =
      new MoneyIn(
          new MoneyInId(1), USD, 500, DAY, Optional.empty(), Optional.empty(), "", List.of());

  private final OpenItem billed = item(500);
  private final Tape tape =
      new Tape(
          TapeMoney.of(MONEY),
          List.of(TapeLine.settles(billed.id(), 500)),
          Map.of(billed.id(), billed),
          Set.of());
  private final List<Posting> postings = new ArrayList<>();
  private OpenItem item = item(0);
  private Optional<PostingNumber> claim = Optional.of(new PostingNumber(2026, 2));
  private long closing = 500;
  private BooksFacts.Intake intake = new BooksFacts.Intake("s", 1, 500, 1, 500, 0, 0, 0, 0);
  private long keyedFrom = 1;
  private List<AuditLine> audit = audit("first", "second");
  private List<BooksFacts.Deposit> deposits = List.of();
  private List<BooksFacts.OnHand> onHand = List.of();
  private List<Fact> standing = List.of();

  ProofTest() {
    JournalEntry seen =
        new JournalEntry(
            DAY,
            List.of(
                JournalLine.debit(StandardAccount.RECEIVABLES.code(), Money.ofMinor(USD, 500))
                    .of(CUSTOMER),
                JournalLine.credit(
                    StandardAccount.BILLING_CLEARING.code(), Money.ofMinor(USD, 500))));
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
            TapePosted.journal(tape, Optional.of(BANK), DAY),
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
        new PostingNumber(2026, number),
        kind,
        entry,
        List.of(move),
        tape,
        Optional.empty(),
        Optional.empty());
  }

  private static Act act(String actor, String name, Fact... facts) {
    return new Act(ActorKind.PERSON, actor, name, "x", "", List.of(facts));
  }

  private static List<AuditLine> audit(String... acts) {
    List<AuditLine> lines = new ArrayList<>();
    String previous = AuditLine.BEGINNING;
    for (String act : acts) {
      lines.add(AuditLine.next(lines.size() + 1L, "2026", act("Ines", act), previous, KEY));
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
            new AuditTrail(audit, Optional.of(KEY), keyedFrom),
            standing);
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
        AuditTrail.NONE,
        List.of());
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
        0, new AuditLine(1, "2026", act("Tomas", "first"), first.previousHash(), first.hash()));
    assertThat(broken()).containsExactly(11);
    audit = audit("first", "second", "third");
    audit.remove(1);
    assertThat(broken()).containsExactly(11);
  }

  /** A text, a right or a limit is changed where it stands, and the record is left as it is. */
  @Test
  void seesAFactThatIsNotAsTheRecordLeftIt() {
    Fact then = Fact.of("rights", List.of("Ines clerk", "Ruta supervisor"));
    Act told = act("Ines", "rights-given", Fact.of("rights", List.of("none yet")));
    Act toldAgain = act("Ines", "rights-given", then);
    AuditLine first = AuditLine.next(1, "2026", told, AuditLine.BEGINNING, KEY);
    audit = List.of(first, AuditLine.next(2, "2026", toldAgain, first.hash(), KEY));
    standing = List.of(then);
    assertThat(broken()).isEmpty();
    standing = List.of(Fact.of("rights", List.of("Ines supervisor", "Ruta supervisor")));
    assertThat(broken()).containsExactly(11);
    standing = List.of();
    assertThat(broken()).as("gone").containsExactly(11);
    standing = List.of(then, Fact.of("posting 2026-0009", List.of()));
    assertThat(broken()).as("of which no line tells").containsExactly(11);
  }

  /** Cells that run into one another would hash alike. */
  @Test
  void aFactTellsItsCellsApart() {
    assertThat(Fact.of("x", List.of("ab", "c"))).isNotEqualTo(Fact.of("x", List.of("a", "bc")));
    assertThat(Fact.of("x", List.of("1:a"))).isNotEqualTo(Fact.of("x", List.of("1", "a")));
  }

  /** Somebody writes the whole record anew, hashes too, but has not the key. */
  @Test
  void seesARecordThatWasWrittenAnewWithoutItsKey() {
    byte[] guessed = new byte[AuditKey.BYTES];
    guessed[0] = 1;
    AuditKey other = new AuditKey(guessed);
    audit = new ArrayList<>();
    String previous = AuditLine.BEGINNING;
    for (int i = 1; i < 4; i++) {
      audit.add(AuditLine.next(i, "2026", act("Nobody", "first"), previous, other));
      previous = audit.get(i - 1).hash();
    }
    assertThat(broken()).containsExactly(11);
    keyedFrom = 4;
    assertThat(broken()).as("nor is it one of before there were keys").containsExactly(11);
  }

  /**
   * Lines of before there were keys, with SHA-256 of their content; the digest is of another tool.
   */
  @Test
  void provesALineOfBeforeThereWereKeys() {
    audit =
        List.of(
            new AuditLine(
                1,
                "2026",
                act("Ines", "first"),
                AuditLine.BEGINNING,
                "b19d9bb7007e9a34589f50ff5738d86e1c95688ed8b62ba8ddd6cd612af9de63"));
    keyedFrom = 2;
    assertThat(broken()).isEmpty();
    keyedFrom = 1;
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
    return slip(net, waiting, Optional.empty(), members);
  }

  private static BooksFacts.OnHand cheque(long minor, Optional<PostingNumber> tie) {
    return new BooksFacts.OnHand(
        new RecordedId(2),
        MemberKind.CHEQUE,
        StandardAccount.CHEQUES_ON_HAND.code(),
        USD,
        minor,
        Optional.empty(),
        tie);
  }

  private static BooksFacts.Deposit slip(
      long net, Optional<MoneyInId> waiting, Optional<PostingNumber> tie, long... members) {
    return new BooksFacts.Deposit(
        new RecordedId(1),
        "slip",
        DepositKind.SLIP,
        StandardAccount.DEPOSITS_IN_TRANSIT.code(),
        USD,
        net,
        Arrays.stream(members)
            .mapToObj(
                m -> new BooksFacts.Member(MemberKind.CHEQUE, USD, m, Optional.<MoneyInId>empty()))
            .toList(),
        waiting,
        tie);
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
            Optional.empty(),
            Optional.empty()));
  }

  @Test
  void holdsForSlipsInTransitAndChequesOnHand() {
    deposits = List.of(slip(900, Optional.empty(), 500, 400));
    onHand = List.of(cheque(70, Optional.empty()));
    bringForward(900, 70);
    assertThat(broken()).isEmpty();
  }

  @Test
  void seesASlipWhoseMembersAreNotItsNet() {
    deposits = List.of(slip(900, Optional.empty(), 500, 399));
    bringForward(899, 1);
    onHand = List.of(cheque(1, Optional.empty()));
    assertThat(broken()).containsExactly(9);
  }

  @Test
  void seesAChequeThatIsOnHandAndNotInTheBooks() {
    onHand = List.of(cheque(70, Optional.empty()));
    assertThat(broken()).containsExactly(13);
  }

  @Test
  void seesAnEntryThatIsExplainedAlthoughItsDepositIsKnown() {
    deposits = List.of(slip(500, Optional.of(MONEY.id()), 500));
    bringForward(500, 1);
    onHand = List.of(cheque(1, Optional.empty()));
    assertThat(broken()).containsExactly(7);
  }

  @Test
  void seesALockboxChequeThatIsPostedToAnotherAccount() {
    deposits =
        List.of(
            new BooksFacts.Deposit(
                new RecordedId(1),
                "batch",
                DepositKind.LOCKBOX_BATCH,
                StandardAccount.LOCKBOX_CLEARING.code(),
                USD,
                500,
                List.of(
                    new BooksFacts.Member(MemberKind.CHEQUE, USD, 500, Optional.of(MONEY.id()))),
                Optional.empty(),
                Optional.empty()));
    assertThat(broken()).as("explained, but on the bank's account").containsExactly(13);
  }

  /** The bank shows 500: a slip of 430 and a cheque of 75, counted as 70 by the bank. */
  private void tie(JournalEntry entry) {
    PostingNumber second = new PostingNumber(2026, 2);
    deposits = List.of(slip(430, Optional.empty(), Optional.of(second), 430));
    onHand = List.of(cheque(75, Optional.of(second)));
    item = item(500);
    postings.remove(1);
    postings.add(
        new Posting(
            second,
            PostingKind.TIED,
            entry,
            List.of(),
            Optional.empty(),
            Optional.of(TIE),
            Optional.empty()));
    bringForward(430, 75);
  }

  private static final Tie TIE =
      new Tie(
          BANK,
          USD,
          List.of(new Tie.Entry(MONEY.id(), 500)),
          List.of(
              new Tie.Record(new RecordedId(1), StandardAccount.DEPOSITS_IN_TRANSIT.code(), 430),
              new Tie.Record(new RecordedId(2), StandardAccount.CHEQUES_ON_HAND.code(), 75)),
          Optional.of(TieReason.COUNTED_OTHERWISE));

  @Test
  void holdsForATieWithANamedDifference() {
    tie(Tied.journal(TIE, DAY));
    assertThat(broken()).isEmpty();
  }

  @Test
  void seesATieWhoseEntryIsNotTheTables() {
    tie(
        new JournalEntry(
            DAY,
            List.of(
                JournalLine.debit(BANK, Money.ofMinor(USD, 500)),
                JournalLine.credit(StandardAccount.OTHER_INCOME.code(), Money.ofMinor(USD, 500)))));
    assertThat(broken()).containsExactly(9, 13);
  }

  @Test
  void seesADepositThatIsTiedInNoPosting() {
    tie(Tied.journal(TIE, DAY));
    onHand = List.of(cheque(75, Optional.empty()));
    assertThat(broken()).containsExactly(9, 13);
  }

  @Test
  void seesATieOfMoreThanTheBankBooked() {
    tie(Tied.journal(TIE, DAY));
    deposits = List.of(slip(431, Optional.empty(), deposits.get(0).tie(), 431));
    assertThat(broken()).contains(9);
  }
}
