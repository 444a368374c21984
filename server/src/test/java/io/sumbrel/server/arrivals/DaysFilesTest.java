package io.sumbrel.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What waits, in the order in which it can be accepted one after the other. */
class DaysFilesTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 10);

  private List<JsonNode> day() {
    List<JsonNode> day = new ArrayList<>();
    house.get(house.clerk, "/api/arrivals/day").body().forEach(day::add);
    return day;
  }

  private static String words(JsonNode row) {
    return row.path("file").path("fileName").asString()
        + (row.path("follows").asBoolean() ? " follows" : "")
        + (row.path("lacking").asString().isEmpty() ? "" : ": " + row.path("lacking").asString());
  }

  private void statement(String name, int day, String opening, String closing, String entry) {
    house.upload(
        house.clerk, name, House.statementFile(DAY.plusDays(day), opening, closing, entry));
  }

  /** A folder of files comes in by name, and the names say nothing of the days. */
  @Test
  void aWeekIsAcceptedInTheOrderOfItsDaysWhateverTheOrderInWhichItCame() {
    statement("c.csv", 2, "1080.00", "1100.00", "20.00,ALDER POTS,T-3");
    statement("b.csv", 0, "1000.00", "1050.00", "50.00,ALDER POTS,T-1");
    statement("a.csv", 1, "1050.00", "1080.00", "30.00,ALDER POTS,T-2");
    house.upload(
        house.clerk,
        "items.csv",
        House.itemFile("T-1,K-1,Alder Pots,2026-10-01,2026-10-31,50.00,50.00,0.00,USD,,"));
    house.upload(house.clerk, "bank.csv", "When;What;How much\n01.11.2026;x;5,00\n");
    List<JsonNode> day = day();
    assertThat(day.stream().map(DaysFilesTest::words))
        .containsExactly(
            "items.csv",
            "b.csv",
            "a.csv follows",
            "c.csv follows",
            "bank.csv: Its columns are to be named.");
    for (JsonNode row : day.subList(0, 4)) {
      long id = row.path("file").path("id").asLong();
      assertThat(house.accept(id, "CHANGES_ONLY", Map.of()).status()).as(words(row)).isEqualTo(200);
    }
    assertThat(day().stream().map(DaysFilesTest::words))
        .containsExactly("bank.csv: Its columns are to be named.");
    assertThat(day.get(0).path("lines").asString()).isEqualTo("open items");
    assertThat(day.get(1).path("lines").asString()).isEqualTo("entries of statements");
  }

  /** What follows a file that is not there yet says what is missing. */
  @Test
  void aStatementBeforeWhichOneIsMissingIsNotAmongThem() {
    statement("late.csv", 4, "1700.00", "1720.00", "20.00,ALDER POTS,T-9");
    JsonNode late = day().get(0);
    assertThat(late.path("follows").asBoolean()).isFalse();
    assertThat(late.path("lacking").asString()).isNotEmpty();
    assertThat(late.path("lacking")).isEqualTo(late.path("file").path("refusal"));
  }

  @Test
  void aListThatDisagreesWithTheBooksIsLookedAtByItself() {
    String row = "T-1,K-1,Alder Pots,2026-10-01,2026-10-31,50.00,%s,0.00,USD,,";
    house.items(row.formatted("50.00"));
    house.upload(house.clerk, "next.csv", House.itemFile(row.formatted("20.00")));
    assertThat(day().stream().map(DaysFilesTest::words))
        .containsExactly(
            "next.csv: 1 row stands otherwise in our books: look at the list by itself.");
  }
}
