package io.sumbrel.server.onhand;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Receipts taken in by hand, the slip on which they go to the bank, and the way back. */
class SlipsTest extends ServerTest {
  private static final String DAY = "2026-11-17";

  @BeforeEach
  void bring() {
    house.items(
        "TCK-1,K1,Kestrel Lane Pottery,2026-10-01,2026-10-31,412.40,412.40,,USD,,",
        "TCK-2,K2,Rill Cottage Pots,2026-10-01,2026-10-31,88.15,88.15,,USD,,");
  }

  @AfterEach
  void everythingHolds() {
    house.prove();
  }

  private Map<String, Object> receipt(String method, long minor, String number, List<?> lines) {
    Map<String, Object> request = new HashMap<>();
    request.put("received", DAY);
    request.put("method", method);
    request.put("currency", "USD");
    request.put("amountMinor", minor);
    request.put("number", number);
    request.put("note", "");
    request.put("payer", "KESTREL");
    request.put("lines", lines);
    return request;
  }

  private House.Answer record(Map<String, Object> request) {
    return house.send(house.clerk, HttpMethod.POST, "/api/receipts", request);
  }

  private JsonNode recorded(String method, long minor, String number, Map<?, ?>... lines) {
    House.Answer answer = record(receipt(method, minor, number, List.of(lines)));
    assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
    return answer.body();
  }

  private static Map<String, Object> toAccount(long minor) {
    return Map.of("kind", "TO_ACCOUNT", "amountMinor", minor, "account", "4800");
  }

  private JsonNode onHand() {
    return house.get(house.reader, "/api/deposits").body().path("onHand");
  }

  private long account() {
    return house.get(house.reader, "/api/arrivals/accounts").body().get(0).path("id").asLong();
  }

  private JsonNode begin() {
    return house
        .send(house.clerk, HttpMethod.POST, "/api/slips", Map.of("accountId", account()))
        .body();
  }

  private House.Answer keep(JsonNode slip, Long counted, Map<Long, Integer> pieces, Long... ids) {
    Map<String, Object> request = new HashMap<>();
    request.put("accountId", slip.path("accountId").asLong());
    request.put("date", DAY);
    request.put("receipts", List.of(ids));
    request.put("lines", List.of());
    request.put(
        "pieces",
        pieces.entrySet().stream()
            .map(p -> Map.of("valueMinor", p.getKey(), "count", p.getValue()))
            .toList());
    request.put("countedMinor", counted);
    request.put("version", slip.path("version").asInt());
    return house.send(
        house.clerk, HttpMethod.PUT, "/api/slips/" + slip.path("id").asLong(), request);
  }

  private House.Answer handIn(JsonNode slip, boolean namesDifference) {
    return house.send(
        house.clerk,
        HttpMethod.POST,
        "/api/slips/%d/handing-in?namesDifference=%s"
            .formatted(slip.path("id").asLong(), namesDifference),
        Map.of());
  }

  private static long id(JsonNode answer) {
    return answer.path("id").asLong();
  }

  private static List<String> stands(JsonNode onHand) {
    List<String> stands = new ArrayList<>();
    onHand.forEach(m -> stands.add(m.path("stand").asString() + " " + m.path("amountMinor")));
    return stands;
  }

  @Test
  void keepsAReceiptWhereItsMethodSaysAndSettlesItsItem() {
    JsonNode cheque = recorded("CHEQUE", 41_240, "4711", house.settles("TCK-1", 41_240));
    assertThat(house.journal(cheque.path("posted").path("number").asString()))
        .contains("1210 41240")
        .contains("1100 -41240");
    assertThat(house.open("TCK-1")).isZero();
    assertThat(stands(onHand())).containsExactly("EXPLAINED 41240");
    assertThat(house.get(house.clerk, "/api/desk").body().path("rows")).isEmpty();
  }

  /** A cheque of 142.40 was recorded as 412.40: the bank shows 270.00 less, owed again. */
  @Test
  void aChequeThatWasReadWronglyIsCorrectedFromItsTie() {
    recorded("CHEQUE", 41_240, "4711", house.settles("TCK-1", 41_240));
    JsonNode slip = begin();
    long cheque = id(onHand().get(0));
    keep(slip, 41_240L, Map.of(), cheque);
    assertThat(handIn(slip, false).status()).isEqualTo(200);
    house.statement(LocalDate.parse(DAY), "1000.00", "1142.40", "142.40,BANK,DEPOSIT");
    Map<String, Object> tie = new HashMap<>();
    tie.put("entries", List.of(house.money("BANK")));
    tie.put("recorded", List.of(id(slip)));
    tie.put("reason", "READ_WRONGLY");
    assertThat(tied(tie).sentence()).isEqualTo("Say which item the wrongly read cheque paid.");
    JsonNode paid =
        house
            .send(
                house.clerk,
                HttpMethod.POST,
                "/api/ties/paid",
                Map.of("recorded", List.of(id(slip))))
            .body();
    assertThat(paid).hasSize(1);
    assertThat(paid.get(0).path("paidMinor").asLong()).isEqualTo(41_240);
    tie.put("corrected", id(house.item("TCK-2")));
    assertThat(tied(tie).sentence())
        .isEqualTo("None of the receipts that are tied has paid this item.");
    tie.put("corrected", paid.get(0).path("itemId").asLong());
    House.Answer done = tied(tie);
    assertThat(done.status()).as(done.body().toString()).isEqualTo(200);
    assertThat(done.body().path("words").asString())
        .endsWith("; a cheque was read wrongly, and TCK-1 is open again by 270.00");
    String number = done.body().path("number").asString();
    assertThat(house.journal(number)).contains("1100 27000").contains("1230 -41240");
    assertThat(house.open("TCK-1")).isEqualTo(27_000);
    house.prove();
    assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    assertThat(house.open("TCK-1")).isZero();
  }

  private House.Answer tied(Map<String, Object> tie) {
    return house.send(house.clerk, HttpMethod.POST, "/api/ties", tie);
  }

  @Test
  void proposesWhatAReceiptUsuallyPays() {
    long customer = customer("K2");
    JsonNode usual =
        house
            .get(
                house.clerk,
                "/api/receipts/usual?customer=%d&currency=USD&amountMinor=9000".formatted(customer))
            .body();
    assertThat(usual).hasSize(2);
    assertThat(usual.get(0).path("item").path("number").asString()).isEqualTo("TCK-2");
    assertThat(usual.get(1).path("kind").asString()).isEqualTo("ON_ACCOUNT");
    assertThat(usual.get(1).path("amountMinor").asLong()).isEqualTo(185);
  }

  private long customer(String number) {
    for (JsonNode one : house.get(house.reader, "/api/customers").body()) {
      if (one.path("number").asString().equals(number)) {
        return id(one);
      }
    }
    throw new AssertionError(number);
  }

  @Test
  void letsAReceiptOfWhichNobodySaysWhatItPaysStandInThePile() {
    JsonNode cheque = recorded("CHEQUE", 8_815, "12");
    assertThat(stands(onHand())).containsExactly("IN_THE_PILE 8815");
    JsonNode slip = begin();
    keep(slip, 8_815L, Map.of(), id(cheque));
    assertThat(handIn(slip, false).code()).isEqualTo("not-explained");
    House.Answer posted = house.post(house.clerk, house.money("KESTREL"), toAccount(8_815));
    assertThat(posted.status()).isEqualTo(200);
    assertThat(house.journal(posted.body().path("number").asString())).contains("1210 8815");
    assertThat(handIn(slip, false).status()).isEqualTo(200);
  }

  @Test
  void recordsARequestThatIsSentTwiceOnce() {
    Map<String, Object> request = receipt("CASH", 5_000, "", List.of(toAccount(5_000)));
    JsonNode first = house.sendOnce(house.clerk, "k1", "/api/receipts", request).body();
    JsonNode again = house.sendOnce(house.clerk, "k1", "/api/receipts", request).body();
    assertThat(again).isEqualTo(first);
    assertThat(onHand()).hasSize(1);
  }

  @Test
  void refusesReceiptsThatAreNone() {
    assertThat(record(receipt("CHEQUE", 0, "", List.of())).code()).isEqualTo("amount");
    assertThat(record(receipt("BARTER", 1, "", List.of())).code()).isEqualTo("method");
    Map<String, Object> tomorrow = receipt("CHEQUE", 1, "", List.of());
    tomorrow.put("received", "2026-11-18");
    assertThat(record(tomorrow).code()).isEqualTo("dates");
    assertThat(record(receipt("CASH", 500, "", List.of(toAccount(400)))).code())
        .isEqualTo("not-zero");
    assertThat(onHand()).as("nothing half").isEmpty();
    House.Answer reader = house.send(house.reader, HttpMethod.POST, "/api/receipts", tomorrow);
    assertThat(reader.status()).isEqualTo(403);
  }

  /** 412.40 in a cheque and 190.60 in cash; counted 602.90, ten cents too little. */
  private JsonNode handedIn() {
    JsonNode cheque = recorded("CHEQUE", 41_240, "4711", house.settles("TCK-1", 41_240));
    JsonNode cash = recorded("CASH", 19_060, "", toAccount(19_060));
    JsonNode slip = begin();
    keep(slip, 60_290L, Map.of(), id(cheque), id(cash));
    assertThat(handIn(slip, false).sentence()).contains("counted is 602.90: 0.10 too little");
    House.Answer done = handIn(slip, true);
    assertThat(done.status()).as(done.body().toString()).isEqualTo(200);
    assertThat(house.journal(done.body().path("number").asString()))
        .contains("1230 60290", "1210 -41240", "1220 -19060", "6230 10");
    return slip;
  }

  private JsonNode deposit(long id) {
    for (JsonNode deposit : house.get(house.reader, "/api/deposits").body().path("deposits")) {
      if (id(deposit) == id) {
        return deposit;
      }
    }
    throw new AssertionError("no deposit " + id);
  }

  @Test
  void handsInWhatWasCountedAndNamesWhatTheTillLacks() {
    JsonNode slip = handedIn();
    assertThat(onHand()).isEmpty();
    JsonNode deposit = deposit(id(slip));
    assertThat(deposit.path("netMinor").asLong()).isEqualTo(60_290);
    assertThat(deposit.path("state").asString()).isEqualTo("EXPECTED");
    assertThat(deposit.path("members")).hasSize(2);
    assertThat(keep(slip, 1L, Map.of()).code()).isEqualTo("handed-in");
    assertThat(handIn(slip, true).code()).isEqualTo("handed-in");
  }

  @Test
  void letsTheBanksSumWaitForTheSlipAndTakesAllBackTogether() {
    JsonNode slip = handedIn();
    house.statement(
        LocalDate.parse(DAY),
        "1000.00",
        "1602.90",
        "602.90,BANK,DEPOSIT SLIP " + slip.path("number").asString());
    JsonNode deposit = deposit(id(slip));
    assertThat(deposit.path("state").asString()).isEqualTo("AT_THE_BANK");
    Map<String, Object> tie =
        Map.of(
            "entries", List.of(deposit.path("entry").path("id").asLong()),
            "recorded", List.of(id(slip)));
    House.Answer tied = house.send(house.clerk, HttpMethod.POST, "/api/ties", tie);
    assertThat(tied.status()).as(tied.body().toString()).isEqualTo(200);
    house.prove();
    String handing = "/api/desk/postings/2026/" + (numberOf(tied) - 1);
    JsonNode resting = house.get(house.clerk, handing + "/resting").body();
    assertThat(resting).hasSize(1);
    String tieNumber = resting.get(0).path("number").asString();
    assertThat(house.send(house.clerk, HttpMethod.POST, handing + "/turning-back", Map.of()).code())
        .isEqualTo("tied-since");
    House.Answer back =
        house.send(
            house.clerk,
            HttpMethod.POST,
            handing + "/turning-back?together=" + tieNumber,
            Map.of());
    assertThat(back.status()).as(back.body().toString()).isEqualTo(200);
    assertThat(onHand()).hasSize(2);
    assertThat(house.get(house.reader, "/api/slips").body().path("slips")).hasSize(1);
  }

  private static int numberOf(House.Answer posted) {
    return Integer.parseInt(posted.body().path("number").asString().split("-")[1]);
  }

  @Test
  void laysAReceiptOnOneSlipAndTakesItOff() {
    JsonNode cash = recorded("CASH", 5_000, "", toAccount(5_000));
    JsonNode first = begin();
    assertThat(keep(first, null, Map.of(), id(cash)).status()).isEqualTo(200);
    JsonNode second = begin();
    assertThat(keep(second, null, Map.of(), id(cash)).code()).isEqualTo("on-a-slip");
    assertThat(onHand().get(0).path("slip").asString()).isEqualTo(first.path("number").asString());
    assertThat(keep(first, null, Map.of()).code()).isEqualTo("changed-since");
    JsonNode now = house.get(house.clerk, "/api/slips/" + id(first)).body();
    assertThat(keep(now, null, Map.of()).body().path("receipts")).isEmpty();
    assertThat(keep(second, 5_000L, Map.of(5_000L, 1), id(cash)).status()).isEqualTo(200);
    assertThat(
            house
                .send(house.clerk, HttpMethod.DELETE, "/api/slips/" + id(first), Map.of())
                .status())
        .isEqualTo(204);
    assertThat(handIn(second, false).status()).isEqualTo(200);
  }

  @Test
  void refusesASlipOfNothingAndPiecesThatAreNone() {
    JsonNode slip = begin();
    assertThat(handIn(slip, false).code()).isEqualTo("empty-slip");
    assertThat(keep(slip, 1L, Map.of(500L, -1)).code()).isEqualTo("cash-count");
    assertThat(keep(slip, 1L, Map.of(300L, 1)).code()).isEqualTo("cash-count");
    assertThat(keep(slip, 1L, Map.of(), 4_711L).code()).isEqualTo("not-found");
  }

  @Test
  void waitsForTheDayOfAChequeThatIsDatedAhead() {
    Map<String, Object> ahead = receipt("CHEQUE", 700, "9", List.of(toAccount(700)));
    ahead.put("bankableFrom", "2026-11-20");
    JsonNode cheque = record(ahead).body();
    JsonNode slip = begin();
    keep(slip, 700L, Map.of(), id(cheque));
    assertThat(handIn(slip, false).code()).isEqualTo("post-dated");
  }

  @Test
  void removesAReceiptThatNeverWasOnceItIsTurnedBack() {
    JsonNode cash = recorded("CASH", 5_000, "", toAccount(5_000));
    String path = "/api/receipts/" + id(cash);
    assertThat(house.send(house.clerk, HttpMethod.DELETE, path, Map.of()).code())
        .isEqualTo("posted");
    String number = cash.path("posted").path("number").asString().replace('-', '/');
    house.send(
        house.clerk, HttpMethod.POST, "/api/desk/postings/" + number + "/turning-back", Map.of());
    assertThat(stands(onHand())).containsExactly("IN_THE_PILE 5000");
    assertThat(house.send(house.clerk, HttpMethod.DELETE, path, Map.of()).status()).isEqualTo(204);
    assertThat(onHand()).isEmpty();
    assertThat(house.get(house.clerk, "/api/desk").body().path("rows")).isEmpty();
  }

  /** The paper says what the screen says: its text read back by another library, PDFBox. */
  @Test
  void printsTheSlip() throws IOException {
    JsonNode slip = handedIn();
    byte[] paper = house.getBytes(house.clerk, "/api/slips/" + id(slip) + "/paper");
    try (PDDocument read = Loader.loadPDF(paper)) {
      assertThat(new PDFTextStripper().getText(read))
          .contains("Deposit slip " + slip.path("number").asString())
          .contains("cheque 4711 KESTREL 2026-11-17 412.40")
          .contains("cheques 412.40")
          .contains("cash received 190.60")
          .contains("counted otherwise −0.10")
          .contains("Total USD 602.90");
    }
  }

  /** 412.40 and 88.15 came in one line of the bank, with 9.45 of the counter: 510.00. */
  @Test
  void oneLineOfTheBankIsAReceiptOfEachWhoPaidIt() {
    house.statement(
        LocalDate.of(2026, 11, 17), "1000.00", "1510.00", "510.00,BRANCH DEPOSIT,counter 3");
    long money = house.money("BRANCH DEPOSIT");
    Map<String, Object> of =
        Map.of(
            "moneyId",
            money,
            "lines",
            List.of(house.settles("TCK-1", 41_240), house.settles("TCK-2", 8_815), toAccount(945)));
    JsonNode shares =
        house
            .send(house.clerk, HttpMethod.POST, "/api/receipts/payers/preview", of)
            .body()
            .path("shares");
    assertThat(shares).hasSize(3);
    assertThat(shares.get(1).path("customer").asString()).isEqualTo("Rill Cottage Pots");
    assertThat(shares.get(1).path("pays").asString()).isEqualTo("TCK-2");
    assertThat(parted(of, "CHEQUE 4711", "CASH ").code()).isEqualTo("receipts");
    assertThat(parted(of, "CHEQUE 4711", "CASH ", "BARTER ").code()).isEqualTo("method");
    assertThat(house.open("TCK-1")).isEqualTo(41_240);
    House.Answer done = parted(of, "CHEQUE 4711", "CASH ", "CASH ");
    assertThat(done.status()).as(done.body().toString()).isEqualTo(200);
    assertThat(house.open("TCK-1") + house.open("TCK-2")).isZero();
    assertThat(house.get(house.clerk, "/api/desk").body().path("rows")).isEmpty();
    String tie = done.body().path("tie").asString();
    assertThat(house.journal(tie)).contains("1010 51000").contains("-51000");
    JsonNode deposit = house.get(house.clerk, "/api/deposits/tied").body().path("deposits").get(0);
    assertThat(deposit.path("members").get(0).path("number").asString()).isEqualTo("4711");
    assertThat(deposit.path("members")).hasSize(3);
    // untied, the line waits for its deposit and is no new money
    assertThat(house.turnBack(house.clerk, tie).status()).isEqualTo(200);
    assertThat(house.get(house.clerk, "/api/desk").body().path("rows")).isEmpty();
  }

  private House.Answer parted(Map<String, Object> of, String... receipts) {
    return house.send(
        house.clerk,
        HttpMethod.POST,
        "/api/receipts/payers",
        Map.of(
            "of",
            of,
            "receipts",
            Stream.of(receipts)
                .map(r -> r.split(" ", -1))
                .map(r -> Map.of("method", r[0], "number", r[1]))
                .toList()));
  }
}
