package io.sumbrel.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * A customer bears what banks keep on the way: it stays open, in the list of what was left short.
 */
class WhoBearsChargesTest extends ServerTest {
  private House.Answer keep(Actor actor, long customer, boolean theirs) {
    return house.send(
        actor,
        HttpMethod.PUT,
        "/api/rules/customers/" + customer + "/charges",
        Map.of("theirs", theirs));
  }

  private JsonNode proposed() {
    return house.sum("ALDER POTS").path("ways").get(0);
  }

  @Test
  void whatIsTheirsIsProposedToStayOpenAndIsFollowedUp() {
    house.items("T-50011,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(
        House.TODAY, "1000.00", "1488.00", "488.00,ALDER POTS,T-50011 LESS CHARGES 12.00");
    long alder = house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong();
    assertThat(proposed().path("words").asString()).isEqualTo("T-50011, less 12.00 charge");
    assertThat(keep(house.clerk, alder, true).status()).isEqualTo(403);
    assertThat(keep(house.supervisor, alder + 99_999, true).code()).isEqualTo("not-found");
    assertThat(keep(house.supervisor, alder, true).status()).isEqualTo(204);
    JsonNode way = proposed();
    assertThat(way.path("words").asString()).isEqualTo("T-50011, 12.00 charge stays open");
    String number = house.take("ALDER POTS", way).body().path("number").asString();
    assertThat(house.journal(number)).isEqualTo("1010 48800; 1100 -48800; ");
    assertThat(house.open("T-50011")).isEqualTo(1_200);
    JsonNode left = house.get(house.clerk, "/api/desk/short-pays").body().path("left").get(0);
    assertThat(left.path("reason").asString()).isEqualTo("charge not ours");
    house.prove();
    assertThat(keep(house.supervisor, alder, false).status()).isEqualTo(204);
    house.prove();
  }
}
