package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** A proof that cannot fail proves nothing: each invariant is broken on purpose and must say so. */
class ProofTest extends ProvedBooks {
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
            Optional.empty(),
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
      BankReconciliation right =
          Proof.of(given(account, part, gone)).bankDays().on(account.code(), day);
      assertThat(right.differenceMinor()).as("day %d", days).isZero();
      assertThat(right.unexplainedMinor()).isEqualTo(days < 2 ? 0 : 500);
    }
    assertThat(
            Proof.of(given(account, part, List.of()))
                .bankDays()
                .on(account.code(), DAY)
                .differenceMinor())
        .isEqualTo(-500);
  }

  private BooksFacts given(
      BooksFacts.Account account, MoneyIn counts, List<BooksFacts.Entry> gone) {
    return new BooksFacts(
        List.of(account),
        List.of(),
        List.of(new BooksFacts.Entry(BANK, counts, Optional.empty())),
        gone,
        Set.of(),
        List.of(),
        List.of(),
        List.of(item),
        Optional.empty(),
        BooksFacts.Made.unrecorded(postings),
        List.of(),
        AuditTrail.NONE,
        List.of(),
        Optional.empty());
  }

  @Test
  void seesWhatIsKeptAndIsNotWhatTheFactsComeTo() {
    List<BooksFacts.Balance> balances = balances();
    assertThat(brokenBy(balances, 500, Set.of())).isEmpty();
    assertThat(brokenBy(balances.subList(1, balances.size()), 500, Set.of())).containsExactly(3);
    List<BooksFacts.Balance> more = new ArrayList<>(balances);
    more.add(new BooksFacts.Balance(StandardAccount.OTHER_INCOME.code(), Money.ofMinor(USD, 1)));
    assertThat(brokenBy(more, 500, Set.of())).containsExactly(3);
    assertThat(brokenBy(balances, 499, Set.of())).containsExactly(8);
    assertThat(brokenBy(balances, 500, Set.of(MONEY.id()))).containsExactly(7);
    assertThat(brokenBy(balances, 500, Set.of(new MoneyInId(99)))).containsExactly(7);
  }

  @Test
  void seesAnUnexplainedEntryThatIsNotKeptAsOne() {
    postings.remove(1);
    item = item(500);
    claim = Optional.empty();
    assertThat(brokenBy(balances(), 500, Set.of(MONEY.id()))).isEmpty();
    assertThat(brokenBy(balances(), 500, Set.of())).containsExactly(7);
  }

  @Test
  void seesASumThatIsSetAsideAndExplainedOrNoSumAtAll() {
    setAside = Set.of(MONEY.id());
    assertThat(broken()).containsExactly(7);
    setAside = Set.of(new MoneyInId(99));
    assertThat(broken()).containsExactly(7);
    postings.remove(1);
    item = item(500);
    claim = Optional.empty();
    setAside = Set.of(MONEY.id());
    assertThat(broken()).isEmpty();
  }

  private List<Integer> brokenBy(
      List<BooksFacts.Balance> balances, long bank, Set<MoneyInId> unexplained) {
    kept =
        Optional.of(
            new BooksFacts.Kept(balances, Map.of(BANK, Money.ofMinor(USD, bank)), unexplained));
    return broken();
  }

  private List<BooksFacts.Balance> balances() {
    return JournalLine.summed(
            postings.stream()
                .flatMap(p -> p.entry().lines().stream())
                .map(l -> new JournalLine(l.account(), Optional.empty(), l.amount()))
                .toList())
        .stream()
        .map(l -> new BooksFacts.Balance(l.account(), l.amount()))
        .toList();
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
  void seesAGapInTheJournalNumbers() {
    Posting last = postings.remove(1);
    postings.add(posting(3, last.kind(), last.entry(), last.movements().get(0), last.tape()));
    claim = Optional.of(new PostingNumber(2026, 3));
    assertThat(broken()).containsExactly(11);
  }
}
