package io.sumbrel.core.matching.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.apache.commons.text.similarity.JaroWinklerSimilarity;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TextTest {
  private static List<String> digits(String text) {
    return NumberScan.scan(text).stream().map(NumberScan.Found::digits).toList();
  }

  @Test
  void findsNumbersWithoutPrefixAndZeros() {
    assertThat(digits("INV 20418 and 20455/20461")).containsExactly("20418", "20455", "20461");
    assertThat(digits("INVOICE NO 0020458")).containsExactly("20458");
    assertThat(digits("TCK-20480 LESS 2 PCT")).containsExactly("20480");
  }

  @Test
  void readsALetterOForZero() {
    NumberScan.Found found = NumberScan.scan("PAY 2O455 NOW").get(0);
    assertThat(found.digits()).isEqualTo("20455");
    assertThat(found.readsLetterO()).isTrue();
  }

  @Test
  void namesThePlaceInTheText() {
    String text = "KESTREL\nINV 20418";
    NumberScan.Found found = NumberScan.scan(text).get(0);
    assertThat(text.substring(found.start(), found.end())).isEqualTo("20418");
  }

  @Test
  void leavesShortNumbersAlone() {
    assertThat(digits("2 PCT OFF 14 BAGS")).isEmpty();
  }

  /** Winkler's table of name pairs (US Census Bureau), from memory. */
  @ParameterizedTest
  @CsvSource({
    "MARTHA,MARHTA,.961",
    "DWAYNE,DUANE,.840",
    "DIXON,DICKSONX,.813",
    "SHACKLEFORD,SHACKELFORD,.982",
    "DUNNINGHAM,CUNNIGHAM,.896",
    "NICHLESON,NICHULSON,.956",
    "MASSEY,MASSIE,.933"
  })
  void likenessAgreesWithWinklersTable(String one, String other, double published) {
    assertThat(new JaroWinklerSimilarity().apply(one, other))
        .isCloseTo(published, Offset.offset(0.0006));
    assertThat(NameLikeness.of(one, other) / 1000.0).isCloseTo(published, Offset.offset(0.001));
  }

  @Test
  void legalFormsAndCutsDoNotCount() {
    String name = NameLikeness.normal("Kestrel Lane Pottery, Ltd.");
    assertThat(name).isEqualTo("KESTREL LANE POTTERY");
    assertThat(NameLikeness.of(NameLikeness.normal("KESTREL LANE POT"), name))
        .isEqualTo(NameLikeness.ALIKE);
    assertThat(NameLikeness.of("", name)).isZero();
  }
}
