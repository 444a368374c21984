package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.LineKind;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Each family of ways by an example: what a payer may have meant is among the ways, in words. */
class FamiliesTest extends SmallHouse {
  private CustomerId alder;

  @BeforeEach
  void begin() {
    alder = customer("Alder Pots");
  }

  private void dated(String number, long minor, LocalDate date, LocalDate due) {
    items.add(
        new OpenItem(
            new ItemId(items.size() + 1L),
            minor < 0 ? ItemKind.CREDIT_NOTE : ItemKind.INVOICE,
            Optional.of(alder),
            number,
            date,
            Optional.of(due),
            USD,
            minor,
            minor,
            Optional.empty(),
            Optional.empty(),
            Optional.of(Terms.parse("net 30"))));
  }

  private Plan.Row row() {
    return plan().get(pile.size() - 1);
  }

  private List<String> ways(long minor, String text) {
    pile.clear();
    money("ALDER POTS", minor, text);
    return row().ways().stream().map(Proposal::words).toList();
  }

  private String because(String words) {
    return row().ways().stream()
        .filter(w -> w.words().equals(words))
        .findFirst()
        .orElseThrow()
        .evidence()
        .stream()
        .map(e -> e.words())
        .collect(Collectors.joining(" · "));
  }

  @Test
  void allThatTheTextNames() {
    item(alder, "T-50011", 31_007);
    item(alder, "T-50012", 12_003);
    item(alder, "T-50013", 55_551);
    assertThat(ways(43_010, "50011/12").get(0)).isEqualTo("T-50011 + T-50012");
    assertThat(because("T-50011 + T-50012")).contains("T-50012 read from its end, “12”");
    assertThat(ways(98_561, "INV 50011-50013").get(0)).isEqualTo("T-50011 + T-50012 + T-50013");
    assertThat(because("T-50011 + T-50012 + T-50013")).contains("lies in the range");
    assertThat(ways(43_010, "5001150012").get(0)).isEqualTo("T-50011 + T-50012");
    assertThat(because("T-50011 + T-50012")).contains("numbers run together");
  }

  @Test
  void oneSlipOfAFingerCountsWithItsAmount() {
    item(alder, "T-50711", 31_007);
    item(alder, "T-50888", 31_007);
    assertThat(ways(31_007, "INV 57011").get(0)).isEqualTo("T-50711");
    assertThat(because("T-50711")).contains("T-50711 is one slip from “57011”");
  }

  @Test
  void whatIsNamedWithMoreOrLessOfIt() {
    item(alder, "T-50011", 31_007);
    item(alder, "T-50012", 12_003);
    item(alder, "T-50013", 55_551);
    item(alder, "C-90001", -2_001);
    assertThat(ways(86_558, "INV 50011")).contains("T-50011 + T-50013");
    assertThat(ways(31_007, "INV 50011 50012")).contains("T-50011");
    assertThat(because("T-50011")).contains("leaves out 1 that the text names");
    assertThat(ways(29_006, "INV 50011").get(0)).isEqualTo("T-50011 + C-90001");
    assertThat(ways(20_000, "INV 50011").get(0)).isEqualTo("200.00 of T-50011");
    assertThat(because("200.00 of T-50011")).contains("short by 110.07, stays open on T-50011");
    assertThat(ways(40_000, "INV 50011")).contains("T-50011, 89.93 on account");
  }

  @Test
  void letsOffCents() {
    item(alder, "T-50011", 31_007);
    assertThat(ways(31_006, "INV 50011")).contains("T-50011, less 0.01 let off");
    assertThat(because("T-50011, less 0.01 let off")).contains("so little is let off");
  }

  @Test
  void allThatIsOwedAndAllThatIsDue() {
    for (int i = 0; i < 30; i++) {
      LocalDate due = DAY.plusDays(i < 26 ? i - 40 : 60 + i);
      dated("T-5" + (1000 + i), 10_000 + 613L * i * i, due.minusDays(30), due);
    }
    long due = items.subList(0, 26).stream().mapToLong(OpenItem::openMinor).sum();
    long all = items.stream().mapToLong(OpenItem::openMinor).sum();
    long first = items.subList(0, 8).stream().mapToLong(OpenItem::openMinor).sum();
    assertThat(ways(due, "PAYMENT")).contains("26 items");
    assertThat(because("26 items")).contains("all that is due");
    assertThat(ways(all, "PAYMENT")).contains("30 items");
    assertThat(because("30 items")).contains("all that the customer owes");
    assertThat(ways(first, "PAYMENT")).contains("8 items");
    assertThat(because("8 items")).contains("the earliest due");
  }

  @Test
  void aMonthAndARun() {
    for (int i = 0; i < 40; i++) {
      LocalDate date = LocalDate.of(2026, 7 + i % 4, 3 + i / 2);
      dated("T-5" + (1000 + i), 10_000 + 613L * i * i, date, date.plusDays(30));
    }
    long august =
        items.stream()
            .filter(i -> i.date().getMonthValue() == 8)
            .mapToLong(OpenItem::openMinor)
            .sum();
    long run = items.subList(11, 21).stream().mapToLong(OpenItem::openMinor).sum();
    assertThat(ways(august, "AUGUST")).contains("10 items");
    assertThat(because("10 items")).contains("all of one month");
    assertThat(ways(run, "PAYMENT")).contains("10 items");
    assertThat(because("10 items")).contains("neighbours in a row");
  }

  @Test
  void aRoundSumRunsDownFromTheEarliestDue() {
    for (int i = 0; i < 5; i++) {
      dated("T-5001" + i, 33_333, DAY.minusDays(50 - i), DAY.minusDays(20 - i));
    }
    assertThat(ways(100_000, "ON ACCOUNT"))
        .contains("earliest due first: T-50010 + T-50011 + T-50012 + T-50013");
    assertThat(because("earliest due first: T-50010 + T-50011 + T-50012 + T-50013"))
        .contains("a round sum without a number");
    assertThat(ways(100_001, "ON ACCOUNT")).noneMatch(w -> w.startsWith("earliest"));
  }

  @Test
  void everySetOfASmallPool() {
    for (int i = 0; i < 12; i++) {
      dated("T-5001" + i, 10_000 + 1L << i, DAY.minusDays(50 - i), DAY.minusDays(20 - i));
    }
    long seven = 0;
    for (int i : new int[] {0, 2, 3, 5, 7, 8, 10}) {
      seven += items.get(i).openMinor();
    }
    ways(seven, "PAYMENT");
    assertThat(row().ways()).anyMatch(w -> w.words().equals("7 items"));
    assertThat(row().searchedWords()).isEqualTo("all searched");
  }

  @Test
  void otherSetsThatReachTheSumAreCounted() {
    for (int i = 0; i < 6; i++) {
      dated("T-5001" + i, 10_000 + 1_000L * i, DAY.minusDays(50), DAY.minusDays(20));
    }
    ways(25_000, "PAYMENT");
    assertThat(row().waysCount()).isGreaterThanOrEqualTo(3);
    Proposal pair =
        row().ways().stream().filter(w -> w.lines().size() == 2).findFirst().orElseThrow();
    assertThat(says(pair, "3 sets of this customer reach the sum")).isTrue();
    assertThat(pair.certainty()).isNotEqualTo(Certainty.SURE);
  }

  @Test
  void anotherPayerSpeaksAgainst() {
    CustomerId birch = customer("Birch Kilns");
    item(alder, "T-50011", 31_007);
    item(birch, "T-50012", 12_003);
    pile.clear();
    money("BIRCH KILNS", 31_007, "THANKS");
    assertThat(row().ways()).hasSize(1);
    assertThat(because("T-50011")).contains("the payer reads like Birch Kilns");
    money("K-" + alder.number() + " X", 31_007, "FOR K-1001");
    assertThat(row().certainty()).isNotEqualTo(Certainty.SURE);
  }

  @Test
  void theCustomersOwnNumberNamesIt() {
    customers.set(0, new Customer(alder, "K-40417", "Alder Pots", Optional.empty()));
    item(alder, "T-50011", 31_007);
    pile.clear();
    money("SOMEBODY", 31_007, "FOR K-40417");
    assertThat(because("T-50011")).contains("the text names the number of Alder Pots");
  }

  @Test
  void saysHowFarTheWaysWereLookedFor() {
    Plan.Row none = rowOf(0, Searched.SEARCHED_ALL, 0);
    assertThat(none.countWords() + ", " + none.searchedWords()).isEqualTo("No way, all searched");
    Plan.Row many = rowOf(1_001, Searched.TOO_BIG, 6);
    assertThat(many.countWords() + ", " + many.searchedWords())
        .isEqualTo("more than 1,000 ways, searched sets up to 6");
    Plan.Row one = rowOf(1, Searched.NODE_BUDGET, 0);
    assertThat(one.countWords() + ", " + one.searchedWords()).isEqualTo("1 way, sets not searched");
    assertThat(none.certainty()).isEqualTo(Certainty.NOTHING_YET);
  }

  private static Plan.Row rowOf(long count, Searched searched, int searchedTo) {
    return new Plan.Row(
        new MoneyInId(1),
        List.of(),
        Optional.empty(),
        count,
        searched,
        searchedTo,
        Optional.empty());
  }

  /** What was taken as given for others is nothing to pair with what is left of another item. */
  @Test
  void whatIsTakenIsNoPartOfADeposit() {
    CustomerId one = customer("Alder Works");
    CustomerId other = customer("Birch Foods");
    item(one, "T-70001", 10_000);
    item(other, "T-70002", 10_000);
    money("Alder Works", 10_000, "T-70001");
    money("Birch Foods", 6_000, "PART OF T-70002");
    bankLine(4_000, "COUNTER DEPOSIT");
    Plan plan = Planner.plan(problem());
    assertThat(plan.rows().get(0).chosen()).isPresent();
    assertThat(plan.rows().get(1).chosen()).isPresent();
    assertThat(plan.rows().get(2).ways())
        .flatExtracting(Proposal::lines)
        .allSatisfy(line -> assertThat(line.amountMinor()).isPositive());
  }

  /** 2 % of 500.00 is 10.00; the other, of 300.00, grants 6.00 and it is not taken. */
  @Test
  void aDiscountMayBeTakenOnOneOfSeveralNamedItems() {
    CustomerId heath = customer("Heathford Optics");
    item(heath, "8100101", 50_000, "2/30 net 60");
    item(heath, "8100102", 30_000, "2/30 net 60");
    money("HEATHFORD OPTICS", 79_000, "INV 8100101 8100102");
    Proposal way = chosen(plan().get(plan().size() - 1));
    assertThat(way.words()).isEqualTo("8100101 + 8100102, less 10.00 discount");
    assertThat(way.lines())
        .filteredOn(l -> l.kind() == LineKind.GRANTED)
        .singleElement()
        .satisfies(l -> assertThat(l.item()).contains(items.get(items.size() - 2).id()));
  }
}
