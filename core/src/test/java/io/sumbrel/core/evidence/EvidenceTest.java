package io.sumbrel.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.evidence.Evidence.NumberReading;
import io.sumbrel.core.evidence.Evidence.Side;
import io.sumbrel.core.money.Money;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The sentences that a clerk reads. */
class EvidenceTest {
  private static final Money CENTS = Money.ofMinor(Currency.getInstance("USD"), 40);
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final Optional<TextSpan> NOWHERE = Optional.empty();

  @ParameterizedTest
  @CsvSource({
    "STATED,5OO11 is stated as a reference",
    "WHOLE,5OO11 stands in the text",
    "LETTER_O,'T-50011 read from “5OO11”, letter O for zero'",
    "TAIL,'T-50011 read from its end, “5OO11”'",
    "RANGE,T-50011 lies in the range that the text names",
    "JOINED,'T-50011 read from “5OO11”, numbers run together'",
    "MISTYPED,T-50011 is one slip from “5OO11”"
  })
  void aNumberSaysHowItWasRead(NumberReading how, String words) {
    Evidence evidence = new Evidence.ItemNamed("5OO11", "T-50011", how, NOWHERE);
    assertThat(evidence.words()).isEqualTo(words);
    assertThat(evidence.side()).isEqualTo(Side.FOR);
    assertThat(evidence.source()).isEmpty();
  }

  @Test
  void aPayerSaysHowOftenAndWhen() {
    assertThat(paid(true, 1, 0))
        .isEqualTo("this account paid for Alder 1 time before, last on 2026-11-16");
    assertThat(paid(false, 4, 2))
        .isEqualTo(
            "this payer paid for Alder 4 times before, last on 2026-11-16, and 2 times for others");
  }

  private static String paid(boolean byAccount, int times, int others) {
    return new Evidence.PaidBefore("Alder", byAccount, times, others, DAY, NOWHERE).words();
  }

  @Test
  void whatSpeaksAgainstSaysSo() {
    assertThat(new Evidence.LeavesOut(2).words()).isEqualTo("leaves out 2 that the text names");
    assertThat(new Evidence.OtherWays(7, Evidence.Among.SETS_OF_CUSTOMER).words())
        .isEqualTo("7 sets of this customer reach the sum");
    for (Evidence against :
        new Evidence[] {
          new Evidence.LeavesOut(2),
          new Evidence.NoNumber(),
          new Evidence.SettledAlready("T-1", NOWHERE),
          new Evidence.AnotherPayer("Alder"),
          new Evidence.UnknownPayer(true),
          new Evidence.OtherWays(7, Evidence.Among.SETS),
          new Evidence.SplitDiffers(Optional.empty()),
          new Evidence.LetOff(CENTS),
          new Evidence.DiscountLate(CENTS),
          new Evidence.StaysOpen(CENTS, "T-1"),
          new Evidence.SetShape(SetKind.WITHOUT_PAYER)
        }) {
      assertThat(against.side()).as(against.words()).isEqualTo(Side.AGAINST);
    }
  }

  /** Amounts are of the currency of the sum: yen have no cents. */
  @Test
  void differencesAreFactsWithTheirAmounts() {
    Money yen = Money.ofMinor(Currency.getInstance("JPY"), 1_500);
    assertThat(new Evidence.ChargeKept(CENTS, Money.ofMinor(CENTS.currency(), 4_000)).words())
        .isEqualTo("0.40 under: within the 40.00 charge limit");
    assertThat(new Evidence.DiscountInTime(yen).words())
        .isEqualTo("discount of 1,500 as the terms allow, in time");
    assertThat(new Evidence.TaxWithheld(yen, 1_500, true).words())
        .isEqualTo("tax of 1,500 withheld, 15 % of the price without tax");
    assertThat(new Evidence.StaysOpen(yen, "T-1").words())
        .isEqualTo("short by 1,500, stays open on T-1");
    assertThat(new Evidence.SplitDiffers(Optional.of(yen)).words())
        .isEqualTo("the details of the payer come to 1,500 more than the sum");
    assertThat(new Evidence.AsEver(Evidence.Custom.MONTH, 3, 4).words())
        .isEqualTo("paid a whole month on 3 of 4 earlier payments");
    assertThat(new Evidence.SetShape(SetKind.ALL_DUE).side()).isEqualTo(Side.FOR);
  }

  @Test
  void theDetailsOfAPayerInTheRightNumber() {
    assertThat(new Evidence.SplitStated(1, Optional.empty()).words())
        .isEqualTo("the detail of the payer is the sum");
    assertThat(new Evidence.SplitStated(3, Optional.empty()).words())
        .isEqualTo("the 3 details of the payer add up to the sum");
    assertThat(
            new Evidence.SplitStated(
                    3, Optional.of(Money.ofMinor(Currency.getInstance("USD"), 400)))
                .words())
        .isEqualTo("the 3 details of the payer leave 4.00 unsaid");
  }

  @Test
  void aPayerWithoutANameIsAnotherMatterThanOneThatNobodyKnows() {
    assertThat(new Evidence.UnknownPayer(false).words()).isEqualTo("nothing says who pays");
    assertThat(new Evidence.UnknownPayer(true).words()).contains("payer's name");
  }

  @Test
  void aPlaceInTheTextHasALength() {
    assertThatThrownBy(() -> new TextSpan(3, 3)).isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new TextSpan(-1, 3)).isInstanceOf(IllegalArgumentException.class);
  }
}
