package io.sumbrel.server.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** How each placing came about is kept, narrows lists, and teaches. */
class DecisionsTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static final List<String> NAMES =
      List.of("Alder", "Birch", "Cedar", "Damson", "Elder", "Fir", "Gorse");

  /** One more than a fit needs. */
  private static final int COUNT = 301;

  private static final int SHORT_BY = 1_500;

  private void bringIn() {
    house.items(
        "T-50001,K-1,Alder Pots,2026-10-14,2026-11-13,1280.00,1280.00,,USD,,net 30",
        "T-50002,K-1,Alder Pots,2026-10-20,2026-11-19,700.00,700.00,,USD,,net 30",
        "T-50003,K-2,Birch Kilns,2026-10-20,2026-11-19,640.00,640.00,,USD,,net 30",
        "T-50004,K-3,Cedar Clay,2026-10-20,2026-11-19,90.00,90.00,,USD,,net 30");
    house.statement(
        DAY,
        "1000.00",
        "3695.00",
        "1280.00,ALDER POTS,T-50001",
        "640.00,BIRCH KILNS,T-50003",
        "75.00,CEDAR CLAY,T-50004",
        "700.00,SOMEBODY ELSE,HELLO");
  }

  private JsonNode done(String query) {
    return house.get(house.reader, "/api/desk/done" + query).body();
  }

  private static List<String> texts(JsonNode rows, String field) {
    List<String> texts = new ArrayList<>();
    rows.forEach(r -> texts.add(r.path(field).asString()));
    return texts;
  }

  @Test
  void listsNarrowToHowAPlacingCameAboutAndTotalIt() {
    bringIn();
    long alder = house.money("ALDER POTS");
    house.sendOnce(
        house.clerk,
        "k1",
        "/api/desk/money/" + alder + "/posting",
        Map.of("lines", List.of(house.settles("T-50001", 128_000)), "fromTheList", true));
    house.post(house.clerk, house.money("BIRCH KILNS"), house.settles("T-50003", 64_000));
    house.post(
        house.clerk,
        house.money("CEDAR CLAY"),
        house.settles("T-50004", 9_000),
        Map.of("kind", "KEPT_BACK", "amountMinor", 1_500, "reason", "PROCESSOR_FEE"));
    house.post(
        house.clerk,
        house.money("SOMEBODY ELSE"),
        Map.of("kind", "UNIDENTIFIED", "amountMinor", 70_000));

    assertThat(texts(done("").path("rows"), "hand"))
        .containsExactly(
            "by hand", "proposed and changed", "accepted as proposed", "posted as sure");
    assertThat(texts(done("").path("rows"), "ground"))
        .containsExactly("", "by number", "by number", "by number");
    JsonNode accepted = done("?how=ACCEPTED");
    assertThat(texts(accepted.path("rows"), "payer")).containsExactly("BIRCH KILNS");
    JsonNode numbers = done("/totals?how=NUMBERS").get(0);
    assertThat(numbers.path("count").asInt()).isEqualTo(3);
    assertThat(numbers.path("amountMinor").asLong()).isEqualTo(199_500);
    assertThat(texts(done("?how=NUMBERS&find=1,280.00").path("rows"), "payer"))
        .containsExactly("ALDER POTS");
    assertThat(done("?find=no such thing").path("rows")).isEmpty();

    String number = accepted.path("rows").get(0).path("number").asString();
    house.turnBack(house.clerk, number);
    assertThat(done("?how=ACCEPTED").path("rows")).hasSize(1);
    assertThat(done("/totals?how=ACCEPTED")).isEmpty();
    String[] cells = number.split("-");
    String trail = "/api/trail/postings/" + cells[0] + "/" + Integer.parseInt(cells[1]);
    assertThat(house.get(house.reader, trail).body().path("cameAbout").asString())
        .isEqualTo("accepted as proposed, by number");

    JsonNode learning = house.get(house.reader, "/api/learning").body();
    JsonNode sure = learning.path("bands").get(0);
    assertThat(sure.path("certainty").asString()).isEqualTo("SURE");
    assertThat(sure.path("said").asInt()).isEqualTo(2);
    assertThat(sure.path("right").asInt()).as("what was turned back was not right").isEqualTo(1);
    house.prove();
  }

  /** Round, and to a payer who is known: nothing of it is looked for among what is open. */
  @Test
  void aRoundRefundIsPosted() {
    bringIn();
    house.statement(DAY.plusDays(1), "3695.00", "3195.00", "-500.00,ALDER POTS,REFUND");
    long refund = 0;
    for (JsonNode row : house.get(house.clerk, "/api/desk").body().path("rows")) {
      refund = row.path("amountMinor").asLong() < 0 ? row.path("id").asLong() : refund;
    }
    House.Answer posted =
        house.post(
            house.clerk,
            refund,
            Map.of("kind", "TO_ACCOUNT", "amountMinor", 50_000, "account", "6900"));
    assertThat(posted.sentence()).isEmpty();
    assertThat(posted.status()).isEqualTo(200);
    assertThat(texts(done("").path("rows"), "hand")).containsExactly("by hand");
    house.prove();
  }

  @Test
  void fewDecisionsTeachNoWeightsAndOnlyASupervisorFitsThem() {
    bringIn();
    assertThat(fit(house.clerk).status()).isEqualTo(403);
    House.Answer refused = fit(house.supervisor);
    assertThat(refused.code()).isEqualTo("few-decisions");
    assertThat(refused.sentence())
        .isEqualTo("Weights are fitted from 300 decisions on; 0 stand in these books.");
  }

  private House.Answer fit(Actor actor) {
    return house.send(actor, HttpMethod.POST, "/api/learning/fit", Map.of());
  }

  /** It takes what others read as charges for parts: read so it is, once it is fitted. */
  @Test
  void aHouseThatDecidesOtherwiseIsReadOtherwise() {
    house.items(
        IntStream.range(0, COUNT)
            .mapToObj(
                i ->
                    "T-%d,K-%d,Customer %s,2026-10-14,2026-11-13,%s,%s,,USD,,net 30"
                        .formatted(50_000 + i, i % 7, NAMES.get(i % 7), open(i), open(i)))
            .toArray(String[]::new));
    long total = IntStream.range(0, COUNT).mapToLong(i -> openMinor(i) - SHORT_BY).sum();
    house.statement(
        DAY,
        "1000.00",
        plain(100_000 + total),
        IntStream.range(0, COUNT)
            .mapToObj(
                i ->
                    "%s,CUSTOMER %s,T-%d"
                        .formatted(plain(openMinor(i) - SHORT_BY), NAMES.get(i % 7), 50_000 + i))
            .toArray(String[]::new));
    Map<Long, Long> items = itemsByOpen();
    long last = 0;
    for (JsonNode row : house.get(house.clerk, "/api/desk").body().path("rows")) {
      long paid = row.path("amountMinor").asLong();
      if (paid == openMinor(COUNT - 1) - SHORT_BY) {
        last = row.path("id").asLong();
      } else {
        long item = items.get(paid + SHORT_BY);
        house.post(
            house.clerk,
            row.path("id").asLong(),
            Map.of("kind", "SETTLES", "amountMinor", paid, "itemId", item));
      }
    }
    assertThat(words(last)).contains("charge");

    assertThat(fit(house.supervisor).status()).isEqualTo(204);
    JsonNode learned = house.get(house.reader, "/api/learning").body();
    assertThat(learned.path("fit").path("taken").asBoolean()).isTrue();
    assertThat(learned.path("fit").path("trial").asString())
        .endsWith("100 as fitted. The fitted weights are taken.");
    assertThat(words(last)).doesNotContain("charge");

    house.send(house.supervisor, HttpMethod.DELETE, "/api/learning/fit", Map.of());
    assertThat(words(last)).contains("charge");
    house.prove();
  }

  private static long openMinor(int i) {
    return 40_000 + 137L * i;
  }

  private static String open(int i) {
    return plain(openMinor(i));
  }

  private Map<Long, Long> itemsByOpen() {
    Map<Long, Long> items = new HashMap<>();
    for (JsonNode customer : house.get(house.clerk, "/api/customers").body()) {
      String page = "/api/customers/" + customer.path("id").asLong();
      for (JsonNode item : house.get(house.clerk, page).body().path("items")) {
        items.put(item.path("openMinor").asLong(), item.path("id").asLong());
      }
    }
    return items;
  }

  private String words(long money) {
    JsonNode body = house.get(house.clerk, "/api/desk/money/" + money).body();
    return body.path("ways").get(0).path("words").asString();
  }

  private static String plain(long minor) {
    return minor / 100 + "." + (minor % 100 < 10 ? "0" : "") + minor % 100;
  }
}
