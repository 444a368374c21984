package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;

/** Several people post on the same few invoices at once: no cent is placed twice. */
class ManyPeopleTest extends ServerTest {
  private static final int SUMS = 24;

  @Test
  void placesNoCentTwice() throws Exception {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,100.00,100.00,,USD,,",
        "T-2,K-1,Alder Pots,2026-10-14,,100.00,100.00,,USD,,",
        "T-3,K-2,Birch Kilns,2026-10-14,,100.00,100.00,,USD,,");
    List<String> entries = new ArrayList<>();
    for (int i = 0; i < SUMS; i++) {
      entries.add("30.00,PAYER %d,TEXT".formatted(i));
    }
    house.statement(
        LocalDate.of(2026, 11, 16), "1000.00", "1720.00", entries.toArray(String[]::new));
    List<Map<String, Object>> lines =
        List.of(
            house.settles("T-1", 2_000), house.settles("T-2", 1_000), house.settles("T-3", 1_000));
    List<Long> money = new ArrayList<>();
    for (int i = 0; i < SUMS; i++) {
      money.add(house.money("PAYER " + i));
    }
    List<House.Answer> answers = postAtOnce(money, lines);

    assertThat(answers).allMatch(a -> a.status() == 200 || a.status() == 409);
    long posted = answers.stream().filter(a -> a.status() == 200).count();
    long placed = 30_000 - house.open("T-1") - house.open("T-2") - house.open("T-3");
    assertThat(placed).isEqualTo(posted * 3_000);
    assertThat(posted).as("some fit, and not all do").isBetween(5L, 10L);
    assertThat(answers.stream().filter(a -> a.status() == 409))
        .allMatch(a -> a.sentence().contains("Your tape is kept."));
  }

  /** Each sum by a person of its own, its items in an order of its own. */
  private List<House.Answer> postAtOnce(List<Long> money, List<Map<String, Object>> lines)
      throws Exception {
    ExecutorService people = Executors.newFixedThreadPool(6);
    try {
      List<Future<House.Answer>> acts = new ArrayList<>();
      Random random = new Random(5);
      for (long id : money) {
        Actor actor = random.nextBoolean() ? house.clerk : house.other;
        boolean turned = random.nextBoolean();
        Map<String, Object> first = lines.get(turned ? 2 : 1);
        Map<?, ?>[] tape =
            turned ? new Map<?, ?>[] {first, lines.get(0)} : new Map<?, ?>[] {lines.get(0), first};
        acts.add(people.submit(() -> house.post(actor, id, tape)));
      }
      List<House.Answer> answers = new ArrayList<>();
      for (Future<House.Answer> act : acts) {
        answers.add(act.get());
      }
      return answers;
    } finally {
      people.shutdown();
    }
  }
}
