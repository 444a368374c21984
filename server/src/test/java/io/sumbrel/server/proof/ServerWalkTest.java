package io.sumbrel.server.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A seeded walk through the server: 300 acts, the whole proof after each. */
class ServerWalkTest extends ServerTest {
  private static final int STEPS = 300;
  private final Random random = new Random(11);
  private LocalDate day = LocalDate.of(2026, 11, 1);
  private long balance = 100_000;
  private int next = 1;
  private int posted;
  private int turnedBack;

  @Test
  void everyInvariantHoldsAfterEveryAct() {
    items();
    statement();
    for (int step = 0; step < STEPS; step++) {
      int act = random.nextInt(100);
      if (act < 6) {
        items();
      } else if (act < 14) {
        statement();
      } else if (act < 75) {
        post();
      } else {
        turnBack();
      }
      house.prove();
    }
    assertThat(posted).isGreaterThan(40);
    assertThat(turnedBack).isGreaterThan(10);
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
    house.statement(day, plain(opening), plain(balance), entries.toArray(String[]::new));
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
  }

  private void turnBack() {
    JsonNode done = house.get(house.clerk, "/api/desk/done").body().path("rows");
    if (!done.isEmpty()) {
      JsonNode one = done.get(random.nextInt(done.size()));
      House.Answer answer = house.turnBack(house.clerk, one.path("number").asString());
      turnedBack += answer.status() == 200 ? 1 : 0;
    }
  }
}
