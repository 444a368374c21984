package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.Tied;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A proof that cannot fail proves nothing: each invariant is broken on purpose and must say so. */
class DepositProofTest extends ProvedBooks {
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
        Optional.empty(),
        Optional.empty(),
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
            Optional.empty(),
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
                Optional.empty(),
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
            Optional.empty(),
            Optional.empty(),
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
          Optional.of(TieReason.COUNTED_OTHERWISE),
          Optional.empty());

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
