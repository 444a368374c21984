package io.sumbrel.server.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Who is remembered as paying for whom is said, listed, and forgotten. */
class PayersTest extends ServerTest {
  @BeforeEach
  void bringSums() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,",
        "T-2,K-1,Alder Pots,2026-10-15,,77.00,77.00,,USD,,");
    house.statement(
        House.TODAY, "1000.00", "1512.34", "500.00,NORTH HOLDING,T-1", "12.34,NORTH HOLDING,x");
  }

  private JsonNode payers(String find) {
    return house.get(house.reader, "/api/payers?find=" + find).body();
  }

  private int forget(JsonNode keys, boolean forgotten) {
    return house
        .send(
            house.clerk,
            HttpMethod.PUT,
            "/api/payers/forgotten",
            Map.of("payers", keys, "forgotten", forgotten))
        .status();
  }

  private long first() {
    for (JsonNode row : house.get(house.clerk, "/api/desk").body().path("rows")) {
      if (row.path("amountMinor").asLong() == 50_000) {
        return row.path("id").asLong();
      }
    }
    throw new AssertionError("no such sum");
  }

  @Test
  void whatAPostingTeachesIsSaidListedForgottenAndRememberedAgain() {
    JsonNode posted = house.post(house.clerk, first(), house.settles("T-1", 50_000)).body();
    JsonNode taught = posted.path("taught");
    assertThat(taught.path("words").asString())
        .isEqualTo("NORTH HOLDING is remembered as paying for Alder Pots");
    assertThat(house.sum("NORTH HOLDING").path("customerId").asLong()).isPositive();
    JsonNode known = payers("alder").path("payers").get(0);
    assertThat(known.path("times").asInt()).isEqualTo(1);
    assertThat(known.path("before").asInt()).isZero();
    assertThat(payers("nobody").path("found").asInt()).isZero();

    assertThat(forget(taught.path("keys"), true)).isEqualTo(204);
    assertThat(house.sum("NORTH HOLDING").has("customerId")).isFalse();
    assertThat(payers("").path("found").asInt()).isZero();
    assertThat(payers("north").path("forgotten").get(0).path("customer").asString())
        .isEqualTo("Alder Pots");
    house.prove();

    assertThat(forget(taught.path("keys"), false)).isEqualTo(204);
    assertThat(house.sum("NORTH HOLDING").path("customerId").asLong()).isPositive();
    assertThat(payers("").path("forgotten")).isEmpty();
    house.prove();
  }

  @Test
  void refusesAPayerOfNoCustomerAndAReader() {
    Map<?, ?> nobody = Map.of("payer", "X", "byAccount", false, "customerId", 4_711);
    Map<?, ?> request = Map.of("payers", List.of(nobody), "forgotten", true);
    assertThat(house.send(house.clerk, HttpMethod.PUT, "/api/payers/forgotten", request).status())
        .isEqualTo(404);
    assertThat(house.send(house.reader, HttpMethod.PUT, "/api/payers/forgotten", request).status())
        .isEqualTo(403);
  }
}
