package io.sumbrel.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CurrenciesTest {

  /** Minor units by ISO 4217:2015, list one; the values from memory. */
  @ParameterizedTest
  @CsvSource({
    "USD,2", "EUR,2", "HUF,2", "COP,2", "IDR,2", "PKR,2", "IQD,3", "JPY,0", "KRW,0", "ISK,0",
    "KWD,3", "BHD,3", "TND,3", "CLF,4", "LAK,2", "MMK,2", "RSD,2", "ALL,2"
  })
  void haveTheirDecimals(String code, int decimals) {
    assertThat(Currencies.of(code).getDefaultFractionDigits()).isEqualTo(decimals);
    assertThat(Currencies.unusualDecimals().getOrDefault(code, 2)).isEqualTo(decimals);
  }

  @ParameterizedTest
  @CsvSource({"XXX", "XAU", "XDR", "XTS"})
  void withoutMinorUnitsAreRefused(String code) {
    assertThatThrownBy(() -> Currencies.of(code))
        .hasMessage("Nobody pays in " + code + ": it is no currency that has minor units.");
  }

  @Test
  void unknownOnesAreRefused() {
    assertThatThrownBy(() -> Currencies.of("usd")).hasMessage("“usd” is no currency such as USD.");
  }
}
