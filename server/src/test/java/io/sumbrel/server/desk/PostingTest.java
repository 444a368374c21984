package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

class PostingTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  @BeforeEach
  void bringIn() {
    house.items(
        "T-501,K-1,Alder Pots,2026-10-14,2026-11-13,1280.00,1280.00,,USD,,net 30",
        "T-502,K-1,Alder Pots,2026-11-10,2026-12-10,1190.00,1190.00,190.00,USD,,2/10 net 30",
        "T-503,K-2,Birch Kilns,2026-10-20,2026-11-19,640.00,640.00,,USD,,net 30",
        "C-9,K-2,Birch Kilns,2026-10-25,,-40.00,-40.00,,USD,,");
    house.statement(
        DAY,
        "1000.00",
        "4648.20",
        "1262.00,ALDER POTS,T-501 CHGS",
        "1166.20,ALDER POTS LTD,T-502 LESS 2 PCT",
        "600.00,BIRCH KILNS,T-503 LESS C-9",
        "620.00,UNKNOWN STALL,NOTHING KNOWN");
  }

  @Test
  void paysAnInvoiceWithAChargeKept() {
    House.Answer posted =
        house.post(
            house.clerk,
            house.money("ALDER POTS"),
            Map.of("kind", "KEPT_BACK", "amountMinor", 1_800, "reason", "BANK_CHARGE"),
            house.settles("T-501", 128_000));

    assertThat(posted.body().path("words").asString()).isEqualTo("Posted 1,262.00 to Alder Pots");
    assertThat(house.open("T-501")).isZero();
    JsonNode trail = trail(posted.body().path("number").asString());
    assertThat(trail.path("money").path("source").path("line").asInt()).isEqualTo(3);
    assertThat(trail.path("lines").path("journal")).hasSize(3);
  }

  @Test
  void splitsTheTaxOffADiscount() {
    House.Answer posted =
        house.post(
            house.clerk,
            house.money("ALDER POTS LTD"),
            house.settles("T-502", 119_000),
            Map.of(
                "kind",
                "GRANTED",
                "amountMinor",
                2_380,
                "reason",
                "DISCOUNT",
                "itemId",
                house.item("T-502").path("id").asLong()));

    assertThat(posted.status()).isEqualTo(200);
    // accounting practice: 23.80 on 1,190.00 including 190.00 gives 20.00 and 3.80 of tax
    assertThat(amounts(trail(posted.body().path("number").asString())))
        .containsExactlyInAnyOrder(116_620L, 2_000L, 380L, -119_000L);
  }

  @Test
  void usesACreditNote() {
    house.post(
        house.clerk,
        house.money("BIRCH KILNS"),
        house.settles("T-503", 64_000),
        Map.of(
            "kind",
            "CREDIT_USED",
            "amountMinor",
            4_000,
            "itemId",
            house.item("C-9").path("id").asLong()));
    assertThat(house.open("T-503")).isZero();
    assertThat(house.open("C-9")).isZero();
  }

  @Test
  void refusesATapeThatDoesNotComeToZeroAndSaysByHowMuch() {
    House.Answer refused =
        house.post(house.clerk, house.money("ALDER POTS"), house.settles("T-501", 128_000));
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.code()).isEqualTo("not-zero");
    assertThat(refused.sentence()).isEqualTo("Left to place is −18.00; a tape is posted at 0.00.");
    assertThat(house.open("T-501")).isEqualTo(128_000);
  }

  @Test
  void refusesMoreThanIsOpen() {
    House.Answer refused =
        house.post(house.clerk, house.money("UNKNOWN STALL"), house.settles("T-503", 64_001));
    assertThat(refused.code()).isEqualTo("more-than-open");
    assertThat(refused.sentence()).startsWith("640.01 is more than is open on T-503: 640.00.");
  }

  @Test
  void refusesAWriteOffAboveTheLimitOfAClerkButNotOfASupervisor() {
    long money = house.money("UNKNOWN STALL");
    Map<String, Object> granted =
        Map.of(
            "kind",
            "GRANTED",
            "amountMinor",
            2_000,
            "reason",
            "SMALL_DIFFERENCE",
            "itemId",
            house.item("T-503").path("id").asLong());
    Map<String, Object> settles = house.settles("T-503", 64_000);
    assertThat(house.post(house.clerk, money, settles, granted).code()).isEqualTo("over-limit");
    assertThat(house.post(house.supervisor, money, settles, granted).status()).isEqualTo(200);
  }

  @Test
  void turnsBackAndOpensTheInvoiceAgain() {
    long money = house.money("BIRCH KILNS");
    String number =
        house
            .post(house.clerk, money, house.settles("T-503", 60_000))
            .body()
            .path("number")
            .asString();
    House.Answer back = house.turnBack(house.clerk, number);
    assertThat(back.status()).isEqualTo(200);
    assertThat(house.open("T-503")).isEqualTo(64_000);
    assertThat(house.money("BIRCH KILNS")).isEqualTo(money);
    assertThat(house.turnBack(house.clerk, number).code()).isEqualTo("turned-back");
    JsonNode done = house.get(house.clerk, "/api/desk/done").body().path("rows");
    assertThat(done.get(0).path("turnedBackBy").asString())
        .isEqualTo(back.body().path("number").asString());
  }

  @Test
  void refusesToTurnBackMoneyOnAccountThatHasBeenUsed() {
    long customer = customerOf("T-503");
    String first =
        house
            .post(
                house.clerk,
                house.money("UNKNOWN STALL"),
                Map.of("kind", "ON_ACCOUNT", "amountMinor", 62_000, "customerId", customer))
            .body()
            .path("number")
            .asString();
    long credit = house.item(first).path("id").asLong();
    house.post(
        house.clerk,
        house.money("BIRCH KILNS"),
        house.settles("T-503", 64_000),
        Map.of("kind", "CREDIT_USED", "amountMinor", 4_000, "itemId", credit));
    assertThat(house.turnBack(house.clerk, first).code()).isEqualTo("credit-used-since");
  }

  @Test
  void postsARequestThatIsSentTwiceOnce() {
    String path = "/api/desk/money/" + house.money("BIRCH KILNS") + "/posting";
    Map<String, Object> body = Map.of("lines", List.of(house.settles("T-503", 60_000)));
    House.Answer first = house.sendOnce(house.clerk, "k-1", path, body);
    House.Answer again = house.sendOnce(house.clerk, "k-1", path, body);
    assertThat(again.body()).isEqualTo(first.body());
    assertThat(house.open("T-503")).isEqualTo(4_000);
    assertThat(house.sendOnce(house.other, "k-1", path, body).code()).isEqualTo("key-used");
  }

  @Test
  void refusesAReader() {
    House.Answer refused =
        house.post(house.reader, house.money("BIRCH KILNS"), house.settles("T-503", 60_000));
    assertThat(refused.status()).isEqualTo(403);
    assertThat(refused.code()).isEqualTo("no-right");
  }

  @Test
  void keepsADraftForItsPersonAndShowsOthersThatItIsThere() {
    long money = house.money("BIRCH KILNS");
    House.Answer judged =
        house.send(
            house.clerk,
            HttpMethod.PUT,
            "/api/desk/money/" + money + "/draft",
            Map.of("lines", List.of(house.settles("T-503", 50_000)), "putBy", true));
    assertThat(judged.body().path("leftMinor").asLong()).isEqualTo(10_000);
    JsonNode mine = house.get(house.clerk, "/api/desk/money/" + money).body();
    JsonNode theirs = house.get(house.other, "/api/desk/money/" + money).body();
    assertThat(mine.path("draft").get(0).path("amountMinor").asLong()).isEqualTo(50_000);
    assertThat(theirs.has("draft")).isFalse();
    assertThat(theirs.path("others").get(0).path("person").asString()).isEqualTo("Ines");
    assertThat(house.get(house.other, "/api/desk").body().path("putBy").asInt()).isEqualTo(1);
  }

  @Test
  void tellsTheSecondOfTwoOnOneEntryAndKeepsTheTape() throws Exception {
    long money = house.money("BIRCH KILNS");
    Map<String, Object> line = house.settles("T-503", 60_000);
    house.send(
        house.other,
        HttpMethod.PUT,
        "/api/desk/money/" + money + "/draft",
        Map.of("lines", List.of(line), "putBy", false));
    List<House.Answer> answers =
        House.together(
            () -> house.post(house.clerk, money, line), () -> house.post(house.other, money, line));
    assertThat(answers).extracting(House.Answer::status).containsExactlyInAnyOrder(200, 409);
    House.Answer second = answers.stream().filter(a -> a.status() == 409).findFirst().orElseThrow();
    assertThat(second.sentence()).contains("has explained this sum already").contains("is kept");
    assertThat(house.open("T-503")).isEqualTo(4_000);
  }

  @Test
  void tellsTheSecondOfTwoOnOneInvoiceWhoWasFirst() throws Exception {
    Map<String, Object> line = house.settles("T-503", 60_000);
    long one = house.money("BIRCH KILNS");
    long two = house.money("UNKNOWN STALL");
    Map<String, Object> rest = Map.of("kind", "UNIDENTIFIED", "amountMinor", 2_000);
    List<House.Answer> answers =
        House.together(
            () -> house.post(house.clerk, one, line),
            () -> house.post(house.other, two, line, rest));
    assertThat(answers).extracting(House.Answer::status).containsExactlyInAnyOrder(200, 409);
    House.Answer second = answers.stream().filter(a -> a.status() == 409).findFirst().orElseThrow();
    assertThat(second.code()).isEqualTo("more-than-open");
    assertThat(second.sentence()).contains("moved it last").contains("Your tape is kept.");
  }

  @Test
  void postsNothingIntoAClosedMonth() {
    house.statement(LocalDate.of(2026, 11, 30), "4648.20", "4648.20");
    String november = "/api/books/months/2026-11/closing";
    assertThat(house.send(house.clerk, HttpMethod.POST, november, Map.of()).status())
        .isEqualTo(403);
    assertThat(house.send(house.supervisor, HttpMethod.POST, november, Map.of()).status())
        .isEqualTo(204);
    long money = house.money("BIRCH KILNS");
    House.Answer refused =
        house.send(
            house.clerk,
            HttpMethod.POST,
            "/api/desk/money/" + money + "/posting",
            Map.of("lines", List.of(house.settles("T-503", 60_000)), "date", "2026-11-16"));
    assertThat(refused.code()).isEqualTo("closed-month");
    assertThat(refused.sentence()).contains("the first open day is 2026-12-01");
    House.Answer posted = house.post(house.clerk, money, house.settles("T-503", 60_000));
    assertThat(trail(posted.body().path("number").asString()).path("date").asString())
        .isEqualTo("2026-12-01");
  }

  @Test
  void reopensAMonthWithAReasonOnly() {
    house.statement(LocalDate.of(2026, 11, 30), "4648.20", "4648.20");
    house.send(house.supervisor, HttpMethod.POST, "/api/books/months/2026-11/closing", Map.of());
    String path = "/api/books/months/2026-11/reopening";
    assertThat(house.send(house.supervisor, HttpMethod.POST, path, Map.of("reason", " ")).code())
        .isEqualTo("reason-missing");
    house.send(house.supervisor, HttpMethod.POST, path, Map.of("reason", "a late invoice"));
    JsonNode month = house.get(house.clerk, "/api/books/months").body().get(0);
    assertThat(month.path("closed").asBoolean()).isFalse();
    assertThat(month.path("reason").asString()).isEqualTo("a late invoice");
  }

  private long customerOf(String number) {
    return house
        .get(house.clerk, "/api/trail/items/" + house.item(number).path("id").asLong())
        .body()
        .path("customerId")
        .asLong();
  }

  private JsonNode trail(String number) {
    String[] parts = number.split("-");
    return house
        .get(
            house.clerk,
            "/api/trail/postings/%s/%d".formatted(parts[0], Integer.parseInt(parts[1])))
        .body();
  }

  private static List<Long> amounts(JsonNode trail) {
    return trail
        .path("lines")
        .path("journal")
        .valueStream()
        .map(l -> l.path("minor").asLong())
        .toList();
  }
}
