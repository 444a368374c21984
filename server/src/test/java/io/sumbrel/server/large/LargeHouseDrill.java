package io.sumbrel.server.large;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.authentication;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;

import io.sumbrel.server.people.Actor;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.context.TestComponent;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Import;
import org.springframework.context.event.EventListener;
import org.springframework.http.MediaType;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.test.annotation.DirtiesContext;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import org.springframework.util.FileSystemUtils;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

/**
 * What people wait for in a large house; run by hand, with its size: {@code -Ddrill.large=300000}
 * postings. Prints a table of figures beside their targets.
 */
@EnabledIfSystemProperty(named = "drill.large", matches = "\\d+")
@SpringBootTest
@AutoConfigureMockMvc
@Import({LargeHouse.class, LargeHouseDrill.Started.class})
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class LargeHouseDrill {
  private static final int TIMES = 40;
  private static final int POSTED = Integer.getInteger("drill.large", 0);
  private static final LargeHouse.Size SIZE =
      new LargeHouse.Size(2_500, POSTED, POSTED / 3, POSTED / 25);

  /** Where a house is kept, or is to be. */
  private static final Optional<Path> HOUSE =
      Optional.ofNullable(System.getProperty("drill.house")).map(Path::of);

  private static final boolean IS_KEPT =
      HOUSE.filter(house -> Files.exists(house.resolve("sumbrel.mv.db"))).isPresent();

  @Autowired private LargeHouse large;
  @Autowired private Started started;
  @Autowired private MockMvc mvc;
  @Autowired private ObjectMapper json;

  private static final List<String> TABLE = new ArrayList<>();
  private static final List<String> MISSED = new ArrayList<>();
  private static Path data;
  private Actor clerk;

  /** How long the server took until it could be asked. */
  @TestComponent
  static class Started {
    private Duration took = Duration.ZERO;

    @EventListener
    void isReady(ApplicationReadyEvent ready) {
      took = ready.getTimeTaken();
    }
  }

  /** A house that is kept at {@code drill.house} is worked on in a copy; else it is built there. */
  @DynamicPropertySource
  static void data(DynamicPropertyRegistry properties) throws IOException {
    if (data == null) {
      data =
          HOUSE.isPresent() && !IS_KEPT ? HOUSE.get() : Files.createTempDirectory("sumbrel-large");
      if (IS_KEPT) {
        FileSystemUtils.copyRecursively(HOUSE.get(), data);
      }
    }
    properties.add("sumbrel.data", data::toString);
  }

  private static void goOnUnlessTheHouseIsOnlyKept() {
    assumeTrue(HOUSE.isEmpty() || IS_KEPT, "the house is built; it is measured the next time");
  }

  /** A house is built, or one that is kept takes in the files of a day. */
  @Test
  @Order(1)
  @DirtiesContext
  void filesAreTakenIntoALargeHouse() throws Exception {
    if (!large.isBuilt()) {
      timed("house built", Long.MAX_VALUE, () -> large.build(SIZE));
    }
    goOnUnlessTheHouseIsOnlyKept();
    clerk = large.clerk();
    get("/api/desk"); // the plan that is made at the start is no part of what follows
    byte[] list = large.openItems(SIZE);
    byte[] again = list.clone();
    takenIn("list of open items", list);
    takenIn("the same list once more, a day later,", changed(again));
    takenIn("statement of the day", large.newMoney(SIZE));
  }

  /** Dropped, looked at by its reader; then accepted. */
  private void takenIn(String what, byte[] file) throws Exception {
    long arrival = timed(what + " dropped", 15_000, () -> large.bring(clerk, "file.csv", file));
    timed(
        what + " accepted",
        15_000,
        () -> {
          large.accept(clerk, arrival);
          return arrival;
        });
  }

  /** The server is started anew. */
  @Test
  @Order(2)
  void peopleWaitForNothingInALargeHouse() throws Exception {
    goOnUnlessTheHouseIsOnlyKept();
    clerk = large.clerk();
    row("start, ms", started.took.toMillis(), 15_000);
    timed("first desk after it", 15_000, () -> get("/api/desk"));
    reads();
    postings();
    timed("a month closed, with all before", Long.MAX_VALUE, () -> close("2026-07"));
    timed("proof since, a tenth of all postings", Long.MAX_VALUE, () -> get("/api/books/proof"));
    timed("the last complete month closed", Long.MAX_VALUE, () -> close("2026-10"));
    timed("proof since the last complete month was closed", 5_000, () -> get("/api/books/proof"));
    timed("proof of everything", Long.MAX_VALUE, () -> get("/api/books/proof?whole=true"));
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    row("heap, MB", (runtime.totalMemory() - runtime.freeMemory()) >> 20, 1_500);
    System.out.println(String.join("\n", TABLE));
    assertThat(MISSED).isEmpty();
  }

  /**
   * Nine tenths of the postings lie before the end of July; before the end of October all but those
   * of the day, which brings the list and the statement.
   */
  private String close(String month) throws Exception {
    return perform(MockMvcRequestBuilders.post("/api/books/months/" + month + "/closing"));
  }

  private void reads() throws Exception {
    JsonNode desk = json.readTree(get("/api/desk"));
    long sum = desk.path("rows").get(5).path("id").asLong();
    JsonNode customers = json.readTree(get("/api/customers"));
    JsonNode first = customers.has("customers") ? customers.path("customers") : customers;
    long customer = first.get(0).path("id").asLong();
    for (String path :
        List.of(
            "/api/desk?known=" + desk.path("feedNumber").asLong(),
            "/api/desk/money/" + sum,
            "/api/desk/items?currency=USD&text=R-0300",
            "/api/desk/items?currency=USD&customer=" + customer,
            "/api/desk/done",
            "/api/desk/done?find=alder",
            "/api/books/journal",
            "/api/books/balances",
            "/api/customers",
            "/api/customers/" + customer,
            "/api/arrivals",
            "/api/arrivals/accounts",
            "/api/deposits")) {
      percentile(path, 100);
    }
  }

  /** A sum is posted; then how long until a changed pile can be read by another. */
  private void postings() throws Exception {
    percentile("/api/desk", 500);
    JsonNode first = json.readTree(get("/api/desk"));
    JsonNode rows = first.path("rows");
    long known = first.path("feedNumber").asLong();
    long[] post = new long[TIMES];
    long[] pile = new long[TIMES];
    int done = 0;
    for (JsonNode row : rows) {
      if (done == TIMES || !row.path("certainty").asString().equals("SURE")) {
        break;
      }
      long id = row.path("id").asLong();
      JsonNode way = json.readTree(get("/api/desk/money/" + id)).path("ways").get(0);
      long start = System.nanoTime();
      perform(
          MockMvcRequestBuilders.post("/api/desk/money/" + id + "/posting")
              .header("Idempotency-Key", UUID.randomUUID().toString())
              .contentType(MediaType.APPLICATION_JSON)
              .content(json.writeValueAsString(Map.of("lines", way.path("lines")))));
      long between = System.nanoTime();
      JsonNode changes = json.readTree(get("/api/desk?known=" + known));
      known = changes.path("feedNumber").asLong();
      post[done] = between - start;
      pile[done++] = System.nanoTime() - between;
    }
    row("a sum posted, 95th, ms", percentile95(Arrays.copyOf(post, done)), 100);
    row("changed pile elsewhere, 95th, ms", percentile95(Arrays.copyOf(pile, done)), 300);
  }

  private interface Act<T> {
    T run() throws Exception;
  }

  private <T> T timed(String what, long target, Act<T> act) throws Exception {
    long start = System.nanoTime();
    T result = act.run();
    row(what + ", ms", (System.nanoTime() - start) / 1_000_000, target);
    return result;
  }

  private void percentile(String path, long target) throws Exception {
    int bytes = get(path).length();
    long[] nanos = new long[TIMES];
    for (int i = 0; i < TIMES; i++) {
      large.touch();
      long start = System.nanoTime();
      get(path);
      nanos[i] = System.nanoTime() - start;
    }
    row("%s, 95th, ms (%,d kB)".formatted(path, bytes / 1_000), percentile95(nanos), target);
  }

  private static long percentile95(long[] nanos) {
    Arrays.sort(nanos);
    return nanos[Math.max(0, nanos.length * 95 / 100 - 1)] / 1_000_000;
  }

  private void row(String what, long figure, long target) {
    boolean held = figure <= target;
    String goal = target == Long.MAX_VALUE ? "" : "%,d%s".formatted(target, held ? "" : " missed");
    TABLE.add("%-60s %,10d  %s".formatted(what, figure, goal));
    System.out.println(TABLE.get(TABLE.size() - 1));
    if (!held) {
      MISSED.add(what);
    }
  }

  /** Other bytes with the same rows: the file of yesterday is not taken in twice. */
  private static byte[] changed(byte[] list) {
    String text = new String(list, StandardCharsets.UTF_8);
    return text.replaceFirst("net 30", "net 31").getBytes(StandardCharsets.UTF_8);
  }

  private String get(String path) throws Exception {
    return perform(MockMvcRequestBuilders.get(path));
  }

  private String perform(MockHttpServletRequestBuilder request) throws Exception {
    List<SimpleGrantedAuthority> rights =
        clerk.rights().stream().map(r -> new SimpleGrantedAuthority(r.name())).toList();
    var response =
        mvc.perform(
                request
                    .with(
                        authentication(
                            new UsernamePasswordAuthenticationToken(clerk, null, rights)))
                    .with(csrf()))
            .andReturn()
            .getResponse();
    assertThat(response.getStatus()).as(response.getContentAsString()).isLessThan(300);
    return response.getContentAsString(StandardCharsets.UTF_8);
  }
}
