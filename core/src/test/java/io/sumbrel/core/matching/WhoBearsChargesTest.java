package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentPayments;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What a bank keeps on the way is the house's to bear, or stays open where a customer bears it. */
class WhoBearsChargesTest extends SmallHouse {
  private CustomerId alder;

  @BeforeEach
  void begin() {
    alder = customer("Alder Pots");
    item(alder, "T-50011", 10_000);
    item(alder, "T-50012", 40_000);
  }

  private Proposal paid(long minor, CustomerId... bearing) {
    rules =
        new HouseRules(
            HouseLimits.DEFAULTS, List.of(), SilentPayments.NOT_SET, Set.of(), Set.of(bearing));
    pile.clear();
    money("ALDER POTS", minor, "INV 50011 50012 LESS CHARGES 12.00");
    return chosen(plan().get(0));
  }

  @Test
  void theHouseBearsThemUnlessTheCustomerDoes() {
    Proposal ours = paid(48_800);
    assertThat(ours.words()).isEqualTo("T-50011 + T-50012, less 12.00 charge");
    assertThat(ours.lines())
        .contains(TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(1_200)))
        .noneMatch(l -> l.shortPay().isPresent());
    Proposal theirs = paid(48_800, alder);
    assertThat(theirs.words()).isEqualTo("T-50011 + T-50012, 12.00 charge stays open");
    assertThat(theirs.lines())
        .as("on the larger of the two")
        .containsExactly(
            TapeLine.settles(items.get(0).id(), usd(10_000)),
            TapeLine.settles(items.get(1).id(), usd(38_800))
                .leavingOpen(ShortPayReason.CHARGE_DISPUTED));
    assertThat(theirs.certainty()).as("as sure as it is").isEqualTo(ours.certainty());
    assertThat(theirs.evidence())
        .anyMatch(e -> e.words().startsWith("this customer bears the charges of banks"));
  }

  @Test
  void ofAnotherCustomerItIsOursStill() {
    assertThat(paid(48_800, customer("Birch Ware")).words())
        .isEqualTo("T-50011 + T-50012, less 12.00 charge");
  }
}
