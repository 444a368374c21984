package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.Release;
import io.sumbrel.core.rules.SilentPayments;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What is in the books already comes first, and is never counted twice. */
class TieTest extends SmallHouse {
  @BeforeEach
  void oneCustomerOwes() {
    item(customer("Ambrose Tile"), "T-90017", 64_000);
  }

  private List<String> words(Plan.Row row) {
    return row.ways().stream().map(Proposal::words).toList();
  }

  @Test
  void aSlipOfTheSumComesBeforeAnEqualInvoice() {
    slip("4711", 64_000);
    bankLine(64_000, "BRANCH DEPOSIT");
    Plan.Row row = plan().get(0);
    assertThat(words(row)).containsExactly("slip 4711, recorded already");
    Proposal tie = chosen(row);
    assertThat(tie.isTie()).isTrue();
    assertThat(tie.lines()).isEmpty();
    assertThat(says(tie, "slip 4711 of 2026-11-14 is recorded and waits for the bank")).isTrue();
    assertThat(row.recordedAlready())
        .isEqualTo(
            "Slip 4711 of 2026-11-14 is recorded and waits for the bank; placed on items too, it may count twice");
  }

  @Test
  void aSlipOfAnEarlierQuarterIsProposedAsFarBackAsTheHouseLooks() {
    Recorded old = slip("4711", 64_000);
    recorded.clear();
    recorded.add(
        new Recorded(
            old.id(),
            old.kind(),
            old.standsOn(),
            old.currency(),
            old.account(),
            old.reference(),
            DAY.minusDays(100),
            old.amountMinor(),
            old.words(),
            Set.of()));
    bankLine(64_000, "BRANCH DEPOSIT");
    assertThat(words(plan().get(0))).containsExactly("T-90017");
    HouseLimits wide = new HouseLimits(DifferenceLimits.DEFAULTS, 3, 18, 120, 10, Release.AT_ONCE);
    rules = new HouseRules(wide, List.of(), SilentPayments.NOT_SET, Set.of(), Set.of());
    assertThat(words(plan().get(0))).containsExactly("slip 4711, recorded already");
  }

  @Test
  void anInvoiceThatTheBankNamesStaysPossibleWithAWarning() {
    slip("4711", 64_000);
    bankLine(64_000, "BRANCH DEPOSIT T-90017");
    Plan.Row row = plan().get(0);
    assertThat(words(row)).containsExactlyInAnyOrder("slip 4711, recorded already", "T-90017");
    Proposal invoice = row.ways().stream().filter(w -> !w.isTie()).findFirst().orElseThrow();
    assertThat(says(invoice, "it may count twice")).isTrue();
    assertThat(row.certainty()).isNotEqualTo(Certainty.SURE);
  }

  @Test
  void whichOfTwoEqualSlipsIsNotKnownUnlessTheBankNamesOne() {
    slip("4711", 30_000);
    slip("4712", 30_000);
    bankLine(30_000, "BRANCH DEPOSIT");
    bankLine(30_000, "BRANCH DEPOSIT 4712");
    List<Plan.Row> rows = plan();
    assertThat(says(chosen(rows.get(0)), "2 recorded sums reach the sum")).isTrue();
    assertThat(rows.get(0).certainty()).isNotEqualTo(Certainty.SURE);
    assertThat(chosen(rows.get(1)).words()).isEqualTo("slip 4712, recorded already");
    assertThat(says(chosen(rows.get(1)), "the bank names slip 4712")).isTrue();
    assertThat(chosen(rows.get(0)).words())
        .as("tied once")
        .isEqualTo("slip 4711, recorded already");
  }

  @Test
  void aBankMayHaveKeptAChargeOfASlip() {
    slip("4711", 30_000);
    bankLine(29_500, "BRANCH DEPOSIT 4711 LESS CHARGES");
    Plan.Row row = plan().get(0);
    Proposal tie = chosen(row);
    assertThat(tie.words()).isEqualTo("slip 4711, recorded already, less 5.00 charge");
    assertThat(tie.lines()).isEmpty();
    assertThat(says(tie, "5.00 under: within the 40.00 charge limit")).isTrue();
    assertThat(says(tie, "the bank speaks of charges")).isTrue();
    assertThat(row.recordedAlready()).startsWith("Slip 4711");
  }

  @Test
  void moreThanAChargeIsAnotherSum() {
    slip("4711", 30_000);
    bankLine(25_999, "BRANCH DEPOSIT 4711");
    assertThat(plan().get(0).ways()).noneMatch(Proposal::isTie);
  }

  /** An exact sum is tied before one that a charge explains; both slips are tied once. */
  @Test
  void exactComesBeforeLessACharge() {
    slip("4711", 30_000);
    slip("4712", 29_500);
    bankLine(29_500, "BRANCH DEPOSIT");
    bankLine(29_500, "BRANCH DEPOSIT");
    List<Plan.Row> rows = plan();
    assertThat(List.of(chosen(rows.get(0)).words(), chosen(rows.get(1)).words()))
        .containsExactlyInAnyOrder(
            "slip 4712, recorded already", "slip 4711, recorded already, less 5.00 charge");
  }

  @Test
  void chequesOnHandMayHaveBeenBankedTogether() {
    chequeOnHand("101", 12_345);
    chequeOnHand("102", 20_000);
    chequeOnHand("103", 40_001);
    bankLine(52_346, "BRANCH DEPOSIT");
    Plan.Row row = plan().get(0);
    assertThat(words(row)).contains("cheque 101 + cheque 103, recorded already");
    assertThat(row.recordedAlready()).startsWith("Cheque 101");
  }

  @Test
  void nothingElsewhereOrDeniedIsTied() {
    bankLine(64_000, "BRANCH DEPOSIT");
    MoneyIn entry = pile.get(0);
    waits(Currency.getInstance("EUR"), Optional.of(ACCOUNT), Set.of());
    waits(USD, Optional.of(ACCOUNT + 1), Set.of());
    waits(USD, Optional.of(ACCOUNT), Set.of(entry.id()));
    assertThat(words(plan().get(0))).containsExactly("T-90017");
  }

  private void waits(Currency currency, Optional<Long> account, Set<MoneyInId> others) {
    recorded.add(
        new Recorded(
            new RecordedId(1),
            DepositKind.SLIP,
            DepositKind.SLIP.clearing().code(),
            currency,
            account,
            "4711",
            DAY,
            64_000,
            "slip 4711",
            others));
  }

  @Test
  void whatIsNoEntryOfABankIsNeverTied() {
    slip("4711", 64_000);
    money("Ambrose Tile", 64_000, "cheque 88");
    assertThat(words(plan().get(0))).containsExactly("T-90017");
  }
}
