package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What the bank shows as paid out to a customer repays the credits of that customer. */
class RefundsTest extends ServerTest {
  @BeforeEach
  void bringCredits() {
    house.items(
        "CN-1,K-1,Alder Pots,2026-10-14,,-400.00,-400.00,,USD,,",
        "CN-2,K-1,Alder Pots,2026-10-15,,-50.00,-50.00,,USD,,",
        "T-1,K-1,Alder Pots,2026-10-15,,90.00,90.00,,USD,,");
  }

  @Test
  void creditsThatTheBankNamesAreRepaidTogetherAndOpenAgainWhenThatIsTurnedBack() {
    house.statement(House.TODAY, "1000.00", "550.00", "-450.00,QUAYLINE,REFUND CN-1 CN-2");
    JsonNode way = house.sum("QUAYLINE").path("beside").get(0);
    assertThat(way.path("words").asString()).isEqualTo("refund to Alder Pots of CN-1 + CN-2");
    assertThat(way.path("certainty").asString()).isEqualTo("LIKELY");
    House.Answer posted = house.take("QUAYLINE", way);
    assertThat(posted.body().path("words").asString()).isEqualTo("Posted −450.00 to Alder Pots");
    assertThat(house.open("CN-1")).isZero();
    assertThat(house.open("CN-2")).isZero();
    JsonNode done = house.get(house.clerk, "/api/desk/done").body().path("rows").get(0);
    assertThat(done.path("hand").asString()).isEqualTo("accepted as proposed");
    assertThat(done.path("ground").asString()).isEqualTo("as a refund");
    house.prove();
    house.turnBack(house.clerk, posted.body().path("number").asString());
    assertThat(house.open("CN-1")).isEqualTo(-40_000);
    house.prove();
  }

  @Test
  void aPartIsRepaidAndNeverMoreThanIsLeft() {
    house.statement(House.TODAY, "1000.00", "900.00", "-100.00,QUAYLINE,REFUND CN-1");
    JsonNode way = house.sum("QUAYLINE").path("beside").get(0);
    assertThat(way.path("certainty").asString()).isEqualTo("THIN");
    assertThat(way.path("lines").get(0).path("amountMinor").asLong()).isEqualTo(10_000);
    long credit = house.item("CN-2").path("id").asLong();
    Map<?, ?> more = Map.of("kind", "CREDIT_USED", "amountMinor", 10_000, "itemId", credit);
    assertThat(house.post(house.clerk, house.money("QUAYLINE"), more).code())
        .isEqualTo("more-than-open");
  }

  @Test
  void anInvoiceIsNoCredit() {
    house.statement(House.TODAY, "1000.00", "910.00", "-90.00,ALDER POTS,T-1");
    assertThat(house.sum("ALDER POTS").path("beside")).isEmpty();
  }
}
