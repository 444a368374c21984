package io.sumbrel.server.standin;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.standin.DemoFiles;
import io.sumbrel.standin.bank.WrittenCases;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** The unworked day of the demonstration, taken in whole: every file of it, in its own format. */
class DemoDayTest extends ServerTest {
  @Autowired private OpenDemoHouse openDemoHouse;
  @Autowired private House.Api api;

  private final Map<String, JsonNode> files = new HashMap<>();
  private House demo;

  private void open() {
    demo = api.of(openDemoHouse.open());
    for (JsonNode file : demo.get(demo.clerk, "/api/arrivals").body()) {
      files.put(file.path("fileName").asString(), file);
    }
  }

  private JsonNode accept(String name) {
    House.Answer answer =
        demo.accept(files.get(name).path("id").asLong(), "CHANGES_ONLY", Map.of());
    assertThat(answer.status()).as(name + answer.sentence()).isEqualTo(200);
    demo.prove();
    return answer.body();
  }

  @Test
  void arrivesInEveryFormatAndHoldsAfterEachFile() {
    open();
    demo.prove();
    assertThat(files.keySet()).containsAll(DemoFiles.all().keySet());
    assertThat(files.get("nordlicht-2026-11-16-garbled.csv").path("state").asString())
        .isEqualTo("REFUSED");
    assertThat(files.get("nordlicht-2026-11-17.sta").path("refusal").asString())
        .contains("missing");
    String camt = "quayline-2026-11-16.xml";
    assertThat(demo.upload(demo.clerk, camt, DemoFiles.all().get(camt)).code())
        .isEqualTo("same-file");

    accept("quayline-collections-2026-11-16.bai");
    int before = demo.get(demo.clerk, "/api/desk").body().path("entries").asInt();
    accept("quayline-lockbox-2026-11-16.txt");
    accept("cardmill-payouts-2026-11-16.csv");
    int after = demo.get(demo.clerk, "/api/desk").body().path("entries").asInt();
    assertThat(after - before)
        .as("6 cheques and 7 sales for the three sums that wait from now on")
        .isEqualTo(6 + 7 - 3);
    accept("nordlicht-2026-11-16.csv");
    accept("nordlicht-2026-11-17.sta");
    assertThat(accept("quayline-collections-2026-11-17.ofx").path("heldCount").asInt())
        .as("the last entry of the day before, once more")
        .isEqualTo(1);
    accept("invoice-TCK-20625.xml");
    assertThat(after).as("money in and out that is unworked").isBetween(70, 100);
    assertThat(waiting()).containsExactlyInAnyOrderElementsOf(saidToWait());
  }

  private Set<String> waiting() {
    Set<String> words = new TreeSet<>();
    for (JsonNode deposit : demo.get(demo.clerk, "/api/deposits").body().path("deposits")) {
      if (deposit.path("state").asString().equals("AT_THE_BANK")) {
        words.add((deposit.path("kind").asString() + " " + deposit.path("reference").asString()));
      }
    }
    words.removeIf(w -> w.contains("PO-2208") || w.contains("S-145"));
    return words;
  }

  private static Set<String> saidToWait() {
    Set<String> words = new TreeSet<>();
    for (WrittenCases.Answer answer : WrittenCases.answers()) {
      if (answer.answer().startsWith("waits for ")) {
        words.add(
            answer.answer().substring("waits for ".length()).replaceFirst("^slip", "deposit slip"));
      }
    }
    return words;
  }

  @Test
  void hasTheSizeOfSuchAHouseAndEveryCase() {
    open();
    JsonNode items = files.get("open-items-2026-11-17.csv");
    assertThat(items.path("statedCount").asInt()).isBetween(850, 950);
    assertThat(demo.get(demo.clerk, "/api/customers").body().size()).isBetween(135, 145);
    assertThat(files.get("past-payments-2026-11-15.csv").path("statedCount").asInt())
        .isGreaterThan(2_000);
    Set<String> cases = new HashSet<>();
    List<WrittenCases.Answer> answers = WrittenCases.answers();
    answers.forEach(a -> cases.add(a.number()));
    assertThat(cases).hasSizeGreaterThanOrEqualTo(36);
    assertThat(answers).allMatch(a -> DemoFiles.all().containsKey(a.file()) || later(a));
  }

  /** What the bank shows on a later day. */
  private static boolean later(WrittenCases.Answer answer) {
    return answer.file().contains("2026-11-17");
  }

  @Test
  void readsTheCasesOfTheWholeDay() {
    open();
    for (String name :
        List.of(
            "quayline-collections-2026-11-16.bai",
            "quayline-lockbox-2026-11-16.txt",
            "cardmill-payouts-2026-11-16.csv",
            "nordlicht-2026-11-16.csv",
            "nordlicht-2026-11-17.sta")) {
      accept(name);
    }
    Map<String, String> customers = new HashMap<>();
    demo.get(demo.clerk, "/api/customers")
        .body()
        .forEach(c -> customers.put(c.path("id").asString(), c.path("number").asString()));
    Map<String, JsonNode> byReference = new HashMap<>();
    for (JsonNode row : demo.get(demo.clerk, "/api/desk").body().path("rows")) {
      JsonNode money = demo.get(demo.clerk, "/api/desk/money/" + row.path("id").asLong()).body();
      byReference.put(money.path("bankReference").asString(), money);
    }
    Map<String, String> wrong = new TreeMap<>();
    int right = 0;
    for (WrittenCases.Answer answer : WrittenCases.answers()) {
      JsonNode money = byReference.get(answer.reference());
      boolean places = answer.answer().matches("(SETTLES|ON_ACCOUNT|KEPT_BACK).*");
      if (money != null && places) {
        String best = money.path("chosen").isMissingNode() ? "nothing" : words(money, customers);
        if (parts(answer.answer().replace(" left open", "")).equals(parts(best))) {
          right++;
        } else {
          wrong.put(answer.number() + " " + answer.reference(), best);
        }
      }
    }
    assertThat(wrong).isEmpty();
    assertThat(right).isGreaterThanOrEqualTo(35);
  }

  private static Set<String> parts(String answer) {
    return new TreeSet<>(List.of(answer.split("; ")));
  }

  private static String words(JsonNode money, Map<String, String> customers) {
    List<String> words = new ArrayList<>();
    for (JsonNode line : money.path("ways").get(money.path("chosen").asInt()).path("lines")) {
      String what = line.path("kind").asString();
      String reason = line.has("reason") ? " " + line.path("reason").asString() : "";
      String item = line.has("item") ? " " + line.path("item").path("number").asString() : "";
      String customer =
          line.has("customerId") ? " " + customers.get(line.path("customerId").asString()) : "";
      String amount = BigDecimal.valueOf(line.path("amountMinor").asLong(), 2).toPlainString();
      words.add(what + reason + item + customer + " " + amount);
    }
    return String.join("; ", words);
  }
}
