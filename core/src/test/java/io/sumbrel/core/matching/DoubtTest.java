package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.ways.Doubt;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What looks sure and is not: each was found wrong where it was called sure. */
class DoubtTest extends SmallHouse {
  private CustomerId fern;
  private CustomerId gorse;

  @BeforeEach
  void house() {
    fern = customer("Fernwick Glass");
    gorse = customer("Gorsedale Timber");
    item(fern, "4100123", 12_345);
    item(fern, "4100127", 55_510);
    item(gorse, "4100133", 12_345);
    item(gorse, "4100555", 8_000);
  }

  private Proposal first() {
    return chosen(plan().get(0));
  }

  private void stated(long minor, String payer, RemittanceDetail... details) {
    money(payer, minor, "PAYMENT");
    pile.set(0, pile.get(0).stating(List.of(details)));
  }

  /** 4100133 is a stranger's of the same sum, one digit away; what is written is settled or not. */
  @Test
  void aNumberThatExistsIsNeverReadAsAnothersWithASlip() {
    item(fern, "4100134", 70_000);
    money("WHOEVER", 12_345, "INV 4100134");
    assertThat(plan().get(0).ways())
        .noneMatch(w -> w.words().contains("4100133") && w.certainty() == Certainty.SURE);
    assertThat(plan().get(0).ways()).noneMatch(w -> says(w, "one slip"));
  }

  /** 4100134 is Gorsedale's, one digit from what Fernwick owes; the payer is known. */
  @Test
  void aPayersOwnItemNearTheNumberOfAnotherIsAtMostLikely() {
    item(gorse, "4100128", 70_000);
    money("FERNWICK GLASS", 55_510, "INV 4100128");
    Proposal way = first();
    assertThat(way.words()).isEqualTo("4100127");
    assertThat(way.doubt()).contains(Doubt.NUMBER_OF_ANOTHER);
    assertThat(way.certainty()).isNotEqualTo(Certainty.SURE);
  }

  @Test
  void aSlipAloneIsAtMostLikely() {
    money("WHOEVER", 8_000, "INV 4100556");
    Proposal way = first();
    assertThat(way.words()).isEqualTo("4100555");
    assertThat(way.doubt()).contains(Doubt.SLIP_ALONE);
    assertThat(way.certainty()).isEqualTo(Certainty.LIKELY);
    assertThat(way.evidence().stream().filter(e -> e.side() == Evidence.Side.AGAINST).findFirst())
        .map(Evidence::words)
        .contains("the number is written with one digit otherwise, and nothing else leads there");
  }

  /** The payer owes the very sum once, but the text calls another number an invoice's. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "INV 9182736",
        "RECHNUNG 0021069",
        "FACTURE 4100555/9182736",
        "INV 000834",
        "INV R26/9182736"
      })
  void aNumberThatIsCalledAnInvoicesAndIsNoneOfTheseLeavesItAtMostLikely(String text) {
    money("FERNWICK GLASS", 55_510, text);
    assertThat(plan().get(0).ways()).noneMatch(w -> w.certainty() == Certainty.SURE);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"TEL 0200917273", "INV 555.10", "RE 16.11.2026", "INV 2026", "REF 918273"})
  void whatIsCalledNoInvoiceHoldsNothingBack(String text) {
    money("FERNWICK GLASS", 55_510, text);
    assertThat(first().words()).isEqualTo("4100127");
    assertThat(first().doubt()).isEmpty();
  }

  @Test
  void theEndOfANumberLeadsToTheItemOfTheSumButIsNotSureByItself() {
    money("WHOEVER", 8_000, "INV 0555/2026");
    Proposal way = first();
    assertThat(way.words()).isEqualTo("4100555");
    assertThat(way.doubt()).contains(Doubt.END_ALONE);
  }

  /** 555.10 less 15.00: that it is this item, and that a bank kept so much, is supposed. */
  @Test
  void anItemThatNothingNamesLessAChargeIsAtMostLikely() {
    money("FERNWICK GLASS", 54_010, "PAYMENT");
    Proposal way = first();
    assertThat(way.words()).isEqualTo("4100127, less 15.00 charge");
    assertThat(way.doubt()).contains(Doubt.GUESSED_TWICE);
    money("FERNWICK GLASS", 54_010, "INV 4100127");
    assertThat(chosen(plan().get(1)).doubt()).isEmpty();
  }

  /** Cut at 35 letters: a second number may have stood there. */
  @Test
  void whatACutTextLeavesOnAccountIsNotSure() {
    money("FERNWICK GLASS", 75_000, "REMITTANCE ADVICE FOR YOURS 4100127");
    assertThat(plan().get(0).ways())
        .filteredOn(w -> w.words().endsWith("on account"))
        .isNotEmpty()
        .allMatch(w -> w.doubt().isPresent());
  }

  /** Two equal payments: the first pays the invoice, the other is a second payment. */
  @Test
  void ofTwoEqualPaymentsTheFirstPaysTheItemAndTheOtherIsASecondPayment() {
    money("GORSEDALE TIMBER", 8_000, "INV 4100555");
    money("GORSEDALE TIMBER", 8_000, "INV 4100555");
    assertThat(first().words()).isEqualTo("4100555");
    assertThat(first().certainty()).isEqualTo(Certainty.SURE);
    Proposal second = chosen(plan().get(1));
    assertThat(second.words()).isEqualTo("a second payment: keep on account");
    assertThat(second.doubt()).contains(Doubt.PAID_BY_ANOTHER);
    assertThat(second.certainty()).isEqualTo(Certainty.LIKELY);
  }

  @Test
  void twoEqualPaymentsPayTwoEqualInvoices() {
    item(gorse, "4100556", 8_000);
    money("GORSEDALE TIMBER", 8_000, "PAYMENT");
    money("GORSEDALE TIMBER", 8_000, "PAYMENT");
    assertThat(plan())
        .extracting(r -> chosen(r).words())
        .containsExactlyInAnyOrder("4100555", "4100556");
  }

  @Test
  void aSlipWithItsPayerMayBeSure() {
    money("GORSEDALE TIMBER", 8_000, "INV 4100556");
    assertThat(first().words()).isEqualTo("4100555");
    assertThat(first().doubt()).isEmpty();
  }

  @Test
  void aLineOfASplitIsReadWithASlipWhereItsSumAndCustomerAgree() {
    stated(
        67_855,
        "FERNWICK GLASS",
        new RemittanceDetail("4100123", 12_345),
        new RemittanceDetail("4100172", 55_510));
    Proposal way = first();
    assertThat(way.words()).isEqualTo("4100123 + 4100127");
    assertThat(way.doubt()).contains(Doubt.SLIP_IN_SPLIT);
    assertThat(way.certainty()).isEqualTo(Certainty.LIKELY);
  }

  @Test
  void whatALineThatIsNotReadLeavesOnAccountIsNotSure() {
    stated(
        67_855,
        "FERNWICK GLASS",
        new RemittanceDetail("4100123", 12_345),
        new RemittanceDetail("9999999", 55_510));
    assertThat(plan().get(0).ways())
        .allMatch(w -> w.certainty() != Certainty.SURE)
        .anyMatch(w -> w.doubt().filter(Doubt.UNREAD_LINE::equals).isPresent());
  }

  /** A transposed number that happens to be a stranger's, of which a part would be paid. */
  @Test
  void aSplitPaysNoPartOfAStrangersItem() {
    item(gorse, "4100172", 90_000);
    stated(
        67_855,
        "FERNWICK GLASS",
        new RemittanceDetail("4100123", 12_345),
        new RemittanceDetail("4100127", 50_000),
        new RemittanceDetail("4100172", 5_510));
    assertThat(first().lines()).noneMatch(l -> l.item().equals(Optional.of(items.get(4).id())));
    assertThat(first().certainty()).isNotEqualTo(Certainty.SURE);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"RENT NOVEMBER", "KAUTION", "DEPOSIT FOR THE HALL", "RÜCKZAHLUNG", "ACOMPTE"})
  void wordsForSomethingElseKeepItFromBeingSure(String text) {
    money("GORSEDALE TIMBER", 8_000, text);
    assertThat(plan().get(0).ways())
        .isNotEmpty()
        .allMatch(w -> w.certainty() != Certainty.SURE)
        .allMatch(w -> w.doubt().filter(Doubt.SPEAKS_OF_ELSE::equals).isPresent());
  }

  /** Rill Rental is a name, and a deposit is what money at a counter is called. */
  @Test
  void aNameSpeaksOfNothingElse() {
    CustomerId rent = customer("Rent A Kiln");
    item(rent, "4100999", 31_400);
    money("RENT A KILN", 31_400, "INV 4100999");
    assertThat(first().doubt()).isEmpty();
    assertThat(first().certainty()).isEqualTo(Certainty.SURE);
  }

  @Test
  void moreLeftOpenThanPaidIsNotSure() {
    money("FERNWICK GLASS", 5_000, "INV 4100127");
    assertThat(first().words()).contains("4100127");
    assertThat(first().doubt()).contains(Doubt.MORE_LEFT_OPEN);
  }

  /** A charge is kept from transfers alone: common practice. */
  @ParameterizedTest
  @ValueSource(strings = {"cheque 4711", "card receipt 12", "sale ch-9", "cash"})
  void whatIsNoTransferLosesNothingOnTheWay(String kind) {
    money("GORSEDALE TIMBER", 6_350, kind + "\n4100555");
    assertThat(plan().get(0).ways()).noneMatch(w -> w.words().contains("charge"));
    pile.clear();
    money("GORSEDALE TIMBER", 6_350, "4100555");
    assertThat(plan().get(0).ways()).anyMatch(w -> w.words().contains("charge"));
  }
}
