package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a screen asks for is a page, or what changed; never the whole house. */
class PagesTest extends ServerTest {
  /** Whoever has the pile gets what changed of it, and an old state the whole again. */
  @Test
  void sendsOnlyWhatChangedSinceAStateThatTheBrowserHas() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,net 30");
    house.statement(
        LocalDate.of(2026, 11, 16), "1000.00", "1700.00", "500.00,ALDER,T-1", "200.00,BIRCH,?");
    JsonNode whole = house.get(house.clerk, "/api/desk").body();
    assertThat(whole.path("whole").asBoolean()).isTrue();
    assertThat(whole.path("rows")).hasSize(2);
    long known = whole.path("feedNumber").asLong();
    long birch = house.money("BIRCH");
    String number =
        house
            .post(house.other, birch, Map.of("kind", "UNIDENTIFIED", "amountMinor", 20_000))
            .body()
            .path("number")
            .asString();
    JsonNode changes = house.get(house.clerk, "/api/desk?known=" + known).body();
    assertThat(changes.path("whole").asBoolean()).isFalse();
    assertThat(changes.path("rows")).as("the other row is as it was").isEmpty();
    assertThat(changes.path("gone").get(0).asLong()).isEqualTo(birch);
    assertThat(changes.path("entries").asInt()).isEqualTo(1);
    house.turnBack(house.other, number);
    JsonNode back =
        house.get(house.clerk, "/api/desk?known=" + changes.path("feedNumber").asLong()).body();
    assertThat(back.path("rows")).hasSize(1);
    assertThat(back.path("rows").get(0).path("id").asLong()).isEqualTo(birch);
    assertThat(house.get(house.clerk, "/api/desk?known=1").body().path("rows")).hasSize(2);
  }

  @Test
  void listsWhatIsDoneAPageAtATimeWithTheTotalsOfAll() {
    int sums = 103;
    String[] entries = new String[sums];
    for (int i = 0; i < sums; i++) {
      entries[i] = "1.00,PAYER %d,?".formatted(i);
    }
    house.statement(LocalDate.of(2026, 11, 16), "1000.00", "1103.00", entries);
    for (JsonNode row : house.get(house.clerk, "/api/desk").body().path("rows")) {
      house.post(
          house.clerk,
          row.path("id").asLong(),
          Map.of("kind", "TO_ACCOUNT", "amountMinor", 100, "account", "4800"));
    }
    JsonNode first = house.get(house.clerk, "/api/desk/done").body();
    assertThat(first.path("rows")).hasSize(100);
    JsonNode rest =
        house.get(house.clerk, "/api/desk/done?before=" + first.path("next").asLong()).body();
    assertThat(rest.path("rows")).hasSize(3);
    assertThat(rest.has("next")).isFalse();
    JsonNode totals = house.get(house.clerk, "/api/desk/done/totals").body();
    assertThat(totals.get(0).path("count").asInt()).isEqualTo(sums);
    assertThat(totals.get(0).path("amountMinor").asLong()).isEqualTo(10_300);
    for (String find : new String[] {"payer 17", "2026-0018", "ines"}) {
      assertThat(house.get(house.clerk, "/api/desk/done?find=" + find).body().path("rows"))
          .as(find)
          .hasSize(find.equals("ines") ? 100 : 1);
    }
    JsonNode journal = house.get(house.clerk, "/api/books/journal").body();
    assertThat(journal.path("count").asInt()).isEqualTo(sums + 1);
    JsonNode older =
        house.get(house.clerk, "/api/books/journal?before=" + journal.path("next").asLong()).body();
    assertThat(older.path("entries")).hasSize(4);
    assertThat(house.get(house.clerk, "/api/books/journal?find=2026-0018").body().path("entries"))
        .hasSize(1);
  }

  /** Whatever a row shows is found by it. */
  @Test
  void findsARowByTheWordsOfItsLinesAndByTheirAccount() {
    house.statement(
        LocalDate.of(2026, 11, 16), "1000.00", "1003.00", "1.00,ALDER,?", "2.00,BIRCH,?");
    house.post(
        house.clerk, house.money("ALDER"), Map.of("kind", "UNIDENTIFIED", "amountMinor", 100));
    house.post(
        house.clerk,
        house.money("BIRCH"),
        Map.of("kind", "TO_ACCOUNT", "amountMinor", 200, "account", "4800"));
    for (JsonNode row : house.get(house.clerk, "/api/desk/done").body().path("rows")) {
      String shown = row.path("words").asString();
      assertThat(shown).isNotEmpty();
      String find = shown.split(" ")[0].toUpperCase(Locale.ROOT);
      assertThat(house.get(house.clerk, "/api/desk/done?find=" + find).body().path("rows"))
          .as(find)
          .contains(row);
    }
    assertThat(house.get(house.clerk, "/api/desk/done?find=4800").body().path("rows"))
        .extracting(r -> r.path("payer").asString())
        .containsExactly("BIRCH");
    assertThat(house.get(house.clerk, "/api/desk/done?find=unidentified").body().path("rows"))
        .extracting(r -> r.path("payer").asString())
        .containsExactly("ALDER");
  }
}
