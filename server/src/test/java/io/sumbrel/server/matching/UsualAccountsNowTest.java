package io.sumbrel.server.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * Where entries went that are no customer's teaches where those like them go, until turned back.
 */
class UsualAccountsNowTest extends ServerTest {
  private void bring(String... entries) {
    long closing = 100_000;
    for (String entry : entries) {
      closing += Long.parseLong(entry.split(",")[0].replace(".", ""));
    }
    house.statement(
        House.TODAY, "1000.00", AmountText.plain(closing, Currency.getInstance("USD")), entries);
  }

  private String row(String payer) {
    for (JsonNode row : house.get(house.clerk, "/api/desk").body().path("rows")) {
      if (row.path("payer").asString().equals(payer)) {
        return row.path("certainty").asString() + " " + row.path("words").asString();
      }
    }
    throw new AssertionError("no row of " + payer);
  }

  private House.Answer place(String payer, long minor, String account) {
    return house.post(
        house.clerk,
        house.money(payer),
        Map.of("kind", "TO_ACCOUNT", "amountMinor", minor, "account", account));
  }

  @Test
  void itGoesWhereEntriesLikeItWentUntilTheyAreTurnedBack() {
    bring(
        "-90.00,CITY ESTATES A,RENT",
        "-91.00,CITY ESTATES B,RENT",
        "-92.00,CITY ESTATES C,RENT",
        "-5.00,NOBODY,ACCOUNT FEE",
        "-7.00,SOMEBODY,NEW");
    assertThat(house.beside("CITY ESTATES A")).isEmpty();
    assertThat(house.beside("NOBODY")).isEqualTo("to 6100 Bank charges, THIN; ");
    String first = place("CITY ESTATES A", 9_000, "6900").body().path("number").asString();
    assertThat(house.beside("CITY ESTATES B")).isEqualTo("to 6900 Other expense, THIN; ");
    assertThat(house.sum("CITY ESTATES B").path("besideProposed").asBoolean()).isFalse();
    assertThat(house.beside("SOMEBODY")).isEqualTo("to 6900 Other expense, NOTHING_YET; ");
    String second = place("CITY ESTATES B", 9_100, "6900").body().path("number").asString();
    assertThat(house.beside("CITY ESTATES C")).isEqualTo("to 6900 Other expense, LIKELY; ");
    assertThat(house.sum("CITY ESTATES C").path("besideProposed").asBoolean()).isTrue();
    assertThat(row("CITY ESTATES C")).startsWith("LIKELY").endsWith("to 6900 Other expense");
    assertThat(row("NOBODY")).startsWith("NOTHING_YET").endsWith("to 6100 Bank charges");
    assertThat(row("SOMEBODY")).startsWith("NOTHING_YET").endsWith("paid out");
    assertThat(place("CITY ESTATES C", 9_200, "6900").status()).isEqualTo(200);
    assertThat(
            house
                .get(house.clerk, "/api/desk/done")
                .body()
                .path("rows")
                .get(0)
                .path("hand")
                .asString())
        .isEqualTo("accepted as proposed");
    house.turnBack(house.clerk, second);
    house.turnBack(house.clerk, first);
    assertThat(house.beside("CITY ESTATES A")).isEqualTo("to 6900 Other expense, THIN; ");
  }

  @Test
  void aTapeOfSeveralLinesTeachesNothing() {
    bring("-90.00,CITY ESTATES A,RENT", "-91.00,CITY ESTATES B,RENT");
    assertThat(
            house
                .post(
                    house.clerk,
                    house.money("CITY ESTATES A"),
                    Map.of("kind", "TO_ACCOUNT", "amountMinor", 8_000, "account", "6900"),
                    Map.of("kind", "TO_ACCOUNT", "amountMinor", 1_000, "account", "6100"))
                .status())
        .isEqualTo(200);
    assertThat(house.beside("CITY ESTATES B")).isEmpty();
  }

  @Test
  void whoPlacesOnAnAccountWhatAnItemWaitsForIsWarned() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,90.00,90.00,,USD,,");
    bring("90.00,ALDER POTS,T-1", "91.00,WHO,?");
    Map<String, Object> fee = Map.of("kind", "TO_ACCOUNT", "amountMinor", 9_000, "account", "4800");
    assertThat(warning("ALDER POTS", fee))
        .isEqualTo("Open items reach this sum: T-1. Placed so, they stay open.");
    assertThat(warning("ALDER POTS", Map.of("kind", "UNIDENTIFIED", "amountMinor", 9_000)))
        .startsWith("Open items reach this sum");
    assertThat(warning("ALDER POTS", house.settles("T-1", 9_000))).isEmpty();
    assertThat(warning("WHO", Map.of("kind", "UNIDENTIFIED", "amountMinor", 9_100))).isEmpty();
  }

  private String warning(String payer, Map<?, ?> line) {
    return house
        .send(
            house.clerk,
            HttpMethod.PUT,
            "/api/desk/money/" + house.money(payer) + "/draft",
            Map.of("lines", List.of(line), "putBy", false))
        .body()
        .path("warning")
        .asString();
  }
}
