package io.sumbrel.formats.camt;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementEntry.Status;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.Parsed;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CamtReaderTest {

  /**
   * The figures of the account report example in the ISO 20022 message definition report for
   * bank-to-customer cash management: 500,000 + 105,678.50 − 200,000 + 30,000 = 435,678.50 SEK, the
   * first entry a batch of 20; from memory.
   */
  private static String published(String version) {
    boolean early = version.equals("02");
    String booked = early ? "<Sts>BOOK</Sts>" : "<Sts><Cd>BOOK</Cd></Sts>";
    String payer =
        early ? "<Dbtr><Nm>MUELLER</Nm></Dbtr>" : "<Dbtr><Pty><Nm>MUELLER</Nm></Pty></Dbtr>";
    return """
    <?xml version="1.0" encoding="UTF-8"?>
    <Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.%s">
     <BkToCstmrStmt><GrpHdr><MsgId>AAAASESS-FP-STAT001</MsgId></GrpHdr>
      <Stmt><Id>AAAASESS-FP-STAT001</Id>
       <Acct><Id><Othr><Id>50000000054910000003</Id></Othr></Id><Ccy>SEK</Ccy></Acct>
       <Bal><Tp><CdOrPrtry><Cd>OPBD</Cd></CdOrPrtry></Tp><Amt Ccy="SEK">500000</Amt>
        <CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2010-10-15</Dt></Dt></Bal>
       <Bal><Tp><CdOrPrtry><Cd>CLBD</Cd></CdOrPrtry></Tp><Amt Ccy="SEK">435678.50</Amt>
        <CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2010-10-18</Dt></Dt></Bal>
       <TxsSummry><TtlNtries><NbOfNtries>3</NbOfNtries><Sum>335678.50</Sum></TtlNtries></TxsSummry>
       <Ntry><Amt Ccy="SEK">105678.50</Amt><CdtDbtInd>CRDT</CdtDbtInd>%2$s
        <BookgDt><DtTm>2010-10-18T13:15:00+01:00</DtTm></BookgDt><ValDt><Dt>2010-10-18</Dt></ValDt>
        <AcctSvcrRef>AAAASESS-FP-CN_98765/01</AcctSvcrRef>
        <NtryDtls><Btch><NbOfTxs>20</NbOfTxs></Btch></NtryDtls></Ntry>
       <Ntry><Amt Ccy="SEK">200000</Amt><CdtDbtInd>DBIT</CdtDbtInd>%2$s
        <BookgDt><Dt>2010-10-18</Dt></BookgDt><ValDt><Dt>2010-10-18</Dt></ValDt>
        <AcctSvcrRef>AAAASESS-FP-ACCR-01</AcctSvcrRef></Ntry>
       <Ntry><Amt Ccy="SEK">30000</Amt><CdtDbtInd>CRDT</CdtDbtInd>%2$s
        <BookgDt><Dt>2010-10-18</Dt></BookgDt><ValDt><Dt>2010-10-18</Dt></ValDt>
        <AcctSvcrRef>AAAASESS-FP-CONF-FX</AcctSvcrRef>
        <NtryDtls><TxDtls><Refs><EndToEndId>NOTPROVIDED</EndToEndId></Refs>
         <RltdPties>%3$s</RltdPties>
         <RmtInf><Ustrd>INV 4711</Ustrd><Strd><RfrdDocInf><Nb>4712</Nb></RfrdDocInf></Strd></RmtInf>
        </TxDtls></NtryDtls></Ntry>
      </Stmt></BkToCstmrStmt>
    </Document>
    """
        .formatted(version, booked, payer);
  }

  private static Parsed<List<BankStatement>> read(String xml) {
    return CamtReader.read(xml.getBytes(StandardCharsets.UTF_8));
  }

  private static String structured(String remittance) {
    return published("08").replaceFirst("<Strd>.*?</Strd>", remittance);
  }

  private static StatementEntry structuredEntry(String remittance) {
    return read(structured(remittance)).orRefuse().get(0).entries().get(2);
  }

  /** RfrdDocAmt of ISO 20022: RmtdAmt is what is paid, CdtNoteAmt what a credit note takes off. */
  @Test
  void readsWhatIsPaidOnEachDocument() {
    String invoice = "<Strd><RfrdDocInf><Nb>%s</Nb></RfrdDocInf><RfrdDocAmt>%s</RfrdDocAmt></Strd>";
    String paid = "<RmtdAmt Ccy=\"SEK\">%s</RmtdAmt>";
    String both =
        invoice.formatted("4712", paid.formatted("30100.50"))
            + invoice.formatted("C-9", "<CdtNoteAmt Ccy=\"SEK\">100.5</CdtNoteAmt>");
    assertThat(structuredEntry(both).details())
        .containsExactly(
            new RemittanceDetail("4712", 3_010_050), new RemittanceDetail("C-9", -10_050));
    String oneWithout = both + "<Strd><RfrdDocInf><Nb>4713</Nb></RfrdDocInf></Strd>";
    assertThat(structuredEntry(oneWithout).details()).as("not said of all").isEmpty();
    assertThat(structuredEntry(oneWithout).references()).containsExactly("4712", "C-9", "4713");
    for (String odd : List.of("1,5", "", "1e9", "99999999999999999999")) {
      String wrong = invoice.formatted("4712", paid.formatted(odd));
      assertThat(structuredEntry(wrong).details()).as(odd).isEmpty();
    }
    String foreign = invoice.formatted("4712", paid.formatted("5").replace("SEK", "EUR"));
    assertThat(structuredEntry(foreign).details()).isEmpty();
  }

  private static final String BATCH_OF_TWO =
      "<NtryDtls><TxDtls><RltdPties><Dbtr><Nm>ALDER</Nm></Dbtr></RltdPties></TxDtls>"
          + "<TxDtls><RltdPties><Dbtr><Nm>BIRCH</Nm></Dbtr></RltdPties></TxDtls></NtryDtls>";

  @Test
  void aBatchWithoutAmountsHasNoPayerOfItsOwn() {
    String xml = published("02").replaceFirst("<NtryDtls><Btch>.*?</NtryDtls>", BATCH_OF_TWO);
    StatementEntry entry = read(xml).orRefuse().get(0).entries().get(0);
    assertThat(entry.amountMinor()).isEqualTo(10_567_850L);
    assertThat(entry.payerName()).isEmpty();
  }

  /** In a return the parties stand as in what comes back: common practice of pacs.004. */
  @Test
  void aReturnedDirectDebitIsTheDebtors() {
    String returned =
        "<NtryDtls><TxDtls><RltdPties><Dbtr><Nm>KESTREL LANE</Nm></Dbtr>"
            + "<Cdtr><Nm>TARNWICK CLAY</Nm></Cdtr></RltdPties>"
            + "<RtrInf><Rsn><Cd>AC04</Cd></Rsn></RtrInf></TxDtls></NtryDtls>";
    String reference = "<AcctSvcrRef>AAAASESS-FP-ACCR-01</AcctSvcrRef>";
    StatementEntry entry =
        read(published("02").replace(reference, reference + returned))
            .orRefuse()
            .get(0)
            .entries()
            .get(1);
    assertThat(entry.method()).isEqualTo(Method.RETURNED);
    assertThat(entry.payerName()).contains("KESTREL LANE");
  }

  @Test
  void leavesOutWhatIsAnnouncedWithoutADateAndReadsTheRest() {
    String announced =
        "<Ntry><Amt Ccy=\"SEK\">12</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts>FUTR</Sts></Ntry></Stmt>";
    Parsed<List<BankStatement>> parsed = read(published("02").replace("</Stmt>", announced));
    assertThat(parsed.orRefuse().get(0).entries()).hasSize(3);
    assertThat(parsed.issues())
        .singleElement()
        .satisfies(i -> assertThat(i.words()).contains("12.00 is announced without a date"));
  }

  private static String refusal(String xml) {
    Parsed<List<BankStatement>> parsed = read(xml);
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().get(0).words();
  }

  @ParameterizedTest
  @ValueSource(strings = {"02", "04", "06", "08", "10", "13"})
  void agreesWithTheFiguresOfThePublishedExample(String version) {
    BankStatement statement = read(published(version)).orRefuse().get(0);
    assertThat(statement.entries())
        .extracting(StatementEntry::amountMinor)
        .containsExactly(10_567_850L, -20_000_000L, 3_000_000L);
    assertThat(statement.frame().opening().orElseThrow().minor()).isEqualTo(50_000_000);
    assertThat(statement.frame().closing().orElseThrow().minor()).isEqualTo(43_567_850);
    assertThat(statement.addsUp()).isTrue();
    assertThat(statement.currency().getCurrencyCode()).isEqualTo("SEK");
    assertThat(statement.frame().closing().orElseThrow().date())
        .isEqualTo(LocalDate.of(2010, 10, 18));
  }

  @ParameterizedTest
  @ValueSource(strings = {"02", "08"})
  void readsPayerTextAndReferencesOfBothShapes(String version) {
    StatementEntry entry = read(published(version)).orRefuse().get(0).entries().get(2);
    assertThat(entry.payerName()).contains("MUELLER");
    assertThat(entry.text()).containsExactly("INV 4711", "4712");
    assertThat(entry.references()).containsExactly("4712");
    assertThat(entry.status()).isEqualTo(Status.BOOKED);
    assertThat(entry.place()).isEqualTo(18);
  }

  @Test
  void doesNotCountWhatIsPending() {
    String pending = published("08").replaceFirst("<Cd>BOOK</Cd></Sts>", "<Cd>PDNG</Cd></Sts>");
    BankStatement statement = read(pending).orRefuse().get(0);
    assertThat(statement.bookedCount()).isEqualTo(2);
    assertThat(statement.addsUp()).isFalse();
  }

  @Test
  void saysHowManyEntriesCountNowhere() {
    String pending = published("08").replaceFirst("<Cd>BOOK</Cd></Sts>", "<Cd>PDNG</Cd></Sts>");
    assertThat(read(pending).issues())
        .singleElement()
        .satisfies(
            i ->
                assertThat(i.words())
                    .isEqualTo("One entry is not booked yet: it is shown, and counts nowhere."));
  }

  /** The published example as two pages: StmtPgntn of ISO 20022, PgNb and LastPgInd. */
  private static String inPages(String last) {
    String one = published("08");
    String first =
        one.replaceFirst(
                "<Acct>",
                "<ElctrncSeqNb>7</ElctrncSeqNb><StmtPgntn><PgNb>1</PgNb><LastPgInd>false</LastPgInd></StmtPgntn><Acct>")
            .replaceAll("(?s)<Bal><Tp><CdOrPrtry><Cd>CLBD.*?</Bal>", "")
            .replaceAll("(?s)<TxsSummry>.*?</TxsSummry>", "")
            .replaceAll("(?s)<Ntry><Amt Ccy=\"SEK\">30000.*?</Ntry>", "");
    String second =
        one.replaceFirst(
                "<Acct>",
                "<ElctrncSeqNb>%s</ElctrncSeqNb><StmtPgntn><PgNb>2</PgNb><LastPgInd>true</LastPgInd></StmtPgntn><Acct>"
                    .formatted(last))
            .replaceAll("(?s)<Bal><Tp><CdOrPrtry><Cd>OPBD.*?</Bal>", "")
            .replaceAll("(?s)<TxsSummry>.*?</TxsSummry>", "")
            .replaceAll("(?s)<Ntry><Amt Ccy=\"SEK\">(105678.50|200000)<.*?</Ntry>", "");
    int from = second.indexOf("<Stmt>");
    return first.replace(
        "</BkToCstmrStmt>",
        second.substring(from, second.indexOf("</BkToCstmrStmt>")) + "</BkToCstmrStmt>");
  }

  @Test
  void joinsPagesOfWhichTheFirstOpensAndTheLastCloses() {
    List<BankStatement> joined = read(inPages("7")).orRefuse();
    assertThat(joined)
        .singleElement()
        .satisfies(
            s -> {
              assertThat(s.entries()).hasSize(3);
              assertThat(s.frame().opening().orElseThrow().minor()).isEqualTo(50_000_000);
              s.requireAddsUp();
            });
    assertThat(refusal(inPages("8"))).contains("the opening balance is missing");
    String alone = inPages("7").replaceAll("(?s)</Stmt>\\s*<Stmt>.*</Stmt>", "</Stmt>");
    assertThat(refusal(alone))
        .contains("page 1 of statement 7 is not the last of its pages")
        .contains("Bring the pages in as one file");
  }

  @Test
  void refusesWhatContradictsItself() {
    String good = published("08");
    assertThat(refusal(good.replace("<NbOfNtries>3", "<NbOfNtries>4")))
        .contains("the file says 4 entries, 3 were read");
    assertThat(refusal(good.replace("<Sum>335678.50", "<Sum>335678.51")))
        .contains("sum to 335,678.51, they sum to 335,678.50");
    assertThat(refusal(good.replace("\"SEK\">30000<", "\"EUR\">30000<")))
        .isEqualTo("Line 18: the amount is in “EUR”, the account in SEK.");
    assertThat(refusal(good.replace(">30000<", ">-30000<")))
        .contains("Line 18")
        .contains("negative");
    assertThat(refusal(good.replace(">30000<", ">30000.001<")))
        .contains("30000.001 has 3 decimals; SEK has 2");
    assertThat(refusal(good.replace("CLBD", "XPCD"))).contains("the closing balance is missing");
    assertThat(refusal(good.replaceFirst("DBIT", "BOTH"))).contains("neither CRDT nor DBIT");
  }

  @Test
  void refusesADocumentTypeBeforeReadingIt() {
    String bomb =
        published("08")
            .replace(
                "<Document",
                "<!DOCTYPE d [<!ENTITY a \"x\"><!ENTITY b SYSTEM \"file:///etc/passwd\">]>\n<Document");
    assertThat(refusal(bomb)).contains("contains a DOCTYPE");
  }

  @Test
  void refusesTagsNestedWithoutEnd() {
    String deep = published("08").replace("<GrpHdr>", "<GrpHdr>" + "<a>".repeat(5_000));
    assertThat(read(deep).value()).isEmpty();
  }

  @Test
  void splitsABatchIntoItsTransactionsWhereTheyMakeIt() {
    String detail =
        """
        <TxDtls><Refs><AcctSvcrRef>%s</AcctSvcrRef></Refs><Amt Ccy="SEK">%s</Amt>
        <CdtDbtInd>%s</CdtDbtInd><RltdPties><Dbtr><Nm>%s</Nm></Dbtr>
        <DbtrAcct><Id><Othr><Id>77</Id></Othr></Id></DbtrAcct></RltdPties></TxDtls>""";
    String batch =
        detail.formatted("B1", "100000", "CRDT", "ONE")
            + detail.formatted("B2", "6000", "CRDT", "TWO")
            + detail.formatted("B3", "321.50", "DBIT", "BACK");
    String split = published("08").replace("</Btch>", "</Btch>" + batch);
    List<StatementEntry> entries = read(split).orRefuse().get(0).entries();
    assertThat(entries)
        .extracting(StatementEntry::amountMinor)
        .containsExactly(10_000_000L, 600_000L, -32_150L, -20_000_000L, 3_000_000L);
    assertThat(entries.get(0).batch()).contains("AAAASESS-FP-CN_98765/01");
    assertThat(entries.get(0).payerAccount()).contains("77");
    assertThat(entries.get(1).payerName()).contains("TWO");
    Parsed<List<BankStatement>> off = read(split.replace(">6000<", ">6001<"));
    assertThat(off.orRefuse().get(0).entries().get(0).amountMinor()).isEqualTo(10_567_850);
    assertThat(off.issues().get(0).message()).contains("do not make its amount");
  }

  @Test
  void readsAReversalAsItStandsAndNamesItsOriginal() {
    String reversed =
        published("08")
            .replace("<CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts>\n  <BookgDt><Dt>", "X")
            .replace("NOTPROVIDED", "E-77")
            .replaceFirst(
                "(?s)(30000</Amt><CdtDbtInd>CRDT</CdtDbtInd>)", "$1<RvslInd>true</RvslInd>");
    StatementEntry entry = read(reversed).orRefuse().get(0).entries().get(2);
    assertThat(entry.amountMinor())
        .as("already the direction of this booking")
        .isEqualTo(3_000_000);
    assertThat(entry.reversal().orElseThrow().originalReference()).isEqualTo("E-77");
  }

  @Test
  void holdsReportsAndNotificationsAsInformation() {
    String report =
        published("08")
            .replace("camt.053", "camt.052")
            .replace("BkToCstmrStmt", "BkToCstmrAcctRpt")
            .replace("Stmt>", "Rpt>");
    BankStatement intraday = read(report).orRefuse().get(0);
    assertThat(intraday.entries())
        .extracting(StatementEntry::status)
        .containsOnly(Status.INFORMATION);
    assertThat(intraday.bookedCount()).isZero();
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        published("08").getBytes(StandardCharsets.UTF_8),
        53,
        CamtReader::read,
        Damage::acceptsNoWrongTotal);
  }
}
