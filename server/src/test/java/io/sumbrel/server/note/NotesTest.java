package io.sumbrel.server.note;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What people write beside sums, items and customers, with who and when. */
class NotesTest extends ServerTest {
  private long item;

  @BeforeEach
  void bringAnItemAndASum() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(House.TODAY, "1000.00", "1500.00", "500.00,ALDER POTS,T-1");
    item = house.item("T-1").path("id").asLong();
  }

  private House.Answer write(String path, String words) {
    return house.send(house.clerk, HttpMethod.POST, "/api/notes/" + path, Map.of("words", words));
  }

  private JsonNode notes(String path) {
    return house.get(house.reader, "/api/notes/" + path).body();
  }

  @Test
  void standBesideTheirThingTheNewestFirst() {
    String money = "money/" + house.money("ALDER POTS");
    assertThat(write(money, " called them ").status()).isEqualTo(204);
    assertThat(write(money, "they call back").status()).isEqualTo(204);
    assertThat(write("items/" + item, "goods came late").status()).isEqualTo(204);
    assertThat(notes(money)).hasSize(2);
    assertThat(notes(money).get(0).path("words").asString()).isEqualTo("they call back");
    assertThat(notes(money).get(1).path("person").asString()).isEqualTo("Ines");
    assertThat(notes("items/" + item).get(0).path("words").asString()).isEqualTo("goods came late");
    long customer = house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong();
    assertThat(write("customers/" + customer, "pays on Fridays").status()).isEqualTo(204);
    assertThat(notes("customers/" + customer)).hasSize(1);
    house.prove();
  }

  @Test
  void areRefusedWithoutWordsAndBesideNothing() {
    assertThat(write("items/" + item, "  ").code()).isEqualTo("note");
    assertThat(write("items/" + item, "x".repeat(1_001)).code()).isEqualTo("note");
    assertThat(write("items/99999999", "x").status()).isEqualTo(404);
    assertThat(write("money/99999999", "x").status()).isEqualTo(404);
    assertThat(notes("items/" + item)).isEmpty();
  }
}
