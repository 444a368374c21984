package io.sumbrel.core.matching.text;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.matching.text.NumberScan.Form;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.apache.commons.text.similarity.JaroWinklerSimilarity;
import org.apache.commons.text.similarity.LevenshteinDistance;
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
    assertThat(found.form()).isEqualTo(NumberScan.Form.LETTER_O);
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

  private static List<NumberScan.Form> forms(String text) {
    return NumberScan.scan(text).stream().map(NumberScan.Found::form).toList();
  }

  @Test
  void completesTailsAndRanges() {
    assertThat(digits("4100123/456/89")).containsExactly("4100123", "4100456", "4100489");
    assertThat(forms("4100123/456")).containsExactly(Form.WHOLE, Form.TAIL);
    assertThat(digits("4100123-126")).containsExactly("4100123", "4100124", "4100125", "4100126");
    assertThat(digits("20418-20420")).containsExactly("20418", "20419", "20420");
    assertThat(digits("20418-90420")).as("no range is so long").containsExactly("20418", "90420");
  }

  @Test
  void datesAndTelephonesAreNoNumbers() {
    assertThat(digits("PAID 16.11.2026 INV 20418")).containsExactly("20418");
    assertThat(digits("2026-11-16 20418")).containsExactly("20418");
    assertThat(digits("TEL 5550188 INV 20418")).containsExactly("20418");
  }

  /** A text of 10,000 characters is read, whatever it says. */
  @Test
  void readsALongTextInOneGo() {
    assertThat(NumberScan.scan("9".repeat(10_000))).hasSize(1);
    assertThat(NumberScan.scan("20418/19-".repeat(1_200))).isNotEmpty();
    assertThat(NumberScan.scan("-/".repeat(5_000))).isEmpty();
  }

  /**
   * With one edit, 12345 becomes 45 others by a change, 4 by a swap, 5 by a loss, and by a gain as
   * many as there are numbers of six digits that hold it: 6 places by 10 digits less 5 told twice.
   */
  @Test
  void countsTheNumbersAtOneSlip() {
    Set<String> others = new TreeSet<>();
    NumberEdits.forEach("12345", others::add);
    assertThat(others).hasSize(45 + 4 + 5 + 55);
    assertThat(others).contains("12354", "1234", "123456", "92345").doesNotContain("12345");
    assertThat(others)
        .allSatisfy(o -> assertThat(levenshtein(o, "12345")).isLessThanOrEqualTo(swapped(o)));
  }

  private static int levenshtein(String one, String other) {
    return LevenshteinDistance.getDefaultInstance().apply(one, other);
  }

  /** A swap of neighbours is one edit of optimal string alignment, and two of Levenshtein's. */
  private static int swapped(String number) {
    return Set.of("21345", "13245", "12435", "12354").contains(number) ? 2 : 1;
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

  /** Each pair is one name: turned, with marks or two letters for one, with dots in its form. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Anna Lindmere|LINDMERE ANNA",
        "Dale Pottery Elm|Elm Dale Pottery",
        "Müller & Söhne GmbH|MUELLER SOEHNE",
        "Grünwick Bäckerei G.m.b.H.|GRUNWICK BACKEREI",
        "Åker Ström AB|AAKER STROM",
        "Weiß Fliesen KG|WEISS FLIESEN",
        "Forno Antico S.r.l.|FORNO ANTICO SRL",
        "Bjørn Keramik A/S|BJOERN KERAMIK",
        "Łąka Ceramika Sp. z o.o.|LAKA CERAMIKA"
      })
  void namesThatBanksWriteOtherwiseAreTheSame(String one, String other) {
    assertThat(NameLikeness.of(NameLikeness.normal(one), NameLikeness.normal(other)))
        .as(NameLikeness.normal(one) + " and " + NameLikeness.normal(other))
        .isGreaterThanOrEqualTo(NameLikeness.ALIKE);
    String normal = NameLikeness.normal(one);
    assertThat(NameLikeness.normal(normal)).as("read once more").isEqualTo(normal);
  }

  @ParameterizedTest
  @CsvSource({"Elm Dale Pottery,Elm Dale Glass", "Anna Lindmere,Anna Lindholt", "Oak Ltd,Oat Ltd"})
  void namesOfOthersStayApart(String one, String other) {
    assertThat(NameLikeness.of(NameLikeness.normal(one), NameLikeness.normal(other)))
        .isLessThan(NameLikeness.ALIKE);
  }
}
