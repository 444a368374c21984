package io.sumbrel.server.trail;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** From any figure to where it came from, and back, along one short number. */
class TrailTest extends ServerTest {
  private String number;

  @BeforeEach
  void payOne() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,2026-11-13,500.00,500.00,,USD,P-7,net 30");
    house.statement(
        LocalDate.of(2026, 11, 16), "1000.00", "1520.00", "520.00,ALDER POTS,INVOICE T-1");
    number =
        house
            .post(
                house.clerk,
                house.money("ALDER POTS"),
                house.settles("T-1", 50_000),
                Map.of("kind", "UNIDENTIFIED", "amountMinor", 2_000))
            .body()
            .path("number")
            .asString();
  }

  private JsonNode posting(String words) {
    String[] parts = words.split("-");
    return house
        .get(
            house.reader,
            "/api/trail/postings/%s/%d".formatted(parts[0], Integer.parseInt(parts[1])))
        .body();
  }

  private JsonNode item(String number) {
    long id = house.item(number).path("id").asLong();
    return house.get(house.reader, "/api/trail/items/" + id).body();
  }

  @Test
  void leadsFromAnInvoiceToItsFileAndItsPosting() {
    JsonNode invoice = item("T-1");
    assertThat(invoice.path("source").path("fileName").asString()).isEqualTo("items.csv");
    assertThat(invoice.path("source").path("line").asInt()).isEqualTo(2);
    assertThat(invoice.path("movements")).hasSize(2);
    JsonNode placed = invoice.path("movements").get(1);
    assertThat(placed.path("number").asString()).isEqualTo(number);
    assertThat(placed.path("words").asString()).isEqualTo("placed");
    assertThat(placed.path("openAfterMinor").asLong()).isZero();
    assertThat(placed.path("actor").asString()).isEqualTo("Ines");
  }

  @Test
  void leadsFromAPostingToItsMoneyItsLinesAndItsJournal() {
    JsonNode trail = posting(number);
    assertThat(trail.path("kind").asString()).isEqualTo("explained");
    JsonNode money = trail.path("money");
    assertThat(money.path("payer").asString()).isEqualTo("ALDER POTS");
    assertThat(money.path("source").path("fileName").asString()).isEqualTo("s.csv");
    assertThat(money.path("source").path("line").asInt()).isEqualTo(3);
    assertThat(money.path("account").asString()).isEqualTo("Quayline ··1234");
    assertThat(trail.path("tape").get(0).path("words").asString()).isEqualTo("settles T-1");
    assertThat(trail.path("tape").get(0).path("side").asInt()).isEqualTo(-1);
    long sum =
        trail
            .path("lines")
            .path("journal")
            .valueStream()
            .mapToLong(l -> l.path("minor").asLong())
            .sum();
    assertThat(sum).isZero();
    assertThat(trail.path("lines").path("items")).hasSize(2);
  }

  @Test
  void aLongPostingComesPartByPartAndWhole() {
    house.items(
        IntStream.rangeClosed(1, 450)
            .mapToObj("L-%1$d,K-%1$d,Long %1$d,2026-10-14,,5.00,5.00,,USD,,net 30"::formatted)
            .toArray(String[]::new));
    String read = item("L-1").path("movements").get(0).path("number").asString();
    JsonNode part = posting(read).path("lines");
    Set<String> numbers = new HashSet<>();
    long sum = 0;
    int parts = 1;
    while (true) {
      part.path("items").valueStream().forEach(i -> numbers.add(i.path("number").asString()));
      sum += part.path("journal").valueStream().mapToLong(l -> l.path("minor").asLong()).sum();
      if (!part.has("next")) {
        break;
      }
      assertThat(part.path("items")).hasSize(200);
      String after = "/lines?after=" + part.path("next").asInt();
      part =
          house.get(house.reader, "/api/trail/postings/" + read.replace("-", "/") + after).body();
      parts++;
    }
    assertThat(parts).isEqualTo(3);
    assertThat(numbers).hasSize(450);
    assertThat(sum).as("debits less credits").isZero();
  }

  @Test
  void leadsFromAContraToItsOriginalAndBack() {
    String contra = house.turnBack(house.clerk, number).body().path("number").asString();
    assertThat(posting(number).path("turnedBackBy").asString()).isEqualTo(contra);
    assertThat(posting(contra).path("turnsBack").asString()).isEqualTo(number);
    assertThat(item("T-1").path("openMinor").asLong()).isEqualTo(50_000);
    assertThat(item("T-1").path("movements")).hasSize(3);
  }

  @Test
  void leadsFromTheFirstPostingOfAnItemToTheListThatBroughtIt() {
    String first = item("T-1").path("movements").get(0).path("number").asString();
    assertThat(posting(first).path("source").path("title").asString()).isEqualTo("Open items");
    assertThat(posting(first).path("money").isMissingNode()).isTrue();
  }

  @Test
  void saysThatWhatIsNotThereIsNotThere() {
    House.Answer nothing = house.get(house.clerk, "/api/trail/postings/2026/9999");
    assertThat(nothing.status()).isEqualTo(404);
    assertThat(nothing.sentence()).isEqualTo("There is no posting 2026-9999.");
    assertThat(house.get(house.clerk, "/api/trail/items/9").status()).isEqualTo(404);
    assertThat(house.get(house.clerk, "/api/customers/9").status()).isEqualTo(404);
    assertThat(house.get(house.clerk, "/api/desk/money/9").status()).isEqualTo(404);
    assertThat(house.turnBack(house.clerk, "2026-9999").code()).isEqualTo("not-a-tape");
  }

  @Test
  void refusesToTurnBackWhatIsNoTape() {
    String first = item("T-1").path("movements").get(0).path("number").asString();
    assertThat(house.turnBack(house.clerk, first).sentence()).contains("cannot be turned back");
  }

  @Test
  void listsTheJournalNewestFirstAndItsBalances() {
    JsonNode journal = house.get(house.reader, "/api/books/journal").body();
    assertThat(journal.path("count").asInt()).isEqualTo(journal.path("entries").size());
    assertThat(journal.path("entries").get(0).path("number").asString()).isEqualTo(number);
    JsonNode balances = house.get(house.reader, "/api/books/balances").body();
    long all = balances.valueStream().mapToLong(b -> b.path("minor").asLong()).sum();
    assertThat(all).isZero();
    assertThat(
            balances
                .valueStream()
                .filter(b -> b.path("account").asString().equals("1010"))
                .findFirst()
                .orElseThrow()
                .path("minor")
                .asLong())
        .as("the bank moved with its entry")
        .isEqualTo(152_000);
  }

  @Test
  void listsWhatIsDoneForAnAccount() {
    long account = house.get(house.reader, "/api/books/accounts").body().get(0).path("id").asLong();
    JsonNode done =
        house.get(house.reader, "/api/desk/done?account=" + account).body().path("rows");
    assertThat(done).hasSize(1);
    assertThat(done.get(0).path("words").asString()).isEqualTo("T-1, unidentified");
    assertThat(house.get(house.reader, "/api/desk/done?account=1").body().path("rows")).isEmpty();
  }
}
