package io.sumbrel.core.party;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.apache.commons.validator.routines.checkdigit.ABANumberCheckDigit;
import org.apache.commons.validator.routines.checkdigit.IBANCheckDigit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Published numbers, and an independent library (Apache Commons Validator) on seeded ones. */
class CheckDigitsTest {

  // ISO 11649, the standard's own example first; the rest as widely published, from memory
  @ParameterizedTest
  @ValueSource(
      strings = {"RF18 5390 0754 7034", "RF96TU06FX", "RF720HYA6", "RF712348231", "rf45g72uur"})
  void acceptsPublishedCreditorReferences(String reference) {
    assertThat(CheckDigits.isCreditorReference(reference)).isTrue();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "RF19GAX8WS5JYOOUJ87",
        "RF17 5390 0754 7034",
        "RF18",
        "RF1853900754703",
        "TCK-20418"
      })
  void refusesReferencesThatDoNotProveThemselves(String reference) {
    assertThat(CheckDigits.isCreditorReference(reference)).isFalse();
  }

  // examples of the IBAN registry, from memory
  @ParameterizedTest
  @ValueSource(
      strings = {
        "GB29 NWBK 6016 1331 9268 19",
        "DE89370400440532013000",
        "FR1420041010050500013M02606",
        "NO9386011117947",
        "MT84MALT011000012345MTLCAST001S"
      })
  void acceptsTheRegistrysExamples(String iban) {
    assertThat(CheckDigits.isIban(iban)).isTrue();
    assertThat(CheckDigits.isIban(iban.replaceFirst("1", "7"))).isFalse();
  }

  @Test
  void agreesWithAnIndependentLibraryOnRoutingNumbersAndIbans() {
    Random random = new Random(11);
    int valid = 0;
    for (int i = 0; i < 20_000; i++) {
      String routing = "%09d".formatted(random.nextInt(1_000_000_000));
      assertThat(CheckDigits.isRoutingNumber(routing))
          .as(routing)
          .isEqualTo(ABANumberCheckDigit.ABAN_CHECK_DIGIT.isValid(routing));
      valid += CheckDigits.isRoutingNumber(routing) ? 1 : 0;
      String iban = "DE%02d%018d".formatted(2 + random.nextInt(97), random.nextLong(1L << 58));
      assertThat(CheckDigits.isIban(iban))
          .as(iban)
          .isEqualTo(IBANCheckDigit.IBAN_CHECK_DIGIT.isValid(iban));
    }
    assertThat(valid).isBetween(1_800, 2_200);
  }

  @Test
  void refusesWhatIsNoRoutingNumberAtAll() {
    assertThat(CheckDigits.isRoutingNumber("000000000")).isFalse();
    assertThat(CheckDigits.isRoutingNumber("01100001")).isFalse();
    assertThat(CheckDigits.isRoutingNumber("01100001X")).isFalse();
    assertThat(CheckDigits.isRoutingNumber("011000015")).isTrue();
  }
}
