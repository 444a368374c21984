package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Between a draft and a posting: a tape beyond one's own limits waits for somebody else. */
class SecondPersonTest extends ServerTest {
  private List<Map<String, Object>> shortBy10;
  private long money;

  @BeforeEach
  void aSumThatIsShortByMoreThanAClerkGrants() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,900.00,900.00,,USD,,net 30");
    house.statement(LocalDate.of(2026, 11, 16), "1000.00", "1490.00", "490.00,ALDER,T-1");
    money = house.money("ALDER");
    shortBy10 = tape(1_000);
  }

  private List<Map<String, Object>> tape(long forgiven) {
    return List.of(
        house.settles("T-1", 49_000 + forgiven),
        Map.of(
            "kind",
            "GRANTED",
            "amountMinor",
            forgiven,
            "reason",
            "SMALL_DIFFERENCE",
            "itemId",
            house.item("T-1").path("id").asLong()));
  }

  private House.Answer ask(Object lines) {
    return house.send(house.clerk, HttpMethod.POST, path("asking"), Map.of("lines", lines));
  }

  private String path(String what) {
    return "/api/desk/money/" + money + "/" + what;
  }

  private House.Answer approve(Actor approver, Actor maker) {
    return house.sendOnce(
        approver,
        UUID.randomUUID().toString(),
        path("approval"),
        Map.of("personId", maker.personId()));
  }

  private JsonNode shown(Actor actor) {
    return house.get(actor, "/api/desk/money/" + money).body();
  }

  @Test
  void aTapeBeyondTheLimitsOfItsMakerIsPostedByAnotherWithBothNames() {
    House.Answer asked = ask(shortBy10);
    assertThat(asked.body().path("why").asString())
        .startsWith("small difference written off: 10.00 on this tape; your limit is 3.00");
    JsonNode other = shown(house.supervisor).path("others").get(0);
    assertThat(other.path("person").asString()).isEqualTo("Ines");
    assertThat(other.path("lines").get(1).path("amountMinor").asLong()).isEqualTo(1_000);
    House.Answer posted = approve(house.supervisor, house.clerk);
    assertThat(posted.status()).as(posted.sentence()).isEqualTo(200);
    assertThat(house.open("T-1")).isEqualTo(40_000);
    JsonNode trail =
        house
            .get(
                house.reader,
                "/api/trail/postings/" + posted.body().path("number").asString().replace("-", "/"))
            .body();
    assertThat(trail.path("actor").asString()).isEqualTo("Ruta");
    assertThat(trail.path("maker").asString()).isEqualTo("Ines");
    assertThat(approve(house.supervisor, house.clerk).code()).isEqualTo("not-waiting");
    house.prove();
  }

  @Test
  void whatIsSentBackIsInItsMakersHandAgainWithTheWord() {
    ask(shortBy10);
    House.Answer back =
        house.send(
            house.supervisor,
            HttpMethod.POST,
            path("sending-back"),
            Map.of("personId", house.clerk.personId(), "words", "ask them first"));
    assertThat(back.status()).isEqualTo(204);
    JsonNode mine = shown(house.clerk);
    assertThat(mine.path("sentBack").asString()).isEqualTo("ask them first");
    assertThat(mine.path("draft")).hasSize(2);
    assertThat(approve(house.supervisor, house.clerk).code()).isEqualTo("not-waiting");
    assertThat(house.open("T-1")).isEqualTo(90_000);
  }

  @Test
  void nobodyAsksWithoutNeedNorForWhatNoSecondPersonCanMend() {
    assertThat(ask(List.of(house.settles("T-1", 40_000))).code()).isEqualTo("not-zero");
    assertThat(ask(List.of(house.settles("T-1", 49_000))).code()).isEqualTo("no-need");
    assertThat(ask(tape(41_000)).code()).as("beyond a supervisor too").isEqualTo("over-limit");
    assertThat(
            house.get(house.clerk, "/api/desk/money/" + money).body().path("draft").isMissingNode())
        .as("nothing is kept")
        .isTrue();
  }

  @Test
  void aClerkApprovesNothingAndASupervisorNotTheOwn() {
    ask(shortBy10);
    assertThat(approve(house.other, house.clerk).status()).isEqualTo(403);
    house.send(
        house.supervisor,
        HttpMethod.PUT,
        path("draft"),
        Map.of("lines", shortBy10, "putBy", false));
    assertThat(approve(house.supervisor, house.supervisor).code()).isEqualTo("not-waiting");
    assertThat(house.open("T-1")).isEqualTo(90_000);
  }

  /** Whoever takes the tape in hand again has it: what is approved is what was asked for. */
  @Test
  void aTapeThatItsMakerChangesWaitsNoMore() {
    ask(shortBy10);
    house.send(
        house.clerk, HttpMethod.PUT, path("draft"), Map.of("lines", tape(900), "putBy", false));
    assertThat(approve(house.supervisor, house.clerk).code()).isEqualTo("not-waiting");
  }
}
