package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Tapes without money, and money that goes to an account with a tax code. */
class CreditsTest extends ServerTest {
  @BeforeEach
  void anInvoiceACreditNoteAndASum() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,net 30",
        "C-1,K-1,Alder Pots,2026-10-20,,-120.00,-120.00,,USD,,");
    house.statement(LocalDate.of(2026, 11, 16), "1000.00", "1119.00", "119.00,NOBODY,?");
  }

  private static Map<String, Object> line(String kind, long minor) {
    return new HashMap<>(Map.of("kind", kind, "amountMinor", minor));
  }

  private Map<String, Object> used(String number, long minor) {
    Map<String, Object> line = line("CREDIT_USED", minor);
    line.put("itemId", house.item(number).path("id").asLong());
    return line;
  }

  private House.Answer use(String key, Map<?, ?>... lines) {
    return house.sendOnce(
        house.clerk, key, "/api/desk/credits", Map.of("currency", "USD", "lines", List.of(lines)));
  }

  private House.Answer use(Map<?, ?>... lines) {
    return use(UUID.randomUUID().toString(), lines);
  }

  private JsonNode trail(House.Answer posted) {
    String number = posted.body().path("number").asString();
    return house.get(house.reader, "/api/trail/postings/" + number.replace("-", "/")).body();
  }

  @Test
  void aCreditNoteIsUsedOnAnInvoiceWithoutMoneyOnceAndIsGivenBack() {
    String key = UUID.randomUUID().toString();
    Map<?, ?>[] tape = {used("C-1", 12_000), house.settles("T-1", 12_000)};
    House.Answer posted = use(key, tape);
    assertThat(posted.status()).as(posted.sentence()).isEqualTo(200);
    assertThat(posted.body().path("words").asString()).isEqualTo("Used credits to Alder Pots");
    assertThat(use(key, tape).body()).isEqualTo(posted.body());
    assertThat(house.open("T-1")).isEqualTo(38_000);
    assertThat(house.open("C-1")).isZero();
    assertThat(trail(posted).path("lines").path("journal")).hasSize(2);
    house.prove();
    String number = posted.body().path("number").asString();
    assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    assertThat(house.turnBack(house.clerk, number).code()).isEqualTo("turned-back");
    assertThat(house.open("T-1")).isEqualTo(50_000);
    house.prove();
  }

  @Test
  void theSameRequestTwiceAtOnceIsPostedOnceAndAnsweredTwice() throws Exception {
    Map<?, ?>[] tape = {used("C-1", 12_000), house.settles("T-1", 12_000)};
    for (int time = 0; time < 5; time++) {
      String key = UUID.randomUUID().toString();
      List<House.Answer> both = House.together(() -> use(key, tape), () -> use(key, tape));
      assertThat(both).extracting(House.Answer::status).containsOnly(200);
      assertThat(both.get(0).body()).isEqualTo(both.get(1).body());
      assertThat(house.open("T-1")).isEqualTo(38_000);
      String number = both.get(0).body().path("number").asString();
      assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    }
    house.prove();
  }

  @Test
  void moneyOfNobodyIsNamedLater() {
    House.Answer kept =
        house.post(house.clerk, house.money("NOBODY"), line("UNIDENTIFIED", 11_900));
    String credit = kept.body().path("number").asString();
    Map<String, Object> ofNobody = line("CREDIT_USED", 11_900);
    ofNobody.put(
        "itemId",
        house
            .get(house.clerk, "/api/desk/items?currency=USD&text=" + credit)
            .body()
            .path("items")
            .get(0)
            .path("id")
            .asLong());
    House.Answer named = use(ofNobody, house.settles("T-1", 11_900));
    assertThat(named.status()).as(named.sentence()).isEqualTo(200);
    assertThat(house.open("T-1")).isEqualTo(38_100);
    assertThat(house.turnBack(house.clerk, credit).code()).isEqualTo("credit-used-since");
    house.prove();
  }

  @Test
  void refusesWhatNeedsMoneyAndWhatDoesNotMeet() {
    assertThat(use(used("C-1", 12_000), house.settles("T-1", 11_000)).code()).isEqualTo("not-zero");
    assertThat(use(used("C-1", 12_000), line("UNIDENTIFIED", 12_000)).code()).isEqualTo("no-money");
    assertThat(use().code()).isEqualTo("empty-tape");
    assertThat(house.open("C-1")).isEqualTo(-12_000);
  }

  /** 119.00 with tax at the 20 % that a house begins with: 119.00 × 20 / 120 is 19.83. */
  @Test
  void moneyGoesToAnAccountWithTextAndTax() {
    Map<String, Object> line = line("TO_ACCOUNT", 11_900);
    line.putAll(Map.of("account", "4800", "taxCode", "SALES", "note", "old pallets"));
    House.Answer posted = house.post(house.clerk, house.money("NOBODY"), line);
    JsonNode trail = trail(posted);
    assertThat(trail.path("lines").path("journal").get(1).path("minor").asLong()).isEqualTo(-9_917);
    assertThat(trail.path("lines").path("journal").get(2).path("minor").asLong()).isEqualTo(-1_983);
    assertThat(trail.path("lines").path("journal").get(2).path("account").asString())
        .isEqualTo("2200");
    assertThat(trail.path("tape").get(0).path("words").asString())
        .isEqualTo("to an account 4800, tax 19.83, “old pallets”");
    house.prove();
  }

  @Test
  void refusesATaxCodeThatTheHouseHasNot() {
    Map<String, Object> line = line("TO_ACCOUNT", 11_900);
    line.putAll(Map.of("account", "4800", "taxCode", "LUXURY"));
    assertThat(house.post(house.clerk, house.money("NOBODY"), line).code()).isEqualTo("tax-code");
  }
}
