package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Head office and branches pay for one another; items show the house's own columns. */
class FamilyItemsTest extends ServerTest {
  @BeforeEach
  void aHeadOfficeWithTwoBranchesAndAStranger() {
    String file =
        """
        number,customer,name,parent,date,due,total,open,tax,currency,order,terms,depot
        H-1,K-1,Marsh Board,,2026-10-14,,500.00,500.00,,USD,,,North
        A-1,K-2,Marsh Vale,K-1,2026-10-14,,300.00,300.00,,USD,,,South
        B-1,K-3,Marsh Quarry,K-1,2026-10-14,,200.00,200.00,,USD,,,
        S-1,K-9,Stranger,,2026-10-14,,100.00,100.00,,USD,,,South
        """;
    House.Answer arrival = house.upload(house.clerk, "items.csv", file);
    assertThat(arrival.body().path("refusal").asString()).isEmpty();
    house.accept(arrival.body().path("id").asLong(), "CHANGES_ONLY", Map.of());
  }

  private long customer(String name) {
    for (JsonNode c : house.get(house.clerk, "/api/customers").body()) {
      if (c.path("name").asString().equals(name)) {
        return c.path("id").asLong();
      }
    }
    throw new AssertionError("no customer " + name);
  }

  private JsonNode itemsOf(String name) {
    String path = "/api/desk/items?currency=USD&text=&customer=" + customer(name);
    return house.get(house.clerk, path).body().path("items");
  }

  @Test
  void eachIsShownWithTheOthersAndMoneyOfABranchPaysTheHeadOffice() {
    for (String name : List.of("Marsh Board", "Marsh Vale", "Marsh Quarry")) {
      assertThat(itemsOf(name).findValuesAsString("number"))
          .containsExactlyInAnyOrder("H-1", "A-1", "B-1");
    }
    assertThat(itemsOf("Stranger").findValuesAsString("number")).containsExactly("S-1");
    house.statement(House.TODAY, "1000.00", "1700.00", "700.00,MARSH VALE,ALL");
    House.Answer posted =
        house.post(
            house.clerk,
            house.money("MARSH VALE"),
            house.settles("H-1", 50_000),
            house.settles("B-1", 20_000));
    assertThat(posted.status()).as(posted.sentence()).isEqualTo(200);
    assertThat(house.open("H-1") + house.open("B-1")).isZero();
    JsonNode page =
        house.get(house.clerk, "/api/customers/" + customer("Marsh Quarry")).body().path("family");
    assertThat(page.findValuesAsString("name")).containsExactly("Marsh Board", "Marsh Vale");
    assertThat(page.get(1).path("owed").get(0).path("openMinor").asLong()).isEqualTo(30_000);
    house.prove();
  }

  @Test
  void theHousesOwnColumnsComeWithTheItems() {
    JsonNode items = itemsOf("Marsh Board");
    assertThat(items.get(0).path("extra").asString()).isEqualTo("{\"depot\":\"North\"}");
    assertThat(items.findValuesAsString("extra"))
        .as("the third has none")
        .filteredOn(e -> !e.isEmpty())
        .hasSize(2);
  }
}
