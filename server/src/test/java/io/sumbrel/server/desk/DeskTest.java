package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What the desk shows: the pile by surety, ways with evidence, items, and what is sure. */
class DeskTest extends ServerTest {
  @BeforeEach
  void bringIn() {
    house.items(
        "T-5001,K-1,Alder Pots,2026-10-14,2026-11-13,500.00,500.00,,USD,P-71,2/10 net 30",
        "T-5002,K-1,Alder Pots,2026-11-10,2026-12-10,300.00,300.00,,USD,P-72,2/10 net 30",
        "T-5003,K-2,Birch Kilns,2026-10-20,2026-11-19,640.00,640.00,,USD,P-73,net 30");
    house.statement(
        LocalDate.of(2026, 11, 16),
        "1000.00",
        "2430.10",
        "500.00,ALDER POTS,INV 5001",
        "294.00,ALDER POTS CO,T-5002 LESS 2 PCT",
        "640.00,SOMEBODY,THANKS",
        "-3.90,QUAYLINE BANK,FEE");
  }

  private JsonNode money(String payer) {
    return house.get(house.clerk, "/api/desk/money/" + house.money(payer)).body();
  }

  @Test
  void putsTheSurestFirstAndMoneyPaidOutLast() {
    JsonNode rows = house.get(house.clerk, "/api/desk").body().path("rows");
    assertThat(rows.valueStream().map(r -> r.path("certainty").asString()))
        .containsExactly("SURE", "SURE", "LIKELY", "NOTHING_YET");
    assertThat(rows.get(0).path("words").asString()).isEqualTo("16 Nov · transfer · T-5001");
    assertThat(rows.get(3).path("amountMinor").asLong()).isEqualTo(-390);
  }

  @Test
  void saysHowFarTheDayIs() {
    house.post(house.clerk, house.money("ALDER POTS"), house.settles("T-5001", 50_000));
    JsonNode progress = house.get(house.clerk, "/api/desk").body().path("progress").get(0);
    assertThat(progress.path("placedMinor").asLong()).isEqualTo(50_000);
    assertThat(progress.path("totalMinor").asLong()).isEqualTo(143_400);
  }

  @Test
  void givesEachWayItsLinesAndReasonsWithTheirPlaceInTheText() {
    JsonNode money = money("ALDER POTS CO");
    JsonNode way = money.path("ways").get(0);
    assertThat(way.path("words").asString()).isEqualTo("T-5002, less 6.00 discount");
    assertThat(way.path("lines").valueStream().map(l -> l.path("kind").asString()))
        .containsExactly("SETTLES", "GRANTED");
    JsonNode evidence = way.path("evidence").get(0);
    assertThat(
            money
                .path("text")
                .asString()
                .substring(evidence.path("start").asInt(), evidence.path("end").asInt()))
        .isEqualTo("T-5002");
    assertThat(money.path("searched").asString()).isEqualTo("all searched");
  }

  @Test
  void tellsOfOtherMoneyOfThePayer() {
    assertThat(money("SOMEBODY").path("otherMoneyOfPayer").asInt()).isZero();
  }

  @Test
  void findsItemsOfEveryCustomerByNumberNameOrderAndAmount() {
    for (String text : List.of("5003", "birch", "p-73", "640")) {
      JsonNode found = house.get(house.clerk, "/api/desk/items?currency=USD&text=" + text).body();
      assertThat(found.path("items").valueStream().map(i -> i.path("number").asString()))
          .as(text)
          .containsExactly("T-5003");
    }
    assertThat(
            house.get(house.clerk, "/api/desk/items?currency=EUR&text=5003").body().path("items"))
        .isEmpty();
  }

  @Test
  void showsWhatADiscountWouldBeAndUntilWhen() {
    JsonNode item =
        house
            .get(house.clerk, "/api/desk/items?currency=USD&text=5002")
            .body()
            .path("items")
            .get(0);
    assertThat(item.path("discountMinor").asLong()).isEqualTo(600);
    assertThat(item.path("discountUntil").asString()).isEqualTo("2026-11-20");
    assertThat(item.path("late").asBoolean()).isFalse();
  }

  @Test
  void previewsWhatIsSureAndPostsItAsItStands() {
    JsonNode sure = house.get(house.clerk, "/api/desk/sure").body();
    assertThat(sure).hasSize(2);
    assertThat(sure.get(0).path("forgivenMinor").asLong())
        .as("what forgives something comes first")
        .isEqualTo(600);
    House.Answer posted =
        house.send(
            house.clerk,
            HttpMethod.POST,
            "/api/desk/money/" + sure.get(0).path("moneyInId").asLong() + "/posting",
            Map.of("lines", sure.get(0).path("lines")));
    assertThat(posted.status()).isEqualTo(200);
    assertThat(house.get(house.clerk, "/api/desk/sure").body()).hasSize(1);
  }

  @Test
  void explainsABankFeeByAnAccount() {
    House.Answer posted =
        house.post(
            house.clerk,
            house.money("QUAYLINE BANK"),
            Map.of("kind", "TO_ACCOUNT", "amountMinor", 390, "account", "6100"));
    assertThat(posted.body().path("words").asString())
        .isEqualTo("Posted −3.90 to 6100 Bank charges");
  }

  @Test
  void refusesAmountsAndCustomersThatAreNoSense() {
    long money = house.money("SOMEBODY");
    assertThat(
            house
                .post(
                    house.clerk,
                    money,
                    Map.of("kind", "ON_ACCOUNT", "amountMinor", 64_000, "customerId", 5))
                .code())
        .isEqualTo("unknown-customer");
    assertThat(
            house
                .post(house.clerk, money, Map.of("kind", "UNIDENTIFIED", "amountMinor", 1L << 60))
                .code())
        .isEqualTo("line-amount");
    assertThat(house.post(house.clerk, money, Map.of("kind", "NONSENSE", "amountMinor", 1)).code())
        .isEqualTo("unreadable");
  }

  @Test
  void judgesADraftAsPostingWould() {
    House.Answer judged =
        house.send(
            house.clerk,
            HttpMethod.PUT,
            "/api/desk/money/" + house.money("SOMEBODY") + "/draft",
            Map.of("lines", List.of(house.settles("T-5003", 64_001)), "putBy", false));
    assertThat(judged.body().path("postable").asBoolean()).isFalse();
    assertThat(judged.body().path("sentence").asString()).contains("more than is open on T-5003");
  }

  @Test
  void refusesAnExplainedSumWithWhoExplainedIt() {
    long money = house.money("ALDER POTS");
    house.post(house.clerk, money, house.settles("T-5001", 50_000));
    House.Answer gone = house.get(house.other, "/api/desk/money/" + money);
    assertThat(gone.status()).isEqualTo(409);
    assertThat(gone.sentence())
        .startsWith("This sum is explained already: 2026-")
        .endsWith("by Ines.");
  }
}
