package io.sumbrel.server.party;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What moved a customer's items, with what was owed after it, and how old that is. */
class CustomerAccountTest extends ServerTest {
  private String path;

  @BeforeEach
  void aCustomerWhoPaidAPart() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,2026-11-13,500.00,500.00,,USD,,",
        "T-2,K-1,Alder Pots,2026-11-15,2026-12-15,300.00,300.00,,USD,,",
        "T-3,K-2,Birch Bowls,2026-10-15,,90.00,90.00,,USD,,");
    house.statement(House.TODAY, "1000.00", "1250.00", "250.00,ALDER,T-1");
    long id = house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong();
    path = "/api/customers/" + id;
  }

  private List<String> account() {
    return house
        .get(house.reader, path.replace("customers", "trail/customers"))
        .body()
        .path("happened")
        .valueStream()
        .map(CustomerAccountTest::words)
        .toList();
  }

  private static String words(JsonNode happened) {
    JsonNode moved = happened.path("moved");
    return moved.path("number").isMissingNode()
        ? happened.path("words").asString()
        : "%s %s %d %d"
            .formatted(
                happened.path("words").asString(),
                moved.path("item").asString(),
                moved.path("openDelta").asLong(),
                moved.path("owedAfter").asLong());
  }

  @Test
  void everyMovementStandsWithWhatWasOwedAfterIt() {
    House.Answer posted =
        house.post(
            house.clerk,
            house.money("ALDER"),
            house.settles("T-1", 20_000),
            Map.of(
                "kind",
                "ON_ACCOUNT",
                "amountMinor",
                5_000,
                "customerId",
                Long.parseLong(path.replaceAll("\\D", ""))));
    String number = posted.body().path("number").asString();
    assertThat(account())
        .containsExactly(
            "stays as credit " + number + " -5000 55000",
            "placed T-1 -20000 60000",
            "first seen T-2 30000 80000",
            "first seen T-1 50000 50000");
    house.turnBack(house.clerk, number);
    assertThat(account()).hasSize(6).first().asString().endsWith("80000");
    assertThat(house.get(house.reader, "/api/trail/customers/999999").status()).isEqualTo(404);
  }

  @Test
  void notesOnTheCustomerAndItsItemsStandInTheSameList() {
    long item = house.item("T-1").path("id").asLong();
    house.send(
        house.clerk,
        HttpMethod.POST,
        "/api/notes/items/" + item,
        Map.of("words", "asked for a copy"));
    house.send(
        house.clerk,
        HttpMethod.POST,
        path.replace("customers", "notes/customers"),
        Map.of("words", "pays on Fridays"));
    assertThat(account())
        .containsExactly(
            "“pays on Fridays”",
            "T-1: “asked for a copy”",
            "first seen T-2 30000 80000",
            "first seen T-1 50000 50000");
  }

  @Test
  void termsThatWereAgreedHoldForInvoicesThatStateNone() {
    String terms = path.replace("customers", "rules/customers") + "/terms";
    assertThat(
            house.send(house.clerk, HttpMethod.PUT, terms, Map.of("words", "2/10 net 30")).status())
        .isEqualTo(403);
    House.Answer wrong =
        house.send(house.supervisor, HttpMethod.PUT, terms, Map.of("words", "soon"));
    assertThat(wrong.status()).isEqualTo(422);
    assertThat(wrong.body().path("detail").asString()).contains("“soon” is not terms");
    house.send(house.supervisor, HttpMethod.PUT, terms, Map.of("words", "2/40 net 60"));
    assertThat(house.get(house.reader, terms).body().path("words").asString())
        .isEqualTo("2/40 net 60");
    assertThat(termsOf("T-1")).isEqualTo("2/40 net 60");
    house.send(house.supervisor, HttpMethod.PUT, terms, Map.of("words", ""));
    assertThat(termsOf("T-1")).isEmpty();
  }

  private String termsOf(String number) {
    return house
        .get(house.reader, path)
        .body()
        .path("items")
        .valueStream()
        .filter(i -> i.path("number").asString().equals(number))
        .map(i -> i.path("terms").asString(""))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void whatIsOwedIsAged() {
    JsonNode owed = house.get(house.reader, path).body().path("customer").path("owed").get(0);
    assertThat(owed.path("lateMinor").asLong()).isEqualTo(50_000);
    assertThat(owed.path("aged")).hasSize(2);
    assertThat(owed.path("aged").get(0).path("words").asString()).isEqualTo("not due");
    assertThat(owed.path("aged").get(1).path("words").asString()).isEqualTo("1 to 30 days late");
    assertThat(owed.path("aged").get(1).path("minor").asLong()).isEqualTo(50_000);
  }
}
