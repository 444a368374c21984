package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.books.RandomWalk;
import io.sumbrel.core.posting.Posting;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
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
    assertThat(differing(whole)).as("days that do not meet").isZero();
    int broken = 0;
    for (int left = 1; left < whole.postings().size(); left += 5) {
      List<Posting> some = new ArrayList<>(whole.postings());
      some.remove(left);
      broken += differing(with(whole, some)) > 0 ? 1 : 0;
    }
    assertThat(broken).as("books that lack a posting").isGreaterThan(1);
  }

  private static BooksFacts with(BooksFacts facts, List<Posting> postings) {
    return new BooksFacts(
        facts.accounts(),
        facts.statements(),
        facts.entries(),
        facts.gone(),
        facts.deposits(),
        facts.onHand(),
        facts.items(),
        postings,
        facts.intakes(),
        facts.audit(),
        facts.standing());
  }

  private static int differing(BooksFacts facts) {
    BankDays days = new BankDays(facts);
    int differing = 0;
    for (BooksFacts.Account account : facts.accounts()) {
      for (LocalDate day = FIRST; day.isBefore(FIRST.plusDays(500)); day = day.plusDays(1)) {
        long one = BankReconciliation.of(facts, account, day).differenceMinor();
        assertThat(days.differenceMinor(account.code(), day)).as("on " + day).isEqualTo(one);
        differing += one == 0 ? 0 : 1;
      }
    }
    return differing;
  }
}
