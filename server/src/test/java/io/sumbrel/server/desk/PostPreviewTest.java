package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Sums of any certainty are posted together after a look: ticked ones, and those put by. */
class PostPreviewTest extends ServerTest {
  private long alder;
  private long nobody;

  @BeforeEach
  void bringSums() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,",
        "T-2,K-1,Alder Pots,2026-10-15,,77.00,77.00,,USD,,");
    house.statement(House.TODAY, "1000.00", "1633.00", "500.00,ALDER POTS,T-1", "133.00,NOBODY,?");
    alder = house.money("ALDER POTS");
    nobody = house.money("NOBODY");
  }

  private JsonNode preview(Actor actor, Long... ids) {
    return house
        .send(actor, HttpMethod.POST, "/api/desk/preview", Map.of("ids", List.of(ids)))
        .body();
  }

  private void draft(Actor actor, long money, boolean putBy, Map<?, ?>... lines) {
    house.send(
        actor,
        HttpMethod.PUT,
        "/api/desk/money/" + money + "/draft",
        Map.of("lines", List.of(lines), "putBy", putBy));
  }

  private static Map<String, Object> unidentified(long minor) {
    return Map.of("kind", "UNIDENTIFIED", "amountMinor", minor);
  }

  /** 500.00 came and leaves again two days later: whoever posts the sure ones would not see it. */
  @Test
  void aCreditThatComesBackInTheSamePileIsNotSure() {
    assertThat(sure()).containsExactly(alder);
    house.statement(
        House.TODAY.plusDays(2), "1633.00", "1133.00", "-500.00,ALDER POTS,T-1 RETURNED");
    assertThat(sure()).isEmpty();
    JsonNode row =
        house
            .get(house.clerk, "/api/desk")
            .body()
            .path("rows")
            .valueStream()
            .filter(r -> r.path("id").asLong() == alder)
            .findFirst()
            .orElseThrow();
    assertThat(row.path("certainty").asString()).isEqualTo("LIKELY");
    assertThat(row.path("words").asString()).endsWith("as much leaves the account again");
  }

  private List<Long> sure() {
    return house
        .get(house.clerk, "/api/desk/sure")
        .body()
        .valueStream()
        .map(r -> r.path("moneyInId").asLong())
        .toList();
  }

  @Test
  void whatIsTickedIsShownAsProposedOrAsOneMadeIt() {
    JsonNode rows = preview(house.clerk, nobody, alder);
    assertThat(rows).hasSize(2);
    assertThat(rows.get(0).path("words").asString()).contains("T-1");
    assertThat(rows.get(0).path("lacking").asString()).isEmpty();
    assertThat(rows.get(1).path("lacking").asString()).isEqualTo("Nothing is proposed for it.");
    draft(house.clerk, nobody, false, unidentified(13_300));
    draft(house.clerk, alder, false, unidentified(40_000));
    rows = preview(house.clerk, nobody, alder);
    assertThat(rows.get(0).path("lacking").asString()).isEqualTo("Its tape is not at 0.00.");
    assertThat(rows.get(1).path("lines")).hasSize(1);
    assertThat(rows.get(1).path("lacking").asString()).isEmpty();
    assertThat(preview(house.other, nobody).get(0).path("lines"))
        .as("another has no tape on it")
        .isEmpty();
  }

  private House.Answer post(Actor actor, JsonNode row) {
    return post(actor, UUID.randomUUID().toString(), row);
  }

  private House.Answer post(Actor actor, String key, JsonNode row) {
    return house.sendOnce(
        actor,
        key,
        "/api/desk/money/" + row.path("moneyInId").asLong() + "/posting",
        Map.of("lines", row.path("lines"), "makerId", row.path("makerId").asLong()));
  }

  @Test
  void whatIsPutByIsPostedByAnybodyWithBothNamesUnlessItWasTakenInHandAgain() {
    draft(house.clerk, nobody, true, unidentified(13_300));
    JsonNode row = house.get(house.other, "/api/desk/put-by").body().get(0);
    assertThat(row.path("maker").asString()).isEqualTo("Ines");
    draft(house.clerk, nobody, false, unidentified(13_300));
    assertThat(post(house.other, row).code()).isEqualTo("not-put-by");
    draft(house.clerk, nobody, true, unidentified(13_300));
    String key = UUID.randomUUID().toString();
    House.Answer posted = post(house.other, key, row);
    assertThat(posted.status()).as(posted.sentence()).isEqualTo(200);
    assertThat(post(house.other, key, row).body()).as("sent again").isEqualTo(posted.body());
    String number = posted.body().path("number").asString().replace('-', '/');
    JsonNode trail = house.get(house.reader, "/api/trail/postings/" + number).body();
    assertThat(trail.path("actor").asString()).isEqualTo("Tomas");
    assertThat(trail.path("maker").asString()).isEqualTo("Ines");
    assertThat(house.get(house.other, "/api/desk/put-by").body()).isEmpty();
  }

  @Test
  void anotherSTapeIsNotPostedAsItsMakersWithOtherLines() {
    draft(house.clerk, nobody, true, unidentified(13_300));
    House.Answer posted =
        house.send(
            house.other,
            HttpMethod.POST,
            "/api/desk/money/" + nobody + "/posting",
            Map.of(
                "lines",
                List.of(house.settles("T-2", 7_700), unidentified(5_600)),
                "makerId",
                house.clerk.personId()));
    assertThat(posted.code()).isEqualTo("not-put-by");
  }

  @Test
  void tooManyAreRefused() {
    List<Integer> many = IntStream.rangeClosed(1, 2_001).boxed().toList();
    House.Answer answer =
        house.send(house.clerk, HttpMethod.POST, "/api/desk/preview", Map.of("ids", many));
    assertThat(answer.code()).isEqualTo("too-many");
  }
}
