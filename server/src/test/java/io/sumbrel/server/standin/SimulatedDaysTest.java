package io.sumbrel.server.standin;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.standin.house.DemoHouse;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Files fetched from the simulated bank, on the first day and on those that follow. */
class SimulatedDaysTest extends ServerTest {
  private static final String BANK = "/api/connections/Bank/fetching";
  private static final String BILLING = "/api/connections/Billing/fetching";

  @Autowired private OpenDemoHouse openDemoHouse;
  @Autowired private House.Api api;

  private House demo;

  @AfterEach
  void mendTheLine() {
    house.send(house.clerk, HttpMethod.PUT, "/api/simulated-bank/line/UP", Map.of());
  }

  private JsonNode fetch(String connection, LocalDate from, LocalDate to) {
    return demo.send(demo.clerk, HttpMethod.POST, connection, Map.of("from", from, "to", to))
        .body();
  }

  private JsonNode bank() {
    return demo.get(demo.clerk, "/api/simulated-bank").body();
  }

  /** Takes in all that waits, oldest first, and gives what could not be taken in. */
  private List<String> acceptAll() {
    List<JsonNode> waiting = new ArrayList<>();
    for (JsonNode file : demo.get(demo.clerk, "/api/arrivals").body()) {
      if (file.path("state").asString().equals("WAITING")) {
        waiting.add(0, file);
      }
    }
    List<String> refused = new ArrayList<>();
    for (JsonNode file : waiting) {
      House.Answer answer = demo.accept(file.path("id").asLong(), "CHANGES_ONLY", Map.of());
      if (answer.status() != 200) {
        refused.add(file.path("fileName").asString() + ": " + answer.sentence());
      }
    }
    demo.prove();
    return refused;
  }

  @Test
  void yieldsSecondAndThirdDaysWhoseStatementsChain() {
    demo = api.of(openDemoHouse.open());
    LocalDate first = DemoHouse.TODAY.minusDays(1);
    JsonNode known = fetch(BANK, first, DemoHouse.TODAY);
    assertThat(known.path("brought").asInt()).as("all of it came before").isZero();
    assertThat(known.path("known").asInt()).isGreaterThanOrEqualTo(5);
    assertThat(acceptAll()).isEmpty();
    for (int day = 0; day < 3; day++) {
      demo.send(demo.clerk, HttpMethod.POST, "/api/simulated-bank/next-day", Map.of());
      LocalDate today = LocalDate.parse(bank().path("businessDate").asString());
      fetch(BILLING, first, today);
      JsonNode brought = fetch(BANK, first, today);
      assertThat(brought.path("failure").asString()).isEmpty();
      assertThat(brought.path("brought").asInt()).isGreaterThanOrEqualTo(2);
      assertThat(acceptAll()).isEmpty();
    }
    JsonNode accounts = demo.get(demo.clerk, "/api/arrivals/accounts").body();
    for (JsonNode held : bank().path("accounts")) {
      for (JsonNode ours : accounts) {
        if (ours.path("name").equals(held.path("name"))) {
          assertThat(ours.path("bankMinor").asLong() + heldMinor(ours))
              .as(ours.path("name").asString())
              .isEqualTo(held.path("balanceMinor").asLong());
        }
      }
    }
    assertThat(slip("S-145").path("state").asString()).isEqualTo("AT_THE_BANK");
  }

  /** Held entries count nowhere; here they are double, so the bank counts none of them either. */
  private static long heldMinor(JsonNode account) {
    assertThat(account.path("heldCount").asInt()).isLessThanOrEqualTo(1);
    return 0;
  }

  private JsonNode slip(String number) {
    for (JsonNode deposit : demo.get(demo.clerk, "/api/deposits").body().path("deposits")) {
      if (deposit.path("reference").asString().equals(number)) {
        return deposit;
      }
    }
    throw new AssertionError("no slip " + number);
  }

  @Test
  void aLineThatIsDownIsSaidAndLeavesNothingHalfDone() {
    demo = api.of(openDemoHouse.open());
    demo.send(demo.clerk, HttpMethod.PUT, "/api/simulated-bank/line/DOWN", Map.of());
    JsonNode failed = fetch(BANK, DemoHouse.TODAY.minusDays(3), DemoHouse.TODAY);
    assertThat(failed.path("failure").asString()).contains("The line to the bank is down");
    JsonNode connection = demo.get(demo.clerk, "/api/connections").body().get(0);
    assertThat(connection.path("lastFailure").path("by").asString()).isEqualTo("Ines");
    assertThat(connection.has("lastSuccess")).isFalse();
    demo.send(demo.clerk, HttpMethod.PUT, "/api/simulated-bank/line/UP", Map.of());
    fetch(BANK, DemoHouse.TODAY.minusDays(3), DemoHouse.TODAY);
    assertThat(demo.get(demo.clerk, "/api/connections").body().get(0).has("lastSuccess")).isTrue();
  }

  @Test
  void aRangeThatCannotBeIsRefused() {
    demo = api.of(openDemoHouse.open());
    assertThat(fetch(BANK, DemoHouse.TODAY, DemoHouse.TODAY.minusDays(1)).path("detail").asString())
        .contains("the first day first");
    House.Answer unknown =
        demo.send(
            demo.clerk,
            HttpMethod.POST,
            "/api/connections/Nobody/fetching",
            Map.of("from", DemoHouse.TODAY, "to", DemoHouse.TODAY));
    assertThat(unknown.code()).isEqualTo("no-connection");
  }
}
