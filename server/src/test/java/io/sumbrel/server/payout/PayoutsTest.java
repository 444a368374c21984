package io.sumbrel.server.payout;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Payouts from the list of their processor to the bank's entry; figures added up by hand. */
class PayoutsTest extends ServerTest {
  private static final String HEADER = "payout;day;what;id;order;payer;gross;fee;net\n";

  /** 412.40 + 120.00 + 60.00 - 30.00 - 50.00 - 13.15 + 0.61 - 20.00 = 479.86. */
  private static final String FIRST =
      HEADER
          + """
          PO-7;2026-11-12;sale;ch-1;TCK-1;KESTREL;412.40;-7.30;405.10
          PO-7;2026-11-12;sale;ch-2;W-2;OAK;120.00;-3.90;116.10
          PO-7;2026-11-13;sale;ch-3;W-3;ELM;60.00;-1.95;58.05
          PO-7;2026-11-13;back;ch-2;W-2;OAKS;-30.00;0.61;-29.39
          PO-7;2026-11-13;back;ch-0;W-0;ASH;-50.00;;-50.00
          PO-7;2026-11-13;held;;;;-20.00;;-20.00
          PO-7;2026-11-14;sent;;;;;;479.86
          """;

  @BeforeEach
  void bring() {
    house.items("TCK-1,K1,Kestrel Lane Pottery,2026-10-01,2026-10-31,412.40,412.40,,USD,,");
  }

  @AfterEach
  void everythingHolds() {
    house.prove();
  }

  private JsonNode deposits() {
    return house.get(house.reader, "/api/deposits").body();
  }

  private long brought(String reference, String content) {
    JsonNode file = house.upload(house.clerk, reference + ".csv", content).body();
    long id = file.path("id").asLong();
    if (file.path("state").asString().equals("LAYOUT")) {
      name(id);
    }
    house.accept(id, "CHANGES_ONLY", Map.of());
    return payout(reference);
  }

  private long payout(String reference) {
    return deposit(reference).path("id").asLong();
  }

  private JsonNode deposit(String reference) {
    return deposits()
        .path("deposits")
        .valueStream()
        .filter(d -> d.path("reference").asString().equals(reference))
        .findFirst()
        .orElseThrow();
  }

  private void name(long arrival) {
    Map<String, Object> shape = new HashMap<>();
    shape.put("delimiter", ";");
    shape.put("headerLine", 1);
    shape.put("linesAfter", 0);
    shape.put(
        "columns",
        List.of("PAYOUT", "DATE", "TYPE", "NUMBER", "REFERENCE", "PAYER", "GROSS", "FEE", "NET"));
    shape.put("dateOrder", "YEAR_MONTH_DAY");
    shape.put("decimalMark", "POINT");
    shape.put("signOfFees", "AS_WRITTEN");
    shape.put(
        "types",
        Map.of(
            "sale",
            "SALE",
            "back",
            "REFUND",
            "disputed",
            "CHARGEBACK",
            "held",
            "RESERVE_HELD",
            "let go",
            "RESERVE_RELEASED",
            "sent",
            "TOTAL"));
    long account =
        house.get(house.reader, "/api/arrivals/accounts").body().get(0).path("id").asLong();
    house.send(
        house.clerk,
        HttpMethod.PUT,
        "/api/arrivals/%d/payout-layout".formatted(arrival),
        Map.of("accountId", account, "layout", shape));
  }

  private JsonNode view(long payout) {
    return house.get(house.reader, "/api/payouts/" + payout).body();
  }

  private JsonNode without(long payout, long... sums) {
    List<Long> left = new ArrayList<>();
    for (long sum : sums) {
      left.add(sum);
    }
    return house
        .send(
            house.clerk,
            HttpMethod.POST,
            "/api/payouts/%d/preview".formatted(payout),
            Map.of("left", left))
        .body();
  }

  private House.Answer post(long payout, JsonNode shown) {
    return house.send(
        house.clerk,
        HttpMethod.POST,
        "/api/payouts/%d/posting".formatted(payout),
        Map.of(
            "sums", ids(shown, "sums"),
            "receipts", ids(shown, "receipts"),
            "parts", shown.path("parts")));
  }

  private static List<Long> ids(JsonNode view, String name) {
    return view.path(name).valueStream().map(JsonNode::asLong).toList();
  }

  private static List<String> steps(JsonNode view) {
    return view.path("steps")
        .valueStream()
        .map(
            s ->
                s.path("words").asString()
                    + " "
                    + s.path("amountMinor")
                    + " "
                    + s.path("postedMinor"))
        .toList();
  }

  private static List<String> parts(JsonNode view) {
    return view.path("parts")
        .valueStream()
        .map(
            p ->
                "%d %s %d %s"
                    .formatted(
                        p.path("count").asInt(),
                        p.path("words").asString(),
                        p.path("amountMinor").asLong(),
                        p.path("account").asString("")))
        .toList();
  }

  private void bookWithTax(long payout) {
    long layoutId = view(payout).path("processor").path("layoutId").asLong();
    House.Answer kept =
        house.send(
            house.supervisor,
            HttpMethod.PUT,
            "/api/payouts/processors/" + layoutId,
            Map.of(
                "name", "Cardmill",
                "sales", Map.of("account", "4000", "taxCode", "SALES"),
                "fees", Map.of("account", "6110"),
                "adjustments", Map.of("account", "6900")));
    assertThat(kept.status()).as(kept.sentence()).isEqualTo(204);
  }

  private JsonNode posted(long payout) {
    House.Answer done = post(payout, view(payout));
    assertThat(done.status()).as(done.body().toString()).isEqualTo(201);
    return done.body();
  }

  /**
   * 120.00 and 60.00 hold 20.00 and 10.00 of tax, the 30.00 paid back 5.00: sales 125.00, tax
   * 25.00. Fees 7.30 + 3.90 + 1.95 - 0.61 = 12.54. 180.00 - 30.00 - 12.54 - 20.00 = 117.46.
   */
  @Test
  void postsWhatWasKeptAndWhatPaysNoItemAndLeavesTheRestToTheDesk() {
    long payout = brought("PO-7", FIRST);
    bookWithTax(payout);
    JsonNode shown = view(payout);
    assertThat(shown.path("processor").path("name").asString()).isEqualTo("Cardmill");
    assertThat(steps(shown))
        .containsExactly(
            "sale 59240 0",
            "refund -8000 0",
            "fee -1315 0",
            "returned fee 61 0",
            "reserve -2000 0");
    assertThat(parts(shown))
        .containsExactlyInAnyOrder(
            "2 sale 18000 4000 Sales",
            "1 refund -3000 4000 Sales",
            "3 fee -1315 6110 Processor fees",
            "1 returned fee 61 6110 Processor fees",
            "1 reserve -2000 1260 Processor reserve");
    assertThat(ids(shown, "toItems")).containsExactly(house.money("KESTREL"));
    assertThat(ids(shown, "asked")).containsExactly(house.money("ASH"));

    String number = posted(payout).path("number").asString();
    assertThat(house.journal(number))
        .contains("1250 11746;", "4000 -12500;", "2200 -2500;", "6110 1254;", "1260 2000;");
    assertThat(steps(view(payout)))
        .containsExactly(
            "sale 59240 18000",
            "refund -8000 -3000",
            "fee -1315 -1315",
            "returned fee 61 61",
            "reserve -2000 -2000");
    assertThat(view(payout).path("postedBy").asString()).isEqualTo(number);
    house.prove();

    assertThat(post(payout, view(payout)).sentence()).contains("posted already, by " + number);
    house.post(house.clerk, house.money("KESTREL"), house.settles("TCK-1", 41_240));
    assertThat(house.open("TCK-1")).isZero();
    house.prove();

    assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    assertThat(
            view(payout).path("postedBy").isMissingNode() || view(payout).path("postedBy").isNull())
        .isTrue();
    assertThat(steps(view(payout))).contains("sale 59240 41240", "fee -1315 0");
    posted(payout);
  }

  /**
   * The house's account is read as if it were the processor's, from the day after its payout on.
   */
  @Test
  void aProcessorIsReadByPayoutsOrAsAStatementNeverBoth() {
    long payout = brought("PO-7", FIRST);
    long layoutId = view(payout).path("processor").path("layoutId").asLong();
    long account =
        house.get(house.reader, "/api/arrivals/accounts").body().get(0).path("id").asLong();
    Map<String, Object> said = new HashMap<>();
    said.put("name", "Cardmill");
    said.put("sales", Map.of("account", "4000"));
    said.put("fees", Map.of("account", "6110"));
    said.put("adjustments", Map.of("account", "6900"));
    said.put("statementAccount", account);
    String path = "/api/payouts/processors/" + layoutId;
    assertThat(house.send(house.supervisor, HttpMethod.PUT, path, said).status()).isEqualTo(204);
    JsonNode waits =
        house
            .upload(
                house.clerk,
                "PO-8.csv",
                HEADER + "PO-8;2026-11-16;sale;ch-9;W-9;FIR;200.00;-6.00;194.00\n")
            .body();
    String both = "Cardmill is read as the statement of an account; its payouts would count";
    assertThat(waits.path("refusal").asString()).startsWith(both);
    House.Answer accepted = house.accept(waits.path("id").asLong(), "CHANGES_ONLY", Map.of());
    assertThat(accepted.sentence()).startsWith(both);
    String last = view(payout).path("date").asString("2026-11-14");
    JsonNode early =
        house
            .upload(
                house.clerk,
                "early.csv",
                House.statementFile(
                    LocalDate.parse(last), "1000.00", "1412.40", "412.40,KESTREL,ch-1"))
            .body();
    assertThat(early.path("refusal").asString())
        .startsWith("Cardmill was read by payouts until 2026-11-14; a statement of");
    said.remove("statementAccount");
    house.send(house.supervisor, HttpMethod.PUT, path, said);
    assertThat(house.accept(waits.path("id").asLong(), "CHANGES_ONLY", Map.of()).status())
        .isEqualTo(200);
  }

  @Test
  void tellsTheStoryOfASale() {
    long payout = brought("PO-7", FIRST);
    posted(payout);
    long second =
        brought(
            "PO-8",
            HEADER
                + """
                PO-8;2026-11-16;back;re-5;W-2;OAK;-90.00;;-90.00
                PO-8;2026-11-16;let go;;;;20.00;;20.00
                PO-8;2026-11-16;sale;ch-9;W-9;FIR;200.00;-6.00;194.00
                """);
    assertThat(parts(view(second))).contains("1 refund -9000 4000 Sales");
    posted(second);
    long row = 0;
    for (JsonNode deposit : deposits().path("deposits")) {
      for (JsonNode member : deposit.path("members")) {
        row = member.path("number").asString().equals("ch-2") ? member.path("id").asLong() : row;
      }
    }
    JsonNode story =
        house.get(house.reader, "/api/payouts/%d/rows/%d/story".formatted(payout, row)).body();
    assertThat(story.path("rows").valueStream())
        .extracting(r -> r.path("kind").asString() + " " + r.path("amountMinor").asLong())
        .containsExactly(
            "sale 12000", "fee -390", "refund -3000", "returned fee 61", "refund -9000");
    assertThat(story.path("rows").valueStream())
        .allMatch(r -> r.path("postedBy").asString("").startsWith("2026-"));
    assertThat(story.path("sumMinor").asLong()).as("the fee is kept").isEqualTo(-329);
  }

  @Test
  void leadsRefundsAndChargebacksBackToTheirSale() {
    brought("PO-7", FIRST);
    house.post(house.clerk, house.money("KESTREL"), house.settles("TCK-1", 41_240));
    house.post(
        house.clerk,
        house.money("OAK"),
        Map.of("kind", "TO_ACCOUNT", "amountMinor", 12_000, "account", "4800", "taxCode", "SALES"));
    brought(
        "PO-8",
        HEADER
            + """
            PO-8;2026-11-16;back;re-1;TCK-1;KESTREL BACK;-12.40;;-12.40
            PO-8;2026-11-16;disputed;ch-1;TCK-1;KESTREL LOST;-400.00;-15.00;-415.00
            PO-8;2026-11-16;sale;ch-9;W-9;FIR;500.00;-6.00;494.00
            """);
    assertThat(house.beside("OAKS"))
        .startsWith("paid back, as the sale was booked (2026-0004), LIKELY;");
    assertThat(house.beside("KESTREL BACK"))
        .startsWith("paid back, owed by Kestrel Lane Pottery until the credit note comes, LIKELY;");
    JsonNode lost = house.sum("KESTREL LOST").path("beside").get(0);
    assertThat(lost.path("words").asString()).startsWith("charged back, sale ch-1 of 412.40");
    assertThat(house.take("KESTREL LOST", lost).status()).isEqualTo(200);
    assertThat(house.open("TCK-1")).isEqualTo(40_000);
    JsonNode owed = house.sum("KESTREL BACK").path("beside").get(0);
    assertThat(house.take("KESTREL BACK", owed).status()).isEqualTo(200);
    JsonNode booked = house.sum("OAKS").path("beside").get(0);
    assertThat(house.take("OAKS", booked).status()).isEqualTo(200);
  }

  /** One by its order, two as a day's sum; each stands on the processor's balance already. */
  @Test
  void recognisesSalesThatWereRecordedBefore() {
    record("412.40", "TCK-1", "2026-11-12", house.settles("TCK-1", 41_240));
    record(
        "60.00",
        "till",
        "2026-11-13",
        Map.of("kind", "TO_ACCOUNT", "amountMinor", 6_000, "account", "4800"));
    long payout = brought("PO-7", FIRST);
    JsonNode shown = view(payout);
    assertThat(parts(shown)).contains("2 sale recorded before 47240 ", "1 sale 12000 4000 Sales");
    assertThat(ids(shown, "receipts")).hasSize(2);
    assertThat(ids(shown, "toItems")).isEmpty();

    House.Answer otherwise =
        house.send(
            house.clerk,
            HttpMethod.POST,
            "/api/payouts/%d/posting".formatted(payout),
            Map.of(
                "sums", ids(shown, "sums"), "receipts", List.of(), "parts", shown.path("parts")));
    assertThat(otherwise.code()).isEqualTo("shown-otherwise");
    String number = posted(payout).path("number").asString();
    assertThat(deposits().path("onHand").size()).isZero();
    assertThat(house.journal(number)).contains("4000 -9000;");
    house.prove();
    assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    assertThat(deposits().path("onHand").size()).isEqualTo(2);
  }

  /** 120.00 and 60.00 were recorded as 180.00 of their day: none of them is booked once more. */
  @Test
  void leavesOutAllOfADayThatWasRecordedAsOneSum() {
    record(
        "180.00",
        "till",
        "2026-11-12",
        Map.of("kind", "TO_ACCOUNT", "amountMinor", 18_000, "account", "4800"));
    long payout = brought("PO-7", FIRST.replace("2026-11-13;sale", "2026-11-12;sale"));
    house.post(house.clerk, house.money("KESTREL"), house.settles("TCK-1", 41_240));
    JsonNode shown = view(payout);
    assertThat(parts(shown)).contains("2 sale recorded before 18000 ");
    long oak = house.money("OAK");
    assertThat(ids(without(payout, oak), "sums")).isEmpty();
    assertThat(ids(without(payout, oak), "asked")).contains(oak, house.money("ELM"));
    House.Answer some =
        house.send(
            house.clerk,
            HttpMethod.POST,
            "/api/payouts/%d/posting".formatted(payout),
            Map.of("sums", List.of(oak), "receipts", List.of(), "parts", List.of()));
    assertThat(some.code()).isEqualTo("recorded-before");
    posted(payout);
  }

  private void record(String amount, String number, String day, Map<String, Object> line) {
    Map<String, Object> request = new HashMap<>();
    request.put("received", day);
    request.put("method", "CARD");
    request.put("currency", "USD");
    request.put("amountMinor", Long.parseLong(amount.replace(".", "")));
    request.put("number", number);
    request.put("note", "");
    request.put("payer", "CARD HOLDER");
    request.put("lines", List.of(line));
    House.Answer done = house.send(house.clerk, HttpMethod.POST, "/api/receipts", request);
    assertThat(done.status()).as(done.body().toString()).isEqualTo(200);
  }

  @Test
  void postsWithoutWhatIsLeftAndNothingOfAnotherPayout() {
    long payout = brought("PO-7", FIRST);
    long oak = house.money("OAK");
    JsonNode seen = view(payout);
    bookWithTax(payout);
    assertThat(post(payout, seen).code()).as("other tax by now").isEqualTo("shown-otherwise");
    JsonNode shown = without(payout, oak);
    assertThat(parts(shown))
        .contains("1 sale 6000 4000 Sales")
        .noneMatch(p -> p.contains("refund"));
    assertThat(ids(shown, "asked")).contains(oak);
    House.Answer foreign =
        house.send(
            house.clerk,
            HttpMethod.POST,
            "/api/payouts/%d/posting".formatted(payout),
            Map.of("sums", List.of(999_999), "receipts", List.of(), "parts", List.of()));
    assertThat(foreign.code()).isEqualTo("other-payout");
    long ash = house.money("ASH");
    House.Answer unknown =
        house.send(
            house.clerk,
            HttpMethod.POST,
            "/api/payouts/%d/posting".formatted(payout),
            Map.of("sums", List.of(ash), "receipts", List.of(), "parts", List.of()));
    assertThat(unknown.sentence()).contains("do not know the sale ch-0 that 50.00 pays back");
    assertThat(post(payout, shown).status()).isEqualTo(201);
    assertThat(house.money("OAK")).isEqualTo(oak);
  }

  @Test
  void refusesAPayoutThatHoldsSalesOfAnother() {
    brought("PO-7", FIRST);
    JsonNode file =
        house
            .upload(
                house.clerk,
                "again.csv",
                HEADER
                    + """
                    PO-9;2026-11-12;sale;ch-2;W-2;OAK;120.00;-3.90;116.10
                    PO-9;2026-11-13;sale;ch-2;W-2;OAK;120.00;-3.90;116.10
                    """)
            .body();
    House.Answer refused = house.accept(file.path("id").asLong(), "CHANGES_ONLY", Map.of());
    assertThat(refused.code()).isEqualTo("overlaps");
    assertThat(refused.sentence())
        .isEqualTo(
            "payout PO-9 holds sales that another payout has brought already: line 2, ch-2, in PO-7.");
    assertThat(deposits().path("deposits").size()).isEqualTo(1);
  }

  @Test
  void keepsTheFileOfWhatIsPostedAndNamesOlderPayouts() {
    long payout = brought("PO-7", FIRST);
    long newer = brought("PO-8", HEADER + "PO-8;2026-11-16;sale;ch-9;W-9;FIR;10.00;-1.00;9.00\n");
    assertThat(view(newer).path("older").get(0).path("reference").asString()).isEqualTo("PO-7");
    String number = posted(payout).path("number").asString();
    assertThat(view(newer).path("older").size()).isZero();
    long arrival = deposit("PO-7").path("arrivalId").asLong();
    House.Answer withdrawn =
        house.send(
            house.clerk,
            HttpMethod.POST,
            "/api/arrivals/%d/withdrawal".formatted(arrival),
            Map.of());
    assertThat(withdrawn.sentence()).contains(number);
  }

  @Test
  void refusesAccountsThatAreNone() {
    long payout = brought("PO-7", FIRST);
    long layoutId = view(payout).path("processor").path("layoutId").asLong();
    Map<String, Object> request = new HashMap<>();
    request.put("name", " ");
    request.put("sales", Map.of("account", "4000"));
    request.put("fees", Map.of("account", "6110", "taxCode", "NONE"));
    request.put("adjustments", Map.of("account", "6900"));
    String path = "/api/payouts/processors/" + layoutId;
    assertThat(house.send(house.supervisor, HttpMethod.PUT, path, request).code())
        .isEqualTo("name");
    request.put("name", "Cardmill");
    assertThat(house.send(house.supervisor, HttpMethod.PUT, path, request).code())
        .isEqualTo("tax-code");
    request.put("fees", Map.of("account", "1100"));
    assertThat(house.send(house.supervisor, HttpMethod.PUT, path, request).code())
        .isEqualTo("account");
    assertThat(house.send(house.clerk, HttpMethod.PUT, path, request).status()).isEqualTo(403);
  }
}
