package io.sumbrel.server.followup;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What is asked about a sum stands with it until it is answered or explained. */
class QuestionsTest extends ServerTest {
  private long money;

  @BeforeEach
  void aSumOfNobody() {
    house.statement(House.TODAY, "1000.00", "1133.00", "133.00,NOBODY,WHO IS IT");
    money = house.money("NOBODY");
  }

  private House.Answer ask(String words, LocalDate nextLook) {
    return house.send(
        house.clerk,
        HttpMethod.POST,
        "/api/desk/money/" + money + "/question",
        Map.of("whom", "BANK", "name", "", "words", words, "nextLook", nextLook));
  }

  private JsonNode questions() {
    return house.get(house.other, "/api/desk").body().path("questions");
  }

  @Test
  void isAskedWithATextToBeginWithAndAnswered() {
    String draft =
        house
            .get(house.clerk, "/api/desk/money/" + money + "/question?whom=BANK")
            .body()
            .path("words")
            .asString();
    assertThat(draft)
        .contains("USD 133.00, in, carries the text “NOBODY / WHO IS IT”")
        .endsWith("House");
    House.Answer asked = ask(draft, House.TODAY.plusDays(5));
    assertThat(asked.body().path("words").asString())
        .isEqualTo("Asked the bank about 133.00 of NOBODY, to be looked at on 2026-11-22");
    assertThat(questions().get(0).path("due").asBoolean()).isFalse();
    assertThat(house.sum("NOBODY").path("question").path("person").asString()).isEqualTo("Ines");
    ask("And again?", House.TODAY.plusDays(2));
    assertThat(questions()).as("asked again, the older gives way").hasSize(1);
    String path = "/api/desk/money/" + money + "/answer";
    assertThat(house.send(house.other, HttpMethod.POST, path, Map.of()).status()).isEqualTo(200);
    assertThat(questions()).isEmpty();
    assertThat(house.send(house.other, HttpMethod.POST, path, Map.of()).code())
        .isEqualTo("not-asked");
    house.prove();
  }

  @Test
  void isGoneWhileTheSumIsExplainedAndBackWhenThatIsTurnedBack() {
    ask("Who is it?", House.TODAY.plusDays(1));
    House.Answer posted =
        house.post(house.clerk, money, Map.of("kind", "UNIDENTIFIED", "amountMinor", 13_300));
    assertThat(questions()).isEmpty();
    assertThat(ask("Still?", House.TODAY.plusDays(1)).code()).isEqualTo("claimed");
    house.turnBack(house.clerk, posted.body().path("number").asString());
    assertThat(questions()).hasSize(1);
  }

  @Test
  void refusesADayThatIsNotToCome() {
    assertThat(ask("Who?", House.TODAY).code()).isEqualTo("next-look");
    assertThat(ask(" ", House.TODAY.plusDays(1)).code()).isEqualTo("question");
    assertThat(questions()).isEmpty();
  }

  @Test
  void goesWithItsSumWhenTheFileOfThatIsWithdrawn() {
    ask("Who is it?", House.TODAY.plusDays(1));
    withdraw();
    assertThat(questions()).isEmpty();
    house.prove();
  }

  @Test
  void isNotListedWhereTheSumStaysOnlyInWhatWasTurnedBack() {
    House.Answer posted =
        house.post(house.clerk, money, Map.of("kind", "UNIDENTIFIED", "amountMinor", 13_300));
    house.turnBack(house.clerk, posted.body().path("number").asString());
    ask("Who is it?", House.TODAY.plusDays(1));
    assertThat(questions()).hasSize(1);
    withdraw();
    assertThat(questions()).isEmpty();
    house.prove();
  }

  private void withdraw() {
    long file = house.get(house.clerk, "/api/arrivals").body().get(0).path("id").asLong();
    String path = "/api/arrivals/" + file + "/withdrawal";
    House.Answer answer = house.send(house.clerk, HttpMethod.POST, path, Map.of());
    assertThat(answer.status()).as(answer.sentence()).isEqualTo(200);
  }
}
