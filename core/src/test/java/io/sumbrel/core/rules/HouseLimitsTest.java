package io.sumbrel.core.rules;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.difference.LimitTable;
import java.util.Currency;
import java.util.Map;
import org.junit.jupiter.api.Test;

class HouseLimitsTest {
  private static final Currency YEN = Currency.getInstance("JPY");

  private static HouseLimits with(DifferenceLimits differences, int monthsBack) {
    return new HouseLimits(differences, 3, monthsBack, 60, 31, Release.AT_ONCE);
  }

  @Test
  void saysWhatIsOtherwiseThanItWas() {
    LimitTable changed =
        LimitTable.STANDARD.with(
            DifferenceReason.ROUNDING, Authority.CLERK, new LimitTable.Figures(50, 100));
    DifferenceLimits own = new DifferenceLimits(LimitTable.STANDARD, Map.of(YEN, changed));
    HouseLimits before = HouseLimits.DEFAULTS;

    assertThat(before.changedSince(before)).isEqualTo("as they were");
    assertThat(with(new DifferenceLimits(changed, Map.of()), 24).changedSince(before))
        .isEqualTo("months back 24; rounding 0.50/1.00, 300.00/300.00");
    assertThat(with(own, 18).changedSince(before))
        .contains("rounding in JPY 50/100, 30000/30000", "bank charge kept in JPY 4000/16000")
        .doesNotContain("0.50");
    assertThat(before.changedSince(with(own, 18))).isEqualTo("JPY as any other currency");
  }

  @Test
  void aCapIsThatOfTheCurrency() {
    LimitTable narrow =
        LimitTable.STANDARD.with(
            DifferenceReason.BANK_CHARGE, Authority.CLERK, new LimitTable.Figures(700, 700));
    HouseLimits limits = with(new DifferenceLimits(LimitTable.STANDARD, Map.of(YEN, narrow)), 18);
    assertThat(limits.chargeCap(YEN)).hasToString("JPY 700");
    assertThat(limits.chargeCap(Currency.getInstance("USD"))).hasToString("USD 40.00");
    assertThat(limits.clerkWriteOff(YEN)).hasToString("JPY 300");
  }
}
