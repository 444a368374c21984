package io.sumbrel.server.deposit;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.deposit.LockboxCheque;
import io.sumbrel.formats.lockbox.LockboxWriter;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * Lockbox batches whose sums come to the bank, files and statements in any order, some posted too
 * early, turned back, withdrawn: no cheque and its sum ever stand in the pile together, and every
 * invariant holds.
 */
class DepositsRandomTest extends ServerTest {
  private static final int STEPS = 70;
  private static final LocalDate START = LocalDate.of(2026, 10, 28);
  private static final String BOX = "0040912";

  private final Random random = new Random(912);
  private final List<Batch> batches = new ArrayList<>();
  private long balance = 100_000;
  private int statement;
  private int waits;
  private int posted;
  private int separated;

  /** A batch of the bank: whether its file came, and whether its sum did. */
  private static final class Batch {
    private final LocalDate day;
    private final String number;
    private final List<LockboxCheque> cheques;
    private long file;
    private boolean atTheBank;

    private Batch(LocalDate day, String number, List<LockboxCheque> cheques) {
      this.day = day;
      this.number = number;
      this.cheques = cheques;
    }

    long sum() {
      return cheques.stream().mapToLong(LockboxCheque::amountMinor).sum();
    }
  }

  @Test
  void aSumStandsInThePileOnce() {
    setUp();
    for (int step = 0; step < STEPS; step++) {
      switch (random.nextInt(8)) {
        case 0, 1 -> batches.add(batch());
        case 2, 3 -> sendFile();
        case 4, 5 -> sendStatement();
        case 6 -> post();
        default -> {
          if (random.nextBoolean()) {
            withdraw();
          } else {
            separate();
          }
        }
      }
      eachSumOnce();
      if (step % 5 == 0) {
        house.prove();
      }
    }
    assertThat(house.close("2026-10")).as("October closed").isTrue();
    for (int step = 0; step < 10; step++) {
      post();
      house.prove();
    }
    assertThat(waits).isGreaterThan(4);
    assertThat(posted).isGreaterThan(3);
    assertThat(separated).isGreaterThan(0);
  }

  private void setUp() {
    JsonNode file = house.upload(house.clerk, "first.txt", text(batch())).body();
    String path = "/api/arrivals/" + file.path("id").asLong() + "/lockbox";
    JsonNode layout = house.get(house.clerk, path).body().path("layout");
    Map<String, Object> request = new HashMap<>();
    for (Map.Entry<String, JsonNode> part : layout.properties()) {
      request.put(part.getKey(), part.getValue());
    }
    JsonNode accounts = house.get(house.clerk, "/api/arrivals/accounts").body();
    request.put("accountId", accounts.get(0).path("id").asLong());
    assertThat(house.send(house.clerk, HttpMethod.PUT, path, request).status()).isEqualTo(200);
  }

  private Batch batch() {
    List<LockboxCheque> cheques = new ArrayList<>();
    for (int i = 0; i <= random.nextInt(3); i++) {
      int minor = 100 + random.nextInt(90_000);
      cheques.add(
          new LockboxCheque(0, "00" + i, minor, "", "1", "" + i, "P" + batches.size(), List.of()));
    }
    String number = "%03d".formatted(batches.size() + 1);
    return new Batch(START.plusDays(batches.size() / 2), number, cheques);
  }

  private static String text(Batch batch) {
    LockboxBatch written = new LockboxBatch(BOX, batch.number, batch.day, batch.cheques);
    return LockboxWriter.write("011000015", batch.day, List.of(written));
  }

  private void sendFile() {
    batches.stream()
        .filter(b -> b.file == 0)
        .skip(random.nextInt(2))
        .findFirst()
        .ifPresent(
            b -> {
              JsonNode file = house.upload(house.clerk, b.number + ".txt", text(b)).body();
              long id = file.path("id").asLong();
              if (house.accept(id, "CHANGES_ONLY", Map.of()).status() == 200) {
                b.file = id;
              } else {
                assertThat(file.path("refusal").asString()).contains("explains it already");
                turnAllBack();
                assertThat(house.accept(id, "CHANGES_ONLY", Map.of()).status()).isEqualTo(200);
                b.file = id;
              }
            });
  }

  /** The sums of some batches, as one statement that follows the last. */
  private void sendStatement() {
    List<Batch> sums =
        batches.stream().filter(b -> !b.atTheBank && random.nextBoolean()).limit(3).toList();
    if (sums.isEmpty()) {
      return;
    }
    LocalDate last = sums.get(sums.size() - 1).day.plusDays(1);
    long after = balance + sums.stream().mapToLong(Batch::sum).sum();
    StringBuilder file =
        new StringBuilder(
            "record,account,currency,statement,date,value date,amount,reference,payer,payer account,method,text\n");
    file.append(
        "opening,%s,USD,%d,%s,,%s,,,,,\n"
            .formatted(House.ACCOUNT, ++statement, last, plain(balance)));
    for (Batch b : sums) {
      String text = random.nextBoolean() ? "LBX " + BOX + " " + b.number : "DEPOSIT";
      file.append(
          "entry,,,,%s,%s,%s,B%s,,,lockbox,%s\n"
              .formatted(last, last, plain(b.sum()), b.number, text));
      b.atTheBank = true;
    }
    file.append("closing,,,,%s,,%s,,,,,\n".formatted(last, plain(after)));
    JsonNode arrival = house.upload(house.clerk, "s" + statement + ".csv", file.toString()).body();
    assertThat(house.accept(arrival.path("id").asLong(), "CHANGES_ONLY", Map.of()).status())
        .as(arrival.toString())
        .isEqualTo(200);
    balance = after;
  }

  private static String plain(long minor) {
    return BigDecimal.valueOf(minor, 2).toPlainString();
  }

  private JsonNode pile() {
    return house.get(house.clerk, "/api/desk").body().path("rows");
  }

  private void post() {
    JsonNode rows = pile();
    if (!rows.isEmpty()) {
      JsonNode row = rows.get(random.nextInt(rows.size()));
      Map<String, Object> line =
          Map.of("kind", "UNIDENTIFIED", "amountMinor", row.path("amountMinor").asLong());
      assertThat(house.post(house.clerk, row.path("id").asLong(), line).status()).isEqualTo(200);
      posted++;
    }
  }

  private void turnAllBack() {
    for (JsonNode done : house.get(house.clerk, "/api/desk/done").body().path("rows")) {
      if (!done.has("turnedBackBy")) {
        house.turnBack(house.clerk, done.path("number").asString());
      }
    }
  }

  private JsonNode deposits() {
    return house.get(house.clerk, "/api/deposits").body().path("deposits");
  }

  private void separate() {
    for (JsonNode deposit : deposits()) {
      if (deposit.has("entry")) {
        String path = "/api/deposits/" + deposit.path("id").asLong() + "/separation";
        assertThat(house.send(house.clerk, HttpMethod.POST, path, Map.of()).status())
            .isEqualTo(204);
        separated++;
        return;
      }
    }
  }

  private void withdraw() {
    batches.stream()
        .filter(b -> b.file != 0)
        .findAny()
        .ifPresent(
            b -> {
              String path = "/api/arrivals/" + b.file + "/withdrawal";
              if (house.send(house.clerk, HttpMethod.POST, path, Map.of()).status() == 200) {
                b.file = 0;
              }
            });
  }

  /** No waiting entry is in the pile; and no member of a waiting one is missing from it. */
  private void eachSumOnce() {
    List<Long> inThePile = new ArrayList<>();
    pile().forEach(r -> inThePile.add(r.path("id").asLong()));
    for (JsonNode deposit : deposits()) {
      if (deposit.has("entry")) {
        waits++;
        assertThat(inThePile).doesNotContain(deposit.path("entry").path("id").asLong());
        assertThat(deposit.path("netMinor").asLong()).isPositive();
      }
      for (JsonNode member : deposit.path("members")) {
        boolean explained = member.has("explainedBy");
        assertThat(inThePile.contains(member.path("moneyId").asLong())).isEqualTo(!explained);
      }
    }
  }

  @Test
  void ofPostingASumAndLearningItsDepositOnlyOneHappens() throws Exception {
    setUp();
    for (int round = 0; round < 12; round++) {
      Batch batch = batch();
      batches.add(batch);
      balanceSheet(batch);
      long entry = pile().get(pile().size() - 1).path("id").asLong();
      JsonNode file = house.upload(house.clerk, batch.number + ".txt", text(batch)).body();
      List<Integer> answers = atOnce(entry, batch.sum(), file.path("id").asLong());
      assertThat(answers).as("one of them, and never both").containsOnlyOnce(200);
      house.prove();
      turnAllBack();
    }
  }

  private void balanceSheet(Batch batch) {
    long after = balance + batch.sum();
    house.statement(
        batch.day.plusDays(1), plain(balance), plain(after), plain(batch.sum()) + ",,LBX " + BOX);
    balance = after;
  }

  private List<Integer> atOnce(long entry, long minor, long file) throws Exception {
    ExecutorService people = Executors.newFixedThreadPool(2);
    try {
      Map<String, Object> line = Map.of("kind", "UNIDENTIFIED", "amountMinor", minor);
      Future<House.Answer> post = people.submit(() -> house.post(house.other, entry, line));
      Future<House.Answer> accept =
          people.submit(() -> house.accept(file, "CHANGES_ONLY", Map.of()));
      return List.of(post.get().status(), accept.get().status());
    } finally {
      people.shutdown();
    }
  }
}
