package io.sumbrel.server.security;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

/** Laws over every path that the description of the API names, so that none is forgotten. */
class EveryPathTest extends ServerTest {
  private static final Set<String> OPEN = Set.of("/api/session", "/api/first-start");

  /** A reader may try a layout, for nothing of it is kept, and hold a tape of their own. */
  private static final Set<String> FOR_LOOKING =
      Set.of(
          "/api/arrivals/{id}/layout/trial",
          "/api/arrivals/{id}/payout-layout/trial",
          "/api/arrivals/{id}/lockbox/trial");

  @Autowired private MockMvc mvc;
  @Autowired private ObjectMapper json;

  private record Act(HttpMethod method, String path) {
    String filled() {
      return path.replace("{year}", "2026")
          .replace("{number}", "999")
          .replace("{month}", "2026-10")
          .replace("{verdict}", "REAL")
          .replace("{state}", "UP")
          .replaceAll("\\{\\w+}", "1");
    }
  }

  private List<Act> acts() throws IOException {
    JsonNode paths = json.readTree(Files.readString(Path.of("../web/openapi.json"))).path("paths");
    List<Act> acts = new ArrayList<>();
    for (Map.Entry<String, JsonNode> path : paths.properties()) {
      if (!OPEN.contains(path.getKey())) {
        for (Map.Entry<String, JsonNode> method : path.getValue().properties()) {
          acts.add(new Act(HttpMethod.valueOf(method.getKey().toUpperCase()), path.getKey()));
        }
      }
    }
    assertThat(acts).hasSizeGreaterThan(30);
    return acts;
  }

  @Test
  void answersNobodyWhoIsNotSignedIn() throws Exception {
    for (Act act : acts()) {
      int status =
          mvc.perform(MockMvcRequestBuilders.request(act.method(), act.filled()).with(csrf()))
              .andReturn()
              .getResponse()
              .getStatus();
      assertThat(status).as(act.toString()).isEqualTo(401);
    }
  }

  @Test
  void letsAReaderChangeNothing() throws IOException {
    for (Act act : acts()) {
      if (act.method() != HttpMethod.GET && !FOR_LOOKING.contains(act.path())) {
        House.Answer answer = house.send(house.reader, act.method(), act.filled(), body(act));
        assertThat(answer.status()).as(act.toString()).isIn(403, 415);
      }
    }
  }

  @Test
  void keepsMonthsForTheSupervisor() throws IOException {
    for (Act act : acts()) {
      if (act.method() != HttpMethod.GET && act.path().contains("/months/")) {
        House.Answer answer = house.send(house.clerk, act.method(), act.filled(), body(act));
        assertThat(answer.status()).as(act.toString()).isEqualTo(403);
      }
    }
  }

  /** A body that can be read, so that it is the right which says no. */
  private static Object body(Act act) {
    if (act.path().endsWith("/layout")) {
      return Map.of(
          "accountId",
          1,
          "layout",
          Map.of(
              "delimiter", ";",
              "headerLine", 1,
              "linesAfter", 0,
              "columns", List.of("DATE", "AMOUNT"),
              "dateOrder", "YEAR_MONTH_DAY",
              "decimalMark", "POINT",
              "signRule", "SIGNED",
              "outMark", ""));
    }
    if (act.path().endsWith("/payout-layout")) {
      return Map.of(
          "accountId",
          1,
          "layout",
          Map.of(
              "delimiter",
              ";",
              "headerLine",
              1,
              "linesAfter",
              0,
              "columns",
              List.of("PAYOUT", "DATE", "GROSS"),
              "dateOrder",
              "YEAR_MONTH_DAY",
              "decimalMark",
              "POINT",
              "signOfFees",
              "AS_WRITTEN",
              "types",
              Map.of()));
    }
    if (act.path().endsWith("/fetching")) {
      return Map.of("from", "2026-11-16", "to", "2026-11-17");
    }
    if (act.path().endsWith("/lockbox")) {
      return Map.of(
          "accountId", 1, "width", 80, "fields", List.of(), "detailEvery", 26, "detailTimes", 2);
    }
    return Map.of(
        "lines",
        List.of(),
        "reason",
        "x",
        "putBy",
        false,
        "accountId",
        1,
        "dateOrder",
        "YEAR_MONTH_DAY",
        "decimalMark",
        "POINT",
        "rows",
        List.of());
  }

  @Test
  void answersWhatIsNotThereWithAProblem() throws IOException {
    for (Act act : acts()) {
      boolean looksUpOne =
          act.method() == HttpMethod.GET
              && act.path().contains("{")
              && !act.path().endsWith("/lines")
              && !act.path().endsWith("/sample");
      if (looksUpOne) {
        House.Answer answer = house.get(house.clerk, act.filled());
        assertThat(answer.status()).as(act.toString()).isEqualTo(404);
        assertThat(answer.code()).as(act.toString()).isEqualTo("not-found");
      }
    }
  }

  @Test
  void answersAnAddressThatCannotBeWithASentence() {
    House.Answer answer =
        house.send(house.clerk, HttpMethod.PUT, "/api/simulated-bank/line/SIDEWAYS", Map.of());
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.sentence()).isEqualTo("“SIDEWAYS” is nothing that state can be.");
    assertThat(house.get(house.clerk, "/api/arrivals/seven/contents").status()).isEqualTo(400);
  }
}
