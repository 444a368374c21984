package io.sumbrel.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.Money;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.listlayout.ListKind;
import io.sumbrel.formats.workbook.WorkbookWriter;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.bank.BankAccounts;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Lists in columns of the house's own, as CSV and as workbooks, and what is asked about them. */
class OwnListsTest extends ServerTest {
  private static final String ITEMS =
      """
      Offene Posten;;;;;
      Beleg-Nr;Kunde;Belegdatum;Fällig am;Offener Betrag;Vertreter
      R-901;Ölmühle Kästner;02.11.2026;02.12.2026;1.262,40;Mo
      R-902;Ölmühle Kästner;13.11.2026;;-80,00;
      Summe;;;;1.182,40;
      """;
  private static final List<String> COLUMNS =
      List.of("NUMBER", "NAME", "DATE", "DUE", "OPEN", "KEPT");

  @Autowired private BankAccounts accounts;

  @AfterEach
  void everythingHolds() {
    house.prove();
  }

  private JsonNode bring(String name, String content) {
    return house.upload(house.clerk, name, content).body();
  }

  private static String path(JsonNode arrival) {
    return "/api/arrivals/" + arrival.path("id").asLong();
  }

  private House.Answer accept(JsonNode arrival) {
    return house.accept(arrival.path("id").asLong(), "CHANGES_ONLY", Map.of());
  }

  private static Map<String, Object> layout(String list, int header, Object columns) {
    Map<String, Object> layout = new HashMap<>();
    layout.put("list", list);
    layout.put("delimiter", ";");
    layout.put("headerLine", header);
    layout.put("linesAfter", 0);
    layout.put("columns", columns);
    layout.put("dateOrder", "DAY_MONTH_YEAR");
    layout.put("decimalMark", "COMMA");
    layout.put("currency", "USD");
    layout.put("creditMark", "");
    layout.put("leftOut", List.of("Summe"));
    return layout;
  }

  private House.Answer tried(JsonNode arrival, Map<String, Object> layout, int sheet) {
    return house.send(
        house.clerk,
        HttpMethod.POST,
        path(arrival) + "/list-layout/trial",
        Map.of("sheet", sheet, "layout", layout));
  }

  private JsonNode keep(JsonNode arrival, Map<String, Object> layout, int sheet) {
    return house
        .send(
            house.clerk,
            HttpMethod.PUT,
            path(arrival) + "/list-layout",
            Map.of("sheet", sheet, "layout", layout))
        .body();
  }

  @Test
  void readsAListByALayoutThatIsMadeOnce() {
    JsonNode file = bring("offen.csv", ITEMS);
    assertThat(file.path("state").asString()).isEqualTo("LAYOUT");
    JsonNode guess = house.get(house.clerk, path(file) + "/sample").body().path("guesses").get(0);
    assertThat(guess.path("list").asString()).isEqualTo("OPEN_ITEMS");
    assertThat(guess.path("headerLine").asInt()).isEqualTo(2);
    assertThat(guess.path("columns").get(4).asString()).isEqualTo("OPEN");
    assertThat(guess.path("dateOrder").asString()).isEqualTo("DAY_MONTH_YEAR");
    Map<String, Object> layout = layout("OPEN_ITEMS", 2, COLUMNS);
    JsonNode trial = tried(file, layout, 0).body();
    assertThat(trial.path("count").asInt()).isEqualTo(2);
    assertThat(trial.path("sums").get(0).path("minor").asLong()).isEqualTo(118_240);
    assertThat(trial.path("notes").get(1).asString())
        .isEqualTo(
            "The file gives names and no numbers of customers: 0 are known by name, 1 are new.");
    layout.put("decimalMark", "POINT");
    assertThat(tried(file, layout, 0).sentence())
        .startsWith("Line 3: open amount: “1.262,40” is not an amount");
    JsonNode read = keep(file, layout("OPEN_ITEMS", 2, COLUMNS), 0);
    assertThat(read.path("state").asString()).isEqualTo("WAITING");
    assertThat(read.path("kind").asString()).isEqualTo("list of open items");
    assertThat(read.path("statedMinor").asLong()).isEqualTo(118_240);
    assertThat(accept(read).status()).isEqualTo(200);
    JsonNode next = bring("next.csv", ITEMS.replace("R-902", "R-903"));
    assertThat(next.path("state").asString()).as("chosen by itself").isEqualTo("WAITING");
    JsonNode list = house.get(house.clerk, path(next) + "/contents").body().path("list");
    assertThat(list.path("newCount").asInt()).isEqualTo(1);
    assertThat(list.path("agreesCount").asInt()).as("R-901, of the same customer").isEqualTo(1);
  }

  @Test
  void readsTheSheetOfAWorkbookThatHasTheHeader() {
    List<List<String>> rows =
        List.of(
            List.of("Invoice no", "Client", "Issued", "Balance"),
            List.of("W-1", "Hollow Reed", "2026-11-02", "75.10"),
            List.of("W-2", "Hollow Reed", "2026-11-03", "1200.00"));
    byte[] first = WorkbookWriter.write(Map.of("Nov", rows));
    JsonNode file = house.upload(house.clerk, "items.xlsx", first).body();
    assertThat(file.path("state").asString()).isEqualTo("LAYOUT");
    JsonNode sample = house.get(house.clerk, path(file) + "/sample").body();
    assertThat(sample.path("sheets").get(0).asString()).isEqualTo("Nov");
    Map<String, Object> layout = layout("OPEN_ITEMS", 1, List.of("NUMBER", "NAME", "DATE", "OPEN"));
    layout.put("delimiter", ",");
    assertThat(tried(file, layout, 4).sentence()).isEqualTo("The file has no such sheet.");
    JsonNode read = keep(file, layout, 0);
    assertThat(read.path("statedMinor").asLong()).isEqualTo(127_510);
    assertThat(accept(read).status()).isEqualTo(200);
    JsonNode lines = house.get(house.clerk, path(file) + "/lines?around=2").body();
    assertThat(lines.get(1).path("text").asString()).startsWith("W-1,Hollow Reed,02.11.2026");
    Map<String, List<List<String>>> later = new java.util.LinkedHashMap<>();
    later.put("Notes", List.of(List.of("a", "b", "c"), List.of("1", "2", "3")));
    later.put("Dec", List.of(rows.get(0), List.of("W-3", "Hollow Reed", "2026-12-01", "3.00")));
    JsonNode next = house.upload(house.clerk, "dec.xlsx", WorkbookWriter.write(later)).body();
    assertThat(next.path("statedMinor").asLong()).as("of the second sheet").isEqualTo(300);
  }

  @Test
  void asksWhichCustomerIsMeantWhereTwoHaveTheName() {
    house.items(
        "A-1,K-1,Zinnwerk GmbH,2026-11-02,,10.00,10.00,,USD,,",
        "A-2,K-2,Mill & Sons,2026-11-02,,10.00,10.00,,USD,,",
        "A-3,K-3,MILL SONS,2026-11-02,,10.00,10.00,,USD,,");
    String rows = "A-9,,\"%s\",2026-11-03,,5.00,5.00,,USD,,";
    JsonNode met = bring("met.csv", House.itemFile(rows.formatted("ZINNWERK GMBH")));
    assertThat(met.path("notes").get(0).asString()).contains("1 are known by name, 0 are new");
    assertThat(accept(met).status()).isEqualTo(200);
    JsonNode unsure = bring("two.csv", House.itemFile(rows.formatted("Mill, Sons")));
    assertThat(unsure.path("refusal").asString())
        .startsWith("Line 2: “Mill, Sons” may be K-2 or K-3");
  }

  @Test
  void keepsCustomersApartWhoseLongNamesBeginAlike() {
    String name = "The United Guild of Potters and Kiln Masters of the ";
    house.items(
        "L-1,,%sNorth,2026-11-02,,10.00,10.00,,USD,,".formatted(name),
        "L-2,,%sSouth,2026-11-02,,10.00,10.00,,USD,,".formatted(name));
    JsonNode again =
        bring(
            "again.csv",
            House.itemFile("L-3,,%sSOUTH,2026-11-03,,5.00,5.00,,USD,,".formatted(name)));
    assertThat(again.path("notes").get(0).asString()).contains("1 are known by name, 0 are new");
    assertThat(accept(again).status()).isEqualTo(200);
  }

  @Test
  void asksWhatOurColumnsHoldWhereTheyAreWrittenInAnotherWay() {
    String rows =
        "X-1,K-1,Zinn,02/11/2026,,10.00,10.00,,USD,,\nX-2,K-1,Zinn,13/11/2026,,1.00,1.00,,USD,,";
    JsonNode file = bring("ours.csv", House.itemFile(rows));
    assertThat(file.path("state").asString()).isEqualTo("LAYOUT");
    assertThat(file.path("notes").get(0).asString()).contains("“02/11/2026” is not a date");
    JsonNode refused = bring("one.csv", House.itemFile(rows.replace("02/11/2026", "2026-11-02")));
    assertThat(refused.path("refusal").asString()).startsWith("Line 3: date: “13/11/2026”");
  }

  @Test
  void asksWhoseEntriesTheyAreWhereTwoAccountsShareAHeader() {
    Money nothing = Money.ofMinor(Currency.getInstance("USD"), 0);
    long second =
        accounts
            .begin(house.clerk, "Nordlicht", "7700550912", LocalDate.of(2026, 10, 1), nothing)
            .id();
    long first =
        house.get(house.reader, "/api/arrivals/accounts").body().get(0).path("id").asLong();
    keepEntries(bring("a.csv", entries("ONE", 1)), first);
    JsonNode other = bring("7700-550912.csv", entries("TWO", 2));
    assertThat(other.path("state").asString())
        .as("of an account without layout")
        .isEqualTo("LAYOUT");
    keepEntries(other, second);
    assertThat(bring("b.csv", entries("THREE", 3)).path("state").asString()).isEqualTo("LAYOUT");
    JsonNode named = bring("c 0099001234.csv", entries("FOUR", 4));
    assertThat(named.path("account").asString()).isEqualTo("Quayline ··1234");
    JsonNode inside = bring("d.csv", "Account;77 0055 0912;;\n" + entries("FIVE", 5));
    assertThat(inside.path("state").asString()).as("another line of header").isEqualTo("LAYOUT");
  }

  private static String entries(String payer, int amount) {
    return "Day;Who;What;Sum\n16.11.2026;%s;x;%d,00\n15.11.2026;%s;y;1,50\n"
        .formatted(payer, amount, payer);
  }

  private void keepEntries(JsonNode arrival, long account) {
    Map<String, Object> layout = layout("", 1, List.of("DATE", "PAYER", "TEXT", "AMOUNT"));
    layout
        .keySet()
        .retainAll(
            List.of(
                "delimiter", "headerLine", "linesAfter", "columns", "dateOrder", "decimalMark"));
    layout.put("signRule", "SIGNED");
    layout.put("outMark", "");
    House.Answer kept =
        house.send(
            house.clerk,
            HttpMethod.PUT,
            path(arrival) + "/layout",
            Map.of("accountId", account, "sheet", 0, "layout", layout));
    assertThat(kept.body().path("state").asString()).isEqualTo("WAITING");
  }

  @Test
  void givesFormsThatComeInAsTheyAre() {
    assertThat(house.get(house.reader, "/api/arrivals/forms").body()).hasSize(3);
    for (ListKind list : ListKind.values()) {
      JsonNode csv = bring(list + ".csv", new String(ListForms.csv(list), StandardCharsets.UTF_8));
      assertThat(csv.path("state").asString())
          .as(csv.path("refusal").asString())
          .isEqualTo("WAITING");
      JsonNode workbook =
          house.upload(house.clerk, list + ".xlsx", ListForms.workbook(list)).body();
      assertThat(workbook.path("state").asString()).as(list.words()).isEqualTo("WAITING");
      assertThat(workbook.path("statedMinor").asLong())
          .isEqualTo(csv.path("statedMinor").asLong())
          .isPositive();
    }
  }

  /** The head of a large workbook does not show what is packed in it. */
  @Test
  void readsAWorkbookThatIsLargerThanTheHeadOfAFile() {
    List<List<String>> rows = new ArrayList<>();
    rows.add(List.of("number", "customer", "name", "date", "total", "open", "currency"));
    for (int i = 0; i < 6_000; i++) {
      String sign = Integer.toHexString(i * 0x9E3779B1);
      rows.add(List.of("W-" + i, "K-1", "Zinn " + sign, "2026-11-02", "1.00", "1.00", "USD"));
    }
    byte[] workbook = WorkbookWriter.write(Map.of("Items", rows));
    assertThat(workbook.length).isGreaterThan(FileKind.HEAD_BYTES);
    JsonNode file = house.upload(house.clerk, "large.xlsx", workbook).body();
    assertThat(file.path("refusal").asString()).isEmpty();
    assertThat(file.path("statedCount").asInt()).isEqualTo(6_000);
    assertThat(
            house
                .get(
                    house.clerk, "/api/arrivals/" + file.path("id").asLong() + "/lines?around=5999")
                .body()
                .size())
        .as("its rows as they stand")
        .isPositive();
  }
}
