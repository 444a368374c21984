package io.sumbrel.server.followup;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What customers left short is followed until it is settled. */
class ShortPaysTest extends ServerTest {
  private String first;

  @BeforeEach
  void twoThatWerePaidShort() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,",
        "T-2,K-1,Alder Pots,2026-10-15,,300.00,300.00,,USD,,",
        "T-3,K-2,Birch Bowls,2026-10-15,,90.00,90.00,,USD,,");
    house.statement(
        House.TODAY.minusDays(3),
        "1000.00",
        "1850.00",
        "480.00,ALDER,T-1",
        "290.00,ALDER2,T-2",
        "80.00,BIRCH,T-3");
    first = leave("ALDER", "T-1", 48_000, "DAMAGED");
    leave("ALDER2", "T-2", 29_000, "DAMAGED");
    leave("BIRCH", "T-3", 8_000, "UNKNOWN");
  }

  private String leave(String payer, String item, long minor, String why) {
    Map<String, Object> line = new HashMap<>(house.settles(item, minor));
    line.put("shortPay", why);
    House.Answer posted = house.post(house.clerk, house.money(payer), line);
    assertThat(posted.status()).as(posted.sentence()).isEqualTo(200);
    return posted.body().path("number").asString();
  }

  private JsonNode shortPays() {
    return house.get(house.reader, "/api/desk/short-pays").body();
  }

  @Test
  void areListedWithWhySinceWhenAndSums() {
    JsonNode left = shortPays().path("left");
    assertThat(left).hasSize(3);
    assertThat(left.get(0).path("item").asString()).isEqualTo("T-1");
    assertThat(left.get(0).path("reason").asString()).isEqualTo("goods damaged");
    assertThat(left.get(0).path("openMinor").asLong()).isEqualTo(2_000);
    assertThat(left.get(0).path("days").asInt()).isEqualTo(3);
    assertThat(left.get(0).path("number").asString()).isEqualTo(first);
    JsonNode reasons = shortPays().path("byReason");
    assertThat(reasons.get(0).path("of").asString()).isEqualTo("goods damaged");
    assertThat(reasons.get(0).path("openMinor").asLong()).isEqualTo(3_000);
    assertThat(reasons.get(0).path("count").asInt()).isEqualTo(2);
    assertThat(shortPays().path("byCustomer").get(1).path("of").asString())
        .isEqualTo("Birch Bowls");
  }

  @Test
  void areGoneWhenTheRestIsPaidOrTheShortPaymentIsTurnedBack() {
    house.statement(House.TODAY, "1850.00", "1860.00", "10.00,BIRCH AGAIN,T-3 REST");
    house.post(house.clerk, house.money("BIRCH AGAIN"), house.settles("T-3", 1_000));
    assertThat(shortPays().path("left")).hasSize(2);
    house.turnBack(house.clerk, first);
    assertThat(shortPays().path("left")).hasSize(1);
    assertThat(shortPays().path("left").get(0).path("item").asString()).isEqualTo("T-2");
  }

  private House.Answer look(Actor actor, String item, Map<String, String> on) {
    long id = house.item(item).path("id").asLong();
    return house.send(actor, HttpMethod.PUT, "/api/desk/short-pays/" + id + "/next-look", on);
  }

  @Test
  void areLookedAtAgainOnTheDayThatIsNamed() {
    assertThat(shortPays().path("left").get(0).path("due").asBoolean()).isTrue();
    String soon = House.TODAY.plusDays(2).toString();
    assertThat(look(house.clerk, "T-1", Map.of("on", soon)).status()).isEqualTo(200);
    JsonNode left = shortPays().path("left").get(0);
    assertThat(left.path("nextLook").asString()).isEqualTo(soon);
    assertThat(left.path("due").asBoolean()).isFalse();
    String past = House.TODAY.toString();
    assertThat(look(house.clerk, "T-1", Map.of("on", past)).code()).isEqualTo("next-look");
    assertThat(look(house.reader, "T-1", Map.of()).status()).isEqualTo(403);
    assertThat(look(house.clerk, "T-1", Map.of()).status()).isEqualTo(200);
    assertThat(shortPays().path("left").get(0).path("due").asBoolean()).isTrue();
    house.turnBack(house.clerk, first);
    assertThat(look(house.clerk, "T-1", Map.of("on", soon)).code()).isEqualTo("not-found");
    house.prove();
  }
}
