package io.sumbrel.core.deposit;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Currency;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class TieFilterTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static boolean holds(String typed, String words, long minor) {
    return TieFilter.of(typed, Optional.empty()).holds(words, DAY, USD, minor);
  }

  @Test
  void everyWordStandsSomewhere() {
    assertThat(holds("", "DEPOSIT SLIP S-118", 35_920)).isTrue();
    assertThat(holds("slip 359.20", "DEPOSIT SLIP S-118", 35_920)).isTrue();
    assertThat(holds("118 slip 2026-11", "DEPOSIT SLIP S-118", 35_920)).isTrue();
    assertThat(holds("slip 360", "DEPOSIT SLIP S-118", 35_920)).isFalse();
  }

  @Test
  void whatIsNotMeantStandsNowhere() {
    assertThat(holds("slip -s-118", "DEPOSIT SLIP S-119", 1)).isTrue();
    assertThat(holds("slip -s-118", "DEPOSIT SLIP S-118", 1)).isFalse();
    assertThat(holds("-", "A - B", 1)).isTrue();
  }

  @Test
  void anAmountLiesBetweenBothEnds() {
    assertThat(holds("100..359.20", "X", 35_920)).isTrue();
    assertThat(holds("359.20..359.20", "X", 35_920)).isTrue();
    assertThat(holds("100..359.19", "X", 35_920)).isFalse();
    assertThat(holds("100.123..400", "X", 35_920)).as("no amount in cents").isFalse();
  }

  @Test
  void nothingIsOlder() {
    assertThat(TieFilter.of("", Optional.of(DAY)).holds("X", DAY, USD, 1)).isTrue();
    assertThat(TieFilter.of("", Optional.of(DAY.plusDays(1))).holds("X", DAY, USD, 1)).isFalse();
  }
}
