package io.sumbrel.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A newer list of open items: nothing reopens, nothing doubles, a person decides. */
class ReReadingTest extends ServerTest {
  private static final String PAID =
      "T-1,K-1,Alder Pots,2026-10-14,2026-11-13,500.00,500.00,,USD,,";
  private static final String OPEN =
      "T-2,K-1,Alder Pots,2026-10-20,2026-11-19,300.00,300.00,,USD,,";

  @BeforeEach
  void payTheFirst() {
    house.items(OPEN, PAID);
    house.statement(LocalDate.of(2026, 11, 16), "1000.00", "1500.00", "500.00,ALDER POTS,T-1");
    house.post(house.clerk, house.money("ALDER POTS"), house.settles("T-1", 50_000));
  }

  private long bring(String... rows) {
    House.Answer arrival = house.upload(house.clerk, "newer.csv", House.itemFile(rows));
    return arrival.body().path("id").asLong();
  }

  private JsonNode row(long arrival, String scope) {
    return house
        .get(house.clerk, "/api/arrivals/" + arrival + "/contents?scope=" + scope)
        .body()
        .path("list");
  }

  @Test
  void showsWhatTheListAndTheBooksHoldAndKeepsOurs() {
    long id = bring(PAID, OPEN);
    JsonNode row = row(id, "CHANGES_ONLY").path("rows").get(0);
    assertThat(row.path("finding").asString()).isEqualTo("OPEN_DIFFERS");
    assertThat(row.path("differenceMinor").asLong()).isEqualTo(50_000);
    assertThat(row.path("question").asBoolean()).isTrue();
  }

  @Test
  void doesNotReopenWhatIsSettledHere() {
    long id = bring(PAID);
    house.accept(id, "CHANGES_ONLY", Map.of());
    assertThat(house.open("T-1")).isZero();
  }

  @Test
  void refusesToReopenByCallingItSettledElsewhere() {
    long id = bring(PAID);
    House.Answer refused = house.accept(id, "CHANGES_ONLY", Map.of("T-1", "SETTLED_ELSEWHERE"));
    assertThat(refused.code()).isEqualTo("would-reopen");
    assertThat(house.open("T-1")).isZero();
  }

  @Test
  void settlesElsewhereByAPostingOfItsOwn() {
    long id = bring("T-2,K-1,Alder Pots,2026-10-20,2026-11-19,300.00,100.00,,USD,,");
    house.accept(id, "CHANGES_ONLY", Map.of("T-2", "SETTLED_ELSEWHERE"));
    assertThat(house.open("T-2")).isEqualTo(10_000);
    JsonNode trail =
        house.get(house.clerk, "/api/trail/items/" + house.item("T-2").path("id").asLong()).body();
    assertThat(trail.path("movements").get(1).path("words").asString())
        .isEqualTo("settled elsewhere");
  }

  @Test
  void listsAnItemGoneFromACompleteListAndLeavesItAlone() {
    long id = bring(PAID.replace("500.00,500.00", "500.00,0.00"));
    assertThat(row(id, "COMPLETE").path("goneCount").asInt()).isEqualTo(1);
    assertThat(row(id, "CHANGES_ONLY").path("goneCount").asInt()).isZero();
    house.accept(id, "COMPLETE", Map.of());
    assertThat(house.open("T-2")).isEqualTo(30_000);
  }

  @Test
  void takesOverAChangedTotal() {
    long id = bring("T-2,K-1,Alder Pots,2026-10-20,2026-11-19,350.00,350.00,,USD,,");
    house.accept(id, "CHANGES_ONLY", Map.of());
    assertThat(house.open("T-2")).isEqualTo(35_000);
  }

  @Test
  void putsWhatIsNoLongerBilledOnAccount() {
    long id = bring("T-1,K-1,Alder Pots,2026-10-14,2026-11-13,420.00,420.00,,USD,,");
    house.accept(id, "CHANGES_ONLY", Map.of());
    assertThat(house.open("T-1")).isZero();
    assertThat(house.item("T-1").path("totalMinor").asLong()).isEqualTo(42_000);
    JsonNode owed = house.get(house.clerk, "/api/customers").body().get(0).path("owed").get(0);
    assertThat(owed.path("creditsMinor").asLong()).isEqualTo(-8_000);
  }

  @Test
  void movesReceivablesWithAnItemThatIsBilledToAnother() {
    long id = bring("T-2,K-7,Rowan Kilns,2026-10-20,2026-11-19,300.00,300.00,,USD,,");
    house.accept(id, "CHANGES_ONLY", Map.of());
    JsonNode customers = house.get(house.clerk, "/api/customers").body();
    assertThat(customers.get(1).path("name").asString()).isEqualTo("Rowan Kilns");
    assertThat(customers.get(1).path("owed").get(0).path("openMinor").asLong()).isEqualTo(30_000);
  }

  @Test
  void keepsTheHousesOwnColumns() {
    String file =
        "number,customer,name,date,total,open,currency,sales rep\n"
            + "T-9,K-1,Alder Pots,2026-10-20,10.00,10.00,USD,Marit\n";
    long id = house.upload(house.clerk, "own.csv", file).body().path("id").asLong();
    house.accept(id, "CHANGES_ONLY", Map.of());
    JsonNode trail =
        house.get(house.clerk, "/api/trail/items/" + house.item("T-9").path("id").asLong()).body();
    assertThat(trail.path("extra").asString()).isEqualTo("{\"sales rep\":\"Marit\"}");
    assertThat(trail.path("source").path("line").asInt()).isEqualTo(2);
  }

  @Test
  void doublesNothingWhenTheSameRowsComeAgain() {
    long id = bring(PAID, OPEN);
    house.accept(id, "COMPLETE", Map.of());
    assertThat(house.open("T-2")).isEqualTo(30_000);
    assertThat(house.get(house.clerk, "/api/customers").body()).hasSize(1);
  }
}
