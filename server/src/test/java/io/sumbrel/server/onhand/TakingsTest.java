package io.sumbrel.server.onhand;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What a counter takes in on a day, typed and from a file, and the way back. */
class TakingsTest extends ServerTest {
  private static final String DAY = "2026-11-17";
  private static final String HEADER =
      "day,till,what,amount,currency,account,tax,tax amount,method,number,payer,invoice,note\n";

  private final List<Map<String, Object>> sold = new ArrayList<>();
  private final List<Map<String, Object>> paid = new ArrayList<>();
  private long change;

  @BeforeEach
  void bring() {
    house.items("TCK-1,K1,Kestrel Lane Pottery,2026-10-01,2026-10-31,412.40,412.40,,USD,,");
  }

  @AfterEach
  void everythingHolds() {
    house.prove();
  }

  private TakingsTest sold(long minor, String tax) {
    Map<String, Object> line = new HashMap<>();
    line.put("kind", "SOLD");
    line.put("account", "4000");
    line.put("taxCode", tax);
    line.put("amountMinor", minor);
    line.put("note", "");
    sold.add(line);
    return this;
  }

  private TakingsTest paid(String method, long minor, String number, String invoice) {
    Map<String, Object> line = new HashMap<>();
    line.put("method", method);
    line.put("amountMinor", minor);
    line.put("number", number);
    line.put("invoice", invoice);
    paid.add(line);
    return this;
  }

  private Map<String, Object> request(String till) {
    return Map.of(
        "till",
        till,
        "day",
        DAY,
        "currency",
        "USD",
        "sold",
        sold,
        "paid",
        paid,
        "changeMinor",
        change);
  }

  private House.Answer preview() {
    return house.send(house.clerk, HttpMethod.POST, "/api/takings/preview", request("Counter"));
  }

  private House.Answer record(String till, long differs) {
    return house.send(
        house.clerk,
        HttpMethod.POST,
        "/api/takings",
        Map.of("takings", request(till), "differenceMinor", differs));
  }

  private List<String> onHand() {
    List<String> stands = new ArrayList<>();
    house
        .get(house.reader, "/api/deposits")
        .body()
        .path("onHand")
        .forEach(
            m ->
                stands.add(
                    m.path("kind").asString()
                        + " "
                        + m.path("stand").asString()
                        + " "
                        + m.path("amountMinor")));
    return stands;
  }

  /** 480.00 sold, 80.00 of it tax; an invoice is paid beside; 0.10 more lies in the till. */
  private void busyDay() {
    sold(480_00, "SALES");
    change = 200_00;
    paid("CASH", 330_10, "", null).paid("CHEQUE", 100_00, "4471", null);
    paid("CARD", 250_00, "", null).paid("CASH", 12_40, "", "TCK-1");
  }

  @Test
  void postsWhatWasSoldAndSettlesWhatWasPaidBeside() {
    busyDay();
    JsonNode shown = preview().body();
    assertThat(shown.path("soldMinor").asLong()).isEqualTo(480_00);
    assertThat(shown.path("paidMinor").asLong()).isEqualTo(480_10);
    assertThat(shown.path("differenceMinor").asLong()).isEqualTo(10);
    assertThat(shown.path("lines").get(0).path("taxMinor").asLong()).isEqualTo(80_00);
    assertThat(record("Counter", 0).code()).isEqualTo("shown-otherwise");
    assertThat(onHand()).isEmpty();
    assertThat(record("Counter", 10).status()).isEqualTo(200);
    assertThat(onHand())
        .containsExactlyInAnyOrder(
            "cash EXPLAINED 13010",
            "cheque EXPLAINED 10000",
            "card receipt EXPLAINED 25000",
            "cash EXPLAINED 1240");
    assertThat(house.open("TCK-1")).isEqualTo(400_00);
    assertThat(house.get(house.clerk, "/api/desk").body().path("rows")).isEmpty();
    JsonNode till = house.get(house.clerk, "/api/takings/tills").body().get(0);
    assertThat(till.path("name").asString()).isEqualTo("Counter");
    assertThat(record("counter", 10).code()).isEqualTo("twice");
    assertThat(record("Workshop", 10).status()).isEqualTo(200);
  }

  @Test
  void standsInTheJournalByTheTableAndIsTurnedBackWhole() {
    sold(480_00, "SALES").paid("CASH", 480_00, "", null);
    record("Counter", 0);
    String number = "2026-000003";
    assertThat(house.journal(number)).contains("1220 48000").contains("4000 -40000");
    assertThat(house.journal(number)).contains("2200 -8000");
    assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    // the money is there still; what it is, somebody says anew
    assertThat(onHand()).containsExactly("cash IN_THE_PILE 48000");
    assertThat(record("Counter", 0).status()).isEqualTo(200);
  }

  @Test
  void aFileIsShownWithItsFiguresAndPostedWhenItIsAccepted() {
    String file =
        HEADER
            + DAY
            + ",Counter,sold,120.00,USD,4000,SALES,19.98,,,,,\n"
            + DAY
            + ",Counter,paid,120.00,USD,,,,card,,,,\n"
            + DAY
            + ",Counter,paid,12.40,USD,,,,cheque,99,KESTREL,TCK-1,\n"
            + "2026-11-16,Counter,sold,7.00,USD,,,,,,,,\n"
            + "2026-11-16,Counter,paid,6.95,USD,,,,cash,,,,\n";
    JsonNode arrived = house.upload(house.clerk, "tills.csv", file).body();
    assertThat(arrived.path("state").asString()).isEqualTo("WAITING");
    long id = arrived.path("id").asLong();
    JsonNode tills =
        house.get(house.clerk, "/api/arrivals/" + id + "/contents").body().path("tills");
    assertThat(tills.get(0).path("lines").get(0).path("taxMinor").asLong()).isEqualTo(19_98);
    assertThat(tills.get(1).path("differenceMinor").asLong()).isEqualTo(-5);
    assertThat(house.accept(id, "CHANGES_ONLY", Map.of()).status()).isEqualTo(200);
    assertThat(onHand())
        .containsExactlyInAnyOrder(
            "card receipt EXPLAINED 12000", "cheque IN_THE_PILE 1240", "cash EXPLAINED 695");
    assertThat(house.sum("KESTREL").path("ways").get(0).toString()).contains("TCK-1");
    House.Answer same = house.upload(house.clerk, "again.csv", file + " \n");
    assertThat(same.body().path("refusal").asString()).contains("posted already");
    assertThat(withdraw(id).code()).isEqualTo("posted");
    assertThat(house.turnBack(house.clerk, "2026-000003").status()).isEqualTo(200);
    assertThat(house.turnBack(house.clerk, "2026-000004").status()).isEqualTo(200);
    assertThat(withdraw(id).status()).isEqualTo(200);
    assertThat(onHand()).isEmpty();
  }

  /** What stands in a closed month is turned back in an open one, and both proofs agree. */
  @Test
  void aDayOfAClosedMonthIsTurnedBackInAnOpenOne() {
    String file =
        HEADER
            + "2026-10-30,Counter,sold,7.00,USD,,,,,,,,\n"
            + "2026-10-30,Counter,paid,7.00,USD,,,,cash,,,,\n";
    house.statement(LocalDate.of(2026, 10, 31), "1000.00", "1000.00");
    long id = house.upload(house.clerk, "tills.csv", file).body().path("id").asLong();
    assertThat(house.accept(id, "CHANGES_ONLY", Map.of()).status()).isEqualTo(200);
    assertThat(house.close("2026-10")).isTrue();
    JsonNode late =
        house.upload(house.clerk, "late.csv", file.replace("Counter", "Workshop")).body();
    assertThat(late.path("refusal").asString()).contains("closed");
    assertThat(house.turnBack(house.clerk, "2026-000003").status()).isEqualTo(200);
  }

  private House.Answer withdraw(long arrival) {
    return house.send(
        house.clerk, HttpMethod.POST, "/api/arrivals/" + arrival + "/withdrawal", Map.of());
  }

  @Test
  void refusesInWordsAndKeepsNothing() {
    sold(100_00, null).paid("CASH", 50_00, "", null);
    assertThat(preview().status()).isEqualTo(200);
    assertThat(record("Counter", -50_00).code()).isEqualTo("over-limit");
    paid.clear();
    paid("CARD", 99_00, "", null);
    assertThat(preview().sentence()).contains("sold is 100.00").contains("1.00 too little");
    paid("CASH", 1_00, "", null).paid("CASH", 412_41, "", "TCK-1");
    assertThat(preview().sentence()).contains("412.40 is open");
    paid.remove(2);
    paid("CASH", 1_00, "", "TCK-9");
    assertThat(preview().sentence()).contains("no invoice TCK-9");
    paid.remove(2);
    sold.get(0).put("kind", "COUNTED_MORE");
    assertThat(preview().code()).isEqualTo("kind");
    sold.get(0).put("kind", "SOLD");
    assertThat(onHand()).isEmpty();
    assertThat(
            house
                .send(
                    house.reader,
                    HttpMethod.POST,
                    "/api/takings",
                    Map.of("takings", request("Counter"), "differenceMinor", 0))
                .status())
        .isEqualTo(403);
  }
}
