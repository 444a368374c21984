package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.books.RandomWalk;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** All days in one pass, against the reckoning of one day; in whole books and in broken ones. */
class BankDaysTest {
  private static final LocalDate FIRST = LocalDate.of(2026, 1, 1);

  @ParameterizedTest
  @ValueSource(longs = {31, 32, 33})
  void everyDayIsWhatItsOwnReckoningSays(long seed) {
    RandomWalk walk = new RandomWalk(seed);
    for (int step = 0; step < 300; step++) {
      walk.step();
    }
    BooksFacts whole = walk.books().facts();
    List<Posting> postings = walk.books().postings();
    assertThat(differing(whole, postings)).as("days that do not meet").isZero();
    int broken = 0;
    for (int left = 1; left < postings.size(); left += 3) {
      List<Posting> some = new ArrayList<>(postings);
      some.remove(left);
      broken += differing(with(whole, some), some) > 0 ? 1 : 0;
    }
    assertThat(broken).as("books that lack a posting").isGreaterThan(1);
  }

  private static BooksFacts with(BooksFacts facts, List<Posting> postings) {
    return new BooksFacts(
        facts.accounts(),
        facts.statements(),
        facts.entries(),
        facts.gone(),
        facts.setAside(),
        facts.deposits(),
        facts.onHand(),
        facts.items(),
        facts.kept(),
        BooksFacts.Made.unrecorded(postings),
        facts.intakes(),
        facts.audit(),
        facts.standing(),
        facts.before());
  }

  private static int differing(BooksFacts facts, List<Posting> postings) {
    BankDays days = Proof.of(facts).bankDays();
    int differing = 0;
    for (BooksFacts.Account account : facts.accounts()) {
      for (LocalDate day = FIRST; day.isBefore(FIRST.plusDays(500)); day = day.plusDays(1)) {
        BankReconciliation one = reckoned(facts, postings, account, day);
        assertThat(days.on(account.code(), day)).as("on " + day).isEqualTo(one);
        differing += one.differenceMinor() == 0 ? 0 : 1;
      }
    }
    return differing;
  }

  /** The slow way: what is explained on one day, entry by entry. */
  private static BankReconciliation reckoned(
      BooksFacts facts, List<Posting> postings, BooksFacts.Account account, LocalDate day) {
    Set<MoneyInId> explained = explainedOn(postings, day);
    long statement = account.beginsOn().isAfter(day) ? 0 : account.beginsWith().minor();
    long unexplained = 0;
    for (BooksFacts.Entry entry : facts.entries()) {
      boolean counts =
          entry.account().equals(account.code()) && !entry.moneyIn().bookingDate().isAfter(day);
      if (counts) {
        statement += entry.moneyIn().amountMinor();
        unexplained += explained.contains(entry.moneyIn().id()) ? 0 : entry.moneyIn().amountMinor();
      }
    }
    for (BooksFacts.Entry entry : facts.gone()) {
      boolean counts =
          entry.account().equals(account.code()) && explained.contains(entry.moneyIn().id());
      unexplained -= counts ? entry.moneyIn().amountMinor() : 0;
    }
    return new BankReconciliation(
        account.code(), day, statement, unexplained, ledgerOn(postings, account.code(), day));
  }

  private static Set<MoneyInId> explainedOn(List<Posting> postings, LocalDate day) {
    Map<PostingNumber, LocalDate> turnedBackOn = new HashMap<>();
    postings.forEach(p -> p.turnsBack().ifPresent(n -> turnedBackOn.put(n, p.date())));
    Set<MoneyInId> explained = new HashSet<>();
    for (Posting posting : postings) {
      LocalDate end = turnedBackOn.getOrDefault(posting.number(), LocalDate.MAX);
      if (!posting.date().isAfter(day) && end.isAfter(day)) {
        explained.addAll(posting.claims().money());
      }
    }
    return explained;
  }

  private static long ledgerOn(List<Posting> postings, AccountCode account, LocalDate day) {
    return postings.stream()
        .filter(p -> !p.date().isAfter(day))
        .flatMap(p -> p.entry().lines().stream())
        .filter(l -> l.account().equals(account))
        .mapToLong(l -> l.amount().minor())
        .sum();
  }
}
