package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.money.BasisPoints;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentPayments;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Tax that a customer withholds at a rate that the house knows. */
class WithheldTest extends SmallHouse {
  private CustomerId alder;

  @BeforeEach
  void begin() {
    alder = customer("Alder Pots");
    rates(2_000);
  }

  private void rates(Integer... basisPoints) {
    rules =
        new HouseRules(
            HouseLimits.DEFAULTS, List.of(basisPoints), SilentPayments.NOT_SET, Set.of(), Set.of());
  }

  /** An invoice of which the tax is known. */
  private void taxed(String number, long minor, long tax) {
    OpenItem item = item(alder, number, minor);
    items.set(
        items.size() - 1,
        new OpenItem(
            item.id(),
            item.kind(),
            item.customer(),
            number,
            item.date(),
            item.due(),
            USD,
            minor,
            minor,
            Optional.of(tax),
            item.orderNumber(),
            item.terms()));
  }

  private Proposal first(long minor, String text) {
    pile.clear();
    money("ALDER POTS", minor, text);
    return chosen(plan().get(0));
  }

  /**
   * The usual example of an invoice for services: 1,000.00, value added tax 22 % 220.00, withheld
   * 20 % of 1,000.00, to be paid 1,020.00. Common practice in Italy; rates from memory.
   */
  @Test
  void ofThePriceWithoutTax() {
    taxed("T-50011", 122_000, 22_000);
    Proposal way = first(102_000, "INV 50011");
    assertThat(way.words()).isEqualTo("T-50011, less 200.00 tax withheld");
    assertThat(way.lines())
        .containsExactly(
            TapeLine.settles(items.get(0).id(), usd(122_000)),
            TapeLine.keptBack(DifferenceReason.TAX_WITHHELD, usd(20_000)).on(items.get(0).id()));
    assertThat(way.evidence())
        .anyMatch(e -> e.words().equals("tax of 200.00 withheld, 20 % of the price without tax"));
  }

  @Test
  void ofAllOfItWhereNoTaxIsStated() {
    item(alder, "T-50011", 30_005);
    rates(250, 1_000);
    assertThat(first(27_004, "INV 50011").words())
        .as("10 per cent, half up: 30.005 is 30.01")
        .isEqualTo("T-50011, less 30.01 tax withheld");
    assertThat(first(29_255, "INV 50011").words()).isEqualTo("T-50011, less 7.50 tax withheld");
    assertThat(first(29_255, "INV 50011").evidence())
        .anyMatch(e -> e.words().equals("tax of 7.50 withheld, 2.5 % of the price"));
  }

  @Test
  void reckonedOnTheSumOfSeveral() {
    rates(1_000);
    item(alder, "T-50011", 30_004);
    item(alder, "T-50012", 40_004);
    Proposal way = first(70_008 - 7_001, "INV 50011 50012");
    assertThat(way.lines())
        .contains(
            TapeLine.keptBack(DifferenceReason.TAX_WITHHELD, usd(3_000)).on(items.get(0).id()),
            TapeLine.keptBack(DifferenceReason.TAX_WITHHELD, usd(4_001)).on(items.get(1).id()));
  }

  @Test
  void notWhereTheRateIsUnknownOrAPartIsPaid() {
    item(alder, "T-50011", 30_000);
    items.set(0, items.get(0).moved(0, -10_000));
    money("ALDER POTS", 16_000, "INV 50011");
    assertThat(plan().get(0).ways()).noneMatch(w -> w.words().contains("withheld"));
    items.set(0, items.get(0).moved(0, 10_000));
    pile.clear();
    money("ALDER POTS", 25_500, "INV 50011");
    assertThat(plan().get(0).ways()).noneMatch(w -> w.words().contains("withheld"));
  }

  @Test
  void aRateIsBetweenNothingAndHalf() {
    Assertions.assertThatThrownBy(() -> rates(0)).isInstanceOf(Refusal.class);
    Assertions.assertThatThrownBy(() -> rates(5_001)).isInstanceOf(Refusal.class);
    rates(5_000);
  }

  @Test
  void ratesAreReadAsTheyAreWritten() {
    assertThat(HouseRules.rates(" 20  2,5;0.25 20")).containsExactly(25, 250, 2_000);
    assertThat(HouseRules.rates("")).isEmpty();
    assertThat(BasisPoints.words(250)).isEqualTo("2.5");
    assertThat(BasisPoints.words(2_000)).isEqualTo("20");
    Assertions.assertThatThrownBy(() -> HouseRules.rates("20 a.5"))
        .hasMessageContaining("“a.5” is no rate");
  }
}
