package io.sumbrel.server.onhand;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * A seeded walk through the server: takings of days, receipts by hand, slips, sums of several
 * payers, and all of it turned back now and then; the whole proof after each act.
 */
class CounterWalkTest extends ServerTest {
  private static final int STEPS = 80;

  private final Random random = new Random(23);
  private final List<String> numbers = new ArrayList<>();
  private LocalDate day = LocalDate.of(2026, 10, 1);
  private long balance = 100_000;
  private int next = 1;
  private int takings;
  private int receipts;
  private int slips;
  private int parted;
  private int turnedBack;
  private int refused;

  @Test
  void everyInvariantHoldsAfterEveryAct() {
    items();
    for (int step = 0; step < STEPS; step++) {
      int act = random.nextInt(100);
      if (act < 8) {
        items();
      } else if (act < 30) {
        takeDay();
      } else if (act < 48) {
        record();
      } else if (act < 60) {
        slip();
      } else if (act < 76) {
        part();
      } else {
        turnBack();
      }
      house.prove();
    }
    assertThat(takings).as("takings").isGreaterThan(5);
    assertThat(receipts).as("receipts").isGreaterThan(5);
    assertThat(slips).as("slips").isGreaterThan(2);
    assertThat(parted).as("sums of several payers").isGreaterThan(3);
    assertThat(turnedBack).as("turned back").isGreaterThan(5);
    assertThat(refused).as("refused").isBetween(3, STEPS / 2);
  }

  private static String plain(long minor) {
    return "%d.%02d".formatted(minor / 100, minor % 100);
  }

  private void items() {
    String[] rows =
        IntStream.range(0, 4)
            .mapToObj(
                i -> {
                  String minor = plain(100 + random.nextInt(40_000));
                  return "W-%d,K-%d,Customer %d,2026-10-01,,%s,%s,,USD,,net 30"
                      .formatted(next++, i, i, minor, minor);
                })
            .toArray(String[]::new);
    house.items(rows);
  }

  private House.Answer done(House.Answer answer) {
    assertThat(answer.status()).as(answer.sentence()).isLessThan(500);
    refused += answer.status() >= 400 ? 1 : 0;
    return answer;
  }

  private House.Answer post(String path, Object body) {
    return done(house.send(house.clerk, HttpMethod.POST, path, body));
  }

  private List<JsonNode> open() {
    List<JsonNode> open = new ArrayList<>();
    house
        .get(house.clerk, "/api/desk/items?currency=USD&text=W-")
        .body()
        .path("items")
        .forEach(open::add);
    return open;
  }

  private static Map<String, Object> settles(JsonNode item, long minor) {
    return Map.of("kind", "SETTLES", "amountMinor", minor, "itemId", item.path("id").asLong());
  }

  /** A day that meets, or nearly; a till that has the day already is refused. */
  private void takeDay() {
    long sold = 100 + random.nextInt(50_000);
    long card = random.nextInt((int) sold);
    long differs = random.nextInt(3) == 0 ? random.nextInt(41) - 20 : 0;
    List<Map<String, Object>> paid = new ArrayList<>();
    paid.add(Map.of("method", "CASH", "amountMinor", sold - card + differs, "number", ""));
    paid.add(Map.of("method", "CARD", "amountMinor", card, "number", ""));
    open().stream()
        .filter(i -> random.nextInt(4) == 0)
        .findFirst()
        .ifPresent(
            i ->
                paid.add(
                    Map.of(
                        "method",
                        "CHEQUE",
                        "amountMinor",
                        1 + random.nextInt(i.path("openMinor").asInt()),
                        "number",
                        "7",
                        "invoice",
                        i.path("number").asString())));
    Map<String, Object> line = new HashMap<>();
    line.put("kind", "SOLD");
    line.put("account", "4000");
    line.put("taxCode", random.nextBoolean() ? "SALES" : null);
    line.put("amountMinor", sold);
    line.put("note", "");
    Map<String, Object> request =
        Map.of(
            "till",
            "Till " + random.nextInt(2),
            "day",
            LocalDate.of(2026, 11, 1).plusDays(random.nextInt(16)).toString(),
            "currency",
            "USD",
            "sold",
            List.of(line),
            "paid",
            paid,
            "changeMinor",
            0);
    int status =
        post("/api/takings", Map.of("takings", request, "differenceMinor", differs)).status();
    takings += status == 200 ? 1 : 0;
    remember();
  }

  private void record() {
    Map<String, Object> request = new HashMap<>();
    long minor = 100 + random.nextInt(30_000);
    List<Map<String, Object>> lines = new ArrayList<>();
    open().stream()
        .filter(i -> i.path("openMinor").asLong() <= minor)
        .findFirst()
        .ifPresent(i -> lines.add(settles(i, i.path("openMinor").asLong())));
    long left =
        minor - lines.stream().mapToLong(l -> ((Number) l.get("amountMinor")).longValue()).sum();
    if (left > 0) {
      lines.add(Map.of("kind", "UNIDENTIFIED", "amountMinor", left));
    }
    request.put("received", "2026-11-1" + random.nextInt(8));
    request.put("method", List.of("CHEQUE", "CASH", "CARD").get(random.nextInt(3)));
    request.put("currency", "USD");
    request.put("amountMinor", minor);
    request.put("number", "" + next++);
    request.put("note", "");
    request.put("payer", "SOMEBODY");
    request.put("lines", random.nextInt(5) == 0 ? List.of() : lines);
    receipts += post("/api/receipts", request).status() == 200 ? 1 : 0;
    remember();
  }

  /** All that is on hand and may go; now and then counted otherwise, or what is not explained. */
  private void slip() {
    JsonNode onHand = house.get(house.reader, "/api/deposits").body().path("onHand");
    List<Long> receipts = new ArrayList<>();
    long sum = 0;
    for (JsonNode receipt : onHand) {
      boolean goes =
          !receipt.path("kind").asString().equals("card receipt")
              && !receipt.has("slip")
              && (receipt.path("stand").asString().equals("EXPLAINED") || random.nextInt(9) == 0);
      if (goes) {
        receipts.add(receipt.path("id").asLong());
        sum += receipt.path("amountMinor").asLong();
      }
    }
    if (receipts.isEmpty()) {
      return;
    }
    long account =
        house.get(house.reader, "/api/arrivals/accounts").body().get(0).path("id").asLong();
    JsonNode slip = post("/api/slips", Map.of("accountId", account)).body();
    Map<String, Object> kept = new HashMap<>();
    kept.put("accountId", account);
    kept.put("date", "2026-11-17");
    kept.put("receipts", receipts);
    kept.put("lines", List.of());
    kept.put("pieces", List.of());
    kept.put("countedMinor", sum + (random.nextInt(4) == 0 ? 5 : 0));
    kept.put("version", slip.path("version").asInt());
    String path = "/api/slips/" + slip.path("id").asLong();
    done(house.send(house.clerk, HttpMethod.PUT, path, kept));
    int status = post(path + "/handing-in?namesDifference=true", Map.of()).status();
    slips += status == 200 ? 1 : 0;
    if (status != 200) {
      house.send(house.clerk, HttpMethod.DELETE, path, Map.of());
    }
    remember();
  }

  /** One line of the bank, of two customers and the counter. */
  private void part() {
    List<JsonNode> items = open();
    if (items.size() < 2) {
      return;
    }
    JsonNode one = items.get(random.nextInt(items.size()));
    JsonNode other = items.get(random.nextInt(items.size()));
    long first = one.path("openMinor").asLong();
    long second = 1 + random.nextInt(other.path("openMinor").asInt());
    long minor = first + second + 100;
    day = day.plusDays(1);
    String payer = "LINE " + next++;
    house.statement(
        day,
        plain(balance),
        plain(balance + minor),
        "%s,%s,several".formatted(plain(minor), payer));
    balance += minor;
    Map<String, Object> of =
        Map.of(
            "moneyId",
            house.money(payer),
            "lines",
            List.of(
                settles(one, first),
                settles(other, second),
                Map.of("kind", "TO_ACCOUNT", "amountMinor", 100, "account", "4000")));
    List<Map<String, String>> ways = new ArrayList<>();
    JsonNode shares = post("/api/receipts/payers/preview", of).body().path("shares");
    shares.forEach(s -> ways.add(Map.of("method", "CHEQUE", "number", "" + next++)));
    int status = post("/api/receipts/payers", Map.of("of", of, "receipts", ways)).status();
    parted += status == 200 ? 1 : 0;
    remember();
  }

  /** All that was posted until now, the last first. */
  private void remember() {
    numbers.clear();
    house
        .get(house.clerk, "/api/books/journal")
        .body()
        .path("entries")
        .forEach(p -> numbers.add(p.path("number").asString()));
  }

  private void turnBack() {
    if (numbers.isEmpty()) {
      return;
    }
    String number = numbers.get(random.nextInt(Math.min(20, numbers.size())));
    List<String> resting = house.restingOn(number);
    House.Answer answer = done(house.turnBack(house.clerk, number, resting.toArray(String[]::new)));
    turnedBack += answer.status() == 200 ? 1 : 0;
  }
}
