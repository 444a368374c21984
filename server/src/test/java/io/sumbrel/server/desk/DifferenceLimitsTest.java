package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Limits as they hold over stored tapes; how one tape is judged is tested in the core. */
class DifferenceLimitsTest extends ServerTest {
  @Autowired private JdbcClient sql;

  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static Map<String, Object> kept(String reason, long minor) {
    return Map.of("kind", "KEPT_BACK", "amountMinor", minor, "reason", reason);
  }

  private Map<String, Object> writtenOff(long minor, String item) {
    return Map.of(
        "kind",
        "GRANTED",
        "amountMinor",
        minor,
        "reason",
        "SMALL_DIFFERENCE",
        "itemId",
        house.item(item).path("id").asLong());
  }

  /** So many invoices of 500.00, and so many sums. */
  private void sums(int count, String amount) {
    List<String> items = new ArrayList<>();
    List<String> entries = new ArrayList<>();
    long cents = Long.parseLong(amount.replace(".", ""));
    for (int i = 0; i < count; i++) {
      items.add("T-%d,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,net 30".formatted(i));
      entries.add("%s,PAYER %d,TEXT".formatted(amount, i));
    }
    house.items(items.toArray(String[]::new));
    long closing = 100_000 + count * cents;
    house.statement(
        DAY,
        "1000.00",
        "%d.%02d".formatted(closing / 100, closing % 100),
        entries.toArray(String[]::new));
  }

  private House.Answer charged(int payer, String item, long settled, long charge) {
    return house.post(
        house.clerk,
        house.money("PAYER " + payer),
        house.settles(item, settled),
        kept("BANK_CHARGE", charge));
  }

  /** Five of six at once once passed a limit that had room for one. */
  @Test
  void ofSixWhoWriteOffAtOnceNoMorePassThanThereIsRoomFor() throws Exception {
    sums(6, "498.00");
    ExecutorService people = Executors.newFixedThreadPool(6);
    List<Future<House.Answer>> acts = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      long money = house.money("PAYER " + i);
      Map<String, Object> settles = house.settles("T-" + i, 50_000);
      Map<String, Object> off = writtenOff(200, "T-" + i);
      acts.add(people.submit(() -> house.post(house.clerk, money, settles, off)));
    }
    int posted = 0;
    for (Future<House.Answer> act : acts) {
      House.Answer answer = act.get();
      posted += answer.status() == 200 ? 1 : 0;
      assertThat(answer.status() == 200 || answer.code().equals("over-limit")).isTrue();
    }
    people.shutdown();
    assertThat(posted).isEqualTo(1);
  }

  @Test
  void aChargeHoldsByCustomerAndMonthAndThereIsRoomAgainWhenOneIsTurnedBack() {
    sums(6, "465.00");
    String last = "";
    for (int i = 0; i < 4; i++) {
      last = charged(i, "T-" + i, 50_000, 3_500).body().path("number").asString();
      assertThat(last).isNotEmpty();
    }
    House.Answer fifth = charged(4, "T-4", 50_000, 3_500);
    assertThat(fifth.sentence())
        .isEqualTo(
            "bank charge kept: 175.00 for this customer this month; your limit is 160.00; a supervisor may post it.");
    house.turnBack(house.clerk, last);
    assertThat(charged(4, "T-4", 50_000, 3_500).status()).isEqualTo(200);
  }

  /** What was posted in dollars is told to be in euros, as a house with two accounts has it. */
  @Test
  void aMonthIsCountedByCurrency() {
    sums(6, "465.00");
    for (int i = 0; i < 4; i++) {
      assertThat(charged(i, "T-" + i, 50_000, 3_500).status()).isEqualTo(200);
    }
    assertThat(charged(4, "T-4", 50_000, 3_500).code()).isEqualTo("over-limit");
    allLinesAreIn("EUR");
    assertThat(charged(4, "T-4", 50_000, 3_500).status()).isEqualTo(200);
    allLinesAreIn("USD");
  }

  private void allLinesAreIn(String currency) {
    sql.sql(
            """
            update tape_line set currency = ? where posting_id in
              (select id from posting where books_id = ?)
            """)
        .params(currency, house.clerk.booksId())
        .update();
  }

  /** Cut into two payments of one invoice, what is kept back is still one sum. */
  @Test
  void aChargeHoldsByItem() {
    sums(2, "200.00");
    assertThat(charged(0, "T-0", 23_000, 3_000).status()).isEqualTo(200);
    assertThat(charged(1, "T-0", 23_000, 3_000).sentence())
        .startsWith("bank charge kept: 60.00 on T-0; your limit is 40.00");
    assertThat(
            house
                .post(
                    house.supervisor,
                    house.money("PAYER 1"),
                    house.settles("T-0", 23_000),
                    kept("BANK_CHARGE", 3_000))
                .status())
        .isEqualTo(200);
  }

  @Test
  void aDraftIsJudgedByTheSameLimits() {
    sums(1, "450.00");
    House.Answer judged =
        house.send(
            house.clerk,
            HttpMethod.PUT,
            "/api/desk/money/" + house.money("PAYER 0") + "/draft",
            Map.of(
                "putBy",
                false,
                "lines",
                List.of(house.settles("T-0", 50_000), kept("BANK_CHARGE", 5_000))));
    assertThat(judged.body().path("postable").asBoolean()).isFalse();
    assertThat(judged.body().path("code").asString()).isEqualTo("over-limit");
  }
}
