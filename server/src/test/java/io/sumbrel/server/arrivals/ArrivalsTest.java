package io.sumbrel.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What statements, reports and sheets do when they come, and how they are taken out again. */
class ArrivalsTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final String BANK_CSV =
      "Buchung;Name;Zweck;Betrag\n16.11.26;TERRE VIVE;TCK-1;1.250,00\n15.11.26;FEE;;-12,50\n";

  @AfterEach
  void everythingHolds() {
    house.prove();
  }

  private JsonNode bring(String name, String content) {
    return house.upload(house.clerk, name, content).body();
  }

  private long id(JsonNode arrival) {
    return arrival.path("id").asLong();
  }

  private House.Answer accept(JsonNode arrival) {
    return house.accept(id(arrival), "CHANGES_ONLY", Map.of());
  }

  private JsonNode entries(JsonNode arrival) {
    return house
        .get(house.reader, "/api/arrivals/" + id(arrival) + "/contents")
        .body()
        .path("statements")
        .get(0)
        .path("entries");
  }

  private int pile() {
    return house.get(house.clerk, "/api/desk").body().path("entries").asInt();
  }

  private JsonNode account() {
    return house.get(house.reader, "/api/arrivals/accounts").body().get(0);
  }

  private static String ofx(String... entries) {
    return "OFXHEADER:100\n\n<OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><CURDEF>USD"
        + "<BANKACCTFROM><ACCTID>%s</BANKACCTFROM><BANKTRANLIST>".formatted(House.ACCOUNT)
        + String.join("", entries)
        + "</BANKTRANLIST></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>";
  }

  private static String entry(String amount, String fitId) {
    return "<STMTTRN><TRNTYPE>CREDIT<DTPOSTED>20261116<TRNAMT>%s<FITID>%s<NAME>HOLLOW REED</STMTTRN>"
        .formatted(amount, fitId);
  }

  @Test
  void letsAStatementWaitForTheOneThatIsMissingBeforeIt() {
    JsonNode second =
        bring("2.csv", House.statementFile(DAY, "1100.00", "1350.00", "250.00,PAYER,TWO"));
    assertThat(second.path("state").asString()).isEqualTo("WAITING");
    assertThat(second.path("refusal").asString())
        .contains("opens with 1,100.00, but the account holds 1,000.00 on 2026-09-30");
    assertThat(accept(second).code()).isEqualTo("gap");
    JsonNode first =
        bring(
            "1.csv",
            House.statementFile(DAY.minusDays(1), "1000.00", "1100.00", "100.00,PAYER,ONE"));
    assertThat(accept(first).status()).isEqualTo(200);
    JsonNode now = house.get(house.reader, "/api/arrivals").body();
    assertThat(now.get(1).path("fileName").asString()).isEqualTo("2.csv");
    assertThat(now.get(1).path("refusal").asString()).as("it waits no more").isEmpty();
    assertThat(accept(second).status()).isEqualTo(200);
    assertThat(pile()).isEqualTo(2);
  }

  @Test
  void takesOnlyWhatIsNewOfAnOverlap() {
    accept(bring("1.csv", House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,ONE")));
    JsonNode overlap =
        bring(
            "2.csv",
            House.statementFile(
                DAY, "1000.00", "1330.00", "250.00,PAYER,ONE", "80.00,PAYER,LATER"));
    assertThat(entries(overlap).get(0).path("stand").asString()).isEqualTo("KNOWN");
    assertThat(entries(overlap).get(1).path("stand").asString()).isEqualTo("NEW");
    JsonNode accepted = accept(overlap).body();
    assertThat(accepted.path("acceptedCount").asInt()).isEqualTo(1);
    assertThat(accepted.path("knownCount").asInt()).isEqualTo(1);
    assertThat(pile()).isEqualTo(2);
    assertThat(account().path("bankMinor").asLong()).isEqualTo(133_000);
  }

  @Test
  void holdsWhatMayBeDoubleUntilAPersonSays() {
    accept(bring("1.ofx", ofx(entry("250.00", "F1"), entry("80.00", "F2"))));
    JsonNode again =
        bring("2.ofx", ofx(entry("250.00", "F9"), entry("80.00", "F2"), entry("7.00", "F3")));
    JsonNode accepted = accept(again).body();
    assertThat(accepted.path("heldCount").asInt()).isEqualTo(2);
    assertThat(pile()).isEqualTo(3);
    JsonNode held = entries(again).get(0);
    assertThat(held.path("stand").asString()).isEqualTo("HELD");
    long money = held.path("moneyId").asLong();
    assertThat(house.get(house.clerk, "/api/desk/money/" + money).code()).isEqualTo("held");
    house.prove();
    decide(money, "REAL");
    decide(entries(again).get(1).path("moneyId").asLong(), "DOUBLE");
    assertThat(pile()).isEqualTo(4);
    assertThat(entries(again).get(0).path("stand").asString()).isEqualTo("IN_THE_PILE");
    assertThat(entries(again).get(1).path("stand").asString()).isEqualTo("KNOWN");
    assertThat(decide(money, "DOUBLE").code()).isEqualTo("not-held");
    assertThat(account().path("heldCount").asInt()).isZero();
    assertThat(account().path("bankMinor").asLong()).isEqualTo(100_000 + 25_000 * 2 + 8_000 + 700);
  }

  private House.Answer decide(long money, String verdict) {
    return house.send(
        house.clerk, HttpMethod.POST, "/api/arrivals/held/" + money + "/" + verdict, Map.of());
  }

  @Test
  void keepsTrulyEqualEntriesOfOneFileApart() {
    accept(bring("1.ofx", ofx(entry("250.00", "F1"), entry("250.00", "F1"))));
    assertThat(pile()).isEqualTo(2);
  }

  @Test
  void withdrawsAFileWhileNothingOfItIsPosted() {
    String file = House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,ONE");
    JsonNode first = bring("1.csv", file);
    accept(first);
    String next = House.statementFile(DAY.plusDays(1), "1250.00", "1251.00", "1.00,PAYER,TWO");
    JsonNode second = bring("2.csv", next);
    accept(second);
    assertThat(withdraw(first).sentence()).contains("follows it on the same account");
    assertThat(withdraw(second).status()).isEqualTo(200);
    assertThat(withdraw(first).status()).isEqualTo(200);
    assertThat(pile()).isZero();
    assertThat(accept(bring("again.csv", file)).status()).isEqualTo(200);
    assertThat(pile()).isEqualTo(1);
  }

  @Test
  void keepsAFileOnWhichSomethingWasPosted() {
    house.items("T-1,K-1,PAYER,2026-10-14,,250.00,250.00,,USD,,");
    JsonNode file =
        bring("1.csv", House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,ONE"));
    accept(file);
    String number =
        house
            .post(house.clerk, house.money("PAYER"), house.settles("T-1", 25_000))
            .body()
            .path("number")
            .asString();
    assertThat(entries(file).get(0).path("explainedBy").asString()).isEqualTo(number);
    assertThat(withdraw(file).sentence())
        .isEqualTo(number + " explains an entry of 1.csv; turn it back first.");
  }

  /** A slip of the pen in a typed entry would else stand in the way of every later statement. */
  @Test
  void withdrawsWhatWasPostedAndTurnedBackAndProvesTheDaysBetween() {
    house.items("T-1,K-1,PAYER,2026-10-14,,250.00,250.00,,USD,,");
    JsonNode file =
        bring("1.csv", House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,ONE"));
    accept(file);
    long money = house.money("PAYER");
    String number =
        house
            .post(house.clerk, money, house.settles("T-1", 25_000))
            .body()
            .path("number")
            .asString();
    house.turnBack(house.clerk, number);
    assertThat(withdraw(file).status()).isEqualTo(200);
    assertThat(house.get(house.clerk, "/api/desk").body().path("entries").asInt()).isZero();
    assertThat(house.get(house.clerk, "/api/desk/money/" + money).status()).isNotEqualTo(500);
    assertThat(house.post(house.clerk, money, house.settles("T-1", 25_000)).code())
        .isEqualTo("withdrawn");
    assertThat(house.get(house.clerk, "/api/desk/done").body().path("rows")).hasSize(1);
    house.prove();
    house.statement(DAY, "1000.00", "1100.00", "100.00,OTHER,TWO");
    assertThat(house.get(house.clerk, "/api/desk").body().path("entries").asInt()).isEqualTo(1);
  }

  private House.Answer withdraw(JsonNode arrival) {
    return house.send(
        house.clerk, HttpMethod.POST, "/api/arrivals/" + id(arrival) + "/withdrawal", Map.of());
  }

  @Test
  void readsABanksOwnCsvByALayoutThatIsMadeOnce() {
    JsonNode file = bring("bank.csv", BANK_CSV);
    assertThat(file.path("state").asString()).isEqualTo("LAYOUT");
    assertThat(accept(file).sentence()).contains("waits for somebody to name its columns");
    String path = "/api/arrivals/" + id(file);
    JsonNode sample = house.get(house.clerk, path + "/sample").body().path("sample");
    assertThat(sample.path("delimiter").asString()).isEqualTo(";");
    assertThat(sample.path("lines").get(0).path("cells").get(3).asString()).isEqualTo("Betrag");
    House.Answer wrong =
        house.send(house.clerk, HttpMethod.POST, path + "/layout/trial", layout("MONTH_DAY_YEAR"));
    assertThat(wrong.sentence()).startsWith("Line 2: “16.11.26” is not a date");
    House.Answer right =
        house.send(house.clerk, HttpMethod.POST, path + "/layout/trial", layout("DAY_MONTH_YEAR"));
    assertThat(right.body().get(0).path("inMinor").asLong()).isEqualTo(125_000);
    JsonNode read =
        house.send(house.clerk, HttpMethod.PUT, path + "/layout", layout("DAY_MONTH_YEAR")).body();
    assertThat(read.path("state").asString()).isEqualTo("WAITING");
    assertThat(accept(read).status()).isEqualTo(200);
    assertThat(account().path("bankMinor").asLong()).isEqualTo(223_750);
    JsonNode next = bring("next.csv", BANK_CSV.replace("16.11.26", "17.11.26"));
    assertThat(next.path("state").asString()).as("chosen by itself").isEqualTo("WAITING");
    assertThat(next.path("account").asString()).isEqualTo("Quayline ··1234");
  }

  private Map<String, Object> layout(String dateOrder) {
    return Map.of(
        "accountId",
        account().path("id").asLong(),
        "layout",
        Map.of(
            "delimiter",
            ";",
            "headerLine",
            1,
            "linesAfter",
            0,
            "columns",
            List.of("DATE", "PAYER", "TEXT", "AMOUNT"),
            "dateOrder",
            dateOrder,
            "decimalMark",
            "COMMA",
            "signRule",
            "SIGNED",
            "outMark",
            ""));
  }

  @Test
  void takesTypedRowsAsAFileOfTheirOwn() {
    House.Answer typed = type(List.of("16/11/2026", "1,250.00", "HOLLOW REED", "TCK-1", "slip 9"));
    assertThat(typed.body().path("statedMinor").asLong()).isEqualTo(125_000);
    assertThat(accept(typed.body()).status()).isEqualTo(200);
    assertThat(pile()).isEqualTo(1);
    assertThat(type(List.of("16/11/2026", "12.5O", "x", "", "")).sentence())
        .startsWith("Line 2: “12.5O” is not an amount");
  }

  @Test
  void leavesTheHeadingsOfAPastedTableOut() {
    House.Answer typed =
        typed(
            List.of(
                List.of("Date", "Amount", "Payer", "", ""),
                List.of("16/11/2026", "12.00", "HOLLOW REED", "", "")));
    assertThat(typed.body().path("statedCount").asInt()).isEqualTo(1);
    assertThat(type(List.of("soon", "something", "x", "", "")).sentence())
        .as("a row alone is no heading")
        .startsWith("Line 2: “soon” is not a date");
  }

  private House.Answer type(List<String> row) {
    return typed(List.of(row));
  }

  private House.Answer typed(List<List<String>> rows) {
    return house.send(
        house.clerk,
        HttpMethod.POST,
        "/api/arrivals/typed",
        Map.of(
            "accountId",
            account().path("id").asLong(),
            "dateOrder",
            "DAY_MONTH_YEAR",
            "decimalMark",
            "POINT",
            "rows",
            rows));
  }

  @Test
  void showsAnInterimReportAndPlacesNothingOfIt() {
    JsonNode report =
        bring(
            "r.sta",
            ":20:A\n:25:%s\n:28C:7\n:34F:USD0,\n:61:261116C12,00NTRFX\n".formatted(House.ACCOUNT));
    assertThat(report.path("state").asString()).isEqualTo("INFORMATION");
    assertThat(entries(report).get(0).path("stand").asString()).isEqualTo("SHOWN");
    assertThat(accept(report).sentence()).contains("shown for information only");
    assertThat(pile()).isZero();
  }

  @Test
  void namesTheBookingThatAReversalTakesBack() {
    accept(bring("1.sta", mt(1, "1000,00", "C250,00NTRFNONREF//B77", "1250,00")));
    JsonNode back = bring("2.sta", mt(2, "1250,00", "RC250,00NTRFNONREF//B77", "1000,00"));
    accept(back);
    assertThat(entries(back).get(0).path("reverses").asString()).isEqualTo("250.00 of 2026-11-16");
  }

  @Test
  void namesTheBookingThatAReversalOfTheSameStatementTakesBack() {
    String both = "C250,00NTRFNONREF//B77\n:61:261116RC250,00NTRFNONREF//B77";
    JsonNode file = bring("1.sta", mt(1, "1000,00", both, "1000,00"));
    accept(file);
    assertThat(entries(file).get(0).has("reverses")).isFalse();
    assertThat(entries(file).get(1).path("reverses").asString()).isEqualTo("250.00 of 2026-11-16");
    assertThat(withdraw(file).status()).isEqualTo(200);
  }

  @Test
  void putsThePartsOfABatchInThePlaceOfItsSum() {
    JsonNode statement = bring("1.sta", mt(1, "1000,00", "C250,00NCOLNONREF//B77", "1250,00"));
    accept(statement);
    JsonNode details = bring("1.xml", notification("B77", "100", "150"));
    assertThat(details.path("statedCount").asInt()).isEqualTo(2);
    assertThat(accept(details).body().path("acceptedCount").asInt()).isEqualTo(2);
    assertThat(pile()).isEqualTo(2);
    assertThat(entries(statement).get(0).path("stand").asString()).isEqualTo("DETAILED");
    assertThat(entries(details).get(1).path("stand").asString()).isEqualTo("IN_THE_PILE");
    assertThat(account().path("bankMinor").asLong()).isEqualTo(125_000);
    assertThat(withdraw(statement).sentence())
        .isEqualTo("1.xml gives the parts of an entry in it; withdraw that first.");
    house.prove();
    assertThat(withdraw(details).status()).isEqualTo(200);
    assertThat(pile()).isEqualTo(1);
    assertThat(entries(statement).get(0).path("stand").asString()).isEqualTo("IN_THE_PILE");
  }

  @Test
  void leavesASumAloneWhosePartsDoNotMakeItOrThatIsExplained() {
    accept(bring("1.sta", mt(1, "1000,00", "C250,00NCOLNONREF//B77", "1250,00")));
    JsonNode off = bring("off.xml", notification("B77", "100", "149"));
    assertThat(accept(off).code()).isEqualTo("nothing-detailed");
    house.items("T-1,K-1,PAYER,2026-10-14,,250.00,250.00,,USD,,");
    long money = house.get(house.clerk, "/api/desk").body().path("rows").get(0).path("id").asLong();
    house.post(house.clerk, money, house.settles("T-1", 25_000));
    assertThat(accept(bring("late.xml", notification("B77", "100", "150"))).code())
        .isEqualTo("nothing-detailed");
  }

  private static String mt(int number, String opening, String entry, String closing) {
    return ":20:A\n:25:%s\n:28C:%d\n:60F:C261115USD%s\n:61:261116%s\n:62F:C261116USD%s\n"
        .formatted(House.ACCOUNT, number, opening, entry, closing);
  }

  private static String notification(String reference, String one, String two) {
    String part =
        "<TxDtls><Amt Ccy=\"USD\">%s</Amt><CdtDbtInd>CRDT</CdtDbtInd><RmtInf><Ustrd>INV %1$s</Ustrd></RmtInf></TxDtls>";
    int sum = Integer.parseInt(one) + Integer.parseInt(two);
    return """
        <Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.054.001.08"><BkToCstmrDbtCdtNtfctn>
        <Ntfctn><Id>N1</Id><Acct><Id><Othr><Id>%s</Id></Othr></Id><Ccy>USD</Ccy></Acct>
        <Ntry><Amt Ccy="USD">%d</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts>
        <BookgDt><Dt>2026-11-16</Dt></BookgDt><AcctSvcrRef>%s</AcctSvcrRef>
        <NtryDtls>%s%s</NtryDtls></Ntry></Ntfctn></BkToCstmrDbtCdtNtfctn></Document>
        """
        .formatted(House.ACCOUNT, sum, reference, part.formatted(one), part.formatted(two));
  }

  @Test
  void opensTheOriginalAtThePlaceOfAnEntry() {
    JsonNode file =
        bring("1.csv", House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,ONE"));
    JsonNode lines =
        house.get(house.reader, "/api/arrivals/" + id(file) + "/lines?around=3").body();
    assertThat(lines.get(2).path("line").asInt()).isEqualTo(3);
    assertThat(lines.get(2).path("text").asString()).contains("250.00,R,PAYER");
  }

  /** A file of one line is shown where the entry stands, the second of two that look alike too. */
  @Test
  void opensAFileOfOneLineAtTheEntry() {
    String entry =
        "<Ntry><Amt Ccy=\"USD\">5.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-11-16</Dt></BookgDt><AddtlNtryInf>LIKE THIS %d</AddtlNtryInf><AcctSvcrRef>SAME</AcctSvcrRef></Ntry>";
    StringBuilder entries = new StringBuilder();
    for (int i = 100; i < 200; i++) {
      entries.append(entry.formatted(i));
    }
    String balance =
        "<Bal><Tp><CdOrPrtry><Cd>%s</Cd></CdOrPrtry></Tp><Amt Ccy=\"USD\">%s</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-11-16</Dt></Dt></Bal>";
    String file =
        "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><Stmt><Id>1</Id><Acct><Id><Othr><Id>"
            + House.ACCOUNT
            + "</Id></Othr></Id><Ccy>USD</Ccy></Acct>"
            + balance.formatted("OPBD", "1000.00")
            + balance.formatted("CLBD", "1500.00")
            + entries
            + "</Stmt></BkToCstmrStmt></Document>";
    JsonNode arrival = bring("one.xml", file);
    JsonNode last = entries(arrival).get(99);
    assertThat(last.path("near").asString()).isEqualTo("SAME");
    String shown =
        house
            .get(house.reader, "/api/arrivals/" + id(arrival) + "/lines?around=1&near=SAME&nth=99")
            .body()
            .get(0)
            .path("text")
            .asString();
    assertThat(shown).startsWith("…").contains("LIKE THIS 199").hasSizeLessThan(2_100);
  }

  @Test
  void saysHowFarEveryAccountIsRead() {
    accept(bring("1.csv", House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,ONE")));
    assertThat(account().path("readUntil").asString()).isEqualTo("2026-11-16");
    assertThat(account().path("lastStatement").asString()).isEqualTo("1");
    assertThat(account().path("unexplainedCount").asInt()).isEqualTo(1);
    assertThat(account().path("oldestUnexplained").asString()).isEqualTo("2026-11-16");
    assertThat(account().path("booksMinor").asLong()).isEqualTo(100_000);
  }

  @Test
  void leavesTheReaderTheRightToLookOnly() {
    assertThat(
            house
                .send(house.reader, HttpMethod.POST, "/api/arrivals/held/1/REAL", Map.of())
                .status())
        .isEqualTo(403);
    assertThat(
            house
                .send(house.reader, HttpMethod.POST, "/api/arrivals/1/withdrawal", Map.of())
                .status())
        .isEqualTo(403);
  }

  @Test
  void twoListsTakenAtOnceBringTheSameNewItemOnce() throws Exception {
    for (int round = 0; round < 10; round++) {
      String item =
          "N-%1$d,K-%1$d,Alder Pots %1$d,2026-10-14,,500.00,500.00,,USD,,".formatted(round);
      JsonNode first = bring("a.csv", House.itemFile(item));
      JsonNode second = bring("b.csv", House.itemFile(item) + "\n");
      List<Callable<House.Answer>> both = List.of(() -> accept(first), () -> accept(second));
      List<Integer> taken = new ArrayList<>();
      ExecutorService people = Executors.newFixedThreadPool(2);
      try {
        for (Future<House.Answer> answer : people.invokeAll(both)) {
          assertThat(answer.get().status()).isEqualTo(200);
          taken.add(answer.get().body().path("acceptedCount").asInt());
        }
      } finally {
        people.shutdownNow();
      }
      assertThat(taken).containsExactlyInAnyOrder(0, 1);
      assertThat(house.open("N-" + round)).isEqualTo(50_000);
    }
  }
}
