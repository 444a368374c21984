package io.sumbrel.server.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.Money;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.bank.BankAccounts;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * A seeded walk through the server: 160 acts, the whole proof after each, and the proof since a
 * month was closed.
 */
class ServerWalkTest extends ServerTest {
  private static final String HARBOUR = "0077221038";

  private static final int STEPS = 160;
  private final Random random = new Random(11);
  private LocalDate day = LocalDate.of(2026, 10, 22);
  private long balance = 100_000;
  private int next = 1;
  private int posted;
  private int turnedBack;
  private int withResting;
  private int tied;
  private int tiesTurnedBack;
  private boolean closed;
  private int postedSince;
  private int paidOut;
  private int setAside;
  private int paidBack;

  /** What was decided to be paid back last, and not shown by the bank yet. */
  private long decided;

  private long atHarbour = 100_000;

  @Autowired private BankAccounts accounts;

  @Test
  void everyInvariantHoldsAfterEveryAct() {
    Money begins = Money.ofMinor(Currency.getInstance("USD"), 100_000);
    accounts.begin(house.clerk, "Harbour", HARBOUR, LocalDate.of(2026, 10, 1), begins);
    items();
    receipts();
    statement();
    for (int step = 0; step < STEPS; step++) {
      int act = random.nextInt(100);
      if (act < 6) {
        items();
      } else if (act < 22) {
        statement();
      } else if (act < 66) {
        post();
      } else if (act < 74) {
        tie();
      } else if (act < 79) {
        setAside();
      } else if (act < 83) {
        payBack();
      } else {
        turnBack();
      }
      closeOctober();
      house.prove();
    }
    assertThat(closed).as("October closed").isTrue();
    assertThat(postedSince).as("posted since").isGreaterThan(10);
    assertThat(house.get(house.clerk, "/api/books/proof").body().path("since").asString())
        .isEqualTo("2026-10-31");
    closeAnew();
    assertThat(posted).isGreaterThan(20);
    assertThat(paidOut).as("returns, transfers, refunds").isGreaterThan(5);
    assertThat(setAside).isGreaterThan(1);
    assertThat(paidBack).isGreaterThan(1);
    assertThat(turnedBack).isGreaterThan(5);
    assertThat(withResting).as("turned back with what rests on them").isGreaterThan(1);
    assertThat(tied).isGreaterThan(3);
    assertThat(tiesTurnedBack).isGreaterThan(1);
  }

  private void closeOctober() {
    if (!closed && day.isAfter(LocalDate.of(2026, 10, 31))) {
      atHarbour(100);
      String path = "/api/books/months/2026-10/closing";
      assertThat(house.send(house.supervisor, HttpMethod.POST, path, Map.of()).status())
          .isEqualTo(204);
      closed = true;
    }
  }

  /** Reopened, everything is looked at; closed again, more lies before. */
  private void closeAnew() {
    String october = "/api/books/months/2026-10/";
    Map<String, String> reason = Map.of("reason", "A correction");
    assertThat(
            house.send(house.supervisor, HttpMethod.POST, october + "reopening", reason).status())
        .isEqualTo(204);
    assertThat(house.get(house.clerk, "/api/books/proof").body().has("since")).isFalse();
    closed = false;
    closeOctober();
    post();
    house.prove();
    assertThat(house.get(house.clerk, "/api/books/proof").body().has("since")).isTrue();
  }

  private void items() {
    List<String> rows = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      int minor = 100 + random.nextInt(40_000);
      rows.add(
          "W-%d,K-%d,Customer %d,%s,,%d.%02d,%d.%02d,,USD,,net 30"
              .formatted(
                  next++,
                  random.nextInt(4),
                  1,
                  day,
                  minor / 100,
                  minor % 100,
                  minor / 100,
                  minor % 100));
    }
    house.items(rows.toArray(String[]::new));
  }

  private void statement() {
    day = day.plusDays(1);
    List<String> entries = new ArrayList<>();
    long opening = balance;
    for (int i = 0; i < 3; i++) {
      long minor = 100 + random.nextInt(30_000);
      balance += minor;
      entries.add("%d.%02d,PAYER %d,TEXT".formatted(minor / 100, minor % 100, next++));
    }
    if (random.nextInt(3) > 0) {
      long out = out();
      balance -= out;
      entries.add("-%s,BANK,RETURNED OR MOVED".formatted(plain(out)));
    }
    long shown = shown();
    balance += shown;
    entries.add("%s,,DEPOSIT".formatted(plain(shown)));
    house.statement(day, plain(opening), plain(balance), entries.toArray(String[]::new));
  }

  /** As much as some receipt brought, or a sum that is moved to the other bank account. */
  private long out() {
    if (decided > 0) {
      long shown = decided;
      decided = 0;
      return shown;
    }
    JsonNode done = house.get(house.clerk, "/api/desk/done").body().path("rows");
    long minor =
        done.isEmpty() || random.nextBoolean()
            ? 0
            : done.get(random.nextInt(done.size())).path("amountMinor").asLong();
    if (minor > 0) {
      return minor;
    }
    long moved = 100 + random.nextInt(20_000);
    atHarbour(moved);
    return moved;
  }

  private void atHarbour(long moved) {
    String file =
        House.statementFile(
            day, plain(atHarbour), plain(atHarbour + moved), plain(moved) + ",QUAYLINE,MOVED");
    JsonNode arrival =
        house.upload(house.clerk, "h.csv", file.replace(House.ACCOUNT, HARBOUR)).body();
    house.accept(arrival.path("id").asLong(), "CHANGES_ONLY", Map.of());
    atHarbour += moved;
  }

  /** Two decide that money of nobody is paid back. */
  private void payBack() {
    String credits = "/api/desk/items?currency=USD&text=unidentified";
    JsonNode items = house.get(house.clerk, credits).body().path("items");
    if (items.isEmpty()) {
      return;
    }
    JsonNode credit = items.get(random.nextInt(items.size()));
    long minor = -credit.path("openMinor").asLong();
    List<Map<String, ?>> lines =
        List.of(
            Map.of("kind", "CREDIT_USED", "amountMinor", minor, "itemId", credit.path("id")),
            Map.of("kind", "TO_PAY", "amountMinor", minor));
    Map<String, ?> tape = Map.of("currency", "USD", "lines", lines);
    House.Answer asked = house.send(house.clerk, HttpMethod.POST, "/api/desk/credits/asking", tape);
    assertThat(asked.status()).as(asked.sentence()).isEqualTo(200);
    long id = house.get(house.clerk, "/api/desk/waiting").body().get(0).path("tapeId").asLong();
    String path = "/api/desk/waiting/" + id + "/approval";
    assertThat(house.send(house.supervisor, HttpMethod.POST, path, Map.of()).status())
        .isEqualTo(200);
    decided = minor;
    paidBack++;
  }

  /** Takes a sum out of the work, or brings one back. */
  private void setAside() {
    JsonNode away = house.get(house.clerk, "/api/desk/set-aside").body();
    JsonNode rows = house.get(house.clerk, "/api/desk").body().path("rows");
    if (!away.isEmpty() && random.nextBoolean()) {
      long id = away.get(0).path("moneyInId").asLong();
      String path = "/api/desk/money/" + id + "/bringing-back";
      assertThat(house.send(house.clerk, HttpMethod.POST, path, Map.of()).status()).isEqualTo(200);
    } else if (!rows.isEmpty()) {
      long id = rows.get(random.nextInt(rows.size())).path("id").asLong();
      String path = "/api/desk/money/" + id + "/setting-aside";
      Map<String, String> reason = Map.of("reason", "WAITS_FOR_PAPERS", "note", "");
      setAside += house.send(house.clerk, HttpMethod.POST, path, reason).status() == 200 ? 1 : 0;
    }
  }

  /** A sum that was paid out, or the other half of a transfer: as it is proposed, or somehow. */
  private boolean postOtherwise(long id, long minor) {
    JsonNode ways = house.get(house.clerk, "/api/desk/money/" + id).body().path("beside");
    if (minor > 0 && (ways.isEmpty() || random.nextBoolean())) {
      return false;
    }
    Map<String, ?> lines =
        Map.of(
            "lines",
            ways.isEmpty()
                ? List.of(Map.of("kind", "TRANSFER", "amountMinor", -minor, "account", "1020"))
                : ways.get(random.nextInt(ways.size())).path("lines"));
    String path = "/api/desk/money/" + id + "/posting";
    House.Answer answer = house.send(house.clerk, HttpMethod.POST, path, lines);
    paidOut += answer.status() == 200 ? 1 : 0;
    return true;
  }

  /** Slips that were handed in before the books, and cheques on hand. */
  private void receipts() {
    StringBuilder file =
        new StringBuilder(
            "received,method,number,amount,currency,payer,invoices,account,slip,banked\n");
    for (int i = 1; i <= 30; i++) {
      file.append(
          "2026-10-30,cheque,%d,%d.%02d,USD,P,,%s,S-%d,2026-10-31\n"
              .formatted(4000 + i, 100 + i, i, House.ACCOUNT, 1000 + i));
    }
    for (int i = 1; i <= 9; i++) {
      file.append("2026-10-30,cheque,%d,%d.00,USD,P,,,,\n".formatted(5000 + i, 500 + i));
    }
    JsonNode arrival = house.upload(house.clerk, "receipts.csv", file.toString()).body();
    assertThat(house.accept(arrival.path("id").asLong(), "CHANGES_ONLY", Map.of()).status())
        .isEqualTo(200);
  }

  private List<JsonNode> untied() {
    List<JsonNode> untied = new ArrayList<>();
    house.get(house.clerk, "/api/deposits").body().path("deposits").forEach(untied::add);
    return untied;
  }

  /** What the bank shows of a slip: the sum, or a little less. */
  private long shown() {
    List<JsonNode> untied = untied();
    long net = untied.get(random.nextInt(untied.size())).path("netMinor").asLong();
    return random.nextInt(3) == 0 ? net - 1 - random.nextInt(200) : net;
  }

  /** The entry that waits for a slip, or one of the pile that nearly meets it, or any. */
  private void tie() {
    List<JsonNode> untied = untied();
    JsonNode deposit =
        untied.stream()
            .filter(d -> d.has("entry") && random.nextBoolean())
            .findFirst()
            .orElse(untied.get(random.nextInt(untied.size())));
    JsonNode pile = house.get(house.clerk, "/api/desk").body().path("rows");
    long entry = deposit.path("entry").path("id").asLong();
    boolean meets = entry != 0;
    for (JsonNode row : pile) {
      long off = row.path("amountMinor").asLong() - deposit.path("netMinor").asLong();
      if (entry == 0 && Math.abs(off) < 300 || random.nextInt(40) == 0) {
        entry = row.path("id").asLong();
        meets = off == 0;
      }
    }
    List<Long> recorded = List.of(deposit.path("id").asLong());
    Map<String, ?> request =
        meets
            ? Map.of("entries", List.of(entry), "recorded", recorded)
            : Map.of(
                "entries", List.of(entry), "recorded", recorded, "reason", "COUNTED_OTHERWISE");
    House.Answer answer = house.send(house.supervisor, HttpMethod.POST, "/api/ties", request);
    if (answer.status() == 200) {
      tied++;
      if (random.nextBoolean()) {
        String number = answer.body().path("number").asString();
        assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
        tiesTurnedBack++;
      }
    } else {
      assertThat(answer.status()).isIn(404, 409, 422);
    }
  }

  private static String plain(long minor) {
    return "%d.%02d".formatted(minor / 100, minor % 100);
  }

  private void post() {
    JsonNode rows = house.get(house.clerk, "/api/desk").body().path("rows");
    if (rows.isEmpty()) {
      statement();
      return;
    }
    JsonNode row = rows.get(random.nextInt(rows.size()));
    long left = row.path("amountMinor").asLong();
    if (postOtherwise(row.path("id").asLong(), left)) {
      return;
    }
    List<Map<?, ?>> lines = new ArrayList<>();
    JsonNode items =
        house.get(house.clerk, "/api/desk/items?currency=USD&text=W-").body().path("items");
    for (int i = 0; i < 2 && !items.isEmpty() && left > 0; i++) {
      JsonNode item = items.get(random.nextInt(items.size()));
      long open = item.path("openMinor").asLong();
      long placed = Math.min(left, open) + (random.nextInt(12) == 0 ? 1 : 0);
      boolean again =
          lines.stream().anyMatch(l -> l.get("itemId").equals(item.path("id").asLong()));
      if (!again) {
        lines.add(
            Map.of("kind", "SETTLES", "amountMinor", placed, "itemId", item.path("id").asLong()));
        left -= placed;
      }
    }
    if (left > 0 && random.nextInt(10) > 0) {
      lines.add(Map.of("kind", "UNIDENTIFIED", "amountMinor", left));
    }
    House.Answer answer =
        house.post(house.clerk, row.path("id").asLong(), lines.toArray(Map<?, ?>[]::new));
    posted += answer.status() == 200 ? 1 : 0;
    postedSince += closed && answer.status() == 200 ? 1 : 0;
  }

  /** One of the last things done, if it may be one on which others rest; with these, or alone. */
  private void turnBack() {
    JsonNode done = house.get(house.clerk, "/api/desk/done").body().path("rows");
    List<String> resting = List.of();
    String number = "";
    for (int tries = 0; tries < 4 && !done.isEmpty() && resting.isEmpty(); tries++) {
      number = done.get(random.nextInt(done.size())).path("number").asString();
      resting = house.restingOn(number);
    }
    if (!number.isEmpty()) {
      boolean alone = random.nextInt(4) == 0;
      House.Answer answer =
          house.turnBack(
              house.clerk, number, alone ? new String[0] : resting.toArray(String[]::new));
      assertThat(answer.status()).as(answer.sentence()).isIn(200, 409, 422);
      turnedBack += answer.status() == 200 ? 1 : 0;
      withResting += answer.status() == 200 && !resting.isEmpty() ? 1 : 0;
    }
  }
}
