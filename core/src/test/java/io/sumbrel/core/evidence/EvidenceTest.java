package io.sumbrel.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.evidence.Evidence.NumberReading;
import io.sumbrel.core.evidence.Evidence.Side;
import java.time.LocalDate;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The sentences that a clerk reads. */
class EvidenceTest {
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
    assertThat(new Evidence.OtherWays(7, "sets of this customer").words())
        .isEqualTo("7 sets of this customer reach the sum");
    for (Evidence against :
        new Evidence[] {
          new Evidence.LeavesOut(2),
          new Evidence.NoNumber(),
          new Evidence.SettledAlready("T-1", NOWHERE),
          new Evidence.AnotherPayer("Alder"),
          new Evidence.UnknownPayer(true),
          new Evidence.OtherWays(7, "sets"),
          new Evidence.SplitDiffers("another split")
        }) {
      assertThat(against.side()).as(against.words()).isEqualTo(Side.AGAINST);
    }
  }

  @Test
  void theDetailsOfAPayerInTheRightNumber() {
    assertThat(new Evidence.SplitStated(1, Optional.empty()).words())
        .isEqualTo("the detail of the payer is the sum");
    assertThat(new Evidence.SplitStated(3, Optional.empty()).words())
        .isEqualTo("the 3 details of the payer add up to the sum");
    assertThat(new Evidence.SplitStated(3, Optional.of("USD 4.00")).words())
        .isEqualTo("the 3 details of the payer leave USD 4.00 unsaid");
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
