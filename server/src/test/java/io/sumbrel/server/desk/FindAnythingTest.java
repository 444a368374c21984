package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** One text in everything: by amount, number, payer, text, date. */
class FindAnythingTest extends ServerTest {
  @BeforeEach
  void bringAllKinds() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,PO-77,",
        "T-2,K-1,Alder Pots,2026-10-15,,300.00,300.00,,USD,,");
    house.statement(
        House.TODAY,
        "1000.00",
        "1963.00",
        "500.00,ALDER POTS,T-1",
        "330.00,SOMEBODY,FOR T-2 AND MORE",
        "133.00,BIRCH,WAITS");
    house.post(house.clerk, house.money("ALDER POTS"), house.settles("T-1", 50_000));
    String path = "/api/desk/money/" + house.money("BIRCH") + "/setting-aside";
    Map<String, String> reason = Map.of("reason", "WAITS_FOR_PAPERS", "note", "");
    assertThat(house.send(house.clerk, HttpMethod.POST, path, reason).status()).isEqualTo(200);
  }

  private List<String> found(String text) {
    JsonNode found = house.get(house.reader, "/api/desk/find?text=" + text).body().path("found");
    return found
        .valueStream()
        .map(f -> f.path("placeWords").asString() + ": " + f.path("what").asString())
        .toList();
  }

  @Test
  void byNumberInTextsItemsAndWhatIsExplained() {
    assertThat(found("t-1")).containsExactly("explained: ALDER POTS", "settled invoice: T-1");
    assertThat(found("t-2")).containsExactly("in the pile: SOMEBODY", "invoice: T-2");
    assertThat(found("po-77")).as("a settled item by its own number alone").isEmpty();
  }

  @Test
  void byNameAmountAndDay() {
    assertThat(found("alder")).containsExactly("explained: ALDER POTS", "customer: Alder Pots");
    assertThat(found("133.00")).containsExactly("set aside: BIRCH");
    assertThat(found("2026-11-17")).containsExactly("in the pile: SOMEBODY", "set aside: BIRCH");
    assertThat(found("17 nov")).contains("in the pile: SOMEBODY");
    assertThat(found("x")).isEmpty();
    assertThat(found("nothing-like-it")).isEmpty();
  }

  @Test
  void saysOfWhichThereAreMore() {
    String[] rows = new String[9];
    for (int i = 0; i < 9; i++) {
      rows[i] = "Z-%d,K-2,Birch Bowls,2026-10-14,,5.00,5.00,,USD,,".formatted(i);
    }
    house.items(rows);
    JsonNode all = house.get(house.reader, "/api/desk/find?text=z-").body();
    assertThat(all.path("found")).hasSize(8);
    assertThat(all.path("more").get(0).asString()).isEqualTo("invoice");
  }
}
