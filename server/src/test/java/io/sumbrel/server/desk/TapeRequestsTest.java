package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.matching.PlanBoard;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** How tapes are sent: once, twice, too long, too late, from two windows. */
class TapeRequestsTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  @Autowired private PlanBoard plans;
  @Autowired private PlatformTransactionManager transactions;
  private long alder;
  private long birch;

  @BeforeEach
  void bringIn() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,",
        "T-2,K-2,Birch Kilns,2026-10-14,,300.00,300.00,,USD,,");
    house.statement(DAY, "1000.00", "1800.00", "500.00,ALDER POTS,T-1", "300.00,BIRCH KILNS,T-2");
    alder = house.money("ALDER POTS");
    birch = house.money("BIRCH KILNS");
  }

  private static String posting(long money) {
    return "/api/desk/money/" + money + "/posting";
  }

  private Map<String, Object> body(String item, long minor) {
    return Map.of("lines", List.of(house.settles(item, minor)));
  }

  @Test
  void aKeyNamesTheSumToo() {
    House.Answer first = house.sendOnce(house.clerk, "k", posting(alder), body("T-1", 50_000));
    House.Answer again = house.sendOnce(house.clerk, "k", posting(alder), body("T-1", 50_000));
    assertThat(again.body()).isEqualTo(first.body());
    House.Answer other = house.sendOnce(house.clerk, "k", posting(birch), body("T-1", 50_000));
    assertThat(other.code()).isEqualTo("key-used");
  }

  @Test
  void aKeyWhosePostingWasTurnedBackDoesNotSayPosted() {
    String number =
        house
            .sendOnce(house.clerk, "k", posting(alder), body("T-1", 50_000))
            .body()
            .path("number")
            .asString();
    house.turnBack(house.clerk, number);
    House.Answer again = house.sendOnce(house.clerk, "k", posting(alder), body("T-1", 50_000));
    assertThat(again.status()).isEqualTo(409);
    assertThat(again.sentence())
        .isEqualTo(
            "This request was posted as %s, which was turned back since; it is not posted again."
                .formatted(number));
    assertThat(house.open("T-1")).isEqualTo(50_000);
  }

  @Test
  void aTapeAndADraftHoldAThousandLines() {
    List<Map<String, Object>> lines =
        Collections.nCopies(1_001, Map.of("kind", "UNIDENTIFIED", "amountMinor", 1));
    House.Answer tape =
        house.send(house.clerk, HttpMethod.POST, posting(alder), Map.of("lines", lines));
    assertThat(tape.sentence()).isEqualTo("A tape holds up to 1,000 lines.");
    String draft = "/api/desk/money/" + alder + "/draft";
    assertThat(
            house
                .send(house.clerk, HttpMethod.PUT, draft, Map.of("putBy", false, "lines", lines))
                .sentence())
        .isEqualTo("A tape holds up to 1,000 lines.");
    assertThat(
            house
                .send(
                    house.clerk,
                    HttpMethod.PUT,
                    draft,
                    Map.of("putBy", true, "lines", lines.subList(0, 1_000)))
                .status())
        .isEqualTo(200);
    assertThat(house.get(house.clerk, "/api/desk").body().path("putBy").asInt()).isEqualTo(1);
  }

  private House.Answer keep(Map<?, ?>... lines) {
    return house.send(
        house.clerk,
        HttpMethod.PUT,
        "/api/desk/money/" + alder + "/draft",
        Map.of("putBy", false, "lines", List.of(lines)));
  }

  private JsonNode draft() {
    return house.get(house.clerk, "/api/desk/money/" + alder).body().path("draft");
  }

  @Test
  void anEmptiedDraftHidesTheProposalNoMore() {
    keep(house.settles("T-1", 100));
    assertThat(draft()).hasSize(1);
    keep();
    assertThat(draft().isMissingNode()).isTrue();
  }

  @Test
  void twoFirstSavesOfOnePersonDoNotCollide() throws Exception {
    Map<String, Object> line = house.settles("T-1", 100);
    List<House.Answer> answers = atOnce(Collections.nCopies(8, () -> keep(line)));
    assertThat(answers).allMatch(a -> a.status() == 200);
  }

  @Test
  void ofTwoWhoTurnOneBackTheSecondIsToldSo() throws Exception {
    String number =
        house
            .post(house.clerk, alder, house.settles("T-1", 50_000))
            .body()
            .path("number")
            .asString();
    List<House.Answer> answers =
        atOnce(
            List.of(
                () -> house.turnBack(house.clerk, number),
                () -> house.turnBack(house.other, number)));
    assertThat(answers).extracting(House.Answer::status).containsExactlyInAnyOrder(200, 409);
  }

  private static List<House.Answer> atOnce(List<Callable<House.Answer>> acts) throws Exception {
    ExecutorService people = Executors.newFixedThreadPool(acts.size());
    List<House.Answer> answers = new ArrayList<>();
    for (Future<House.Answer> act : people.invokeAll(acts)) {
      answers.add(act.get());
    }
    people.shutdown();
    return answers;
  }

  @Test
  void aPostingIsDatedWithinBounds() {
    Map<String, Object> tape = body("T-1", 50_000);
    Map<String, Object> far = new java.util.HashMap<>(tape);
    far.put("date", "2126-11-16");
    House.Answer refused = house.send(house.clerk, HttpMethod.POST, posting(alder), far);
    assertThat(refused.code()).isEqualTo("date-bounds");
    assertThat(refused.sentence())
        .startsWith("The posting is dated 2126-11-16; dates go up to 2026-12-18");
    far.put("date", "2026-12-18");
    assertThat(house.send(house.clerk, HttpMethod.POST, posting(alder), far).status())
        .isEqualTo(200);
  }

  @Test
  void nobodyWaitsForAPlanInsideATransaction() {
    TransactionTemplate act = new TransactionTemplate(transactions);
    assertThatThrownBy(() -> act.execute(t -> plans.board(house.clerk.booksId())))
        .isInstanceOf(IllegalStateException.class);
  }

  /** Whoever asks at any time gets a plan that is at least as new as the record was then. */
  @Test
  void noOlderReadingReplacesANewerPlan() throws Exception {
    long books = house.clerk.booksId();
    List<Callable<Boolean>> readers = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      readers.add(
          () -> {
            long known = 0;
            for (int n = 0; n < 40; n++) {
              long now = plans.board(books).feedNumber();
              if (now < known) {
                return false;
              }
              known = now;
            }
            return true;
          });
    }
    ExecutorService people = Executors.newFixedThreadPool(7);
    Future<?> poster =
        people.submit(
            () -> {
              for (int n = 0; n < 15; n++) {
                House.Answer posted = house.post(house.clerk, alder, house.settles("T-1", 50_000));
                house.turnBack(house.clerk, posted.body().path("number").asString());
              }
            });
    for (Future<Boolean> reader : people.invokeAll(readers)) {
      assertThat(reader.get()).isTrue();
    }
    poster.get();
    people.shutdown();
    assertThat(plans.board(books).rows()).containsKey(new MoneyInId(alder));
  }

  /** Of the pile since the day began, by currency, whatever the newest statement is. */
  @Test
  void saysHowMuchOfThePileIsPlacedSinceTheDayBegan() {
    assertThat(progress()).isEqualTo("USD 0/80000");
    house.post(house.clerk, alder, house.settles("T-1", 50_000));
    house.statement(DAY.plusDays(1), "1800.00", "1810.00", "10.00,CEDAR CLAY,X");
    assertThat(progress()).isEqualTo("USD 50000/81000");
    String number =
        house
            .post(house.clerk, birch, house.settles("T-2", 30_000))
            .body()
            .path("number")
            .asString();
    house.turnBack(house.clerk, number);
    assertThat(progress()).isEqualTo("USD 50000/81000");
  }

  private String progress() {
    JsonNode of = house.get(house.clerk, "/api/desk").body().path("progress").get(0);
    return "%s %d/%d"
        .formatted(
            of.path("currency").asString(),
            of.path("placedMinor").asLong(),
            of.path("totalMinor").asLong());
  }

  @Test
  void aNewHouseIsNotOneInWhichAllIsExplained() {
    House empty = houses.open();
    assertThat(empty.get(empty.clerk, "/api/desk").body().path("anyMoney").asBoolean()).isFalse();
    assertThat(house.get(house.clerk, "/api/desk").body().path("anyMoney").asBoolean()).isTrue();
  }

  @Test
  void warnsOfAnInvoiceThatIsDatedAfterTheMoneyAndPostsItAllTheSame() {
    house.items("T-77001,K-77,Late Ware,2026-11-18,,40.00,40.00,,USD,,");
    house.statement(DAY.plusDays(1), "1800.00", "1840.00", "40.00,LATE WARE,T-77001");
    long money = house.money("LATE WARE");
    Map<String, Object> tape =
        Map.of("lines", List.of(house.settles("T-77001", 4_000)), "putBy", false);
    JsonNode judged =
        house.send(house.clerk, HttpMethod.PUT, "/api/desk/money/" + money + "/draft", tape).body();
    assertThat(judged.path("warning").asString())
        .isEqualTo("T-77001 is dated 2026-11-18, after the money came on 2026-11-17.");
    assertThat(judged.path("postable").asBoolean()).isTrue();
    assertThat(house.post(house.clerk, money, house.settles("T-77001", 4_000)).status())
        .isEqualTo(200);
  }
}
