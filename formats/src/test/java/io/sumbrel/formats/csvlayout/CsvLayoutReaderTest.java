package io.sumbrel.formats.csvlayout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.CsvSample;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.csvlayout.CsvLayout.Meaning;
import io.sumbrel.formats.csvlayout.CsvLayout.SignRule;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CsvLayoutReaderTest {
  private static final Currency EUR = Currency.getInstance("EUR");
  private static final CsvLayout GERMAN =
      layout(
          ';',
          3,
          1,
          DateOrder.DAY_MONTH_YEAR,
          DecimalMark.COMMA,
          SignRule.SIGNED,
          Meaning.DATE,
          Meaning.PAYER,
          Meaning.TEXT,
          Meaning.AMOUNT,
          Meaning.BALANCE);
  private static final String FILE =
      """
      Kontoauszug;;;;
      Zeitraum 01.11. bis 16.11.;;;;
      Buchung;Name;Zweck;Betrag;Saldo
      16.11.26;TERRE VIVE;FACT TCK-30118;1.250,00;3.137,50
      15.11.26;NORDLICHT;ENTGELT;-12,50;1.887,50
      14.11.26;KACHEL UND SCHERBE;"RE TCK-30112
      zweite Zeile";900,00;1.900,00
      Summe;;;2.137,50;
      """;

  private static CsvLayout layout(
      char delimiter,
      int header,
      int after,
      DateOrder dates,
      DecimalMark mark,
      SignRule sign,
      Meaning... columns) {
    return new CsvLayout(delimiter, header, after, List.of(columns), dates, mark, sign, "D");
  }

  private static Parsed<List<BankStatement>> read(String text, CsvLayout layout) {
    return CsvLayoutReader.read(text.getBytes(StandardCharsets.UTF_8), layout, "A", EUR);
  }

  private static String refusal(String text, CsvLayout layout) {
    Parsed<List<BankStatement>> parsed = read(text, layout);
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().get(0).words();
  }

  @Test
  void provesAFileByTheBalanceOfEachRowNewestFirst() {
    BankStatement statement = read(FILE, GERMAN).orRefuse().get(0);
    statement.requireAddsUp();
    assertThat(statement.frame().opening().orElseThrow().minor()).isEqualTo(100_000);
    assertThat(statement.frame().closing().orElseThrow().minor()).isEqualTo(313_750);
    assertThat(statement.entries())
        .extracting(StatementEntry::amountMinor)
        .containsExactly(125_000L, -1_250L, 90_000L);
    assertThat(statement.entries().get(2).text()).containsExactly("RE TCK-30112\nzweite Zeile");
    assertThat(statement.entries().get(2).place()).isEqualTo(6);
    assertThat(statement.entries().get(0).bookingDate()).isEqualTo(LocalDate.of(2026, 11, 16));
  }

  @Test
  void refusesARowThatDoesNotLeadToItsBalance() {
    assertThat(refusal(FILE.replace("-12,50", "-12,05"), GERMAN))
        .isEqualTo(
            "Line 6: the balance 1,900.00 and that of the row before do not lead to one another.");
  }

  /** Some banks state the balance once a day, behind its last entry (common practice). */
  @Test
  void provesRowsBetweenTwoBalancesAndSaysWhatNoneProves() {
    String head = "a;b\nc;d\nDate;Name;Text;Amount;Balance\n";
    String rows =
        "14.11.26;A;;1,00;\n14.11.26;B;;2,00;103,00\n15.11.26;C;;4,00;\n15.11.26;D;;8,00;115,00\n16.11.26;E;;16,00;\nSum\n";
    Parsed<List<BankStatement>> parsed = read(head + rows, GERMAN);
    assertThat(parsed.orRefuse().get(0).movedMinor()).isEqualTo(3_100);
    assertThat(parsed.issues())
        .singleElement()
        .satisfies(
            i ->
                assertThat(i.words())
                    .isEqualTo(
                        "2 rows stand before the first balance or behind the last: no balance proves them."));
    assertThat(refusal(head + rows.replace("C;;4,00", "C;;5,00"), GERMAN))
        .isEqualTo(
            "Line 7: the balance 115.00 and that of line 5, with the rows between, do not lead to one another.");
    String newestFirst =
        "16.11.26;E;;16,00;131,00\n15.11.26;D;;8,00;\n15.11.26;C;;4,00;107,00\n14.11.26;B;;2,00;103,00\nSum\n";
    Parsed<List<BankStatement>> turned = read(head + newestFirst, GERMAN);
    turned.orRefuse().get(0).requireAddsUp();
    assertThat(turned.orRefuse().get(0).frame().opening().orElseThrow().minor()).isEqualTo(10_100);
    assertThat(turned.issues()).isEmpty();
  }

  @Test
  void saysWhenBalancesProveNothing() {
    String head = "a;b\nc;d\nDate;Name;Text;Amount;Balance\n";
    assertThat(notes(head + "14.11.26;A;;1,00;\n14.11.26;B;;2,00;\nSum\n"))
        .isEqualTo("no row states a balance: nothing proves that none is missing.");
    assertThat(notes(head + "14.11.26;A;;1,00;\n14.11.26;B;;2,00;103,00\nSum\n"))
        .isEqualTo("only line 5 states a balance: nothing proves that no row is missing.");
    assertThat(notes(head + "14.11.26;A;;5,00;105,00\n14.11.26;B;;2,00;107,00\nSum\n"))
        .as("oldest first is the only way")
        .isEmpty();
    assertThat(notes(head + "14.11.26;A;;5,00;100,00\n14.11.26;B;;-5,00;95,00\nSum\n"))
        .startsWith("the balances fit both ways");
  }

  private static String notes(String file) {
    Parsed<List<BankStatement>> parsed = read(file, GERMAN);
    parsed.orRefuse();
    return parsed.issues().stream().map(Issue::words).collect(Collectors.joining(" | "));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1.234,50 | COMMA | 123450",
        "1234,5 | COMMA | 123450",
        "1,234.50 | POINT | 123450",
        "1 234.50 | POINT | 123450",
        "1'234.50 | POINT | 123450",
        "(12.30) | POINT | -1230",
        "12.30- | POINT | -1230",
        "−12.30 | POINT | -1230",
        "EUR 12.30 | POINT | 1230",
        "1,234 | POINT | 123400"
      })
  void readsAmountsByTheStatedMark(String written, DecimalMark mark, long minor) {
    CsvLayout layout =
        layout(
            ';',
            1,
            0,
            DateOrder.YEAR_MONTH_DAY,
            mark,
            SignRule.SIGNED,
            Meaning.DATE,
            Meaning.AMOUNT);
    assertThat(
            read("d;a\n2026-11-16;" + written + "\n", layout)
                .orRefuse()
                .get(0)
                .entries()
                .get(0)
                .amountMinor())
        .isEqualTo(minor);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1.234 | POINT | EUR has 2",
        "1.23,50 | COMMA | is not an amount",
        "12,345,6.00 | POINT | is not an amount",
        "12x | POINT | is not an amount"
      })
  void guessesNoAmount(String written, DecimalMark mark, String sentence) {
    CsvLayout layout =
        layout(
            ';',
            1,
            0,
            DateOrder.YEAR_MONTH_DAY,
            mark,
            SignRule.SIGNED,
            Meaning.DATE,
            Meaning.AMOUNT);
    assertThat(refusal("d;a\n2026-11-16;" + written + "\n", layout))
        .startsWith("Line 2")
        .contains(sentence);
  }

  @ParameterizedTest
  @CsvSource({
    "03/04/2026,DAY_MONTH_YEAR,2026-04-03",
    "03/04/2026,MONTH_DAY_YEAR,2026-03-04",
    "2026.4.3,YEAR_MONTH_DAY,2026-04-03",
    "20260403,YEAR_MONTH_DAY,2026-04-03",
    "260403,YEAR_MONTH_DAY,2026-04-03",
    "3.4.26,DAY_MONTH_YEAR,2026-04-03",
    "2026-04-03 13:15:00,YEAR_MONTH_DAY,2026-04-03"
  })
  void readsDatesByTheStatedOrder(String written, DateOrder order, LocalDate date) {
    CsvLayout layout =
        layout(';', 1, 0, order, DecimalMark.POINT, SignRule.SIGNED, Meaning.DATE, Meaning.AMOUNT);
    assertThat(
            read("d;a\n" + written + ";1.00\n", layout)
                .orRefuse()
                .get(0)
                .entries()
                .get(0)
                .bookingDate())
        .isEqualTo(date);
  }

  @Test
  void tellsInFromOutByTwoColumnsOrByAMark() {
    CsvLayout two =
        layout(
            ',',
            1,
            0,
            DateOrder.YEAR_MONTH_DAY,
            DecimalMark.POINT,
            SignRule.TWO_COLUMNS,
            Meaning.DATE,
            Meaning.MONEY_OUT,
            Meaning.MONEY_IN);
    assertThat(
            read("d,out,in\n2026-11-16,12.50,\n2026-11-16,,7.00\n", two)
                .orRefuse()
                .get(0)
                .movedMinor())
        .isEqualTo(-550);
    assertThat(refusal("d,out,in\n2026-11-16,12.50,7.00\n", two)).contains("are both stated");
    CsvLayout mark =
        layout(
            ',',
            1,
            0,
            DateOrder.YEAR_MONTH_DAY,
            DecimalMark.POINT,
            SignRule.BY_MARK,
            Meaning.DATE,
            Meaning.AMOUNT,
            Meaning.MARK);
    assertThat(
            read("d,a,m\n2026-11-16,12.50,D\n2026-11-16,7.00,C\n", mark)
                .orRefuse()
                .get(0)
                .movedMinor())
        .isEqualTo(-550);
    assertThat(refusal("d,a,m\n2026-11-16,12.50,D\n2026-11-16,7.00,C\n2026-11-16,9.00,X\n", mark))
        .contains("“X” is neither “D”, which is money out, nor “C”")
        .contains("Line 4");
  }

  @Test
  void takesSeparatorsAtTheEndOfRowsForNoColumns() {
    String trailing = FILE.replace("1.250,00;3.137,50", "1.250,00;3.137,50;;");
    assertThat(read(trailing, GERMAN).orRefuse()).isEqualTo(read(FILE, GERMAN).orRefuse());
    String everywhere = FILE.replaceAll("(?m)(\\d,\\d\\d|Saldo)$", "$1;");
    assertThat(read(everywhere, GERMAN).orRefuse().get(0).movedMinor())
        .isEqualTo(read(FILE, GERMAN).orRefuse().get(0).movedMinor());
  }

  @Test
  void refusesRowsThatAreShiftedAndQuotesThatStayOpen() {
    assertThat(refusal(FILE.replace("NORDLICHT;", "NORD;LICHT;"), GERMAN))
        .isEqualTo("Line 5: the row has 6 columns, the header has 5.");
    assertThat(refusal(FILE.replace("Zeile\"", "Zeile"), GERMAN)).contains("a quote is opened");
    assertThat(refusal(FILE.replace("16.11.26", "31.02.26"), GERMAN))
        .isEqualTo("Line 4: “31.02.26” is not a date written as day, month, year.");
  }

  @Test
  void mustBeStatedWhole() {
    assertThatThrownBy(
            () ->
                layout(
                    ';',
                    1,
                    0,
                    null,
                    DecimalMark.POINT,
                    SignRule.SIGNED,
                    Meaning.DATE,
                    Meaning.AMOUNT))
        .hasMessageContaining("State the order of dates");
    assertThatThrownBy(
            () ->
                layout(
                    ';',
                    1,
                    0,
                    DateOrder.DAY_MONTH_YEAR,
                    DecimalMark.POINT,
                    SignRule.TWO_COLUMNS,
                    Meaning.DATE,
                    Meaning.MONEY_IN))
        .hasMessageContaining("No column holds the money out");
  }

  @Test
  void showsTheFirstRowsCutByTheDelimiterThatCutsMost() {
    CsvSample sample = CsvSample.of(FILE.getBytes(StandardCharsets.UTF_8));
    assertThat(sample.delimiter()).isEqualTo(';');
    assertThat(sample.lines().get(2).cells()).contains("Betrag", "Saldo");
    assertThat(sample.signature(3)).isEqualTo("buchung|name|zweck|betrag|saldo");
  }

  @Test
  void survivesDamage() {
    byte[] good = FILE.getBytes(StandardCharsets.UTF_8);
    Damage.survive(
        good, 17, b -> CsvLayoutReader.read(b, GERMAN, "A", EUR), Damage::acceptsNoWrongTotal);
  }
}
