package io.sumbrel.core.bank;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.AccountNumber.Likeness;
import java.util.Currency;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * How banks write the number of an account: common practice, but for the parts of an IBAN (ISO
 * 13616; the French and the German one are the examples of its registry).
 */
class AccountNumberTest {
  @ParameterizedTest
  @CsvSource(
      nullValues = "other",
      value = {
        "0048-1044 17, 0048104417, SAME",
        "48104417, 0048104417, SAME",
        "48104418, 0048104417, other",
        "de48 9999 0000, DE4899990000, SAME",
        "0048104417EUR, 0048104417, BUT_FOR_CURRENCY",
        "0048104417, 48104417 EUR, BUT_FOR_CURRENCY",
        "0048104417USD, 0048104417, other",
        "0532013000, DE89370400440532013000, ENDS_WITH",
        "532013000, DE89370400440532013000, ENDS_WITH",
        "37040044/532013000, DE89370400440532013000, ENDS_WITH",
        "37040044/0532013000EUR, DE89370400440532013000, ENDS_WITH",
        "37040055/532013000, DE89370400440532013000, other",
        "DE89370400440532013000, 0532013000, ENDS_WITH",
        "DE89370400440532013000, 37040044/532013000, ENDS_WITH",
        "37040044/532013000, 532013000, ENDS_WITH",
        "DE89370400440532013000EUR, 0532013000, ENDS_WITH",
        "DE89370400440532013000USD, 0532013000, other",
        "13000, DE89370400440532013000, other",
        "0500013M026, FR1420041010050500013M02606, WITHIN",
        "20041010050500013M026, FR1420041010050500013M02606, WITHIN",
        "0500014M026, FR1420041010050500013M02606, other",
        "500013, 9950001377, other",
        "'', 0048104417, other"
      })
  void namesAnAccountOfTheHouse(String written, String ours, Likeness likeness) {
    assertThat(
            new AccountNumber(written)
                .likenessTo(new AccountNumber(ours), Currency.getInstance("EUR")))
        .isEqualTo(Optional.ofNullable(likeness));
  }
}
