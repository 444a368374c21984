package io.sumbrel.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * A bank that books on and sends statements which follow, overlap, repeat, leave gaps and are
 * withdrawn again, beside downloads without balances: whatever comes in whatever order, the account
 * holds a true beginning of what the bank booked, and every invariant holds.
 */
class ArrivalsRandomTest extends ServerTest {
  private static final int STEPS = 80;
  private static final LocalDate START = LocalDate.of(2026, 10, 25);

  private final Random random = new Random(31);
  private final List<Booked> bank = new ArrayList<>();
  private int accepted;
  private int refused;
  private int withdrawn;
  private int closed;

  /** What the bank booked, in its order. */
  private record Booked(LocalDate day, long minor, String reference) {}

  @Test
  void holdsATrueBeginningOfWhatTheBankBooked() {
    for (int step = 0; step < STEPS; step++) {
      int act = random.nextInt(10);
      if (act < 4 || bank.isEmpty()) {
        book();
      } else if (act < 9) {
        send();
      } else {
        withdrawLast();
      }
      if (step % 5 == 0) {
        house.prove();
      }
      closed += step % 10 == 9 && house.close("2026-10") ? 1 : 0;
      assertThat(isTrueBeginning(account().path("bankMinor").asLong())).as("step " + step).isTrue();
    }
    house.prove();
    assertThat(closed).as("October closed").isEqualTo(1);
    assertThat(accepted).isGreaterThan(10);
    assertThat(refused).isGreaterThan(3);
    assertThat(withdrawn).isGreaterThan(1);
  }

  private JsonNode account() {
    return house.get(house.clerk, "/api/arrivals/accounts").body().get(0);
  }

  private boolean isTrueBeginning(long balance) {
    long sum = 100_000;
    boolean found = sum == balance;
    for (Booked booked : bank) {
      sum += booked.minor();
      found |= sum == balance;
    }
    return found;
  }

  private void book() {
    LocalDate day = START.plusDays(bank.size() / 4);
    for (int i = 0; i < 3; i++) {
      long minor = (1 + random.nextInt(900)) * (random.nextInt(5) == 0 ? -1 : 1);
      bank.add(new Booked(day, minor, "R" + random.nextInt(4)));
    }
  }

  /** A stretch of what the bank booked: mostly from where the account is read, or from before. */
  private void send() {
    boolean anywhere = random.nextInt(4) == 0;
    int around = anywhere ? random.nextInt(bank.size()) : read() - random.nextInt(5);
    int from = Math.min(bank.size() - 1, Math.max(0, around));
    int to = Math.min(bank.size(), from + 1 + random.nextInt(9));
    JsonNode arrival =
        house
            .upload(
                house.clerk,
                "s.csv",
                file(balanceAfter(from), balanceAfter(to), bank.subList(from, to)))
            .body();
    if (arrival.path("state").asString().equals("WAITING")) {
      House.Answer answer = house.accept(arrival.path("id").asLong(), "CHANGES_ONLY", Map.of());
      accepted += answer.status() == 200 ? 1 : 0;
      refused += answer.status() == 200 ? 0 : 1;
      if (answer.status() != 200) {
        house.send(
            house.clerk,
            HttpMethod.DELETE,
            "/api/arrivals/" + arrival.path("id").asLong(),
            Map.of());
      }
    } else {
      refused++;
    }
  }

  /** How many of the bank's entries the account may hold. */
  private int read() {
    long balance = account().path("bankMinor").asLong();
    int entries = bank.size();
    while (entries > 0 && balanceAfter(entries) != balance) {
      entries--;
    }
    return entries;
  }

  private long balanceAfter(int entries) {
    return 100_000 + bank.subList(0, entries).stream().mapToLong(Booked::minor).sum();
  }

  private static String file(long opening, long closing, List<Booked> booked) {
    StringBuilder file =
        new StringBuilder(
            "record,account,currency,statement,date,value date,amount,reference,payer,payer account,method,text\n");
    LocalDate last = booked.get(booked.size() - 1).day();
    file.append("opening,%s,USD,1,%s,,%s,,,,,\n".formatted(House.ACCOUNT, last, plain(opening)));
    for (Booked b : booked) {
      file.append(
          "entry,,,,%s,,%s,%s,PAYER,,transfer,TEXT\n"
              .formatted(b.day(), plain(b.minor()), b.reference()));
    }
    return file.append("closing,,,,%s,,%s,,,,,\n".formatted(last, plain(closing))).toString();
  }

  private static String plain(long minor) {
    return (minor < 0 ? "-" : "")
        + "%d.%02d".formatted(Math.abs(minor) / 100, Math.abs(minor) % 100);
  }

  private void withdrawLast() {
    for (JsonNode arrival : house.get(house.clerk, "/api/arrivals").body()) {
      if (arrival.path("state").asString().equals("ACCEPTED")) {
        House.Answer answer =
            house.send(
                house.clerk,
                HttpMethod.POST,
                "/api/arrivals/" + arrival.path("id").asLong() + "/withdrawal",
                Map.of());
        withdrawn += answer.status() == 200 ? 1 : 0;
        return;
      }
    }
  }
}
