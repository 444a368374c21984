package io.sumbrel.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;

/** What each person chose for a screen, of oneself alone. */
class PersonalSettingsTest extends ServerTest {
  private House.Answer keep(String name, String setting) {
    return house.send(
        house.clerk, HttpMethod.PUT, "/api/settings/" + name, Map.of("setting", setting));
  }

  @Test
  void isKeptForOneselfAndReplaced() {
    assertThat(keep("pile", "{\"order\":\"age\"}").status()).isEqualTo(204);
    assertThat(keep("pile", "{\"order\":\"amount\"}").status()).isEqualTo(204);
    assertThat(house.get(house.clerk, "/api/settings").body().path("pile").asString())
        .isEqualTo("{\"order\":\"amount\"}");
    assertThat(house.get(house.other, "/api/settings").body()).isEmpty();
  }

  @Test
  void refusesOtherNamesAndTooMuch() {
    assertThat(keep("pile2", "x").code()).isEqualTo("setting");
    assertThat(keep("pile", "x".repeat(20_001)).code()).isEqualTo("setting");
    assertThat(house.get(house.clerk, "/api/settings").body()).isEmpty();
  }
}
