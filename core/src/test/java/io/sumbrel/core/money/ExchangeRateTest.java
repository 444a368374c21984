package io.sumbrel.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.refusal.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ExchangeRateTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final Currency EUR = Currency.getInstance("EUR");
  private static final Currency JPY = Currency.getInstance("JPY");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static ExchangeRate rate(Currency of, Currency in, String figure, LocalDate date) {
    return new ExchangeRate(of, in, new BigDecimal(figure), date);
  }

  /**
   * The fixed rate of the German mark, EUR 1 = DEM 1.95583 (Council Regulation (EC) No 2866/98,
   * from memory), rounded to the cent, half up (No 1103/97, article 5, from memory).
   */
  @Test
  void convertsBothWaysHalfUpInTheDecimalsOfEachCurrency() {
    Currency dem = Currency.getInstance("DEM");
    ExchangeRate fixed = rate(EUR, dem, "1.95583", DAY);
    assertThat(fixed.convert(Money.ofMinor(EUR, 10_000))).isEqualTo(Money.ofMinor(dem, 19_558));
    assertThat(fixed.back(Money.ofMinor(dem, 10_000))).isEqualTo(Money.ofMinor(EUR, 5_113));
    ExchangeRate yen = rate(USD, JPY, "149.5", DAY);
    assertThat(yen.convert(Money.ofMinor(USD, 1_001))).isEqualTo(Money.ofMinor(JPY, 1_496));
    assertThat(yen.back(Money.ofMinor(JPY, 1_495))).isEqualTo(Money.ofMinor(USD, 1_000));
    assertThat(yen.convert(Money.ofMinor(USD, -1_001))).isEqualTo(Money.ofMinor(JPY, -1_496));
    assertThat(yen.figure()).isEqualTo("149.5000");
  }

  @Test
  void theRateBetweenTwoSumsMakesTheOneOfTheOther() {
    Random random = new Random(7);
    for (int i = 0; i < 5_000; i++) {
      Money one = Money.ofMinor(EUR, 1 + random.nextLong(1_000_000_000));
      Money other = Money.ofMinor(i % 2 == 0 ? USD : JPY, 1 + random.nextLong(1_000_000_000));
      if (one.minor() * 1_000 > other.minor() && other.minor() * 1_000 > one.minor()) {
        assertThat(ExchangeRate.between(one, other, DAY).convert(one))
            .as("%s and %s", one, other)
            .isEqualTo(other);
      }
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"0", "-1.08", "1000000001", "0.0000000000001"})
  void refusesWhatIsNoRate(String figure) {
    assertThatThrownBy(() -> rate(EUR, USD, figure, DAY)).isInstanceOf(Refusal.class);
    assertThatThrownBy(() -> rate(EUR, EUR, "1", DAY)).isInstanceOf(Refusal.class);
  }

  @Test
  void refusesToMakeMoreThanIsHandled() {
    ExchangeRate large = rate(EUR, USD, "1000000000", DAY);
    assertThatThrownBy(() -> large.convert(Money.ofMinor(EUR, 1_000_000)))
        .isInstanceOf(Refusal.class);
  }

  @Test
  void theNewestUpToADayHoldsOrTheInverseOfTheOtherWay() {
    ExchangeRates rates =
        new ExchangeRates(
            List.of(
                rate(EUR, USD, "1.08", DAY),
                rate(EUR, USD, "1.10", DAY.plusDays(2)),
                rate(USD, JPY, "125", DAY)));
    assertThat(rates.on(EUR, USD, DAY.minusDays(1))).isEmpty();
    assertThat(rates.on(EUR, USD, DAY.plusDays(1)).map(ExchangeRate::words))
        .contains("EUR 1 = USD 1.0800");
    assertThat(rates.on(EUR, USD, DAY.plusDays(9)).map(ExchangeRate::words))
        .contains("EUR 1 = USD 1.1000");
    assertThat(rates.on(JPY, USD, DAY).map(ExchangeRate::words)).contains("JPY 1 = USD 0.0080");
    assertThat(rates.on(EUR, JPY, DAY)).as("none is made of two").isEmpty();
  }
}
