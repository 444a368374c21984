package io.sumbrel.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.refusal.Refusal;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Currency;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MoneyTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final Currency JPY = Currency.getInstance("JPY");
  private static final Currency KWD = Currency.getInstance("KWD");

  @ParameterizedTest
  @CsvSource({"1280.00,128000", "1280,128000", "0.5,50", "-18.00,-1800", "+7.1,710", "3.4500,345"})
  void readsPlainAmounts(String text, long minor) {
    assertThat(AmountText.parse(text, USD)).isEqualTo(minor);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"", "12,30", "1.234,50", "1 000.00", "12.30-", "(12.30)", "1e3", "abc", "."})
  void refusesWhatIsNoPlainAmount(String text) {
    assertThatThrownBy(() -> AmountText.parse(text, USD)).isInstanceOf(Refusal.class);
  }

  /** ISO 4217: the yen has no decimals, the Kuwaiti dinar three. */
  @Test
  void knowsTheDecimalsOfEachCurrency() {
    assertThat(AmountText.parse("1500", JPY)).isEqualTo(1500);
    assertThat(AmountText.parse("1.234", KWD)).isEqualTo(1234);
    assertThat(AmountText.words(1500, JPY)).isEqualTo("1,500");
    assertThatThrownBy(() -> AmountText.parse("12.345", USD))
        .hasMessage("12.345 has 3 decimals; USD has 2.");
    assertThatThrownBy(() -> AmountText.parse("1.5", JPY)).isInstanceOf(Refusal.class);
  }

  @ParameterizedTest
  @CsvSource(
      value = {"126200;1,262.00", "-1800;−18.00", "0;0.00", "5;0.05", "100000000;1,000,000.00"},
      delimiter = ';')
  void writesThousandsAndATrueMinus(long minor, String words) {
    assertThat(AmountText.words(minor, USD)).isEqualTo(words);
  }

  @Test
  void refusesToAddCurrencies() {
    assertThatThrownBy(() -> Money.ofMinor(USD, 1).plus(Money.ofMinor(JPY, 1)))
        .hasMessageContaining("USD 0.01")
        .hasMessageContaining("JPY 1");
  }

  @Test
  void refusesWhatIsTooLargeToSum() {
    assertThatThrownBy(() -> Money.ofMinor(USD, Money.MAX_MINOR + 1))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> AmountText.parse("99999999999999.00", USD))
        .isInstanceOf(Refusal.class);
  }

  /** Against the decimal arithmetic of the JDK, on seeded writings of amounts. */
  @Test
  void readsEveryWritingOfAnAmountAsDecimalArithmeticDoes() {
    Random random = new Random(6);
    String[] pieces = {"0", "1", "9", "27", ".", "-", "+", "00", " "};
    for (int i = 0; i < 20_000; i++) {
      StringBuilder text = new StringBuilder();
      for (int k = 0; k <= random.nextInt(8); k++) {
        text.append(pieces[random.nextInt(pieces.length)]);
      }
      String written = text.toString();
      try {
        long minor = AmountText.parse(written, USD);
        assertThat(BigDecimal.valueOf(minor, 2))
            .as(written)
            .isEqualByComparingTo(new BigDecimal(written.strip()));
      } catch (Refusal e) {
        boolean plain = written.strip().matches("[+-]?\\d{1,11}(\\.\\d{0,2})?");
        assertThat(plain).as(written + " was refused").isFalse();
      }
    }
  }

  /** Against the decimal arithmetic of the JDK, half up, on seeded amounts. */
  @Test
  void sharesAgreeWithDecimalArithmetic() {
    Random random = new Random(4);
    for (int i = 0; i < 2_000; i++) {
      long amount = random.nextLong(-Money.MAX_MINOR, Money.MAX_MINOR);
      long part = random.nextLong(-100_000, 100_000);
      long whole = 1 + random.nextLong(1_000_000);
      long expected =
          BigDecimal.valueOf(amount)
              .multiply(BigDecimal.valueOf(part))
              .divide(BigDecimal.valueOf(whole), 0, RoundingMode.HALF_UP)
              .longValueExact();
      assertThat(Proportion.halfUp(amount, part, whole)).isEqualTo(expected);
    }
  }
}
