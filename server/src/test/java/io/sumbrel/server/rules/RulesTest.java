package io.sumbrel.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What a supervisor lays down is followed at the desk, and stands in the record. */
class RulesTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final String LIST = "/api/rules/silent-list";

  private long sum;

  @BeforeEach
  void bringIn() {
    house.items(
        "T-501,K-1,Alder Pots,2026-10-14,2026-11-13,1280.00,1280.00,,USD,,net 30",
        "T-502,K-1,Alder Pots,2026-10-20,2026-11-19,700.00,700.00,,USD,,net 30");
    house.statement(DAY, "1000.00", "2333.33", "1333.33,ALDER POTS,THANK YOU");
    sum = house.get(house.clerk, "/api/desk").body().path("rows").get(0).path("id").asLong();
  }

  private static Map<String, Object> list(String... on) {
    List<Map<String, Object>> steps = new ArrayList<>();
    for (String step : on) {
      steps.add(Map.of("step", step, "on", true));
    }
    for (String step : List.of("ONE_ITEM", "WHOLE_SET", "EARLIEST_DUE", "ON_ACCOUNT")) {
      if (!List.of(on).contains(step)) {
        steps.add(Map.of("step", step, "on", false));
      }
    }
    return Map.of("steps", steps);
  }

  private String firstWay() {
    JsonNode body = house.get(house.clerk, "/api/desk/money/" + sum).body();
    return body.path("ways").path(0).path("words").asString();
  }

  private House.Answer keepRates(String withheld) {
    return house.send(
        house.supervisor,
        HttpMethod.PUT,
        "/api/rules/withheld-rates",
        Map.of("withheld", withheld));
  }

  private long alder() {
    return house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong();
  }

  @Test
  void theListOfTheHouseIsFollowedUntilItIsDropped() {
    assertThat(firstWay()).doesNotStartWith("earliest");
    assertThat(house.send(house.supervisor, HttpMethod.PUT, LIST, list("EARLIEST_DUE")).status())
        .isEqualTo(204);
    assertThat(firstWay()).isEqualTo("earliest due first: T-501 + T-502");
    JsonNode silent = house.get(house.reader, "/api/rules").body().path("silent");
    assertThat(silent.path("set").asBoolean()).isTrue();
    assertThat(silent.path("steps").get(0).path("words").asString())
        .isEqualTo("earliest due first");

    house.send(house.supervisor, HttpMethod.DELETE, LIST, Map.of());
    assertThat(firstWay()).doesNotStartWith("earliest");
  }

  @Test
  void aListOfTheCustomersOwnHoldsBeforeThatOfTheHouse() {
    String own = "/api/rules/customers/" + alder() + "/silent-list";
    house.send(house.supervisor, HttpMethod.PUT, LIST, list("EARLIEST_DUE"));
    house.send(house.supervisor, HttpMethod.PUT, own, list("ON_ACCOUNT"));
    assertThat(firstWay()).isEqualTo("keep on account");
    assertThat(house.get(house.clerk, "/api/rules").body().path("agreed").get(0).path("words"))
        .hasToString("\"keep on account\"");
    house.send(house.supervisor, HttpMethod.DELETE, own, Map.of());
    assertThat(house.get(house.clerk, own).body().path("set").asBoolean()).isFalse();
    assertThat(firstWay()).startsWith("earliest due first");
  }

  @Test
  void taxAtAKnownRateIsRead() {
    house.statement(DAY.plusDays(1), "2333.33", "3485.33", "1152.00,ALDER POTS,T-501");
    JsonNode rows = house.get(house.clerk, "/api/desk").body().path("rows");
    for (JsonNode row : rows) {
      sum = row.path("amountMinor").asLong() == 115_200 ? row.path("id").asLong() : sum;
    }
    assertThat(firstWay()).doesNotContain("withheld");
    assertThat(keepRates("10 2,5").status()).isEqualTo(204);
    assertThat(house.get(house.clerk, "/api/rules").body().path("withheld").asString())
        .isEqualTo("2.5 10");
    assertThat(firstWay()).isEqualTo("T-501, less 128.00 tax withheld");
    Map<String, Object> settles = house.settles("T-501", 128_000);
    Map<String, Object> kept =
        Map.of(
            "kind",
            "KEPT_BACK",
            "reason",
            "TAX_WITHHELD",
            "amountMinor",
            12_800,
            "itemId",
            settles.get("itemId"));
    assertThat(house.post(house.clerk, sum, settles, kept).status()).isEqualTo(200);
  }

  /** The limits as they are, with another charge cap for clerks. */
  private Map<String, Object> limits(String chargeCap, String months) {
    List<Map<String, Object>> reasons = new ArrayList<>();
    for (JsonNode r : house.get(house.reader, "/api/rules").body().path("limits").path("reasons")) {
      String reason = r.path("reason").asString();
      reasons.add(
          Map.of(
              "reason", reason,
              "words", r.path("words").asString(),
              "clerkTape",
                  reason.equals("BANK_CHARGE") ? chargeCap : r.path("clerkTape").asString(),
              "clerkMonth", r.path("clerkMonth").asString(),
              "supervisorTape", r.path("supervisorTape").asString(),
              "supervisorMonth", r.path("supervisorMonth").asString()));
    }
    return Map.of(
        "reasons",
        reasons,
        "own",
        List.of(),
        "discountGraceDays",
        "3",
        "lookBackMonths",
        months,
        "recordedDays",
        "60",
        "daysAhead",
        "31",
        "release",
        "AT_ONCE");
  }

  private House.Answer keepLimits(String chargeCap, String months) {
    return keepLimits(limits(chargeCap, months));
  }

  private House.Answer keepLimits(Map<String, Object> limits) {
    return house.send(house.supervisor, HttpMethod.PUT, "/api/rules/limits", limits);
  }

  /** How far the machine looks for charges and for numbers that are settled. */
  @Test
  void limitsAreWidenedAndNarrowed() {
    house.items("T-480,K-1,Alder Pots,2024-02-10,2024-03-10,900.00,0.00,,USD,,net 30");
    house.statement(
        DAY.plusDays(1),
        "2333.33",
        "4489.33",
        "1256.00,ALDER POTS,T-501",
        "900.00,ALDER POTS,T-480");
    assertThat(words(125_600)).isEqualTo("T-501, less 24.00 charge");
    assertThat(words(90_000)).doesNotContain("second payment");
    assertThat(keepLimits("20.00", "60").status()).isEqualTo(204);
    assertThat(words(125_600)).doesNotContain("charge");
    assertThat(words(90_000)).contains("second payment");
    JsonNode kept = house.get(house.clerk, "/api/rules").body().path("limits");
    assertThat(kept.path("reasons").get(0).path("clerkTape").asString()).isEqualTo("20.00");
    assertThat(kept.path("lookBackMonths").asString()).isEqualTo("60");

    assertThat(keepLimits("20.00", "999").sentence())
        .isEqualTo("Months to look back: 999 is not between 1 and 120.");
    assertThat(keepLimits("20.00", "ten").sentence()).isEqualTo("“ten” is no whole number.");
    assertThat(keepLimits("2O", "18").status()).isEqualTo(422);
    assertThat(
            house
                .send(house.clerk, HttpMethod.PUT, "/api/rules/limits", limits("1.00", "18"))
                .status())
        .isEqualTo(403);
  }

  /** The limits in yen, beside those for every currency. */
  @Test
  void aCurrencyHasLimitsOfItsOwn() {
    Map<String, Object> limits = new HashMap<>(limits("40.00", "18"));
    Object inYen = limits("40.50", "18").get("reasons");
    limits.put("own", List.of(Map.of("currency", "JPY", "reasons", inYen)));
    assertThat(keepLimits(limits).sentence())
        .as("as it is written for a currency with two decimals")
        .isEqualTo("40.50 has 2 decimals; JPY has 0.");
    limits.put(
        "own", List.of(Map.of("currency", "USD", "reasons", limits("20.00", "18").get("reasons"))));
    assertThat(keepLimits(limits).status()).isEqualTo(204);
    JsonNode kept = house.get(house.clerk, "/api/rules").body().path("limits");
    assertThat(kept.path("reasons").get(0).path("clerkTape").asString()).isEqualTo("40.00");
    assertThat(kept.path("own").get(0).path("currency").asString()).isEqualTo("USD");
    assertThat(kept.path("own").get(0).path("reasons").get(0).path("clerkTape").asString())
        .isEqualTo("20.00");
    assertThat(house.get(house.clerk, "/api/rules").body().path("beginnings")).isEmpty();
    house.statement(DAY.plusDays(1), "2333.33", "3589.33", "1256.00,ALDER POTS,T-501");
    assertThat(words(125_600)).as("24.00 are above 20.00 USD").doesNotContain("charge");
    house.prove();
    limits.put("own", List.of());
    assertThat(keepLimits(limits).status()).isEqualTo(204);
    assertThat(words(125_600)).isEqualTo("T-501, less 24.00 charge");
  }

  /** The first way of the sum of an amount. */
  private String words(long minor) {
    for (JsonNode row : house.get(house.clerk, "/api/desk").body().path("rows")) {
      sum = row.path("amountMinor").asLong() == minor ? row.path("id").asLong() : sum;
    }
    return firstWay();
  }

  @Test
  void aListThatIsNoneIsRefusedInWords() {
    House.Answer half =
        house.send(
            house.supervisor,
            HttpMethod.PUT,
            LIST,
            Map.of("steps", List.of(Map.of("step", "ONE_ITEM", "on", true))));
    assertThat(half.code()).isEqualTo("silent-list");
    assertThat(half.sentence()).isEqualTo("The list has each step once, on or off.");
    assertThat(keepRates("ten").sentence()).isEqualTo("“ten” is no rate such as 20 or 2.5.");
    House.Answer nobody =
        house.send(
            house.supervisor,
            HttpMethod.PUT,
            "/api/rules/customers/1/silent-list",
            list("ON_ACCOUNT"));
    assertThat(nobody.status()).isEqualTo(404);
  }

  @Test
  void onlyASupervisorLaysDownRules() {
    assertThat(house.send(house.clerk, HttpMethod.PUT, LIST, list("ON_ACCOUNT")).status())
        .isEqualTo(403);
    assertThat(house.get(house.clerk, "/api/rules").body().path("silent").path("set").asBoolean())
        .isFalse();
  }
}
