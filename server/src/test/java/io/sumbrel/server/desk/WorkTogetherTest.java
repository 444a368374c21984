package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Several entries of the bank that pay several items together. */
class WorkTogetherTest extends ServerTest {
  private long first;
  private long second;

  @BeforeEach
  void bringSums() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,700.00,700.00,,USD,,",
        "T-2,K-1,Alder Pots,2026-10-15,,810.00,810.00,,USD,,");
    house.statement(
        House.TODAY.minusDays(2), "1000.00", "2000.00", "1000.00,ALDER POTS ONE,PART ONE");
    house.statement(House.TODAY, "2000.00", "2500.00", "500.00,ALDER POTS TWO,PART TWO");
    first = house.money("ALDER POTS ONE");
    second = house.money("ALDER POTS TWO");
  }

  private House.Answer share(List<Long> money, Map<?, ?>... lines) {
    return house.send(
        house.clerk,
        HttpMethod.PUT,
        "/api/desk/together",
        Map.of("money", money, "lines", List.of(lines)));
  }

  private static Map<?, ?> charge(long minor) {
    return Map.of("kind", "KEPT_BACK", "amountMinor", minor, "reason", "BANK_CHARGE");
  }

  private JsonNode preview() {
    return house
        .send(
            house.clerk,
            HttpMethod.POST,
            "/api/desk/preview",
            Map.of("ids", List.of(second, first)))
        .body();
  }

  @Test
  void eachKeepsATapeAndADateOfItsOwnInTheOrderOfTheirDays() {
    assertThat(
            share(
                    List.of(second, first),
                    house.settles("T-1", 70_000),
                    house.settles("T-2", 81_000),
                    charge(1_000))
                .status())
        .isEqualTo(204);
    JsonNode rows = preview();
    assertThat(rows)
        .extracting(r -> r.path("words").asString())
        .containsExactlyInAnyOrder(
            "bank charge kept 10.00, T-1 700.00, T-2 310.00 in part", "T-2 500.00 in part");
    for (JsonNode row : rows) {
      assertThat(row.path("lacking").asString()).isEmpty();
      String path = "/api/desk/money/" + row.path("moneyInId").asLong() + "/posting";
      House.Answer posted =
          house.send(house.clerk, HttpMethod.POST, path, Map.of("lines", row.path("lines")));
      assertThat(posted.status()).as(posted.sentence()).isEqualTo(200);
    }
    assertThat(house.open("T-1")).isZero();
    assertThat(house.open("T-2")).isZero();
    house.prove();
  }

  @Test
  void refusesWhatDoesNotMeetAndKeepsNothing() {
    House.Answer refused =
        share(List.of(first, second), house.settles("T-1", 70_000), house.settles("T-2", 81_000));
    assertThat(refused.sentence())
        .isEqualTo("Left to place is −10.00; sums worked as one are shared out at 0.00.");
    assertThat(share(List.of(first), house.settles("T-1", 70_000)).code()).isEqualTo("together");
    assertThat(share(List.of(first, first), house.settles("T-1", 70_000)).code())
        .isEqualTo("together");
    assertThat(preview()).allMatch(r -> !r.path("words").asString().contains(" in part"));
    house.post(house.other, second, Map.of("kind", "UNIDENTIFIED", "amountMinor", 50_000));
    assertThat(share(List.of(first, second), house.settles("T-1", 70_000)).code())
        .as("explained meanwhile, it is no more left to place")
        .isEqualTo("not-zero");
  }
}
