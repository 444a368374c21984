package io.sumbrel.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * The process is killed in mid-posting: no acknowledged posting is lost, and none is half there.
 */
class KillDrillTest {
  private static final int KILLS = Boolean.getBoolean("sumbrel.long") ? 50 : 1;
  private static final Pattern NUMBER = Pattern.compile("\"number\":\"(\\d{4}-\\d+)\"");
  private static final Pattern NEXT = Pattern.compile("\"next\":(\\d+)");
  private static final Pattern ROW =
      Pattern.compile("\"id\":(\\d+),\"payer\"[^{}]*?\"amountMinor\":(\\d+)");

  @Test
  void losesNoAcknowledgedPostingAndLeavesNoHalfOne() throws IOException, InterruptedException {
    Set<String> acknowledged = new ConcurrentSkipListSet<>();
    Random random = new Random(9);
    try (Product product = Product.demo()) {
      for (int kill = 0; kill < KILLS; kill++) {
        List<Thread> people = new ArrayList<>();
        for (String name : List.of("Ines", "Tomas")) {
          Thread person = new Thread(() -> postAndTurnBack(product, name, acknowledged));
          people.add(person);
          person.start();
        }
        awaitMoreThan(acknowledged.size() + 4, acknowledged);
        Thread.sleep(random.nextInt(200));
        product.kill();
        for (Thread person : people) {
          person.join();
        }
        product.start();
        Product.Person reader = product.person().signIn("Abel");
        assertThat(journal(reader)).as("after kill %d", kill + 1).containsAll(acknowledged);
        String proof = reader.get("/api/books/proof?whole=true").body();
        assertThat(proof.replace("\"failures\":[]", "")).doesNotContain("failures");
      }
    }
  }

  /** The numbers of all entries, page by page. */
  private static Set<String> journal(Product.Person reader)
      throws IOException, InterruptedException {
    Set<String> numbers = new HashSet<>();
    String query = "";
    while (true) {
      String page = reader.get("/api/books/journal" + query).body();
      numbers.addAll(numbers(page));
      Matcher next = NEXT.matcher(page);
      if (!next.find()) {
        return numbers;
      }
      query = "?before=" + next.group(1);
    }
  }

  /** Kills only in the midst of work: some postings are acknowledged, others are on their way. */
  private static void awaitMoreThan(int count, Set<String> acknowledged)
      throws InterruptedException {
    for (int i = 0; i < 2_400 && acknowledged.size() <= count; i++) {
      Thread.sleep(50);
    }
    assertThat(acknowledged).as("postings before the kill").hasSizeGreaterThan(count);
  }

  /** Posts whatever is in the pile as unidentified and turns it back, until the server is gone. */
  private static void postAndTurnBack(Product product, String name, Set<String> acknowledged) {
    try {
      Product.Person person = product.person().signIn(name);
      while (true) {
        String pile = person.get("/api/desk").body();
        Matcher row = ROW.matcher(pile);
        while (row.find()) {
          postOne(person, row.group(1), row.group(2), acknowledged);
        }
      }
    } catch (IOException e) {
      // the server was killed: what this drill is about
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static void postOne(
      Product.Person person, String money, String amount, Set<String> acknowledged)
      throws IOException, InterruptedException {
    String lines = "{\"lines\":[{\"kind\":\"UNIDENTIFIED\",\"amountMinor\":%s}]}".formatted(amount);
    String key = person.hashCode() + "-" + System.nanoTime();
    HttpResponse<String> posted =
        person.post("/api/desk/money/" + money + "/posting", lines, "Idempotency-Key", key);
    if (posted.statusCode() == 200) {
      String number = numbers(posted.body()).iterator().next();
      acknowledged.add(number);
      String[] parts = number.split("-");
      HttpResponse<String> back =
          person.post(
              "/api/desk/postings/%s/%d/turning-back"
                  .formatted(parts[0], Integer.parseInt(parts[1])),
              "{}");
      if (back.statusCode() == 200) {
        acknowledged.addAll(numbers(back.body()));
      }
    }
  }

  private static Set<String> numbers(String json) {
    Set<String> numbers = new TreeSet<>();
    Matcher matcher = NUMBER.matcher(json);
    while (matcher.find()) {
      numbers.add(matcher.group(1));
    }
    return numbers;
  }
}
