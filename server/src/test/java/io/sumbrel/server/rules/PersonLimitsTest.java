package io.sumbrel.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;

/** One person may go further, or less far, than the role does. */
class PersonLimitsTest extends ServerTest {
  @BeforeEach
  void twoThatAreShortByMoreThanAClerkLetsOff() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,",
        "T-2,K-2,Birch Bowls,2026-10-15,,300.00,300.00,,USD,,");
    house.statement(
        House.TODAY, "1000.00", "1790.00", "495.00,ALDER POTS,T-1", "295.00,BIRCH BOWLS,T-2");
  }

  private House.Answer keep(Actor actor, long person, String... tapeAndMonth) {
    List<Map<String, String>> own =
        tapeAndMonth.length == 0
            ? List.of()
            : List.of(
                Map.of(
                    "reason",
                    "SMALL_DIFFERENCE",
                    "tape",
                    tapeAndMonth[0],
                    "month",
                    tapeAndMonth[1]));
    return house.send(
        actor, HttpMethod.PUT, "/api/rules/people/" + person + "/limits", Map.of("own", own));
  }

  private House.Answer letOff(Actor actor, String payer, String item, long settled) {
    return house.post(
        actor,
        house.money(payer),
        house.settles(item, settled),
        Map.of(
            "kind",
            "GRANTED",
            "amountMinor",
            500,
            "reason",
            "SMALL_DIFFERENCE",
            "itemId",
            house.item(item).path("id").asLong()));
  }

  @Test
  void whoMayGoFurtherDoesAndAnotherOfTheSameRoleDoesNot() {
    assertThat(letOff(house.clerk, "ALDER POTS", "T-1", 50_000).code()).isEqualTo("over-limit");
    assertThat(keep(house.supervisor, house.clerk.personId(), "6.00", "6.00").status())
        .isEqualTo(204);
    assertThat(letOff(house.other, "ALDER POTS", "T-1", 50_000).code()).isEqualTo("over-limit");
    House.Answer posted = letOff(house.clerk, "ALDER POTS", "T-1", 50_000);
    assertThat(posted.status()).as(posted.sentence()).isEqualTo(200);
    house.prove();
    assertThat(keep(house.supervisor, house.clerk.personId()).status()).isEqualTo(204);
    assertThat(letOff(house.clerk, "BIRCH BOWLS", "T-2", 30_000).code()).isEqualTo("over-limit");
    house.prove();
  }

  @Test
  void aSupervisorMayBeHeldShorterAndAsksASecondPersonThen() {
    long ruta = house.supervisor.personId();
    assertThat(keep(house.supervisor, ruta, "1.00", "1.00").status()).isEqualTo(204);
    House.Answer refused = letOff(house.supervisor, "ALDER POTS", "T-1", 50_000);
    assertThat(refused.sentence()).contains("your limit is 1.00");
  }

  @Test
  void refusesAClerkStrangersAndWhatIsNoLimit() {
    long ines = house.clerk.personId();
    assertThat(keep(house.clerk, ines, "6.00", "6.00").status()).isEqualTo(403);
    assertThat(keep(house.supervisor, 99_999_999, "6.00", "6.00").code()).isEqualTo("not-found");
    assertThat(keep(house.supervisor, ines, "6.00", "5.00").code()).isEqualTo("limit");
    assertThat(keep(house.supervisor, ines, "six", "6.00").code()).isEqualTo("amount");
    Map<String, String> one = Map.of("reason", "FREIGHT", "tape", "1.00", "month", "1.00");
    House.Answer twice =
        house.send(
            house.supervisor,
            HttpMethod.PUT,
            "/api/rules/people/" + ines + "/limits",
            Map.of("own", List.of(one, one)));
    assertThat(twice.sentence()).isEqualTo("A reason stands twice.");
    house.prove();
  }
}
