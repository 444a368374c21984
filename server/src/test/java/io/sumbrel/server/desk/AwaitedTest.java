package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Money that came before its invoice: on account, meant for it, and proposed when it comes. */
class AwaitedTest extends ServerTest {
  private long customer;

  @BeforeEach
  void bringAPrepayment() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(House.TODAY, "1000.00", "1300.00", "300.00,ALDER POTS,PREPAYMENT ORDER W-8804");
    customer = house.sum("ALDER POTS").path("customerId").asLong();
  }

  private Map<?, ?> onAccount(long minor, String meantFor) {
    return Map.of(
        "kind", "ON_ACCOUNT", "amountMinor", minor, "meantFor", meantFor, "customerId", customer);
  }

  private JsonNode credit() {
    return house.get(house.clerk, "/api/desk/credits").body().get(0);
  }

  private int come() {
    return house.get(house.clerk, "/api/desk").body().path("awaitedCome").asInt();
  }

  @Test
  void itIsReadFromTheTextKeptWithTheCreditAndProposedWhenTheInvoiceComes() {
    long money = house.money("ALDER POTS");
    assertThat(house.sum("ALDER POTS").path("meantFor").asString()).isEqualTo("W-8804");
    assertThat(house.post(house.clerk, money, onAccount(30_000, " W-8804 ")).status())
        .isEqualTo(200);
    assertThat(credit().path("item").path("orderNumber").asString()).isEqualTo("W-8804");
    assertThat(credit().has("come")).isFalse();
    assertThat(come()).isZero();
    house.items("T-2,K-2,Birch,2026-11-16,,300.00,300.00,,USD,W-8804,");
    assertThat(come()).as("another customer's order").isZero();
    house.items("T-3,K-1,Alder Pots,2026-11-16,,320.00,320.00,,USD,W-8804,");
    assertThat(come()).isEqualTo(1);
    assertThat(credit().path("come").path("number").asString()).isEqualTo("T-3");
    Map<?, ?> used =
        Map.of(
            "kind",
            "CREDIT_USED",
            "amountMinor",
            30_000,
            "itemId",
            credit().path("item").path("id").asLong());
    assertThat(
            house
                .send(
                    house.clerk,
                    HttpMethod.POST,
                    "/api/desk/credits",
                    Map.of("currency", "USD", "lines", List.of(used, house.settles("T-3", 30_000))))
                .status())
        .isEqualTo(200);
    assertThat(house.open("T-3")).isEqualTo(2_000);
    assertThat(come()).isZero();
  }

  @Test
  void anInvoiceIsAwaitedByItsOwnNumberToo() {
    house.post(house.clerk, house.money("ALDER POTS"), onAccount(30_000, "T-77"));
    house.items("T-77,K-1,Alder Pots,2026-11-16,,300.00,300.00,,USD,,");
    assertThat(credit().path("come").path("number").asString()).isEqualTo("T-77");
  }

  @Test
  void refusesANumberThatIsTooLongOrOnALineThatIsNotOnAccount() {
    long money = house.money("ALDER POTS");
    assertThat(house.post(house.clerk, money, onAccount(30_000, "9".repeat(41))).code())
        .isEqualTo("meant-for");
    Map<?, ?> nobody = Map.of("kind", "UNIDENTIFIED", "amountMinor", 30_000, "meantFor", "T-77");
    assertThat(house.post(house.clerk, money, nobody).code()).isEqualTo("meant-for");
  }
}
