package io.sumbrel.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import java.time.LocalDate;
import java.util.Currency;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CellStyleTest {
  private static final CellStyle STYLE = new CellStyle(DateOrder.MONTH_DAY_YEAR, DecimalMark.POINT);

  private static long amount(String written, String currency) {
    return STYLE.amount(written, Currency.getInstance(currency));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "$1,250.00~USD~125000",
        "-$1,250.00~CAD~-125000",
        "($1,250.00)~USD~-125000",
        "€ 12.50~EUR~1250",
        "£12.50-~GBP~-1250",
        "¥1,250~JPY~1250",
        "1,250.00 CR~USD~125000",
        "1,250.00DR~USD~-125000",
        "USD 7.00 Dr~USD~-700"
      })
  void readsTheSignOfTheCurrencyAndOfTheSide(String written, String currency, long minor) {
    assertThat(amount(written, currency)).isEqualTo(minor);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {"€12.50~USD", "$12.50~EUR", "12.50 XR~USD", "CR~USD", "$~USD", "12.50 CRDR~USD"})
  void takesNoOtherSign(String written, String currency) {
    assertThatThrownBy(() -> amount(written, currency))
        .isInstanceOf(Refusal.class)
        .hasMessageContaining("is not an amount");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "27 Feb 2026",
        "27-Feb-26",
        "27FEB2026",
        "27. Februar 2026",
        "27 févr. 2026",
        "Feb 27, 2026",
        "February 27th 2026",
        "27 febrero 2026",
        "27 feb 2026",
        "02/27/2026"
      })
  void readsAMonthInWordsWhereverItStands(String written) {
    assertThat(STYLE.date(written)).isEqualTo(LocalDate.of(2026, 2, 27));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"27 Ju 2026", "27 Foo 2026", "31 Feb 2026", "27 Feb 026", "Feb 2026", "27 Feb"})
  void refusesWhatIsNoDay(String written) {
    assertThatThrownBy(() -> STYLE.date(written))
        .isInstanceOf(Refusal.class)
        .hasMessageContaining("is not a date");
  }
}
