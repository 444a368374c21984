package io.sumbrel.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.setup.BeginBooks;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** The table of reasons is the house's own: a supervisor adds to it and changes it. */
class ReasonsTest extends ServerTest {
  @Autowired private BeginBooks books;
  @Autowired private JdbcTemplate database;

  private House.Answer keep(Actor actor, Map<String, Object> reason) {
    return house.send(actor, HttpMethod.PUT, "/api/rules/reasons", reason);
  }

  private static Map<String, Object> reason(String words, String account, String codes) {
    return Map.of(
        "words",
        words,
        "side",
        "GRANTED",
        "account",
        account,
        "tax",
        "CORRECTED",
        "codes",
        codes,
        "retired",
        false);
  }

  private JsonNode found(String words) {
    for (JsonNode reason : house.get(house.clerk, "/api/rules").body().path("reasons")) {
      if (reason.path("words").asString().equals(words)) {
        return reason;
      }
    }
    throw new AssertionError("no reason " + words);
  }

  /** 20.00 of 120.00 with 20.00 tax: 16.67 and 3.33. */
  @Test
  void oneOfTheHouseIsChosenPostedToItsAccountAndKeepsThatWhenItIsChanged() {
    assertThat(keep(house.supervisor, reason("Opening week", "6900", "x12:58  ISO:PROM")).status())
        .isEqualTo(204);
    JsonNode kept = found("Opening week");
    assertThat(kept.path("code").asString()).isEqualTo("OWN_OPENING_WEEK");
    assertThat(kept.path("codes").asString()).isEqualTo("X12:58 ISO:PROM");
    house.items("T-1,K-1,Alder Pots,2026-10-14,,120.00,120.00,20.00,USD,,");
    house.statement(House.TODAY, "1000.00", "1118.00", "118.00,ALDER POTS,T-1");
    Map<?, ?> granted =
        Map.of(
            "kind",
            "GRANTED",
            "amountMinor",
            200,
            "reason",
            "OWN_OPENING_WEEK",
            "itemId",
            house.item("T-1").path("id").asLong());
    String number =
        house
            .post(house.clerk, house.money("ALDER POTS"), house.settles("T-1", 12_000), granted)
            .body()
            .path("number")
            .asString();
    assertThat(house.journal(number)).isEqualTo("1010 11800; 1100 -12000; 6900 167; 2200 33; ");
    Map<String, Object> changed =
        Map.of(
            "code",
            "OWN_OPENING_WEEK",
            "words",
            "Fair",
            "side",
            "GRANTED",
            "account",
            "4900",
            "tax",
            "STAYS",
            "codes",
            "",
            "retired",
            false);
    assertThat(keep(house.supervisor, changed).status()).isEqualTo(204);
    assertThat(found("Fair").path("account").asString()).isEqualTo("4900");
    assertThat(house.journal(number)).contains("6900 167");
    house.prove();
  }

  @Test
  void refusesWhatIsNoReasonAndAClerk() {
    assertThat(keep(house.clerk, reason("Mine", "6900", "")).status()).isEqualTo(403);
    assertThat(keep(house.supervisor, reason(" ", "6900", "")).code()).isEqualTo("reason");
    assertThat(keep(house.supervisor, reason("Bank charge KEPT", "6900", "")).sentence())
        .isEqualTo("There is a reason “bank charge kept” already.");
    assertThat(keep(house.supervisor, reason("Mine", "1100", "")).code()).isEqualTo("account");
    assertThat(keep(house.supervisor, reason("Mine", "9999", "")).code()).isEqualTo("account");
    assertThat(keep(house.supervisor, reason("Mine", "6900", "x12-04")).code()).isEqualTo("reason");
    Map<String, Object> turned =
        Map.of(
            "code",
            "BANK_CHARGE",
            "words",
            "charge",
            "side",
            "GRANTED",
            "account",
            "6100",
            "tax",
            "STAYS",
            "codes",
            "",
            "retired",
            false);
    assertThat(keep(house.supervisor, turned).sentence()).contains("is never changed");
  }

  @Test
  void oneThatIsRetiredIsChosenNoMoreAndOneThatIsProposedStays() {
    Map<String, Object> freight = new HashMap<>(reason("freight", "4910", ""));
    freight.putAll(Map.of("code", "FREIGHT", "retired", true));
    assertThat(keep(house.supervisor, freight).sentence()).isEmpty();
    assertThat(found("freight").path("retired").asBoolean()).isTrue();
    house.items("T-1,K-1,Alder Pots,2026-10-14,,120.00,120.00,20.00,USD,,");
    house.statement(House.TODAY, "1000.00", "1118.00", "118.00,ALDER POTS,T-1");
    Map<?, ?> granted =
        Map.of(
            "kind",
            "GRANTED",
            "amountMinor",
            200,
            "reason",
            "FREIGHT",
            "itemId",
            house.item("T-1").path("id").asLong());
    House.Answer refused =
        house.post(house.clerk, house.money("ALDER POTS"), house.settles("T-1", 12_000), granted);
    assertThat(refused.sentence()).isEqualTo("“freight” is retired; choose another.");
    assertThat(house.open("T-1")).isEqualTo(12_000);
    Map<String, Object> charge = new HashMap<>(reason("bank charge kept", "6100", ""));
    charge.putAll(
        Map.of("code", "BANK_CHARGE", "side", "KEPT_BACK", "tax", "STAYS", "retired", true));
    assertThat(keep(house.supervisor, charge).sentence())
        .isEqualTo("“bank charge kept” is proposed; it stays in use.");
    house.prove();
  }

  /** As the data of an earlier version is: a reason that came later is not there. */
  @Test
  void whatCameWithANewerVersionIsAddedAtTheStartAndSaidInTheRecord() {
    long id = house.clerk.booksId();
    database.update("delete from difference_reason where books_id = ? and code = 'FREIGHT'", id);
    database.update("delete from difference_limit where books_id = ? and reason = 'FREIGHT'", id);
    books.addNewReasons();
    assertThat(found("allowed for freight").path("account").asString()).isEqualTo("4910");
    house.prove();
    books.addNewReasons();
    assertThat(
            database.queryForObject(
                "select count(*) from audit_line where books_id = ? and act = 'reasons-added'",
                Integer.class,
                id))
        .isEqualTo(1);
  }
}
