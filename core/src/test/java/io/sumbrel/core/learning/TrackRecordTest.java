package io.sumbrel.core.learning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.sumbrel.core.learning.TrackRecord.Band;
import io.sumbrel.core.learning.TrackRecord.Judged;
import io.sumbrel.core.matching.Certainty;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is proven, against values and sums from outside. */
class TrackRecordTest {

  private static List<Judged> judged(int said, int right, int wrong) {
    List<Judged> all = new ArrayList<>(Collections.nCopies(right, new Judged(said, true)));
    all.addAll(Collections.nCopies(wrong, new Judged(said, false)));
    return all;
  }

  /** With none wrong the bound is the n-th root of the doubt: common practice. */
  @Test
  void withoutAnErrorItIsARootOfTheDoubt() {
    for (int n : new int[] {1, 10, 59, 2_995}) {
      assertThat(TrackRecord.lowerBound(n, n)).isCloseTo(Math.pow(0.05, 1.0 / n), within(1e-9));
    }
    assertThat(TrackRecord.lowerBound(0, 10)).isZero();
  }

  /**
   * The rule of three: none wrong of n leaves at most about 3/n wrong. Hanley and Lippman-Hand, If
   * nothing goes wrong, is everything all right? (1983).
   */
  @Test
  void meetsTheRuleOfThree() {
    for (int n = 100; n <= 3_000; n += 100) {
      assertThat((1 - TrackRecord.lowerBound(n, n)) * n).isBetween(2.9, 3.0);
    }
  }

  /** By its definition, in exact fractions: so many or more come with one in twenty. */
  @Test
  void atTheBoundSoManyComeOnceInTwenty() {
    for (int[] of : new int[][] {{9, 10}, {5, 10}, {1, 8}, {195, 200}, {400, 403}}) {
      BigDecimal bound = BigDecimal.valueOf(TrackRecord.lowerBound(of[0], of[1]));
      assertThat(atLeast(of[0], of[1], bound)).isCloseTo(0.05, within(1e-9));
    }
  }

  private static double atLeast(int right, int of, BigDecimal share) {
    BigDecimal sum = BigDecimal.ZERO;
    BigInteger choose = BigInteger.ONE;
    for (int k = of; k >= right; k--) {
      BigDecimal term =
          new BigDecimal(choose)
              .multiply(share.pow(k))
              .multiply(BigDecimal.ONE.subtract(share).pow(of - k));
      sum = sum.add(term, MathContext.DECIMAL128);
      choose = choose.multiply(BigInteger.valueOf(k)).divide(BigInteger.valueOf(of - k + 1));
    }
    return sum.doubleValue();
  }

  @Test
  void isEarnedWithThreeThousandAndLostWithTheFirstErrors() {
    int fewest = TrackRecord.FEWEST_WITHOUT_ERROR;
    TrackRecord almost = new TrackRecord(judged(995_000, fewest - 1, 0));
    assertThat(almost.earnedFrom()).isEmpty();
    assertThat(almost.earnedWords()).contains("takes 99.9 % proven: 2,995 in a row");
    TrackRecord earned = new TrackRecord(judged(995_000, fewest, 0));
    assertThat(earned.earnedFrom()).contains(990_000);
    assertThat(earned.earnedWords()).startsWith("What is called sure from 99.0 % on is proven");
    assertThat(new TrackRecord(judged(995_000, fewest, 1)).earnedFrom()).isEmpty();
  }

  @Test
  void isEarnedHigherUpWhereTheLowerOnesWereWrong() {
    List<Judged> mixed = judged(992_000, 40, 2);
    mixed.addAll(judged(999_950, 3_000, 0));
    assertThat(new TrackRecord(mixed).earnedFrom()).contains(995_000);
  }

  @Test
  void tellsHowOftenEachCertaintyWasRight() {
    List<Judged> mixed = judged(992_000, 40, 2);
    mixed.addAll(judged(850_000, 3, 1));
    mixed.addAll(judged(0, 0, 5));
    TrackRecord record = new TrackRecord(mixed);
    assertThat(record.bands())
        .containsExactly(
            new Band(Certainty.SURE, 42, 40),
            new Band(Certainty.LIKELY, 4, 3),
            new Band(Certainty.NOTHING_YET, 5, 0));
    assertThat(record.words())
        .isEqualTo("Of 42 called sure, 40 were posted so and stand: at least 85.7 % is proven.");
    assertThat(new TrackRecord(List.of()).words()).startsWith("Nothing that was called sure");
  }
}
