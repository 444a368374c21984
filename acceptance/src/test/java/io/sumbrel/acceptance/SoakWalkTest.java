package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/**
 * A fresh house is worked through every act after its first connections are retired, as they are
 * after half an hour; here their life is the shortest that the pool allows. Then eight people work
 * for two hours.
 */
@EnabledIfSystemProperty(named = "sumbrel.long", matches = "true")
class SoakWalkTest {
  private static final Duration LIFE = Duration.ofSeconds(30);
  private static final long MOST_MEGABYTES = 450;
  private static final long MOST_BYTES_AFTER_A_STOP = 8L << 20;
  private static final long MOST_BYTES_OF_AN_ACT = 2_000;
  private static final List<String> LISTS =
      List.of(
          "/api/desk/sure",
          "/api/desk/done",
          "/api/deposits",
          "/api/customers",
          "/api/books/journal",
          "/api/books/balances",
          "/api/learning");
  private static final Pattern ROW =
      Pattern.compile("\"id\":(\\d+),\"payer\"[^{}]*?\"amountMinor\":(\\d+)");
  private static final Pattern NUMBER = Pattern.compile("\"number\":\"(\\d{4})-(\\d+)\"");

  private static void idle() throws InterruptedException {
    Thread.sleep(LIFE.plusSeconds(6).toMillis());
  }

  private static String ok(HttpResponse<String> answer) {
    assertThat(answer.statusCode()).as(answer.uri() + " " + answer.body()).isBetween(200, 204);
    return answer.body();
  }

  private static String first(String pattern, String text) {
    Matcher matcher = Pattern.compile(pattern).matcher(text);
    assertThat(matcher.find()).as("%s in %s", pattern, text).isTrue();
    return matcher.group(1);
  }

  @Test
  void aFreshHouseGoesOnWhenItsFirstConnectionsAreGone() throws IOException, InterruptedException {
    try (Product product =
            Product.demo("--spring.datasource.hikari.max-lifetime=" + LIFE.toMillis());
        Browser browser = new Browser()) {
      Page page = browser.open(product.address());
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Ines").setExact(true))
          .click();
      assertThat(page.getByText("Left to place").first()).isVisible();
      idle();
      Product.Person ines = product.person().signIn("Ines");
      Product.Person ruta = product.person().signIn("Ruta");
      bringIn(ines);
      workTheDesk(ines);
      setUp(ruta);
      nextDay(ines);
      idle();
      page.keyboard().press("Control+Enter");
      assertThat(page.getByText(Pattern.compile("^Posted \\d")).first()).isVisible();
      workTheDesk(ines);
      assertThat(product.residentMegabytes()).isLessThanOrEqualTo(MOST_MEGABYTES);
      long acts = manyPeople(product, Duration.ofHours(2));
      assertThat(product.residentMegabytes())
          .as("after %,d acts; lists that hold all of them take room", acts)
          .isLessThanOrEqualTo(MOST_MEGABYTES + (acts * MOST_BYTES_OF_AN_ACT >> 20));
      assertThat(browser.complaints()).isEmpty();
      assertStillRight(product, acts);
    }
  }

  private static void assertStillRight(Product product, long acts)
      throws IOException, InterruptedException {
    String proof = ok(product.person().signIn("Abel").get("/api/books/proof?whole=true"));
    assertThat(proof.replace("\"failures\":[]", "")).doesNotContain("failures");
    assertThat(product.log()).doesNotContain("unexpected").doesNotContain("Check constraint");
    assertThat(product.stop()).isEqualTo(143);
    assertThat(Files.size(product.data().resolve("sumbrel.mv.db")))
        .as("what is not used is given back at a stop")
        .isLessThan(MOST_BYTES_AFTER_A_STOP + acts * MOST_BYTES_OF_AN_ACT);
    product.start();
    ok(product.person().signIn("Ines").get("/api/desk"));
  }

  /** Every file that waits, oldest first; one is withdrawn and comes again. */
  private static void bringIn(Product.Person ines) throws IOException, InterruptedException {
    for (int round = 0; round < 3; round++) {
      Matcher waiting =
          Pattern.compile(
                  "\"id\":(\\d+),\"kind\":\"[^\"]*\",\"fileName\":\"[^\"]*\",\"state\":\"WAITING\"")
              .matcher(ok(ines.get("/api/arrivals")));
      while (waiting.find()) {
        HttpResponse<String> accepted =
            ines.post(
                "/api/arrivals/" + waiting.group(1) + "/acceptance",
                "{\"scope\":\"CHANGES_ONLY\",\"choices\":{}}");
        assertThat(accepted.statusCode()).as(accepted.body()).isIn(200, 422);
      }
    }
    String account =
        first("\"id\":(\\d+),\"name\":\"Quayline", ok(ines.get("/api/arrivals/accounts")));
    String typed =
        ok(
            ines.post(
                "/api/arrivals/typed",
                "{\"accountId\":%s,\"dateOrder\":\"YEAR_MONTH_DAY\",\"decimalMark\":\"POINT\",\"rows\":[[\"2026-11-17\",\"12.34\",\"SOMEBODY\",\"TYPED\",\"R1\"]]}"
                    .formatted(account)));
    String id = first("\"id\":(\\d+)", typed);
    ok(
        ines.post(
            "/api/arrivals/" + id + "/acceptance", "{\"scope\":\"CHANGES_ONLY\",\"choices\":{}}"));
    ok(ines.post("/api/arrivals/" + id + "/withdrawal", "{}"));
    ok(ines.upload("refused.xml", "<Document/>"));
    String layout =
        ok(ines.upload("own.csv", "day;sum;who\n17.11.2026;5,00;A\n17.11.2026;6,00;B\n"));
    ok(ines.send("DELETE", "/api/arrivals/" + first("\"id\":(\\d+)", layout), ""));
  }

  private static void workTheDesk(Product.Person ines) throws IOException, InterruptedException {
    Matcher rows = ROW.matcher(ok(ines.get("/api/desk")));
    for (int i = 0; i < 5 && rows.find(); i++) {
      String money = "/api/desk/money/" + rows.group(1);
      String lines =
          "\"lines\":[{\"kind\":\"UNIDENTIFIED\",\"amountMinor\":%s}]".formatted(rows.group(2));
      ok(ines.send("PUT", money + "/draft", "{\"putBy\":true," + lines + "}"));
      String posted =
          ok(
              ines.post(
                  money + "/posting",
                  "{" + lines + "}",
                  "Idempotency-Key",
                  UUID.randomUUID().toString()));
      Matcher number = NUMBER.matcher(posted);
      assertThat(number.find()).isTrue();
      ok(
          ines.post(
              "/api/desk/postings/%s/%d/turning-back"
                  .formatted(number.group(1), Integer.parseInt(number.group(2))),
              "{}"));
    }
    for (String path : LISTS) {
      ok(ines.get(path));
    }
  }

  private static void setUp(Product.Person ruta) throws IOException, InterruptedException {
    ok(ruta.send("PUT", "/api/rules/withheld-rates", "{\"withheld\":\"10\"}"));
    String rules = ok(ruta.get("/api/rules"));
    ok(ruta.send("PUT", "/api/rules/limits", first("\"limits\":(\\{.*\\})\\}$", rules)));
    ok(ruta.send("DELETE", "/api/rules/silent-list", ""));
    HttpResponse<String> closed = ruta.post("/api/books/months/2026-10/closing", "{}");
    assertThat(closed.statusCode()).isLessThan(500);
    if (closed.statusCode() == 204) {
      ok(ruta.post("/api/books/months/2026-10/reopening", "{\"reason\":\"a drill\"}"));
    }
  }

  private static void nextDay(Product.Person ines) throws IOException, InterruptedException {
    ok(ines.post("/api/simulated-bank/next-day", "{}"));
    ok(
        ines.post(
            "/api/connections/Bank/fetching", "{\"from\":\"2026-11-17\",\"to\":\"2026-11-18\"}"));
  }

  /** Mixed people for a long time: nothing may be a fault. Answers how many acts they did. */
  private static long manyPeople(Product product, Duration time) throws InterruptedException {
    long end = System.nanoTime() + time.toNanos();
    AtomicLong acts = new AtomicLong();
    List<String> faults = Collections.synchronizedList(new ArrayList<>());
    List<Thread> people = new ArrayList<>();
    for (int i = 0; i < 8; i++) {
      Random random = new Random(i);
      String name = List.of("Ines", "Tomas", "Ruta").get(i % 3);
      people.add(
          new Thread(
              () -> {
                try {
                  Product.Person person = product.person().signIn(name);
                  while (System.nanoTime() < end) {
                    acts.addAndGet(work(person, random, faults));
                    Thread.sleep(random.nextInt(2_000));
                  }
                } catch (IOException | InterruptedException e) {
                  faults.add(name + ": " + e);
                }
              }));
    }
    people.forEach(Thread::start);
    for (Thread person : people) {
      person.join();
    }
    assertThat(faults).isEmpty();
    assertThat(acts.get()).isPositive();
    return acts.get();
  }

  /** One of the lists, a sum of the pile placed, and taken back; the acts that were done. */
  private static int work(Product.Person person, Random random, List<String> faults)
      throws IOException, InterruptedException {
    String list = LISTS.get(random.nextInt(LISTS.size()));
    HttpResponse<String> desk = noFault(person.get("/api/desk"), faults);
    noFault(person.get(list), faults);
    Matcher rows = ROW.matcher(desk.body());
    for (int skip = random.nextInt(15); skip > 0 && rows.find(); skip--) {
      // somewhere in the pile
    }
    if (!rows.find()) {
      return 0;
    }
    HttpResponse<String> posted =
        noFault(
            person.post(
                "/api/desk/money/" + rows.group(1) + "/posting",
                "{\"lines\":[{\"kind\":\"UNIDENTIFIED\",\"amountMinor\":%s}]}"
                    .formatted(rows.group(2)),
                "Idempotency-Key",
                UUID.randomUUID().toString()),
            faults);
    Matcher number = NUMBER.matcher(posted.body());
    if (!number.find()) {
      return 0;
    }
    noFault(
        person.post(
            "/api/desk/postings/%s/%d/turning-back"
                .formatted(number.group(1), Integer.parseInt(number.group(2))),
            "{}"),
        faults);
    return 2;
  }

  private static HttpResponse<String> noFault(HttpResponse<String> answer, List<String> faults) {
    if (answer.statusCode() >= 500) {
      faults.add(answer.uri() + " " + answer.body());
    }
    return answer;
  }
}
