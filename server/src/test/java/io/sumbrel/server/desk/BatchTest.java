package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** A lockbox batch of 800.00 and 425.00, worked beside its invoices up to 1,225.00. */
class BatchTest extends ServerTest {
  private static final String LOCKBOX =
      String.join(
          "\n",
          "101 01100001500110000152611160615",
          "50030000040912261116",
          "6003001"
              + "0000080000"
              + "011000015"
              + "0000055120"
              + "0000008841"
              + "RILL COTTAGE POTS",
          "40030016019TCK-1          0000080000",
          "60030020000042500                             ASH AND FELDSPAR",
          "7003002" + "0040912" + "261116" + "002" + "0000122500",
          "8003002" + "0040912" + "261116" + "0002" + "0000122500",
          "9000008");

  @AfterEach
  void everythingHolds() {
    house.prove();
  }

  private void items(String open) {
    house.items(
        "TCK-1,K2,Rill Cottage Pots,2026-10-01,2026-10-31,%s,%s,,USD,,".formatted(open, open),
        "TCK-2,K3,Ash and Feldspar,2026-10-01,2026-10-31,425.00,425.00,,USD,PO-55,");
  }

  private void bring(String file) {
    JsonNode arrival = house.upload(house.clerk, "box.txt", file).body();
    String path = "/api/arrivals/" + arrival.path("id").asLong() + "/lockbox";
    JsonNode layout = house.get(house.clerk, path).body().path("layout");
    long account =
        house.get(house.reader, "/api/arrivals/accounts").body().get(0).path("id").asLong();
    Map<String, Object> request =
        Map.of(
            "accountId",
            account,
            "width",
            layout.path("width").asInt(),
            "fields",
            layout.path("fields"),
            "detailEvery",
            26,
            "detailTimes",
            2);
    house.send(house.clerk, HttpMethod.PUT, path, request);
    house.accept(arrival.path("id").asLong(), "CHANGES_ONLY", Map.of());
  }

  private JsonNode deposit() {
    return house.get(house.reader, "/api/deposits").body().path("deposits").get(0);
  }

  private JsonNode batch() {
    return house.get(house.clerk, "/api/batches/" + deposit().path("id").asLong()).body();
  }

  private House.Answer decide(JsonNode rest, String decision) {
    return house.send(
        house.clerk,
        HttpMethod.PUT,
        "/api/batches/" + deposit().path("id").asLong() + "/rests",
        Map.of("moneyId", rest.path("moneyId"), "itemId", rest.path("itemId"), "rest", decision));
  }

  private void postAsShown() {
    JsonNode cheques = batch().path("cheques");
    for (JsonNode cheque : cheques) {
      long money = cheque.path("moneyId").asLong();
      JsonNode shown =
          house
              .send(
                  house.clerk,
                  HttpMethod.POST,
                  "/api/desk/preview",
                  Map.of("ids", java.util.List.of(money)))
              .body()
              .get(0);
      House.Answer posted =
          house.send(
              house.clerk,
              HttpMethod.POST,
              "/api/desk/money/" + money + "/posting",
              Map.of("lines", shown.path("lines")));
      assertThat(posted.status()).as(posted.body().toString()).isEqualTo(200);
    }
  }

  @Test
  void aRestIsLetOffAndTheBatchIsWorkedToItsTotal() {
    items("800.03");
    bring(LOCKBOX);
    JsonNode batch = batch();
    assertThat(batch.path("openMinor").asLong()).isEqualTo(122_500);
    JsonNode cheque = batch.path("cheques").get(0);
    assertThat(cheque.path("placed").get(0).path("number").asString()).isEqualTo("TCK-1");
    for (JsonNode rest : batch.path("notNil")) {
      assertThat(rest.path("leftMinor").asLong()).isEqualTo(3);
      assertThat(decide(rest, "LET_OFF").status()).isEqualTo(204);
      assertThat(decide(rest, "LET_OFF").code()).isEqualTo("no-rest");
    }
    assertThat(batch().path("notNil")).isEmpty();
    postAsShown();
    JsonNode posted = batch();
    assertThat(posted.path("placedMinor").asLong()).isEqualTo(122_500);
    assertThat(posted.path("openMinor").asLong()).isZero();
    assertThat(house.open("TCK-1")).isZero();
  }

  @Test
  void aRestThatIsLeftOpenIsFollowedUp() {
    items("860.00");
    bring(LOCKBOX);
    JsonNode rest = batch().path("notNil").get(0);
    assertThat(rest.path("leftMinor").asLong()).isEqualTo(60_00);
    assertThat(decide(rest, "LET_OFF").code()).isEqualTo("over-limit");
    assertThat(batch().path("cheques").get(0).path("stand").asString()).isEqualTo("PROPOSED");
    assertThat(decide(rest, "FOLLOW_UP").status()).isEqualTo(204);
    JsonNode after = batch();
    assertThat(after.path("notNil").get(0).path("followed").asString()).isEqualTo("UNKNOWN");
    assertThat(after.path("cheques").get(0).path("stand").asString()).isEqualTo("WORKED");
    postAsShown();
    assertThat(house.open("TCK-1")).isEqualTo(60_00);
    assertThat(batch().path("notNil").get(0).path("posted").asBoolean()).isTrue();
    assertThat(decide(rest, "LET_OFF").code()).isEqualTo("no-rest");
  }

  @Test
  void saysWhatADetailNamesThatIsNoInvoice() {
    items("800.00");
    bring(LOCKBOX.replace("TCK-1 ", "PO-55 "));
    assertThat(batch().path("cheques").get(0).path("notes").get(0).asString())
        .isEqualTo("PO-55 is the order number of TCK-2.");
    assertThat(batch().path("cheques").get(1).path("notes")).isEmpty();
    assertThat(house.get(house.clerk, "/api/batches/1").code()).isEqualTo("not-found");
  }
}
