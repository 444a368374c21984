package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.problem.Habit;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.PastPayment;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What earlier payments say about how a customer pays. */
class HabitTest extends SmallHouse {
  private CustomerId alder;

  @BeforeEach
  void begin() {
    alder = customer("Alder Pots");
  }

  /** An invoice that is settled, dated and due on a day. */
  private void settled(String number, long minor, LocalDate day) {
    OpenItem open = item(alder, number, minor);
    items.set(
        items.size() - 1,
        new OpenItem(
            open.id(),
            open.kind(),
            open.customer(),
            number,
            day,
            Optional.of(day),
            USD,
            minor,
            0,
            Optional.empty(),
            Optional.empty(),
            open.terms()));
  }

  private void paid(LocalDate day, long minor, String... numbers) {
    past.add(
        new PastPayment(
            past.size() + 2,
            day,
            Optional.of("ALDER POTS"),
            Optional.empty(),
            USD,
            minor,
            "K-" + alder.number(),
            List.of(numbers),
            0));
  }

  private Habit habit() {
    return problem().habitOf(0);
  }

  private List<String> reasons(Proposal way) {
    return way.evidence().stream().map(Evidence::words).toList();
  }

  private Proposal way(String words) {
    return plan().get(0).ways().stream()
        .filter(w -> w.words().equals(words))
        .findFirst()
        .orElseThrow();
  }

  /** Two invoices in each of three months, each month paid at once on the 28th. */
  private void threeMonths() {
    for (int m = 6; m < 9; m++) {
      settled("T-" + m + "1", 10_000 + m, LocalDate.of(2026, m, 3));
      settled("T-" + m + "2", 20_000 + m, LocalDate.of(2026, m, 17));
      paid(LocalDate.of(2026, m + 1, 28), 30_000 + 2 * m, "T-" + m + "1", "T-" + m + "2");
    }
  }

  @Test
  void paysWholeMonths() {
    threeMonths();
    assertThat(habit().paysMonths()).isTrue();
    assertThat(habit().paysAbout(30)).as("the 28th, and two days").isTrue();
    assertThat(habit().paysAbout(1)).as("three days, over the end of the month").isFalse();
    item(alder, "T-A", 41_117); // ten and eleven days before, the same month
    item(alder, "T-B", 52_223);
    money("ALDER POTS", 93_340, "THANK YOU");
    assertThat(reasons(way("T-B + T-A"))).contains("paid a whole month on 3 of 3 earlier payments");
  }

  @Test
  void aMonthOfWhichAnInvoiceIsLeftOutIsNone() {
    threeMonths();
    settled("T-63", 700, LocalDate.of(2026, 6, 20));
    settled("T-73", 700, LocalDate.of(2026, 7, 20));
    assertThat(habit().months()).isEqualTo(1);
    assertThat(habit().paysMonths()).isFalse();
  }

  @Test
  void runsDownFromTheEarliestDue() {
    for (int m = 1; m < 7; m++) {
      settled("T-" + m, 50_000, LocalDate.of(2026, m, 3));
    }
    paid(DAY.minusDays(90), 77_000, "T-1", "T-2");
    paid(DAY.minusDays(60), 73_000, "T-2", "T-3");
    paid(DAY.minusDays(30), 80_000, "T-4", "T-5");
    assertThat(habit().paysEarliestFirst()).isTrue();
    item(alder, "T-A", 41_117);
    item(alder, "T-B", 52_223);
    money("ALDER POTS", 71_713, "THANK YOU");
    assertThat(reasons(way("earliest due first: T-B + T-A")))
        .contains("ran down from the earliest due on 3 of 3 earlier payments");
    past.set(2, past.get(0));
    past.set(1, past.get(0));
    paid(DAY.minusDays(20), 50_000, "T-6");
    paid(DAY.minusDays(10), 50_000, "T-4");
    assertThat(plan().get(0).ways()).noneMatch(w -> w.words().startsWith("earliest"));
  }

  @Test
  void theBankKeepsJustAsMuchAgain() {
    settled("T-1", 90_000, LocalDate.of(2026, 6, 3));
    settled("T-2", 80_000, LocalDate.of(2026, 7, 3));
    item(alder, "T-A", 41_117);
    money("ALDER POTS", 41_117 - 1_730, "THANK YOU");
    int before = way("T-A, less 17.30 charge").perMillion();
    paid(DAY.minusDays(90), 90_000 - 1_730, "T-1");
    paid(DAY.minusDays(60), 80_000 - 1_730, "T-2");
    assertThat(reasons(way("T-A, less 17.30 charge")))
        .contains("lost just as much on the way on 2 of 2 earlier payments");
    assertThat(way("T-A, less 17.30 charge").perMillion()).isGreaterThan(before);
  }

  @Test
  void whatItemsSayCountsOnlyWhereAllAreKnown() {
    settled("T-1", 90_000, LocalDate.of(2026, 6, 3));
    paid(DAY.minusDays(90), 90_000, "T-1", "T-UNKNOWN");
    assertThat(habit().payments()).isEqualTo(1);
    assertThat(habit().known()).isZero();
  }

  @Test
  void whatIsForgottenLeavesNoTrace() {
    threeMonths();
    Habit three = habit();
    paid(DAY.minusDays(5), 10_006 - 250, "T-61");
    Habit four = habit();
    assertThat(four.timesKept(250)).isEqualTo(1);
    Habit without =
        RememberedPayers.of(past, customers, items)
            .after(List.of(), List.of(past.get(3)))
            .habitOf(alder);
    assertThat(without).isEqualTo(three);
  }
}
