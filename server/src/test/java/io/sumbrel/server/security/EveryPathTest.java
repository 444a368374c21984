package io.sumbrel.server.security;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.http.ApiDocument;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;

/** Laws over every path that the description of the API names, so that none is forgotten. */
class EveryPathTest extends ServerTest {
  private static final Set<String> OPEN =
      Set.of(
          "/api/session", "/api/first-start", "/api/invitations/look", "/api/invitations/password");

  /** A reader may try a layout, for nothing of it is kept, and choose how screens look. */
  private static final Set<String> FOR_LOOKING =
      Set.of(
          "/api/arrivals/{id}/layout/trial",
          "/api/arrivals/{id}/list-layout/trial",
          "/api/arrivals/{id}/payout-layout/trial",
          "/api/arrivals/{id}/lockbox/trial",
          "/api/settings/{name}");

  @Autowired private MockMvc mvc;
  private static final ApiDocument DOCUMENT = ApiDocument.read();

  private static String filled(ApiDocument.Act act) {
    return act.path()
        .replace("{year}", "2026")
        .replace("{number}", "999")
        .replace("{month}", "2026-10")
        .replace("{verdict}", "REAL")
        .replace("{state}", "UP")
        .replaceAll("\\{\\w+}", "1");
  }

  private static List<ApiDocument.Act> acts() {
    List<ApiDocument.Act> acts =
        DOCUMENT.acts().stream().filter(a -> !OPEN.contains(a.path())).toList();
    assertThat(acts).hasSizeGreaterThan(30);
    return acts;
  }

  @Test
  void answersNobodyWhoIsNotSignedIn() throws Exception {
    for (ApiDocument.Act act : acts()) {
      int status =
          mvc.perform(MockMvcRequestBuilders.request(act.method(), filled(act)).with(csrf()))
              .andReturn()
              .getResponse()
              .getStatus();
      assertThat(status).as(act.toString()).isEqualTo(401);
    }
  }

  @Test
  void letsAReaderChangeNothing() {
    for (ApiDocument.Act act : acts()) {
      if (act.method() != HttpMethod.GET && !FOR_LOOKING.contains(act.path())) {
        House.Answer answer = house.send(house.reader, act.method(), filled(act), body(act));
        assertThat(answer.status()).as(act.toString()).isIn(403, 415);
      }
    }
  }

  @Test
  void keepsMonthsForTheSupervisor() {
    for (ApiDocument.Act act : acts()) {
      if (act.method() != HttpMethod.GET && act.path().contains("/months/")) {
        House.Answer answer = house.send(house.clerk, act.method(), filled(act), body(act));
        assertThat(answer.status()).as(act.toString()).isEqualTo(403);
      }
    }
  }

  /** A body that can be read, so that it is the right which says no. */
  private static Object body(ApiDocument.Act act) {
    return DOCUMENT.body(act).<Object>map(b -> b).orElse(Map.of());
  }

  @Test
  void answersWhatIsNotThereWithAProblem() {
    for (ApiDocument.Act act : acts()) {
      boolean looksUpOne =
          act.method() == HttpMethod.GET
              && act.path().contains("{")
              && !act.path().endsWith("/lines")
              && !act.path().endsWith("/sample");
      if (looksUpOne) {
        House.Answer answer = house.get(house.clerk, filled(act));
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
