package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** A house in which a second person releases every posting, however small. */
class ReleaseTest extends ServerTest {
  @BeforeEach
  void letEveryPostingWait() {
    Map<String, Object> limits = new HashMap<>();
    house
        .get(house.supervisor, "/api/rules")
        .body()
        .path("limits")
        .properties()
        .forEach(p -> limits.put(p.getKey(), p.getValue()));
    limits.put("release", "BY_A_SECOND_PERSON");
    assertThat(house.send(house.supervisor, HttpMethod.PUT, "/api/rules/limits", limits).status())
        .isEqualTo(204);
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(House.TODAY, "1000.00", "1500.00", "500.00,ALDER POTS,T-1");
  }

  private House.Answer ask(Map<?, ?>... lines) {
    String path = "/api/desk/money/" + house.money("ALDER POTS") + "/asking";
    return house.send(house.clerk, HttpMethod.POST, path, Map.of("lines", List.of(lines)));
  }

  @Test
  void noOnePostsAloneNotEvenASupervisor() {
    long money = house.money("ALDER POTS");
    assertThat(house.post(house.clerk, money, house.settles("T-1", 50_000)).code())
        .isEqualTo("release");
    assertThat(house.post(house.supervisor, money, house.settles("T-1", 50_000)).code())
        .isEqualTo("release");
    assertThat(house.post(house.clerk, money, house.settles("T-1", 49_999)).code())
        .as("what is wrong with it comes first")
        .isEqualTo("not-zero");
    assertThat(house.open("T-1")).isEqualTo(50_000);
  }

  @Test
  void itWaitsAndIsInTheBooksWhenAnotherReleasesIt() {
    House.Answer asked = ask(house.settles("T-1", 50_000));
    assertThat(asked.body().path("why").asString())
        .isEqualTo("In this house a second person releases every posting.");
    JsonNode waits = house.get(house.supervisor, "/api/desk/waiting").body().get(0);
    assertThat(waits.path("person").asString()).isEqualTo("Ines");
    String path = "/api/desk/money/" + house.money("ALDER POTS") + "/approval";
    House.Answer released =
        house.send(
            house.supervisor,
            HttpMethod.POST,
            path,
            Map.of("personId", waits.path("personId").asLong()));
    assertThat(released.status()).as(released.sentence()).isEqualTo(200);
    assertThat(house.open("T-1")).isZero();
    house.prove();
  }

  @Test
  void whatCannotBePostedDoesNotWait() {
    assertThat(ask(house.settles("T-1", 49_999)).code()).isEqualTo("not-zero");
    assertThat(house.get(house.supervisor, "/api/desk/waiting").body()).isEmpty();
  }
}
