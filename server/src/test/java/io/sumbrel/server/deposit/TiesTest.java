package io.sumbrel.server.deposit;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What the bank shows is tied to what was recorded, once, and can be turned back. */
class TiesTest extends ServerTest {
  /** A slip of 359.20, one of 100.00, and a cheque of 96.40 on hand. */
  private static final String RECEIPTS =
      """
      received,method,number,amount,currency,payer,invoices,account,slip,banked
      2026-11-13,cheque,4471,318.20,USD,ASH,,%1$s,S-118,2026-11-16
      2026-11-13,cash,,41.00,USD,,,%1$s,S-118,2026-11-16
      2026-11-13,cheque,4472,100.00,USD,ASH,,%1$s,S-119,2026-11-16
      2026-11-16,cheque,0093,96.40,USD,RILL,,,,
      """
          .formatted(House.ACCOUNT);

  private long statementFile;

  private static List<String> words(JsonNode list, String field) {
    List<String> words = new java.util.ArrayList<>();
    list.forEach(one -> words.add(one.path(field).asString()));
    return words;
  }

  @Test
  void showsBothSidesNarrowedByText() {
    JsonNode board = house.get(house.reader, "/api/ties/board").body();
    assertThat(words(board.path("records"), "words"))
        .containsExactlyInAnyOrder(
            "deposit slip S-118", "deposit slip S-119", "cheque 0093 of RILL");
    assertThat(board.path("entries")).as("what is parked too").hasSize(4);
    assertThat(board.path("reasons")).hasSize(4);
    JsonNode narrow = house.get(house.reader, "/api/ties/board?text=half&recordText=100.00").body();
    assertThat(words(narrow.path("entries"), "text"))
        .containsExactlyInAnyOrder("FIRST HALF", "SECOND HALF");
    assertThat(words(narrow.path("records"), "words")).containsExactly("deposit slip S-119");
    String today = "/api/ties/board?recordText=slip -118 50..150&days=0";
    assertThat(house.get(house.reader, today).body().path("records")).as("older").isEmpty();
    JsonNode between = house.get(house.reader, today.replace("days=0", "days=90")).body();
    assertThat(words(between.path("records"), "words")).containsExactly("deposit slip S-119");
  }

  @Test
  void findsWhatTwoEntriesTogetherAre() {
    JsonNode halves = house.get(house.reader, "/api/ties/board?text=half").body().path("entries");
    List<Long> ids = List.of(halves.get(0).path("id").asLong(), halves.get(1).path("id").asLong());
    JsonNode found =
        house.send(house.clerk, HttpMethod.POST, "/api/ties/sets", Map.of("entries", ids)).body();
    assertThat(found.path("sets")).hasSize(1);
    assertThat(found.path("sets").get(0).path("records").get(0).asLong())
        .isEqualTo(deposit("S-119").path("id").asLong());
  }

  @BeforeEach
  void bring() {
    accept("receipts.csv", RECEIPTS);
    statementFile =
        accept(
            "s.csv",
            """
            record,account,currency,statement,date,value date,amount,reference,payer,payer account,method,text
            opening,%s,USD,1,2026-11-16,,1000.00,,,,,
            entry,,,,2026-11-16,2026-11-16,359.20,R1,,,deposit,DEPOSIT S-118
            entry,,,,2026-11-17,2026-11-17,60.00,R2,,,deposit,FIRST HALF
            entry,,,,2026-11-17,2026-11-17,40.00,R3,,,deposit,SECOND HALF
            entry,,,,2026-11-17,2026-11-17,95.40,R4,,,deposit,CHEQUE 0093
            closing,,,,2026-11-17,,1554.60,,,,,
            """
                .formatted(House.ACCOUNT));
  }

  private long accept(String name, String content) {
    long id = house.upload(house.clerk, name, content).body().path("id").asLong();
    House.Answer accepted = house.accept(id, "CHANGES_ONLY", Map.of());
    assertThat(accepted.status()).as(accepted.body().toString()).isEqualTo(200);
    return id;
  }

  private JsonNode deposit(String reference) {
    for (String deposits : List.of("/api/deposits", "/api/deposits/tied")) {
      for (JsonNode deposit : house.get(house.reader, deposits).body().path("deposits")) {
        if (deposit.path("reference").asString().equals(reference)) {
          return deposit;
        }
      }
    }
    throw new AssertionError("no deposit " + reference);
  }

  private long onHand() {
    JsonNode onHand = house.get(house.reader, "/api/deposits").body().path("onHand");
    return onHand.get(0).path("id").asLong();
  }

  private House.Answer tie(Actor actor, List<Long> entries, List<Long> recorded, String reason) {
    Map<String, Object> request = new HashMap<>();
    request.put("entries", entries);
    request.put("recorded", recorded);
    if (!reason.isEmpty()) {
      request.put("reason", reason);
    }
    return house.send(actor, HttpMethod.POST, "/api/ties", request);
  }

  private House.Answer tieSlip() {
    JsonNode slip = deposit("S-118");
    return tie(
        house.clerk,
        List.of(slip.path("entry").path("id").asLong()),
        List.of(slip.path("id").asLong()),
        "");
  }

  /** 1,554.60 after all; 95.40, 40.00 and 60.00 came after the slip's 359.20. */
  @Test
  void theListOfTheAccountOpensWhatWasBankedAsOneSum() {
    tieSlip();
    long account =
        house.get(house.reader, "/api/arrivals/accounts").body().get(0).path("id").asLong();
    JsonNode page = house.get(house.reader, "/api/deposits/banked/" + account).body();
    assertThat(page.path("entries").valueStream())
        .extracting(e -> e.path("amountMinor") + " " + e.path("balanceMinor"))
        .containsExactly("9540 155460", "4000 145920", "6000 141920", "35920 135920");
    JsonNode slip = page.path("entries").get(3).path("deposits").get(0);
    assertThat(slip.path("words").asString()).isEqualTo("deposit slip S-118");
    assertThat(slip.path("members").valueStream())
        .extracting(m -> m.path("amountMinor").asLong())
        .containsExactly(31_820L, 4_100L);
    assertThat(page.path("entries").get(0).has("by")).isFalse();
    JsonNode older =
        house.get(house.reader, "/api/deposits/banked/%d?after=3".formatted(account)).body();
    assertThat(older.path("entries").get(0).path("balanceMinor").asLong()).isEqualTo(135_920);
    assertThat(house.get(house.reader, "/api/deposits/banked/99").status()).isEqualTo(404);
  }

  @Test
  void theEntryThatWaitsIsTiedToItsSlip() {
    House.Answer tied = tieSlip();
    assertThat(tied.status()).as(tied.body().toString()).isEqualTo(200);
    assertThat(tied.body().path("words").asString()).isEqualTo("Tied 359.20 to deposit slip S-118");
    JsonNode slip = deposit("S-118");
    assertThat(slip.path("state").asString()).isEqualTo("TIED");
    assertThat(slip.path("tiedBy").asString()).isEqualTo(tied.body().path("number").asString());
    assertThat(tieSlip().sentence()).contains("is tied already, by");
  }

  @Test
  void aTieThatIsTurnedBackWaitsAgain() {
    String number = tieSlip().body().path("number").asString();
    assertThat(house.turnBack(house.clerk, number).body().path("words").asString())
        .isEqualTo("Turned back " + number + ", 359.20");
    assertThat(deposit("S-118").path("state").asString()).isEqualTo("AT_THE_BANK");
    assertThat(house.turnBack(house.clerk, number).code()).isEqualTo("turned-back");
    assertThat(tieSlip().status()).isEqualTo(200);
  }

  @Test
  void oneSlipIsTiedToTwoEntries() {
    List<Long> halves = List.of(house.money("FIRST HALF"), house.money("SECOND HALF"));
    List<Long> slip = List.of(deposit("S-119").path("id").asLong());
    assertThat(tie(house.clerk, List.of(halves.get(0)), slip, "").code()).isEqualTo("not-zero");
    assertThat(tie(house.clerk, halves, slip, "COUNTED_OTHERWISE").code())
        .isEqualTo("no-difference");
    House.Answer tied = tie(house.clerk, halves, slip, "");
    assertThat(tied.status()).isEqualTo(200);
    String trail = "/api/trail/postings/" + tied.body().path("number").asString().replace("-", "/");
    assertThat(house.get(house.reader, trail).body().path("lines").path("journal"))
        .extracting(l -> l.path("account").asString() + " " + l.path("minor").asLong())
        .containsExactly("1010 10000", "1230 -10000");
    assertThat(house.post(house.clerk, halves.get(0), unidentified(6_000)).code())
        .isEqualTo("claimed");
  }

  @Test
  void theBankCorrectsItself() {
    house.statement(
        House.TODAY.plusDays(1), "1554.60", "1554.60", "-70.00,WRONG,X", "70.00,RIGHT,X");
    long wrong = house.money("WRONG");
    long right = house.money("RIGHT");
    JsonNode pair = house.get(house.clerk, "/api/desk/money/" + wrong).body().path("pairs").get(0);
    assertThat(pair.path("id").asLong()).isEqualTo(right);
    assertThat(tie(house.clerk, List.of(wrong), List.of(), "").code()).isEqualTo("empty-tie");
    House.Answer paired = tie(house.clerk, List.of(wrong, right), List.of(), "");
    assertThat(paired.body().path("words").asString()).isEqualTo("Paired −70.00 with 70.00");
    house.prove();
    assertThat(house.post(house.clerk, right, unidentified(7_000)).code()).isEqualTo("claimed");
    String number = paired.body().path("number").asString();
    String trail = "/api/trail/postings/" + number.replace("-", "/");
    assertThat(house.get(house.reader, trail).status()).isEqualTo(200);
    assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    assertThat(house.money("WRONG")).isEqualTo(wrong);
  }

  private static Map<String, Object> unidentified(long minor) {
    return Map.of("kind", "UNIDENTIFIED", "amountMinor", minor);
  }

  @Test
  void aDifferenceHasItsNameAndItsLimit() {
    long shown = house.money("CHEQUE 0093");
    List<Long> cheque = List.of(onHand());
    assertThat(tie(house.clerk, List.of(shown), cheque, "").sentence())
        .isEqualTo("The bank shows 1.00 less than was recorded; say why.");
    long half = house.money("SECOND HALF");
    assertThat(tie(house.clerk, List.of(half), cheque, "COUNTED_OTHERWISE").code())
        .isEqualTo("over-limit");
    assertThat(tie(house.clerk, List.of(shown), cheque, "COUNTED_OTHERWISE").status())
        .isEqualTo(200);
    assertThat(house.get(house.reader, "/api/deposits").body().path("onHand")).isEmpty();
  }

  /** A house starts with 3.00 a month for what is counted otherwise. */
  @Test
  void aLimitIsNotSlicedIntoSeveralTies() {
    accept(
        "slips.csv",
        """
        received,method,number,amount,currency,payer,invoices,account,slip,banked
        2026-11-13,cheque,1,58.00,USD,ASH,,%1$s,S-201,2026-11-16
        2026-11-13,cheque,2,42.00,USD,ASH,,%1$s,S-202,2026-11-16
        """
            .formatted(House.ACCOUNT));
    List<Long> first = List.of(house.money("FIRST HALF"));
    List<Long> second = List.of(house.money("SECOND HALF"));
    List<Long> more = List.of(deposit("S-201").path("id").asLong());
    List<Long> less = List.of(deposit("S-202").path("id").asLong());
    House.Answer tied = tie(house.clerk, first, more, "COUNTED_OTHERWISE");
    assertThat(tied.status()).as(tied.body().toString()).isEqualTo(200);
    assertThat(tie(house.clerk, second, less, "COUNTED_OTHERWISE").sentence())
        .isEqualTo(
            "4.00, counted otherwise by the bank on this account this month: more than the limit of 3.00.");
    assertThat(tie(house.clerk, second, less, "BANK_CHARGE").status()).isEqualTo(200);
    house.turnBack(house.clerk, tied.body().path("number").asString());
    List<Long> cheque = List.of(onHand());
    List<Long> entry = List.of(house.money("CHEQUE 0093"));
    assertThat(tie(house.clerk, entry, cheque, "COUNTED_OTHERWISE").status())
        .as("what is turned back counts no more")
        .isEqualTo(200);
  }

  @Test
  void aTieThatIsSentTwiceIsPostedOnce() {
    JsonNode slip = deposit("S-118");
    Map<String, Object> request =
        Map.of(
            "entries", List.of(slip.path("entry").path("id").asLong()),
            "recorded", List.of(slip.path("id").asLong()));
    House.Answer tied = house.sendOnce(house.clerk, "key-1", "/api/ties", request);
    assertThat(tied.status()).isEqualTo(200);
    House.Answer again = house.sendOnce(house.clerk, "key-1", "/api/ties", request);
    assertThat(again.body()).isEqualTo(tied.body());
    assertThat(house.sendOnce(house.other, "key-1", "/api/ties", request).code())
        .isEqualTo("key-used");
    assertThat(house.sendOnce(house.clerk, " ", "/api/ties", request).code()).isEqualTo("key");
    house.turnBack(house.clerk, tied.body().path("number").asString());
    assertThat(house.sendOnce(house.clerk, "key-1", "/api/ties", request).sentence())
        .contains("which was turned back since; it is not posted again");
    assertThat(deposit("S-118").path("state").asString()).isEqualTo("AT_THE_BANK");
  }

  @Test
  void whatIsPlacedOrForeignIsNotTied() {
    long half = house.money("FIRST HALF");
    assertThat(house.post(house.clerk, half, unidentified(6_000)).status()).isEqualTo(200);
    List<Long> slip = List.of(deposit("S-119").path("id").asLong());
    assertThat(tie(house.clerk, List.of(half), slip, "").code()).isEqualTo("claimed");
    assertThat(tie(house.clerk, List.of(4L), slip, "").code()).isEqualTo("not-found");
    long other = house.money("SECOND HALF");
    assertThat(tie(house.clerk, List.of(other), List.of(4L), "").code()).isEqualTo("not-found");
    assertThat(tie(house.clerk, List.of(), slip, "").code()).isEqualTo("empty-tie");
    assertThat(tie(house.clerk, List.of(other, other), slip, "").code()).isEqualTo("twice");
    assertThat(tie(house.reader, List.of(other), slip, "").status()).isEqualTo(403);
  }

  @Test
  void aFileWhoseEntryIsTiedStays() {
    String number = tieSlip().body().path("number").asString();
    String path = "/api/arrivals/" + statementFile + "/withdrawal";
    assertThat(house.send(house.clerk, HttpMethod.POST, path, Map.of()).sentence())
        .contains(number + " explains an entry");
    house.turnBack(house.clerk, number);
    assertThat(house.send(house.clerk, HttpMethod.POST, path, Map.of()).status()).isEqualTo(200);
  }

  @Test
  void ofTwoPeopleOneTies() throws Exception {
    JsonNode slip = deposit("S-118");
    List<Long> entry = List.of(slip.path("entry").path("id").asLong());
    List<Long> recorded = List.of(slip.path("id").asLong());
    ExecutorService people = Executors.newFixedThreadPool(2);
    try {
      Future<House.Answer> one = people.submit(() -> tie(house.clerk, entry, recorded, ""));
      Future<House.Answer> other = people.submit(() -> tie(house.other, entry, recorded, ""));
      assertThat(List.of(one.get().status(), other.get().status())).containsOnlyOnce(200);
    } finally {
      people.shutdown();
    }
  }
}
