package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** A credit that is decided to be paid back, by two, before the bank shows it. */
class PayingBackTest extends ServerTest {
  private Map<String, Object> decided;

  @BeforeEach
  void bringACredit() {
    house.items(
        "CN-1,K-1,Alder Pots,2026-10-14,,-400.00,-400.00,,USD,,",
        "T-1,K-1,Alder Pots,2026-10-15,,90.00,90.00,,USD,,");
    decided = tape(used(40_000), line("TO_PAY", 40_000));
  }

  private static Map<String, Object> line(String kind, long minor) {
    return new HashMap<>(Map.of("kind", kind, "amountMinor", minor));
  }

  private Map<String, Object> used(long minor) {
    Map<String, Object> line = line("CREDIT_USED", minor);
    line.put("itemId", house.item("CN-1").path("id").asLong());
    return line;
  }

  private static Map<String, Object> tape(Map<?, ?>... lines) {
    return Map.of("currency", "USD", "lines", List.of(lines));
  }

  private House.Answer ask(Map<String, Object> tape) {
    return house.send(house.clerk, HttpMethod.POST, "/api/desk/credits/asking", tape);
  }

  private JsonNode waiting() {
    return house.get(house.clerk, "/api/desk/waiting").body();
  }

  private House.Answer decide(Actor actor, String what, Object body) {
    String path = "/api/desk/waiting/" + waiting().get(0).path("tapeId").asLong() + "/" + what;
    return house.sendOnce(actor, UUID.randomUUID().toString(), path, body);
  }

  private String paidBack() {
    ask(decided);
    House.Answer posted = decide(house.supervisor, "approval", Map.of());
    assertThat(posted.status()).as(posted.sentence()).isEqualTo(200);
    return posted.body().path("number").asString();
  }

  @Test
  void twoDecideItAndTheBankMeetsItLater() {
    House.Answer alone =
        house.send(house.supervisor, HttpMethod.POST, "/api/desk/credits", decided);
    assertThat(alone.code()).isEqualTo("second-person");
    String number = paidBack();
    assertThat(house.journal(number)).isEqualTo("1100 40000; 2160 -40000; ");
    assertThat(house.open("CN-1")).isZero();
    assertThat(waiting()).isEmpty();
    house.prove();
    house.statement(House.TODAY, "1000.00", "600.00", "-400.00,QUAYLINE,PAYMENT TO ALDER POTS");
    JsonNode way = house.sum("QUAYLINE").path("beside").get(0);
    assertThat(way.path("words").asString())
        .isEqualTo("refund " + number + " to Alder Pots, decided before");
    assertThat(way.path("certainty").asString()).isEqualTo("LIKELY");
    House.Answer met = house.take("QUAYLINE", way);
    assertThat(met.body().path("words").asString())
        .isEqualTo("Posted −400.00 as decided by " + number);
    assertThat(house.journal(met.body().path("number").asString()))
        .isEqualTo("1010 -40000; 2160 40000; ");
    house.prove();
    assertThat(house.turnBack(house.clerk, number).code()).isEqualTo("payment-shown-since");
    house.turnBack(house.clerk, met.body().path("number").asString());
    assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    assertThat(house.open("CN-1")).isEqualTo(-40_000);
    house.prove();
  }

  @Test
  void theListOfCreditsHoldsWhatIsUsableAndWhatWaitsForTheBank() {
    house.items("CN-0,K-1,Alder Pots,2026-11-07,,-10.00,-10.00,,USD,,");
    String number = paidBack();
    JsonNode credits = house.get(house.reader, "/api/desk/credits").body();
    assertThat(credits).hasSize(2);
    assertThat(credits.get(0).path("item").path("number").asString()).isEqualTo("CN-0");
    assertThat(credits.get(0).path("days").asInt()).isEqualTo(10);
    assertThat(credits.get(0).path("usable").asBoolean()).isTrue();
    assertThat(credits.get(1).path("item").path("number").asString()).isEqualTo(number);
    assertThat(credits.get(1).path("usable").asBoolean()).isFalse();
  }

  @Test
  void theTrailNamesBoth() {
    String number = paidBack();
    JsonNode trail =
        house.get(house.reader, "/api/trail/postings/" + number.replace('-', '/')).body();
    assertThat(trail.path("actor").asString()).isEqualTo("Ruta");
    assertThat(trail.path("maker").asString()).isEqualTo("Ines");
  }

  @Test
  void placedOtherwiseItWouldBePaidTwice() {
    paidBack();
    house.items("CN-2,K-1,Alder Pots,2026-10-16,,-400.00,-400.00,,USD,,");
    house.statement(House.TODAY, "1000.00", "600.00", "-400.00,QUAYLINE,CN-2");
    Map<String, Object> other = line("CREDIT_USED", 40_000);
    other.put("itemId", house.item("CN-2").path("id").asLong());
    House.Answer judged =
        house.send(
            house.clerk,
            HttpMethod.PUT,
            "/api/desk/money/" + house.money("QUAYLINE") + "/draft",
            Map.of("lines", List.of(other), "putBy", false));
    assertThat(judged.body().path("warning").asString()).contains("it is paid twice");
    assertThat(judged.body().path("postable").asBoolean()).isTrue();
  }

  @Test
  void whatIsSentBackWaitsForItsMakerAlone() {
    ask(decided);
    JsonNode row = waiting().get(0);
    assertThat(row.path("why").asString()).contains("decided by two");
    assertThat(row.path("amountMinor").asLong()).isEqualTo(40_000);
    assertThat(row.path("lines").get(0).path("item").path("number").asString()).isEqualTo("CN-1");
    assertThat(house.get(house.clerk, "/api/desk").body().path("waiting").asInt()).isEqualTo(1);
    assertThat(decide(house.supervisor, "sending-back", Map.of("words", " ")).code())
        .isEqualTo("no-words");
    decide(house.supervisor, "sending-back", Map.of("words", "they owe more"));
    assertThat(waiting().get(0).path("sentBack").asString()).isEqualTo("they owe more");
    assertThat(house.get(house.clerk, "/api/desk").body().path("waiting").asInt()).isZero();
    assertThat(decide(house.supervisor, "approval", Map.of()).code()).isEqualTo("not-waiting");
    assertThat(decide(house.other, "withdrawal", Map.of()).code()).isEqualTo("not-own");
    assertThat(decide(house.clerk, "withdrawal", Map.of()).status()).isEqualTo(204);
    assertThat(waiting()).isEmpty();
    assertThat(house.open("CN-1")).isEqualTo(-40_000);
  }

  @Test
  void nobodyApprovesTheOwnNorTwice() throws Exception {
    house.send(house.supervisor, HttpMethod.POST, "/api/desk/credits/asking", decided);
    assertThat(decide(house.supervisor, "approval", Map.of()).code()).isEqualTo("own-tape");
    assertThat(decide(house.other, "approval", Map.of()).status()).isEqualTo(403);
    decide(house.supervisor, "withdrawal", Map.of());
    ask(decided);
    String path = "/api/desk/waiting/" + waiting().get(0).path("tapeId").asLong() + "/approval";
    List<House.Answer> both =
        House.together(
            () -> house.send(house.supervisor, HttpMethod.POST, path, Map.of()),
            () -> house.send(house.supervisor, HttpMethod.POST, path, Map.of()));
    assertThat(both).extracting(House.Answer::status).containsExactlyInAnyOrder(200, 422);
    house.prove();
  }

  @Test
  void nobodyAsksWithoutNeedNorForWhatCannotBePosted() {
    assertThat(ask(tape(used(9_000), house.settles("T-1", 9_000))).code()).isEqualTo("no-need");
    assertThat(ask(tape(used(9_000), line("TO_PAY", 8_000))).code()).isEqualTo("not-zero");
    assertThat(ask(tape(used(50_000), line("TO_PAY", 50_000))).code()).isEqualTo("more-than-open");
    assertThat(waiting()).isEmpty();
  }

  @Test
  void aCreditThatWasUsedMeanwhileIsNotPaidBack() {
    ask(decided);
    house.send(
        house.other,
        HttpMethod.POST,
        "/api/desk/credits",
        tape(used(9_000), house.settles("T-1", 9_000)));
    House.Answer late = decide(house.supervisor, "approval", Map.of());
    assertThat(late.code()).isEqualTo("more-than-open");
    assertThat(late.sentence()).contains("Tomas moved it last");
    assertThat(waiting()).as("it is kept").hasSize(1);
  }
}
