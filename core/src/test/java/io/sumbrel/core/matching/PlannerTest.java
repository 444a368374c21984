package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class PlannerTest extends SmallHouse {
  @Test
  void isSureOfANamedInvoiceOfTheExactAmount() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-5001", 128_000);
    item(alder, "T-5002", 128_000);
    money("ALDER POTS LTD", 128_000, "INV 5001");
    Plan.Row row = plan().get(0);
    assertThat(row.certainty()).isEqualTo(Certainty.SURE);
    assertThat(chosen(row).words()).isEqualTo("T-5001");
    assertThat(chosen(row).lines())
        .containsExactly(TapeLine.settles(items.get(0).id(), usd(128_000)));
  }

  @Test
  void isLessSureWhenAnotherPaysAndThinWhenTwoCustomersFit() {
    item(customer("Alder Pots"), "T-5001", 31_800);
    item(customer("Birch Kilns"), "T-5002", 31_800);
    money("SOMEBODY ELSE", 31_800, "THANKS");
    Plan.Row row = plan().get(0);
    assertThat(row.ways()).hasSize(2);
    assertThat(row.certainty()).isEqualTo(Certainty.THIN);
    pile.clear();
    money("CITY TREASURY", 31_800, "INV 5001");
    int byAnother = chosen(plan().get(0)).perMillion();
    pile.clear();
    money("ALDER POTS", 31_800, "INV 5001");
    assertThat(chosen(plan().get(0)).perMillion()).isGreaterThan(byAnother);
  }

  @Test
  void neverPromisesAnInvoiceTwice() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-5001", 50_000);
    money("ALDER POTS", 50_000, "INV 5001");
    money("ALDER POTS", 50_000, "AGAIN");
    List<Plan.Row> rows = plan();
    assertThat(rows.get(0).chosen()).isPresent();
    assertThat(rows.get(1).chosen()).isEmpty();
  }

  @Test
  void paysForTheBranchesOfAHeadOffice() {
    CustomerId board = customer("Pinmoor Schools Board");
    item(customer("Lower School", board), "T-5001", 10_000);
    item(customer("Upper School", board), "T-5002", 20_000);
    money("PINMOOR SCHOOLS BOARD", 30_000, "FOR BOTH SCHOOLS");
    Plan.Row row = plan().get(0);
    assertThat(chosen(row).words()).isEqualTo("T-5002 + T-5001");
    assertThat(row.certainty()).isIn(Certainty.LIKELY, Certainty.SURE);
  }

  @Test
  void takesADiscountInTimeAndNetsACreditNote() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-5001", 100_000, "2/10 net 30");
    item(alder, "C-77", -4_000);
    money("ALDER POTS", 98_000, "T-5001");
    assertThat(chosen(plan().get(0)).words()).isEqualTo("T-5001, less 20.00 discount");
    pile.clear();
    money("ALDER POTS", 96_000, "PAYMENT");
    assertThat(chosen(plan().get(0)).lines())
        .extracting(TapeLine::kind)
        .containsExactlyInAnyOrder(LineKind.SETTLES, LineKind.CREDIT_USED);
  }

  @Test
  void keepsASecondPaymentOnAccount() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-5001", 70_000);
    items.set(0, items.get(0).moved(0, -70_000));
    money("ALDER POTS", 70_000, "T-5001");
    Proposal way = chosen(plan().get(0));
    assertThat(way.lines()).containsExactly(TapeLine.onAccount(alder, usd(70_000)));
    assertThat(way.evidence())
        .anyMatch(e -> e.side() == Evidence.Side.AGAINST && e.words().contains("settled already"));
  }

  @Test
  void marksThePlaceInTheTextForEachNumber() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-5001", 70_000);
    money("ALDER POTS", 70_000, "PAYS O/N ORD-T-5001");
    money("ALDER POTS", 70_000, "PAYS 5OO1 TODAY");
    for (Plan.Row row : plan()) {
      MoneyIn moneyIn = pile.get((int) row.moneyIn().number() - 1);
      for (Evidence evidence : row.ways().get(0).evidence()) {
        evidence
            .source()
            .ifPresent(
                s ->
                    assertThat(moneyIn.text().substring(s.start(), s.end()))
                        .containsAnyOf("5001", "5OO1", "ALDER POTS"));
      }
    }
  }

  @Test
  void saysNothingAboutMoneyPaidOut() {
    pile.add(
        new MoneyIn(
            new MoneyInId(1),
            USD,
            -500,
            DAY,
            Optional.empty(),
            Optional.empty(),
            "FEE",
            List.of()));
    assertThat(plan().get(0).ways()).isEmpty();
  }

  /** On seeded piles: every way comes to zero, the plan fits into what is open, twice alike. */
  @Test
  void everyWayIsATapeAndEveryPlanFits() {
    Random random = new Random(8);
    for (int run = 0; run < 40; run++) {
      customers.clear();
      items.clear();
      pile.clear();
      for (int c = 0; c < 5; c++) {
        customer("Customer " + (char) ('A' + c) + "x".repeat(c));
      }
      for (int i = 0; i < 40; i++) {
        long minor = (1 + random.nextInt(40)) * 500L * (random.nextInt(12) == 0 ? -1 : 1);
        item(customers.get(random.nextInt(5)).id(), "T-" + (7000 + i), minor, "2/10 net 30");
      }
      for (int m = 0; m < 25; m++) {
        OpenItem one = items.get(random.nextInt(40));
        OpenItem two = items.get(random.nextInt(40));
        long sum =
            Math.abs(one.openMinor()) + (random.nextBoolean() ? Math.abs(two.openMinor()) : 0);
        String payer = customers.get(random.nextInt(5)).name();
        money(payer, sum, random.nextBoolean() ? one.number() + " " + two.number() : "PAYMENT");
      }
      List<Plan.Row> rows = plan();
      assertThat(plan()).as("the same pile, the same plan").isEqualTo(rows);
      assertFits(rows);
    }
  }

  private void assertFits(List<Plan.Row> rows) {
    Map<ItemId, Long> promised = new HashMap<>();
    for (Plan.Row row : rows) {
      MoneyIn moneyIn = pile.get((int) row.moneyIn().number() - 1);
      for (Proposal way : row.ways()) {
        assertThat(Tape.leftToPlace(TapeMoney.of(moneyIn), way.lines())).as(way.words()).isZero();
        assertThat(way.evidence()).isNotEmpty();
      }
      row.chosen()
          .ifPresent(
              i ->
                  row.ways().get(i).lines().stream()
                      .filter(l -> l.kind() == LineKind.SETTLES || l.kind() == LineKind.CREDIT_USED)
                      .forEach(l -> promised.merge(l.item().get(), l.amountMinor(), Long::sum)));
    }
    promised.forEach(
        (id, minor) ->
            assertThat(minor)
                .isLessThanOrEqualTo(Math.abs(items.get((int) id.number() - 1).openMinor())));
  }

  @Test
  void knowsWhoPaidForACustomerBefore() {
    CustomerId museum = customer("Saltmarsh Folk Museum");
    customer("City Of Nowhere");
    item(museum, "TCK-20388", 76_625);
    paidBefore(museum, "CITY TREASURY", "", 3);
    money("CITY TREASURY", 76_625, "PAYMENT");
    Plan.Row row = plan().get(0);
    assertThat(row.certainty()).isIn(Certainty.SURE, Certainty.LIKELY);
    assertThat(says(row.ways().get(0), "paid for Saltmarsh Folk Museum 3 times before")).isTrue();
  }

  @Test
  void knowsWhoIsUsedToTakeTheDiscount() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-5001", 100_000, "2/10 net 30");
    money("ALDER POTS", 98_000, "PAYMENT");
    Proposal before = plan().get(0).ways().get(0);
    for (int i = 0; i < 4; i++) {
      past.add(
          new PastPayment(
              2 + i,
              DAY.minusDays(40L + i),
              Optional.of("ALDER POTS"),
              Optional.empty(),
              USD,
              100,
              "K-1",
              List.of(),
              i == 0 ? 0 : 2));
    }
    Proposal after = plan().get(0).ways().get(0);
    assertThat(after.words()).isEqualTo("T-5001, less 20.00 discount");
    assertThat(says(after, "took the discount on 3 of 4 earlier payments")).isTrue();
    assertThat(says(before, "earlier payments")).isFalse();
  }

  @Test
  void anAccountSaysMoreThanAName() {
    CustomerId one = customer("Rill Cottage Pots");
    CustomerId other = customer("Ash and Feldspar");
    item(one, "TCK-1001", 50_000);
    item(other, "TCK-1002", 50_000);
    paidBefore(other, "SHARED SERVICES", "0099", 4);
    paidBefore(one, "SHARED SERVICES", "", 1);
    pile.add(
        new MoneyIn(
            new MoneyInId(1),
            USD,
            50_000,
            DAY,
            Optional.of("SHARED SERVICES"),
            Optional.of("00-99"),
            "SHARED SERVICES",
            List.of()));
    Proposal best = plan().get(0).ways().get(0);
    assertThat(best.customer()).contains(other);
    assertThat(says(best, "this account paid for Ash and Feldspar 4 times")).isTrue();
  }

  @Test
  void aPayerOfManyIsNoReasonByItself() {
    CustomerId one = customer("Rill Cottage Pots");
    CustomerId other = customer("Ash and Feldspar");
    item(one, "TCK-1001", 50_000);
    paidBefore(one, "BILL DESK", "", 1);
    paidBefore(other, "BILL DESK", "", 6);
    money("BILL DESK", 50_000, "PAYMENT");
    assertThat(plan().get(0).ways()).allMatch(w -> !says(w, "paid for Rill Cottage Pots"));
  }

  @Test
  void findsThePayerInATextThatBeginsWithIt() {
    CustomerId school = customer("Pinmoor Lower School");
    item(school, "TCK-2101", 41_250);
    paidBefore(school, "PINMOOR LOWER SCHOOL", "", 2);
    bankLine(41_250, "PINMOOR LOWER SCHOOL THANK YOU");
    Plan.Row row = plan().get(0);
    assertThat(row.customer()).contains(school);
    assertThat(row.certainty()).isIn(Certainty.SURE, Certainty.LIKELY);
  }

  @Test
  void anOrderThatIsNotBilledIsAPrepayment() {
    CustomerId juniper = customer("Juniper Wheel Throwers");
    item(juniper, "TCK-3001", 160_000);
    money("JUNIPER WHEEL THROWERS", 160_000, "PREPAYMENT ORDER P-990");
    Plan.Row row = plan().get(0);
    Proposal best = row.ways().get(0);
    assertThat(best.lines()).containsExactly(TapeLine.onAccount(juniper, usd(160_000)));
    assertThat(says(best, "order P-990 is not billed yet")).isTrue();
    assertThat(row.certainty()).isEqualTo(Certainty.LIKELY);
    assertThat(row.ways().get(1).words()).as("the equal item stays a way").isEqualTo("TCK-3001");
  }

  @Test
  void aChequeLosesNothingOnItsWay() {
    CustomerId glass = customer("Copperbeck Glassworks");
    item(glass, "TCK-20610", 128_810);
    money("COPPERBECK GLASSWORKS", 127_000, "TCK-20610");
    money("COPPERBECK GLASSWORKS", 127_000, "cheque 4410\nTCK-20610");
    assertThat(plan().get(0).ways()).anyMatch(w -> w.words().contains("charge"));
    assertThat(plan().get(1).ways()).noneMatch(w -> w.words().contains("charge"));
  }

  @Test
  void readsALetterOInANumberWithItsPrefix() {
    CustomerId hollow = customer("Hollow Reed Studio");
    item(hollow, "TCK-20617", 109_370);
    item(hollow, "TCK-20618", 109_370);
    money("HOLLOW REED STUDIO", 109_370, "INV TCK-2O617");
    Proposal best = plan().get(0).ways().get(0);
    assertThat(best.words()).isEqualTo("TCK-20617");
    assertThat(says(best, "letter O for zero")).isTrue();
  }

  @Test
  void aDepositThatNamesNobodyShowsEveryPairAndIsNeverSure() {
    for (int i = 0; i < 6; i++) {
      item(customer("Customer " + i), "TCK-40" + i + i, 10_000 + i * 1_000);
    }
    bankLine(25_000, "COUNTER DEPOSIT");
    Plan.Row row = plan().get(0);
    // 100+150, 110+140, 120+130
    assertThat(row.waysCount()).isEqualTo(3);
    assertThat(row.ways()).allMatch(w -> w.certainty() != Certainty.SURE);
    assertThat(says(row.ways().get(0), "3 pairs of invoices reach the sum")).isTrue();
    bankLine(25_000, "77");
    assertThat(plan().get(1).ways()).as("by its method, without the word").isNotEmpty();
    MoneyIn deposit = pile.remove(1);
    pile.add(deposit.on(new BankLine(ACCOUNT, Method.TRANSFER, "BR-2")));
    assertThat(plan().get(1).ways()).isEmpty();
  }

  @Test
  void aDepositOfThreePayersIsFoundWhereNoTwoMakeIt() {
    long[] open = {10_003, 20_017, 40_051, 80_101};
    for (long minor : open) {
      item(customer("Customer " + minor), "TCK-" + minor, minor);
    }
    bankLine(10_003 + 20_017 + 80_101, "COUNTER DEPOSIT");
    Plan.Row row = plan().get(0);
    assertThat(row.waysCount()).isEqualTo(1);
    assertThat(row.ways().get(0).words()).isEqualTo("TCK-10003 + TCK-20017 + TCK-80101");
    assertThat(row.certainty()).isNotEqualTo(Certainty.SURE);
    assertThat(says(row.ways().get(0), "the bank names no payer of this deposit")).isTrue();
  }

  private void cheque(long minor, RemittanceDetail... details) {
    money("ALDER POTS", minor, "cheque 4410");
    MoneyIn bare = pile.remove(pile.size() - 1);
    pile.add(
        new MoneyIn(
                bare.id(),
                USD,
                minor,
                DAY,
                bare.payerName(),
                Optional.empty(),
                bare.text(),
                Stream.of(details).map(RemittanceDetail::number).toList())
            .stating(List.of(details)));
  }

  @Test
  void theDetailsOfThePayerDecideTheSplit() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-5001", 50_000);
    item(alder, "T-5002", 80_000);
    item(alder, "C-5003", -6_000);
    cheque(
        64_000,
        new RemittanceDetail("5001", 30_000),
        new RemittanceDetail("ORD-T-5002", 40_000),
        new RemittanceDetail("C-5003", -6_000));
    Proposal way = chosen(plan().get(0));
    assertThat(way.lines())
        .containsExactly(
            TapeLine.settles(items.get(0).id(), usd(30_000)),
            TapeLine.settles(items.get(1).id(), usd(40_000)),
            TapeLine.creditUsed(items.get(2).id(), usd(6_000)));
    assertThat(way.certainty()).isEqualTo(Certainty.SURE);
    assertThat(says(way, "the 3 details of the payer add up to the sum")).isTrue();
  }

  @Test
  void saysByHowMuchTheDetailsDoNotAddUp() {
    CustomerId alder = customer("Alder Pots");
    item(alder, "T-5001", 50_000);
    item(alder, "T-5002", 80_000);
    cheque(60_000, new RemittanceDetail("5001", 50_000));
    Proposal left = chosen(plan().get(0));
    assertThat(left.lines())
        .containsExactly(
            TapeLine.settles(items.get(0).id(), usd(50_000)),
            TapeLine.onAccount(alder, usd(10_000)));
    assertThat(says(left, "the detail of the payer leaves 100.00 unsaid")).isTrue();
    pile.clear();
    cheque(50_000, new RemittanceDetail("5001", 50_000), new RemittanceDetail("5002", 75_000));
    Proposal more = plan().get(0).ways().get(0);
    assertThat(says(more, "the details of the payer come to 750.00 more than the sum")).isTrue();
    pile.clear();
    cheque(90_000, new RemittanceDetail("5002", 90_000), new RemittanceDetail("X-1", 5));
    assertThat(plan().get(0).ways())
        .as("more than is open cannot be the split")
        .noneMatch(w -> says(w, "add up to the sum"));
  }
}
