package io.sumbrel.formats.ofx;

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

class OfxReaderTest {
  /**
   * The statement example of OFX 2.1.1, chapter 11: −200.00, −300.00, ledger 200.29; from memory.
   */
  private static final String PUBLISHED =
      """
      <?xml version="1.0" encoding="UTF-8" standalone="no"?>
      <?OFX OFXHEADER="200" VERSION="211" SECURITY="NONE" OLDFILEUID="NONE" NEWFILEUID="NONE"?>
      <OFX><SIGNONMSGSRSV1><SONRS><STATUS><CODE>0</CODE><SEVERITY>INFO</SEVERITY></STATUS>
      <DTSERVER>20051029101003</DTSERVER><LANGUAGE>ENG</LANGUAGE></SONRS></SIGNONMSGSRSV1>
      <BANKMSGSRSV1><STMTTRNRS><TRNUID>1001</TRNUID><STATUS><CODE>0</CODE></STATUS>
      <STMTRS><CURDEF>USD</CURDEF>
      <BANKACCTFROM><BANKID>121099999</BANKID><ACCTID>999988</ACCTID></BANKACCTFROM>
      <BANKTRANLIST><DTSTART>20051001</DTSTART><DTEND>20051028</DTEND>
      <STMTTRN><TRNTYPE>CHECK</TRNTYPE><DTPOSTED>20051004</DTPOSTED><TRNAMT>-200.00</TRNAMT>
      <FITID>00002</FITID><CHECKNUM>1000</CHECKNUM></STMTTRN>
      <STMTTRN><TRNTYPE>ATM</TRNTYPE><DTPOSTED>20051020</DTPOSTED><DTUSER>20051020</DTUSER>
      <TRNAMT>-300.00</TRNAMT><FITID>00003</FITID></STMTTRN></BANKTRANLIST>
      <LEDGERBAL><BALAMT>200.29</BALAMT><DTASOF>200510291120</DTASOF></LEDGERBAL>
      <AVAILBAL><BALAMT>200.29</BALAMT><DTASOF>200510291120</DTASOF></AVAILBAL>
      </STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>
      """;

  private static Parsed<List<BankStatement>> read(String text) {
    return OfxReader.read(text.getBytes(StandardCharsets.UTF_8));
  }

  private static String refusal(String text) {
    Parsed<List<BankStatement>> parsed = read(text);
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().get(0).words();
  }

  /** The same in the older form: leaves without their ends, a head of its own. */
  private static String older(String xml) {
    String body = xml.substring(xml.indexOf("<OFX>"));
    String leaves =
        body.replaceAll("</(?!OFX|STMT|BANK|LEDGER|AVAIL|SONRS|SIGNON|STATUS)\\w+>", "");
    return "OFXHEADER:100\nDATA:OFXSGML\nVERSION:102\nENCODING:USASCII\nCHARSET:1252\n\n" + leaves;
  }

  /** OFX 2.1.1, 11.4.2 and 5.2: CURRENCY is the amount's own, ORIGCURRENCY was converted. */
  @Test
  void convertsNoAmountOfAnotherCurrency() {
    String rate = "<CURRATE>1.10</CURRATE><CURSYM>EUR</CURSYM>";
    String id = "<FITID>00003</FITID>";
    assertThat(refusal(PUBLISHED.replace(id, id + "<CURRENCY>" + rate + "</CURRENCY>")))
        .contains("the amount is in EUR, the account in USD");
    requirePublished(
        read(PUBLISHED.replace(id, id + "<ORIGCURRENCY>" + rate + "</ORIGCURRENCY>"))
            .orRefuse()
            .get(0));
  }

  @Test
  void leavesOutWhatIsAnnouncedWithoutADateAndReadsTheRest() {
    String pending =
        "<BANKTRANLISTP><STMTTRNP><TRNTYPE>CREDIT</TRNTYPE><TRNAMT>12.00</TRNAMT>"
            + "<NAME>KESTREL LANE</NAME></STMTTRNP></BANKTRANLISTP>";
    Parsed<List<BankStatement>> parsed =
        read(PUBLISHED.replace("<LEDGERBAL>", pending + "<LEDGERBAL>"));
    requirePublished(parsed.orRefuse().get(0));
    assertThat(parsed.issues())
        .singleElement()
        .satisfies(i -> assertThat(i.words()).contains("12.00 of KESTREL LANE is announced"));
  }

  private static void requirePublished(BankStatement statement) {
    assertThat(statement.account()).isEqualTo("999988");
    assertThat(statement.entries())
        .extracting(StatementEntry::amountMinor)
        .containsExactly(-20_000L, -30_000L);
    assertThat(statement.frame().closing().orElseThrow().minor()).isEqualTo(20_029);
    assertThat(statement.frame().hasBalances()).isFalse();
    assertThat(statement.entries().get(0).method()).isEqualTo(Method.CHEQUE);
    assertThat(statement.entries().get(0).text()).containsExactly("cheque 1000");
    assertThat(statement.entries().get(1).bookingDate()).isEqualTo(LocalDate.of(2005, 10, 20));
    assertThat(statement.entries().get(1).bankReference()).isEqualTo("00003");
  }

  @Test
  void agreesWithThePublishedExampleInBothForms() {
    requirePublished(read(PUBLISHED).orRefuse().get(0));
    requirePublished(read(older(PUBLISHED)).orRefuse().get(0));
    requirePublished(read(older(PUBLISHED).replace("\n<", "<")).orRefuse().get(0));
  }

  @Test
  void takesTheSideFromTheSignAndNeverFromTheType() {
    BankStatement statement =
        read(PUBLISHED.replace("<TRNTYPE>CHECK", "<TRNTYPE>CREDIT")).orRefuse().get(0);
    assertThat(statement.entries().get(0).amountMinor()).isEqualTo(-20_000);
  }

  @Test
  void holdsAsPendingWhatIsOnHold() {
    BankStatement statement =
        read(PUBLISHED.replace("<TRNTYPE>ATM", "<TRNTYPE>HOLD")).orRefuse().get(0);
    assertThat(statement.entries().get(1).status()).isEqualTo(Status.PENDING);
    assertThat(statement.movedMinor()).isEqualTo(-20_000);
  }

  /** ENCODING and CHARSET of the head of version 1, and the XML declaration of version 2. */
  @ParameterizedTest
  @CsvSource({
    "ENCODING:USASCII, CHARSET:1252, windows-1252",
    "ENCODING:USASCII, CHARSET:1250, windows-1250",
    "ENCODING:USASCII, CHARSET:8859-1, ISO-8859-1",
    "ENCODING:USASCII, CHARSET:ISO-8859-1, ISO-8859-1",
    "ENCODING:UTF-8, CHARSET:NONE, UTF-8",
    "ENCODING:UNICODE, CHARSET:NONE, UTF-8",
    "ENCODING:USASCII, CHARSET:NONE, windows-1252"
  })
  void readsTheEncodingThatTheHeadStates(String encoding, String charset, String meant) {
    String named = older(PUBLISHED).replace("<CHECKNUM>1000", "<NAME>Müller");
    String stated = named.replace("ENCODING:USASCII", encoding).replace("CHARSET:1252", charset);
    Parsed<List<BankStatement>> parsed = OfxReader.read(stated.getBytes(Charset.forName(meant)));
    assertThat(parsed.orRefuse().get(0).entries().get(0).payerName()).contains("Müller");
    assertThat(parsed.issues()).isEmpty();
  }

  @Test
  void readsXmlInItsStatedEncodingAndDoubtsWhatCannotBe() {
    String named = PUBLISHED.replace("<CHECKNUM>1000</CHECKNUM>", "<NAME>Müller</NAME>");
    byte[] latin = named.replace("UTF-8", "ISO-8859-1").getBytes(StandardCharsets.ISO_8859_1);
    assertThat(OfxReader.read(latin).orRefuse().get(0).entries().get(0).payerName())
        .contains("Müller");
    Parsed<List<BankStatement>> wrong = OfxReader.read(named.getBytes(StandardCharsets.ISO_8859_1));
    assertThat(wrong.orRefuse().get(0).entries()).hasSize(2);
    assertThat(wrong.issues().get(0).words())
        .isEqualTo(
            "Line 10: some letters here are not of the encoding that the file states; they are shown as �.");
  }

  @Test
  void readsTextAsPeopleWriteIt() {
    String named =
        older(PUBLISHED)
            .replace(
                "<CHECKNUM>1000",
                "<NAME>MOSS & EMBER <3 GLAZES<MEMO>INV 20418 &amp; 20455 für Müller");
    StatementEntry entry =
        OfxReader.read(named.getBytes(Charset.forName("windows-1252")))
            .orRefuse()
            .get(0)
            .entries()
            .get(0);
    assertThat(entry.payerName()).contains("MOSS & EMBER <3 GLAZES");
    assertThat(entry.text()).containsExactly("INV 20418 & 20455 für Müller");
  }

  @Test
  void namesWhatACorrectionReplaces() {
    StatementEntry entry =
        read(PUBLISHED.replace(
                "<FITID>00003</FITID>", "<FITID>9</FITID><CORRECTFITID>3</CORRECTFITID>"))
            .orRefuse()
            .get(0)
            .entries()
            .get(1);
    assertThat(entry.reversal().orElseThrow().originalReference()).isEqualTo("3");
  }

  @Test
  void refusesWhatItCannotBeSureOf() {
    assertThat(refusal(PUBLISHED.replace("-300.00", "-1,300.00"))).contains("is not an amount");
    assertThat(refusal(PUBLISHED.replace("-300.00", "-300.005"))).contains("USD has 2");
    assertThat(refusal(PUBLISHED.replace("20051020</DTPOSTED>", "20051320</DTPOSTED>")))
        .contains("Line 11")
        .contains("is not a date");
    assertThat(refusal(PUBLISHED.replace("</OFX>", ""))).contains("no </OFX> at its end");
    assertThat(refusal(PUBLISHED.replace("<ACCTID>999988</ACCTID>", ""))).contains("no account");
    assertThat(refusal(PUBLISHED.replace("<OFX>", "<!DOCTYPE a [<!ENTITY b \"c\">]><OFX>")))
        .contains("contains a DOCTYPE");
  }

  @Test
  void survivesDamage() {
    byte[] good = older(PUBLISHED).getBytes(StandardCharsets.UTF_8);
    Damage.survive(good, 211, OfxReader::read, Damage::acceptsNoWrongTotal);
  }
}
