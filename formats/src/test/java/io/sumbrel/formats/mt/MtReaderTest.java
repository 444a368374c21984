package io.sumbrel.formats.mt;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementEntry.Status;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.Parsed;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MtReaderTest {
  /** The figures of the example in the SWIFT user handbook for MT940; from memory. */
  private static final String HANDBOOK =
      """
      :20:123456
      :25:123-304958
      :28C:123/1
      :60F:C090528EUR3723495,
      :61:090528D1,2FCHG494935/DEV//67914
      :61:090528D30,2NCHK78911//123464
      :61:090528D250,NCHK67822//123460
      :61:090528D450,S103494933/DEV//PO64118
      FAVOUR K. DESMEDT
      :61:090528D500,NCHK45633//123456
      :61:090528D1058,47S103494931//3841188 FAVOUR H.F. JANSSEN
      :61:090528D2500,NCHK56728//123457
      :61:090528D3840,S103494935//3841189
      FAVOUR H.F. JANSSEN
      :61:090528D5000,S20023/200516//47829
      ORDER ROTTERDAM
      :62F:C090528EUR3709865,13
      -
      """;

  private static Parsed<List<BankStatement>> read(String text) {
    return MtReader.read(text.getBytes(StandardCharsets.UTF_8));
  }

  private static StatementEntry one(String lines) {
    return read("""
            :20:A
            :25:0048104417
            :28C:7/1
            :60F:C261115USD1000,00
            %s
            :62F:C261116USD1000,00
            """
            .formatted(lines))
        .orRefuse()
        .get(0)
        .entries()
        .get(0);
  }

  private static String refusal(String text) {
    Parsed<List<BankStatement>> parsed = read(text);
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().get(0).words();
  }

  @Test
  void agreesWithTheFiguresOfTheHandbook() {
    BankStatement statement = read(HANDBOOK).orRefuse().get(0);
    assertThat(statement.account()).isEqualTo("123-304958");
    assertThat(statement.number()).isEqualTo("123/1");
    assertThat(statement.frame().opening().orElseThrow().minor()).isEqualTo(372_349_500);
    assertThat(statement.movedMinor()).isEqualTo(-1_362_987);
    assertThat(statement.frame().closing().orElseThrow().minor()).isEqualTo(370_986_513);
    statement.requireAddsUp();
    assertThat(statement.entries().get(1).method()).isEqualTo(Method.CHEQUE);
    assertThat(statement.entries().get(1).text()).containsExactly("cheque 78911");
    assertThat(statement.entries().get(3).text()).contains("FAVOUR K. DESMEDT");
    assertThat(statement.entries().get(3).place()).isEqualTo(8);
  }

  @Test
  void readsTheSameInsideTheBlocksOfTheNetwork() {
    String wrapped =
        "{1:F01QUAYUS33AXXX0000000000}{2:O9401200}{4:\r\n"
            + HANDBOOK.replace("\n-\n", "\n-}\n").replace("\n", "\r\n");
    assertThat(read(wrapped).orRefuse().get(0).movedMinor()).isEqualTo(-1_362_987);
    assertThat(read(HANDBOOK + HANDBOOK).orRefuse()).hasSize(2);
  }

  @ParameterizedTest
  @CsvSource({"C,1200", "D,-1200", "RC,-1200", "RD,1200", "CR,1200"})
  void takesTheSideFromTheMark(String mark, long minor) {
    StatementEntry entry = one(":61:2611161116" + mark + "12,00NTRFNONREF//B77");
    assertThat(entry.amountMinor()).isEqualTo(minor);
    assertThat(entry.bankReference()).isEqualTo("B77");
    assertThat(entry.reversal().isPresent()).isEqualTo(mark.startsWith("R"));
  }

  @Test
  void putsTheEntryDateIntoTheYearNearestToTheValueDate() {
    assertThat(one(":61:2601020102C12,00NTRFX").bookingDate()).isEqualTo(LocalDate.of(2026, 1, 2));
    assertThat(one(":61:2601021231C12,00NTRFX").bookingDate())
        .isEqualTo(LocalDate.of(2025, 12, 31));
    assertThat(one(":61:2512310102C12,00NTRFX").bookingDate()).isEqualTo(LocalDate.of(2026, 1, 2));
  }

  @Test
  void understandsTheFieldsOfCodedInformation() {
    StatementEntry entry =
        one(
            """
            :61:261116C12,00NTRFNONREF
            :86:166?00GUTSCHRIFT?20EREF+P-88?21SVWZ+RE TCK-20418 UND TCK-2?22\
            0455?30NORDDE11?31DE48999900000000000912?32KACHEL UND ?33SCHERBE""");
    assertThat(entry.payerName()).contains("KACHEL UND SCHERBE");
    assertThat(entry.payerAccount()).contains("DE48999900000000000912");
    assertThat(entry.text()).containsExactly("RE TCK-20418 UND TCK-20455", "P-88", "GUTSCHRIFT");
  }

  @Test
  void understandsSlashCodesAndLeavesFreeTextAsItIs() {
    StatementEntry slashed =
        one(
            """
            :61:261116C12,00NTRFNONREF
            :86:/EREF/P-89/ORDP//NAME/TERRE VIVE ATELIERS/IBAN/FR7699990000010000000000146/RE
            MI//USTD/FACT TCK-30118/CHGS/USD18,50""");
    assertThat(slashed.payerName()).contains("TERRE VIVE ATELIERS");
    assertThat(slashed.text()).contains("FACT TCK-30118", "P-89", "/CHGS/USD18,50");
    StatementEntry free = one(":61:261116C12,00NTRFNONREF\n:86:KESTREL LN POTTERY\n:NS:INV 20418");
    assertThat(free.text()).containsExactly("KESTREL LN POTTERY", ":NS:INV 20418");
  }

  /** A field of 27 letters goes on in the next; a shorter one ended where the bank's line did. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      quoteCharacter = '"',
      value = {
        "166?20RE TCK-20418?21AND TCK-20455~RE TCK-20418 AND TCK-20455",
        "166>20RE TCK-20418>21AND TCK-20455~RE TCK-20418 AND TCK-20455",
        "?20RE TCK-20418?21AND TCK-20455~RE TCK-20418 AND TCK-20455",
        "166?20WHY? SEE TCK-20418~WHY? SEE TCK-20418"
      })
  void readsCodedInformationAsBanksWriteIt(String information, String text) {
    StatementEntry entry = one(":61:261116C12,00NTRFNONREF\n:86:" + information);
    assertThat(entry.text()).containsExactly(text);
  }

  @Test
  void losesNoFieldOfSlashCodes() {
    StatementEntry entry =
        one(":61:261116D12,00NRTINONREF\n:86:/RTRN/AC04/ORDP/TERRE VIVE ATELIERS/REMI/TCK-30118");
    assertThat(entry.payerName()).contains("TERRE VIVE ATELIERS");
    assertThat(entry.text()).containsExactly("TCK-30118", "/RTRN/AC04");
  }

  @Test
  void readsEveryInformationOfAnEntry() {
    StatementEntry entry = one(":61:261116C12,00NTRFNONREF\n:86:KESTREL LN POTTERY\n:86:INV 20418");
    assertThat(entry.text()).containsExactly("KESTREL LN POTTERY", "INV 20418");
  }

  @Test
  void aReversalNamesWhatItTakesBackAndNotItself() {
    StatementEntry entry = one(":61:261116RC12,00NTRFREF1//B77");
    assertThat(entry.bankReference()).isEqualTo("B77");
    assertThat(entry.reversal().orElseThrow().originalReference()).isEqualTo("REF1");
    StatementEntry unnamed = one(":61:261116RC12,00NTRFREF1");
    assertThat(unnamed.bankReference()).isEqualTo("REF1");
    assertThat(unnamed.reversal().orElseThrow().originalReference()).isEmpty();
  }

  @Test
  void takesAnAmountWithoutACommaAsWholeUnitsAndSaysSo() {
    Parsed<List<BankStatement>> parsed =
        read(HANDBOOK.replace("D450,S", "D450S").replace("EUR3723495,", "EUR3723495"));
    parsed.orRefuse().get(0).requireAddsUp();
    assertThat(parsed.issues())
        .singleElement()
        .satisfies(i -> assertThat(i.words()).contains("read as whole units"));
  }

  @Test
  void passesOverTheMarksOfTheLine() {
    String wrapped =
        "\u0001{1:F01QUAYUS33AXXX0000000000}{2:O9401200}{4:\r\n"
            + HANDBOOK.replace("\n-\n", "\n-}\u0003\n");
    assertThat(read(wrapped).orRefuse().get(0).movedMinor()).isEqualTo(-1_362_987);
  }

  @Test
  void readsWindowsLettersAndSaysSo() {
    byte[] bytes =
        HANDBOOK
            .replace("ORDER ROTTERDAM", "AUFTRAG MÜNSTER")
            .getBytes(Charset.forName("windows-1252"));
    Parsed<List<BankStatement>> parsed = MtReader.read(bytes);
    assertThat(parsed.orRefuse().get(0).entries().get(8).text()).contains("AUFTRAG MÜNSTER");
    assertThat(parsed.issues().get(0).words())
        .isEqualTo("Line 16: the file is not UTF-8; it was read as windows-1252.");
  }

  @Test
  void holdsInterimEntriesAsPending() {
    BankStatement interim =
        read("""
                :20:A
                :25:0048104417
                :28C:7/1
                :34F:USD0,
                :13D:2611161200+0000
                :61:261116C12,00NTRFX
                :90C:1USD12,00
                """)
            .orRefuse()
            .get(0);
    assertThat(interim.entries().get(0).status()).isEqualTo(Status.PENDING);
    assertThat(interim.bookedCount()).isZero();
  }

  @Test
  void refusesWhatItCannotBeSureOf() {
    assertThat(refusal(HANDBOOK.replace("D30,2N", "D1.030,2N")))
        .contains("Line 6")
        .contains("is not an entry such as");
    assertThat(refusal(HANDBOOK.replace("D30,2N", "D30.20N"))).contains("Line 6");
    assertThat(refusal(HANDBOOK.replace("D30,2N", "D30,205N"))).contains("EUR has 2");
    assertThat(refusal(HANDBOOK.substring(0, HANDBOOK.indexOf(":62F:"))))
        .contains("ends without its closing balance")
        .contains("9 entries were read");
    assertThat(refusal(HANDBOOK.replace("C090528EUR3709865", "C090528USD3709865")))
        .contains("the balance is in USD, the statement in EUR");
    assertThat(refusal(HANDBOOK.replace("090528D250", "091328D250")))
        .contains("is not a date such as 261116");
    assertThat(refusal(":61:090528D1,2FCHG4//6\n")).contains("before the “:20:”");
  }

  /** Pages are told by the number behind the stroke of :28C: (SWIFT handbook; from memory). */
  @Test
  void joinsPagesOfWhichTheFirstOpensAndTheLastCloses() {
    String page =
        """
        :20:P
        :25:0048104417
        :28C:7/%d
        %s:61:261116C12,00NTRFX
        %s-
        """;
    String opening = ":60F:C261115USD1000,00\n";
    String closing = ":62F:C261116USD1036,00\n";
    String first = page.formatted(1, opening, "");
    String last = page.formatted(3, "", closing);
    List<BankStatement> joined = read(first + page.formatted(2, "", "") + last).orRefuse();
    assertThat(joined)
        .singleElement()
        .satisfies(
            s -> {
              assertThat(s.number()).isEqualTo("7/3");
              assertThat(s.entries()).hasSize(3);
              s.requireAddsUp();
            });
    assertThat(refusal(first + last.replace("7/3", "8/3")))
        .contains("an entry stands before the opening balance");
    assertThat(refusal(first)).contains("ends without its closing balance");
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        HANDBOOK.getBytes(StandardCharsets.UTF_8),
        940,
        MtReader::read,
        Damage::acceptsNoWrongTotal);
  }
}
