package io.sumbrel.server.setup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import io.sumbrel.server.House.Answer;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.People;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.mock.web.MockHttpSession;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class TeamTest extends ServerTest {
  private static final List<String> READER = List.of("READ");
  private static final List<String> CLERK = List.of("READ", "BRING_IN", "POST");

  @Autowired private MockMvc mvc;
  @Autowired private People people;
  @Autowired private JdbcClient sql;

  private Answer act(Actor actor, HttpMethod method, String path, Object body) {
    return house.send(actor, method, "/api/people" + path, body);
  }

  private Answer invite(String name, List<String> rights) {
    return act(house.supervisor, HttpMethod.POST, "", Map.of("name", name, "rights", rights));
  }

  private JsonNode member(String name) {
    for (JsonNode person : house.get(house.supervisor, "/api/people").body().path("people")) {
      if (person.path("name").asString().equals(name)) {
        return person;
      }
    }
    throw new AssertionError(name);
  }

  private MockHttpServletResponse sent(MockHttpServletRequestBuilder request, Object body)
      throws Exception {
    return mvc.perform(
            request
                .with(csrf())
                .contentType("application/json")
                .content(JsonMapper.shared().writeValueAsString(body)))
        .andReturn()
        .getResponse();
  }

  private MockHttpServletResponse setPassword(String token, String password) throws Exception {
    return sent(post("/api/invitations/password"), Map.of("token", token, "password", password));
  }

  private MockHttpServletResponse enter(MockHttpSession session, String name) throws Exception {
    return sent(
        post("/api/session").session(session), Map.of("name", name, "password", "long enough now"));
  }

  private int statusOf(MockHttpSession session, String path) throws Exception {
    return mvc.perform(get(path).session(session)).andReturn().getResponse().getStatus();
  }

  private List<String> acts() {
    return sql.sql("select act from audit_line where books_id = ?")
        .param(house.clerk.booksId())
        .query(String.class)
        .list();
  }

  /** A name that no other house of this test run has. */
  private String somebody(String name) {
    return name + " " + house.supervisor.booksId();
  }

  private MockHttpSession signedIn(String name, List<String> rights) throws Exception {
    String token = invite(name, rights).body().path("token").asString();
    assertThat(setPassword(token, "long enough now").getStatus()).isEqualTo(204);
    MockHttpSession session = new MockHttpSession();
    assertThat(enter(session, name).getStatus()).isEqualTo(200);
    return session;
  }

  @Test
  void whoIsInvitedSetsThePasswordOnceAndComesIn() throws Exception {
    String wren = somebody("Wren");
    String token = invite(wren, CLERK).body().path("token").asString();
    MockHttpServletResponse looked = sent(post("/api/invitations/look"), Map.of("token", token));
    assertThat(looked.getContentAsString()).contains(wren, "House");
    assertThat(member(wren).path("hasPassword").asBoolean()).isFalse();
    assertThat(setPassword(token, "short").getContentAsString()).contains("at least 10");
    assertThat(setPassword(token, "long enough now").getStatus()).isEqualTo(204);
    assertThat(setPassword(token, "another one now").getContentAsString())
        .contains("was used already");
    MockHttpSession session = new MockHttpSession();
    assertThat(enter(session, wren).getStatus()).isEqualTo(200);
    assertThat(statusOf(session, "/api/desk")).isEqualTo(200);
    assertThat(sql.sql("select token_hash from invitation").query(String.class).list())
        .doesNotContain(token);
    assertThat(acts()).contains("person-invited", "rights-set", "password-set", "signed-in");
  }

  @Test
  void aLinkHoldsForAWeekAndANewerOneTakesItsPlace() throws Exception {
    Answer invited = invite(somebody("Wren"), CLERK);
    String newer =
        act(house.supervisor, HttpMethod.POST, "/" + invited.body().path("id") + "/link", Map.of())
            .body()
            .path("token")
            .asString();
    assertThat(setPassword(invited.body().path("token").asString(), "long enough now").getStatus())
        .isEqualTo(422);
    sql.sql("update invitation set ends_at = timestamp '2020-01-01 00:00:00' where person_id = ?")
        .param(invited.body().path("id").asLong())
        .update();
    assertThat(setPassword(newer, "long enough now").getContentAsString())
        .contains("older than a week");
  }

  @Test
  void rightsHoldForTheNextRequestAndWhoIsLockedOutIsOutAtOnce() throws Exception {
    String wren = somebody("Wren");
    MockHttpSession session =
        signedIn(wren, Bundle.SUPERVISOR.rights().stream().map(Enum::name).toList());
    assertThat(statusOf(session, "/api/people")).isEqualTo(200);
    String id = "/" + member(wren).path("id").asLong();
    assertThat(member(wren).path("signedIn").asInt()).isEqualTo(1);
    assertThat(
            act(house.supervisor, HttpMethod.PUT, id + "/rights", Map.of("rights", READER))
                .status())
        .isEqualTo(204);
    assertThat(statusOf(session, "/api/people")).isEqualTo(403);
    assertThat(statusOf(session, "/api/desk")).isEqualTo(200);
    act(house.supervisor, HttpMethod.PUT, id + "/lock", Map.of("locked", true));
    assertThat(session.isInvalid()).isTrue();
    assertThat(enter(new MockHttpSession(), wren).getStatus()).isEqualTo(401);
    act(house.supervisor, HttpMethod.PUT, id + "/lock", Map.of("locked", false));
    MockHttpSession again = new MockHttpSession();
    assertThat(enter(again, wren).getStatus()).isEqualTo(200);
    act(house.supervisor, HttpMethod.DELETE, id + "/sessions", Map.of());
    assertThat(again.isInvalid()).isTrue();
    assertThat(acts()).contains("person-locked-out", "person-let-in");
  }

  /** Nobody makes a second person of their own: another supervisor releases what they may do. */
  @Test
  void aSecondSupervisorReleasesRights() throws Exception {
    Actor second =
        people.add(house.clerk.booksId(), somebody("Olga"), "ten letters", Bundle.SUPERVISOR);
    recordRights();
    String wren = somebody("Wren");
    Answer invited = invite(wren, CLERK);
    assertThat(setPassword(invited.body().path("token").asString(), "long enough now").getStatus())
        .isEqualTo(204);
    assertThat(enter(new MockHttpSession(), wren).getStatus()).isEqualTo(401);
    assertThat(member(wren).path("waiting").path("words").asString()).isEqualTo("clerk");
    String rights = "/" + invited.body().path("id").asLong() + "/rights";
    Answer own = act(house.supervisor, HttpMethod.POST, rights + "/release", Map.of());
    assertThat(own.code()).isEqualTo("second-person");
    assertThat(act(second, HttpMethod.POST, rights + "/release", Map.of()).status()).isEqualTo(204);
    assertThat(enter(new MockHttpSession(), wren).getStatus()).isEqualTo(200);
    assertThat(act(second, HttpMethod.POST, rights + "/release", Map.of()).status()).isEqualTo(404);
    assertThat(act(second, HttpMethod.PUT, rights, Map.of("rights", READER)).status())
        .isEqualTo(204);
    assertThat(member(wren).path("words").asString()).isEqualTo("clerk");
    assertThat(act(house.supervisor, HttpMethod.DELETE, rights + "/waiting", Map.of()).status())
        .isEqualTo(204);
    assertThat(member(wren).path("waiting").isMissingNode()).isTrue();
  }

  private void recordRights() {
    // the record knows of the second supervisor before anything rests on it
    act(
        house.supervisor,
        HttpMethod.PUT,
        "/" + house.reader.personId() + "/lock",
        Map.of("locked", false));
  }

  @Test
  void nobodyChangesTheirOwnRights() {
    String own = "/" + house.supervisor.personId();
    for (Answer answer :
        List.of(
            act(house.supervisor, HttpMethod.PUT, own + "/rights", Map.of("rights", READER)),
            act(house.supervisor, HttpMethod.PUT, own + "/lock", Map.of("locked", true)))) {
      assertThat(answer.code()).isEqualTo("own-rights");
    }
  }

  @Test
  void whatIsNoNameAndNoRightIsRefused() {
    assertThat(invite("  ", CLERK).code()).isEqualTo("person-name");
    assertThat(invite("iNES", CLERK).sentence()).isEqualTo("Somebody is called iNES already.");
    assertThat(invite("Wren", List.of("POST")).code()).isEqualTo("rights");
    assertThat(invite("Wren", List.of("FLY")).status()).isEqualTo(400);
    var other = houses.open();
    Answer stranger =
        act(
            house.supervisor,
            HttpMethod.PUT,
            "/" + other.clerk.personId() + "/lock",
            Map.of("locked", true));
    assertThat(stranger.status()).isEqualTo(404);
    assertThat(act(house.clerk, HttpMethod.POST, "", Map.of("name", "X", "rights", CLERK)).status())
        .isEqualTo(403);
  }
}
