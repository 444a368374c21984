package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Many tapes in one request: each an act of its own, with an outcome for each. */
class PostTogetherTest extends ServerTest {
  @BeforeEach
  void threeSums() {
    house.items(
        "T-50011,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,",
        "T-50012,K-2,Birch Bowls,2026-10-15,,300.00,300.00,,USD,,",
        "T-50013,K-3,Cedar Kilns,2026-10-15,,90.00,90.00,,USD,,");
    house.statement(
        House.TODAY,
        "1000.00",
        "1890.00",
        "500.00,ALDER POTS,T-50011",
        "300.00,BIRCH BOWLS,T-50012",
        "90.00,CEDAR KILNS,T-50013");
  }

  private Map<String, Object> tape(String payer, String item, long minor, String key) {
    return Map.of(
        "moneyInId",
        house.money(payer),
        "key",
        key,
        "posting",
        Map.of("lines", List.of(house.settles(item, minor)), "fromTheList", true));
  }

  private static String key() {
    return UUID.randomUUID().toString();
  }

  private House.Answer post(Actor actor, List<Map<String, Object>> tapes) {
    return house.send(actor, HttpMethod.POST, "/api/desk/postings", Map.of("tapes", tapes));
  }

  @Test
  void oneThatIsRefusedLeavesTheOthersPostedAndEachIsAnswered() {
    List<Map<String, Object>> tapes =
        List.of(
            tape("ALDER POTS", "T-50011", 50_000, key()),
            tape("BIRCH BOWLS", "T-50012", 29_000, key()),
            tape("CEDAR KILNS", "T-50013", 9_000, key()));
    JsonNode outcomes = post(house.clerk, tapes).body();
    assertThat(outcomes).hasSize(3);
    assertThat(outcomes.get(0).path("posted").path("words").asString())
        .isEqualTo("Posted 500.00 to Alder Pots");
    assertThat(outcomes.get(1).path("posted").isObject()).isFalse();
    assertThat(outcomes.get(1).path("code").asString()).isEqualTo("not-zero");
    assertThat(outcomes.get(1).path("sentence").asString()).contains("10.00");
    assertThat(outcomes.get(2).path("posted").path("number").asString()).isNotEmpty();
    assertThat(house.open("T-50011") + house.open("T-50013")).isZero();
    assertThat(house.open("T-50012")).isEqualTo(30_000);
    String number = outcomes.get(0).path("posted").path("number").asString();
    JsonNode trail =
        house.get(house.clerk, "/api/trail/postings/" + number.replace('-', '/')).body();
    assertThat(trail.path("cameAbout").asString()).isEqualTo("posted as sure, by number");
    house.prove();
    JsonNode again = post(house.clerk, List.of(tapes.get(0), tapes.get(2))).body();
    assertThat(List.of(again.get(0), again.get(1)))
        .as("the same keys are answered and not posted again")
        .isEqualTo(List.of(outcomes.get(0), outcomes.get(2)));
    house.prove();
  }

  @Test
  void refusesTooManyAtOnceAReaderAndSaysWhatIsNotThere() {
    Map<String, Object> one = tape("ALDER POTS", "T-50011", 50_000, key());
    assertThat(post(house.clerk, Collections.nCopies(101, one)).code()).isEqualTo("too-many");
    assertThat(post(house.reader, List.of(one)).status()).isEqualTo(403);
    assertThat(house.open("T-50011")).isEqualTo(50_000);
    Map<String, Object> nobody =
        Map.of("moneyInId", 99_999_999, "key", key(), "posting", Map.of("lines", List.of()));
    JsonNode outcome = post(house.clerk, List.of(nobody, one)).body();
    assertThat(outcome.get(0).path("code").asString()).isEqualTo("not-found");
    assertThat(outcome.get(1).path("posted").isObject()).isTrue();
  }
}
