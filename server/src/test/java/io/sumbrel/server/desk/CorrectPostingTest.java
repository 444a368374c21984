package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** The money was right, and a word beside it was not. */
class CorrectPostingTest extends ServerTest {
  private String number;

  @BeforeEach
  void postATape() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,120.00,120.00,20.00,USD,,");
    house.statement(House.TODAY, "1000.00", "1118.00", "118.00,ALDER POTS,T-1");
    Map<?, ?> granted =
        Map.of(
            "kind",
            "GRANTED",
            "amountMinor",
            200,
            "reason",
            "SMALL_DIFFERENCE",
            "itemId",
            house.item("T-1").path("id").asLong());
    number =
        house
            .post(house.clerk, house.money("ALDER POTS"), house.settles("T-1", 12_000), granted)
            .body()
            .path("number")
            .asString();
  }

  private String path(String of) {
    String[] parts = of.split("-");
    return "/api/desk/postings/%s/%d".formatted(parts[0], Integer.parseInt(parts[1]));
  }

  /** The lines as posted, of which one member of one line is another. */
  private House.Answer correct(String of, int line, String member, Object value) {
    List<Map<String, Object>> lines = new ArrayList<>();
    for (JsonNode posted : house.get(house.clerk, path(of) + "/tape").body().path("lines")) {
      Map<String, Object> copy = new HashMap<>();
      posted.properties().forEach(p -> copy.put(p.getKey(), p.getValue()));
      copy.remove("item");
      lines.add(copy);
    }
    lines.get(line).put(member, value);
    return house.send(
        house.clerk, HttpMethod.POST, path(of) + "/correction", Map.of("lines", lines));
  }

  @Test
  void anotherReasonGoesToItsAccountAndTheItemStaysSettled() {
    assertThat(house.journal(number)).isEqualTo("1010 11800; 1100 -12000; 6200 200; ");
    House.Answer corrected = correct(number, 1, "reason", "PRICE");
    assertThat(corrected.status()).as(corrected.sentence()).isEqualTo(200);
    String anew = corrected.body().path("number").asString();
    assertThat(corrected.body().path("words").asString())
        .isEqualTo("Corrected %s by %s".formatted(number, anew));
    assertThat(house.journal(anew))
        .as("2.00 × 20 / 120 is 0.33 of tax")
        .isEqualTo("1010 11800; 1100 -12000; 4910 167; 2200 33; ");
    assertThat(house.open("T-1")).isZero();
    assertThat(house.get(house.clerk, "/api/desk").body().path("rows")).isEmpty();
    assertThat(cameAbout(number)).isEqualTo("proposed and changed, by payer and amount");
    assertThat(cameAbout(anew)).isEqualTo(cameAbout(number));
    House.Answer noted = correct(anew, 0, "note", "by phone");
    assertThat(noted.status()).isEqualTo(200);
    assertThat(cameAbout(noted.body().path("number").asString())).isEqualTo(cameAbout(anew));
    assertThat(house.get(house.clerk, path(number) + "/tape").code()).isEqualTo("turned-back");
  }

  private String cameAbout(String of) {
    String path = "/api/trail/postings/" + of.replace('-', '/');
    return house.get(house.clerk, path).body().path("cameAbout").asString();
  }

  @Test
  void refusesAnotherAmountAnotherSideAndNothingAtAll() {
    assertThat(correct(number, 0, "amountMinor", 11_900).code()).isEqualTo("correction");
    assertThat(correct(number, 1, "reason", "BANK_CHARGE").code()).isEqualTo("correction");
    assertThat(correct(number, 1, "reason", "SMALL_DIFFERENCE").sentence())
        .isEqualTo("Nothing is another than it was.");
    assertThat(correct(number, 1, "reason", "NONE_SUCH").code()).isEqualTo("reason");
    assertThat(house.journal(number)).contains("6200 200");
    assertThat(house.open("T-1")).isZero();
  }

  @Test
  void moneyOnAccountGoesToTheCustomerWhoseItIsUnlessItWasUsed() {
    house.items(
        "T-2,K-2,Birch Kilns,2026-10-14,,50.00,50.00,,USD,,",
        "T-3,K-1,Alder Pots,2026-10-14,,30.00,30.00,,USD,,");
    house.statement(House.TODAY, "1118.00", "1148.00", "30.00,BIRCH KILNS,THANK YOU");
    long birch = house.sum("BIRCH KILNS").path("customerId").asLong();
    String alder =
        house
            .get(house.clerk, "/api/customers/found?text=Alder")
            .body()
            .get(0)
            .path("id")
            .asString();
    Map<?, ?> wrong =
        Map.of("kind", "ON_ACCOUNT", "amountMinor", 3_000, "customerId", Long.parseLong(alder));
    String kept =
        house.post(house.clerk, house.money("BIRCH KILNS"), wrong).body().path("number").asString();
    House.Answer corrected = correct(kept, 0, "customerId", birch);
    assertThat(corrected.status()).as(corrected.sentence()).isEqualTo(200);
    JsonNode credit = house.get(house.clerk, "/api/desk/credits").body().get(0);
    assertThat(credit.path("item").path("customer").asString()).isEqualTo("Birch Kilns");
  }
}
