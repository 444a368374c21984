package io.sumbrel.server.deposit;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Deposits arrive as facts, and a sum stands in the pile once. */
class DepositsTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final String LOCKBOX =
      String.join(
          "\n",
          "101 01100001500110000152611160615",
          "50030000040912261116",
          "6003001"
              + "0000080000"
              + "011000015"
              + "0000055120"
              + "0000008841"
              + "RILL COTTAGE POTS",
          "40030016019TCK-1          0000080000",
          "60030020000042500                             ASH AND FELDSPAR",
          "7003002" + "0040912" + "261116" + "002" + "0000122500",
          "8003002" + "0040912" + "261116" + "0002" + "0000122500",
          "9000008");
  private static final String PAYOUTS =
      """
      payout;day;what;id;order;gross;fee;net
      PO-7;2026-11-15;sale;ch-1;W-1;120.00;-3.91;116.09
      PO-7;2026-11-15;back;ch-2;W-0;-30.00;0.61;-29.39
      PO-7;2026-11-16;sent;;;;;86.70
      """;
  private static final String RECEIPTS =
      """
      received,method,number,amount,currency,payer,invoices,account,slip,banked
      2026-11-13,cheque,4471,318.20,USD,ASH AND FELDSPAR,TCK-9,%s,S-118,2026-11-16
      2026-11-13,cash,,41.00,USD,,,%s,S-118,2026-11-16
      2026-11-16,cheque,0093,96.40,USD,RILL COTTAGE,,,,
      """
          .formatted(House.ACCOUNT, House.ACCOUNT);

  @AfterEach
  void everythingHolds() {
    house.prove();
  }

  private JsonNode bring(String name, String content) {
    return house.upload(house.clerk, name, content).body();
  }

  private static long id(JsonNode arrival) {
    return arrival.path("id").asLong();
  }

  private House.Answer accept(JsonNode arrival) {
    return house.accept(id(arrival), "CHANGES_ONLY", Map.of());
  }

  private JsonNode contents(JsonNode arrival) {
    return house.get(house.reader, "/api/arrivals/" + id(arrival) + "/contents").body();
  }

  private JsonNode deposits() {
    return house.get(house.reader, "/api/deposits").body();
  }

  private JsonNode pile() {
    return house.get(house.clerk, "/api/desk").body().path("rows");
  }

  private long account() {
    return house.get(house.reader, "/api/arrivals/accounts").body().get(0).path("id").asLong();
  }

  /** One deposit in a statement of the day; the bank names how it came. */
  private static String statement(String opening, String closing, String amount, String text) {
    return """
        record,account,currency,statement,date,value date,amount,reference,payer,payer account,method,text
        opening,%s,USD,1,2026-11-16,,%s,,,,,
        entry,,,,2026-11-16,2026-11-16,%s,R1,,,deposit,%s
        closing,,,,2026-11-16,,%s,,,,,
        """
        .formatted(House.ACCOUNT, opening, amount, text, closing);
  }

  private JsonNode setUpLockbox(JsonNode arrival) {
    String path = "/api/arrivals/" + id(arrival) + "/lockbox";
    JsonNode layout = house.get(house.clerk, path).body().path("layout");
    Map<String, Object> request =
        Map.of(
            "accountId", account(),
            "width", layout.path("width").asInt(),
            "fields", layout.path("fields"),
            "detailEvery", 26,
            "detailTimes", 2);
    JsonNode trial = house.send(house.clerk, HttpMethod.POST, path + "/trial", request).body();
    assertThat(trial.get(0).path("netMinor").asLong()).isEqualTo(122_500);
    return house.send(house.clerk, HttpMethod.PUT, path, request).body();
  }

  private JsonNode namePayoutColumns(JsonNode arrival) {
    Map<String, Object> request =
        Map.of(
            "accountId",
            account(),
            "layout",
            Map.of(
                "delimiter",
                ";",
                "headerLine",
                1,
                "linesAfter",
                0,
                "columns",
                List.of("PAYOUT", "DATE", "TYPE", "NUMBER", "REFERENCE", "GROSS", "FEE", "NET"),
                "dateOrder",
                "YEAR_MONTH_DAY",
                "decimalMark",
                "POINT",
                "signOfFees",
                "AS_WRITTEN",
                "types",
                Map.of("sale", "SALE", "back", "REFUND", "sent", "TOTAL")));
    String path = "/api/arrivals/" + id(arrival) + "/payout-layout";
    assertThat(
            house
                .send(house.clerk, HttpMethod.POST, path + "/trial", request)
                .body()
                .get(0)
                .path("netMinor")
                .asLong())
        .isEqualTo(8_670);
    return house.send(house.clerk, HttpMethod.PUT, path, request).body();
  }

  @Test
  void aLockboxThatIsNotSetUpWaitsForItsAccountAndIsKnownFromThenOn() {
    JsonNode first = bring("box.txt", LOCKBOX);
    assertThat(first.path("state").asString()).isEqualTo("LAYOUT");
    JsonNode waiting = setUpLockbox(first);
    assertThat(waiting.path("state").asString()).isEqualTo("WAITING");
    assertThat(waiting.path("title").asString()).isEqualTo("Lockbox batch 0040912-003");
    assertThat(accept(first).body().path("acceptedCount").asInt()).isEqualTo(2);
    JsonNode again = bring("again.txt", LOCKBOX + "\n");
    assertThat(again.path("state").asString()).isEqualTo("WAITING");
    assertThat(contents(again).path("deposits").get(0).path("state").asString()).isEqualTo("KNOWN");
    assertThat(accept(again).body().path("knownCount").asInt()).isEqualTo(2);
    assertThat(pile()).hasSize(2);
  }

  @Test
  void anotherSumUnderAKnownReferenceIsRefused() {
    accept(setUpLockbox(bring("box.txt", LOCKBOX)));
    String other = LOCKBOX.replace("0000042500", "0000042600").replace("0000122500", "0000122600");
    assertThat(bring("other.txt", other).path("refusal").asString())
        .contains("lockbox batch 0040912-003 of 2026-11-16 is known with 1,225.00")
        .contains("this file states 1,226.00");
  }

  @Test
  void chequesOfALockboxAreExplainedOnTheLockboxClearingAccount() {
    house.items("TCK-1,K-1,Rill Cottage Pots,2026-10-14,2026-11-13,800.00,800.00,,USD,,net 30");
    accept(setUpLockbox(bring("box.txt", LOCKBOX)));
    long cheque = house.money("RILL COTTAGE POTS");
    JsonNode way = house.get(house.clerk, "/api/desk/money/" + cheque).body().path("ways").get(0);
    assertThat(way.path("evidence").toString()).contains("the detail of the payer is the sum");
    assertThat(house.post(house.clerk, cheque, house.settles("TCK-1", 80_000)).status())
        .isEqualTo(200);
    assertThat(house.open("TCK-1")).isZero();
    JsonNode member = deposits().path("deposits").get(0).path("members").get(0);
    assertThat(member.path("explainedBy").asString()).startsWith("2026-");
    JsonNode trail =
        house
            .get(
                house.reader,
                "/api/trail/postings/2026/"
                    + Integer.parseInt(member.path("explainedBy").asString().substring(5)))
            .body();
    assertThat(trail.path("lines").path("journal").toString()).contains("Lockbox clearing");
    assertThat(trail.path("money").path("account").asString())
        .isEqualTo("lockbox batch 0040912-003");
    assertThat(house.turnBack(house.clerk, member.path("explainedBy").asString()).status())
        .isEqualTo(200);
    assertThat(pile()).hasSize(2);
  }

  @Test
  void theEntryOfAKnownDepositWaitsAndTheMembersStandInThePile() {
    accept(setUpLockbox(bring("box.txt", LOCKBOX)));
    JsonNode statement = bring("s.csv", statement("1000.00", "2225.00", "1225.00", "LBX 0040912"));
    accept(statement);
    assertThat(pile()).hasSize(2);
    JsonNode entry = contents(statement).path("statements").get(0).path("entries").get(0);
    assertThat(entry.path("stand").asString()).isEqualTo("WAITS_FOR_TIE");
    House.Answer posted = house.post(house.clerk, entry.path("moneyId").asLong());
    assertThat(posted.code()).isEqualTo("waiting");
    assertThat(posted.sentence())
        .contains("the sum of lockbox batch 0040912-003")
        .contains("count the money twice");
    assertThat(deposits().path("deposits").get(0).path("state").asString())
        .isEqualTo("AT_THE_BANK");
  }

  @Test
  void anEntryOfThePileGoesToWaitWhenItsDepositBecomesKnown() {
    accept(bring("s.csv", statement("1000.00", "2225.00", "1225.00", "DEPOSIT")));
    assertThat(pile()).hasSize(1);
    accept(setUpLockbox(bring("box.txt", LOCKBOX)));
    assertThat(pile()).hasSize(2);
    assertThat(deposits().path("deposits").get(0).path("entry").path("text").asString())
        .isEqualTo("DEPOSIT");
  }

  @Test
  void aDepositWhoseEntryIsExplainedMustWaitUntilThatIsTurnedBack() {
    accept(bring("s.csv", statement("1000.00", "2225.00", "1225.00", "DEPOSIT")));
    JsonNode posted =
        house
            .post(
                house.clerk,
                pile().get(0).path("id").asLong(),
                Map.of("kind", "UNIDENTIFIED", "amountMinor", 122_500))
            .body();
    JsonNode box = setUpLockbox(bring("box.txt", LOCKBOX));
    assertThat(box.path("refusal").asString())
        .contains("is lockbox batch 0040912-003, and " + posted.path("number").asString())
        .contains("or the money counts twice");
    assertThat(accept(box).code()).isEqualTo("explained");
    house.turnBack(house.clerk, posted.path("number").asString());
    assertThat(accept(box).status()).isEqualTo(200);
    assertThat(pile()).hasSize(2);
    String number = posted.path("number").asString();
    assertThat(
            house
                .get(
                    house.reader,
                    "/api/trail/postings/2026/" + Integer.parseInt(number.substring(5)))
                .body()
                .path("money")
                .path("amountMinor")
                .asLong())
        .as("its trail stays readable although the entry waits elsewhere")
        .isEqualTo(122_500);
  }

  @Test
  void aPersonMaySayThatTheEntryIsAnotherSum() {
    accept(setUpLockbox(bring("box.txt", LOCKBOX)));
    accept(bring("s.csv", statement("1000.00", "2225.00", "1225.00", "LBX 0040912")));
    long deposit = deposits().path("deposits").get(0).path("id").asLong();
    String path = "/api/deposits/" + deposit + "/separation";
    assertThat(house.send(house.reader, HttpMethod.POST, path, Map.of()).status()).isEqualTo(403);
    assertThat(house.send(house.clerk, HttpMethod.POST, path, Map.of()).status()).isEqualTo(204);
    assertThat(pile()).hasSize(3);
    assertThat(house.send(house.clerk, HttpMethod.POST, path, Map.of()).code())
        .isEqualTo("not-waiting");
    accept(bring("2.csv", statement("2225.00", "2230.00", "5.00", "DEPOSIT")));
    assertThat(deposits().path("deposits").get(0).path("state").asString()).isEqualTo("EXPECTED");
  }

  @Test
  void aPayoutBringsItsSalesAndRefundsAndKeepsItsFees() {
    JsonNode file = bring("po.csv", PAYOUTS);
    assertThat(file.path("state").asString()).isEqualTo("LAYOUT");
    JsonNode named = namePayoutColumns(file);
    assertThat(named.path("kind").asString()).isEqualTo("list of payouts");
    assertThat(named.path("statedMinor").asLong()).isEqualTo(8_670);
    accept(file);
    assertThat(pile()).hasSize(2);
    JsonNode members = deposits().path("deposits").get(0).path("members");
    assertThat(members.get(1).path("stand").asString()).isEqualTo("WITH_THE_DEPOSIT");
    house.post(
        house.clerk,
        members.get(0).path("moneyId").asLong(),
        Map.of("kind", "UNIDENTIFIED", "amountMinor", 12_000));
    house.prove();
    JsonNode next = bring("po2.csv", PAYOUTS.replace("PO-7", "PO-8").replace("ch-", "cx-"));
    assertThat(next.path("state").asString()).isEqualTo("WAITING");
  }

  @Test
  void aFileOfDepositsIsWithdrawnWhileNothingOfItIsPosted() {
    JsonNode box = setUpLockbox(bring("box.txt", LOCKBOX));
    accept(box);
    accept(bring("s.csv", statement("1000.00", "2225.00", "1225.00", "LBX 0040912")));
    String withdrawal = "/api/arrivals/" + id(box) + "/withdrawal";
    assertThat(house.send(house.clerk, HttpMethod.POST, withdrawal, Map.of()).status())
        .isEqualTo(200);
    assertThat(deposits().path("deposits")).isEmpty();
    assertThat(pile()).hasSize(1);
    JsonNode again = bring("box.txt", LOCKBOX);
    accept(again);
    house.post(
        house.clerk,
        house.money("ASH AND FELDSPAR"),
        Map.of("kind", "UNIDENTIFIED", "amountMinor", 42_500));
    House.Answer refused =
        house.send(
            house.clerk, HttpMethod.POST, "/api/arrivals/" + id(again) + "/withdrawal", Map.of());
    assertThat(refused.code()).isEqualTo("posted");
  }

  @Test
  void aStatementWithAWaitingEntryCanBeWithdrawn() {
    accept(setUpLockbox(bring("box.txt", LOCKBOX)));
    JsonNode statement = bring("s.csv", statement("1000.00", "2225.00", "1225.00", "LBX 0040912"));
    accept(statement);
    String withdrawal = "/api/arrivals/" + id(statement) + "/withdrawal";
    assertThat(house.send(house.clerk, HttpMethod.POST, withdrawal, Map.of()).status())
        .isEqualTo(200);
    assertThat(deposits().path("deposits").get(0).path("state").asString()).isEqualTo("EXPECTED");
  }

  @Test
  void receiptsBroughtForwardStandInTransitAndOnHandAndGuardTheirEntry() {
    JsonNode file = bring("receipts.csv", RECEIPTS);
    assertThat(file.path("title").asString()).isEqualTo("Receipts brought forward");
    assertThat(file.path("statedMinor").asLong()).isEqualTo(45_560);
    accept(file);
    assertThat(pile()).isEmpty();
    assertThat(deposits().path("onHand").get(0).path("amountMinor").asLong()).isEqualTo(9_640);
    accept(bring("s.csv", statement("1000.00", "1359.20", "359.20", "DEPOSIT S-118")));
    assertThat(pile()).isEmpty();
    assertThat(deposits().path("deposits").get(0).path("state").asString())
        .isEqualTo("AT_THE_BANK");
    String withdrawal = "/api/arrivals/" + id(file) + "/withdrawal";
    assertThat(house.send(house.clerk, HttpMethod.POST, withdrawal, Map.of()).code())
        .isEqualTo("posted");
  }

  @Test
  void pastPaymentsPostNothingAndCanBeWithdrawn() {
    JsonNode file =
        bring(
            "past.csv",
            "paid,payer,payer account,amount,currency,customer,invoices,discount\n"
                + "2025-06-03,KESTREL LANE,,1208.40,USD,K-1043,TCK-1 TCK-2,4.00\n");
    accept(file);
    JsonNode past = contents(file).path("past").get(0);
    assertThat(past.path("items").asString()).isEqualTo("TCK-1 TCK-2");
    assertThat(past.path("discountMinor").asLong()).isEqualTo(400);
    assertThat(pile()).isEmpty();
    house.prove();
    String withdrawal = "/api/arrivals/" + id(file) + "/withdrawal";
    assertThat(house.send(house.clerk, HttpMethod.POST, withdrawal, Map.of()).status())
        .isEqualTo(200);
  }

  @Test
  void anAccountThatIsNotOursRefusesTheWholeFile() {
    JsonNode file = bring("receipts.csv", RECEIPTS.replace(House.ACCOUNT, "0000000001"));
    assertThat(file.path("state").asString()).isEqualTo("REFUSED");
    assertThat(file.path("refusal").asString())
        .contains("Account 0000000001 is not one of this house");
    assertThat(deposits().path("onHand")).isEmpty();
  }

  @Test
  void anEntryThatWasHeldGoesToItsDepositWhenItIsReal() {
    String ofx =
        "OFXHEADER:100\n\n<OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><CURDEF>USD"
            + "<BANKACCTFROM><ACCTID>%s</BANKACCTFROM><BANKTRANLIST>".formatted(House.ACCOUNT)
            + "<STMTTRN><TRNTYPE>DEP<DTPOSTED>20261116<TRNAMT>1225.00<FITID>%s<MEMO>DEPOSIT</STMTTRN>"
            + "</BANKTRANLIST></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>";
    accept(bring("1.ofx", ofx.formatted("F1")));
    JsonNode again = bring("2.ofx", ofx.formatted("F2"));
    accept(again);
    house.post(
        house.clerk,
        pile().get(0).path("id").asLong(),
        Map.of("kind", "UNIDENTIFIED", "amountMinor", 122_500));
    JsonNode box = setUpLockbox(bring("box.txt", LOCKBOX));
    assertThat(accept(box).code()).isEqualTo("explained");
    JsonNode held = contents(again).path("statements").get(0).path("entries").get(0);
    String verdict = "/api/arrivals/held/" + held.path("moneyId").asLong() + "/REAL";
    assertThat(house.send(house.clerk, HttpMethod.POST, verdict, Map.of()).status()).isEqualTo(204);
    assertThat(pile()).hasSize(1);
    // two entries of that sum now: which of them it is, is for a person to say
    assertThat(accept(box).status()).isEqualTo(200);
    assertThat(deposits().path("deposits").get(0).path("state").asString()).isEqualTo("EXPECTED");
  }

  private void refusesWhole(String name, String content, String sentence) {
    JsonNode file = bring(name, content);
    assertThat(file.path("state").asString()).as(name).isEqualTo("REFUSED");
    assertThat(file.path("refusal").asString()).contains(sentence);
    assertThat(deposits().path("deposits")).isEmpty();
    assertThat(pile()).isEmpty();
  }

  @Test
  void aBrokenLockboxFileIsRefusedWholeWithItsPlaceAndReason() {
    setUpLockbox(bring("box.txt", LOCKBOX));
    refusesWhole(
        "total.txt",
        LOCKBOX.replace("261116" + "002" + "0000122500", "261116" + "002" + "0000122600"),
        "Line 6: batch 003 states 2 cheques of 1,226.00, there are 2 of 1,225.00");
    refusesWhole(
        "cut.txt",
        LOCKBOX.substring(0, LOCKBOX.indexOf("\n8003")),
        "breaks off before its trailer");
    refusesWhole(
        "letters.txt",
        LOCKBOX.replace("6003002" + "0000042500", "6003002" + "00000x2500"),
        "Line 5: column 13: a digit of “amount” was expected, “x” was found");
  }

  @Test
  void brokenPayoutsAreRefusedWholeWithTheirPlaceAndReason() {
    namePayoutColumns(bring("po.csv", PAYOUTS));
    refusesWhole(
        "net.csv",
        PAYOUTS.replace("116.09", "116.90"),
        "Line 2: the row states 116.90 net, its parts make 116.09; the difference is 0.81.");
    refusesWhole(
        "total.csv", PAYOUTS.replace("86.70", "86.00"), "payout PO-7 states 86.00, its 4 rows");
    refusesWhole("word.csv", PAYOUTS.replace("back", "undone"), "does not say what “undone” is");
    refusesWhole("short.csv", PAYOUTS.replace(";;;;;86.70", ";;86.70"), "the row has");
  }
}
