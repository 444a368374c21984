package io.sumbrel.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * Lists that grow come page by page: each row once, the newest first, and said when there is more.
 */
class PagesTest extends ServerTest {
  private static final int ROWS = 53;

  private static List<String> rows(IntFunction<String> row) {
    return IntStream.range(0, ROWS).mapToObj(row).toList();
  }

  /** All rows of a list, the second page asked for as the first one says. */
  private List<String> pages(String path, String list, String name) {
    JsonNode first = house.get(house.clerk, path).body();
    assertThat(first.path(list)).hasSize(50);
    JsonNode second =
        house.get(house.clerk, path + "?before=" + first.path("next").asLong()).body();
    assertThat(second.has("next")).isFalse();
    List<String> names = new ArrayList<>();
    List.of(first, second)
        .forEach(p -> p.path(list).forEach(r -> names.add(r.path(name).asString())));
    return names;
  }

  private long accept(String name, String content) {
    long id = house.upload(house.clerk, name, content).body().path("id").asLong();
    assertThat(house.accept(id, "CHANGES_ONLY", Map.of()).status()).isEqualTo(200);
    return id;
  }

  @Test
  void whatIsSettledOfACustomer() {
    house.items(
        rows("T-%d,K-1,Alder Pots,2026-10-14,,10.00,10.00,,USD,,"::formatted)
            .toArray(String[]::new));
    house.items("T-OPEN,K-1,Alder Pots,2026-10-14,,7.00,7.00,,USD,,");
    house.statement(House.TODAY, "1000.00", "1530.00", "530.00,ALDER,?");
    String page =
        "/api/customers/"
            + house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong();
    List<Map<String, Object>> lines = new ArrayList<>();
    for (JsonNode item : house.get(house.clerk, page).body().path("items")) {
      if (item.path("openMinor").asLong() == 1_000) {
        lines.add(
            Map.of("kind", "SETTLES", "amountMinor", 1_000, "itemId", item.path("id").asLong()));
      }
    }
    assertThat(house.get(house.clerk, page + "/settled").body().path("items")).isEmpty();
    assertThat(house.post(house.clerk, house.money("ALDER"), lines.toArray(Map[]::new)).status())
        .isEqualTo(200);
    assertThat(house.get(house.clerk, page).body().path("items"))
        .extracting(i -> i.path("number").asString())
        .containsExactly("T-OPEN");
    assertThat(pages(page + "/settled", "items", "number"))
        .containsExactlyElementsOf(rows(i -> "T-" + (ROWS - 1 - i)));
    assertThat(house.get(house.clerk, "/api/customers/9/settled").status()).isEqualTo(404);
  }

  @Test
  void whatIsTied() {
    accept(
        "receipts.csv",
        "received,method,number,amount,currency,payer,invoices,account,slip,banked\n"
            + String.join(
                "\n",
                rows(
                    i ->
                        "2026-11-13,cheque,%d,10.%02d,USD,ASH,,%s,S-%d,2026-11-16"
                            .formatted(4000 + i, i, House.ACCOUNT, i))));
    house.statement(
        House.TODAY,
        "1000.00",
        "1543.78",
        rows(i -> "10.%02d,ASH,PAID IN".formatted(i)).toArray(String[]::new));
    Map<Long, Long> shown = new HashMap<>();
    for (JsonNode row : house.get(house.clerk, "/api/desk").body().path("rows")) {
      shown.put(row.path("amountMinor").asLong(), row.path("id").asLong());
    }
    List<String> recorded = new ArrayList<>();
    for (JsonNode deposit : house.get(house.clerk, "/api/deposits").body().path("deposits")) {
      recorded.add(0, deposit.path("reference").asString());
      Map<String, Object> tie =
          Map.of(
              "entries",
              List.of(shown.get(deposit.path("netMinor").asLong())),
              "recorded",
              List.of(deposit.path("id").asLong()));
      assertThat(house.send(house.clerk, HttpMethod.POST, "/api/ties", tie).status())
          .isEqualTo(200);
    }
    assertThat(recorded).hasSize(ROWS);
    assertThat(house.get(house.clerk, "/api/deposits").body().path("deposits")).isEmpty();
    assertThat(pages("/api/deposits/tied", "deposits", "reference"))
        .containsExactlyElementsOf(recorded);
  }

  @Test
  void aFileIsFoundHoweverOldItIs() {
    house.statement(House.TODAY, "1000.00", "1010.00", "10.00,ALDER,?");
    JsonNode listed = house.get(house.clerk, "/api/arrivals").body().get(0);
    String file = "/api/arrivals/" + listed.path("id").asLong();
    assertThat(house.get(house.reader, file).body()).isEqualTo(listed);
    assertThat(listed.path("unexplained").asInt()).isEqualTo(1);
    assertThat(house.send(house.clerk, HttpMethod.POST, file + "/withdrawal", Map.of()).status())
        .isEqualTo(200);
    assertThat(house.get(house.reader, file).body().path("state").asString())
        .isEqualTo("WITHDRAWN");
    assertThat(house.get(house.reader, "/api/arrivals/9").status()).isEqualTo(404);
  }
}
