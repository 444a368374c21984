package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.Money;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.bank.BankAccounts;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Money between two bank accounts of the house: each half when its bank shows it. */
class OwnTransfersTest extends ServerTest {
  private static final String HARBOUR = "0077221038";
  private static final LocalDate LATER = House.TODAY.minusDays(1);

  @Autowired private BankAccounts accounts;

  @BeforeEach
  void beginASecondAccount() {
    accounts.begin(
        house.clerk,
        "Harbour",
        HARBOUR,
        LocalDate.of(2026, 10, 1),
        Money.ofMinor(Currency.getInstance("USD"), 5_000));
  }

  private void atHarbour(String closing, String... entries) {
    String file = House.statementFile(LATER, "50.00", closing, entries);
    JsonNode arrival =
        house.upload(house.clerk, "h.csv", file.replace(House.ACCOUNT, HARBOUR)).body();
    assertThat(arrival.path("refusal").asString()).isEmpty();
    house.accept(arrival.path("id").asLong(), "CHANGES_ONLY", Map.of());
  }

  private void atQuayline(String closing, String... entries) {
    house.statement(LATER.minusDays(3), "1000.00", closing, entries);
  }

  private Map<?, ?> toHarbour(long minor) {
    return Map.of("kind", "TRANSFER", "amountMinor", minor, "account", "1020");
  }

  @Test
  void bothHalvesArePostedWhenTheirBankShowsThemAndTransitComesToNothing() {
    atQuayline("-4000.00", "-5000.00,SAVINGS,OWN TRANSFER");
    atHarbour("5050.00", "5000.00,QUAYLINE,CREDIT");
    assertThat(house.beside("SAVINGS")).isEqualTo("own transfer to Harbour ··1038, LIKELY; ");
    assertThat(house.sum("SAVINGS").path("besideProposed").asBoolean()).isTrue();
    assertThat(house.beside("QUAYLINE")).startsWith("own transfer from Quayline ··1234, THIN; ");
    JsonNode first = house.take("SAVINGS", house.sum("SAVINGS").path("beside").get(0)).body();
    assertThat(first.path("words").asString()).isEqualTo("Posted −5,000.00 to 1020 Harbour");
    assertThat(house.journal(first.path("number").asString()))
        .isEqualTo("1010 -500000; 1270 500000; ");
    house.prove();
    String number = first.path("number").asString();
    assertThat(house.beside("QUAYLINE"))
        .isEqualTo("own transfer %s from Quayline ··1234, LIKELY; ".formatted(number));
    JsonNode second = house.take("QUAYLINE", house.sum("QUAYLINE").path("beside").get(0)).body();
    assertThat(second.path("words").asString())
        .isEqualTo("Posted 5,000.00 as the other half of " + number);
    assertThat(house.journal(second.path("number").asString()))
        .isEqualTo("1020 500000; 1270 -500000; ");
    house.prove();
    assertThat(house.turnBack(house.clerk, number).code()).isEqualTo("transfer-met-since");
    house.turnBack(house.clerk, second.path("number").asString());
    assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    house.prove();
  }

  @Test
  void whatABankKeptOnTheWayIsALineOfItsOwn() {
    atQuayline("-4000.00", "-5000.00,SAVINGS,SWEEP");
    house.post(house.clerk, house.money("SAVINGS"), toHarbour(500_000));
    atHarbour("5035.00", "4985.00,QUAYLINE,CREDIT");
    assertThat(house.beside("QUAYLINE")).contains("less a bank charge of 15.00, THIN");
    String number =
        house
            .take("QUAYLINE", house.sum("QUAYLINE").path("beside").get(0))
            .body()
            .path("number")
            .asString();
    assertThat(house.journal(number)).isEqualTo("1020 498500; 1270 -500000; 6100 1500; ");
    house.prove();
  }

  @Test
  void theHalfThatComesInMayBeShownFirst() {
    atHarbour("5050.00", "5000.00,QUAYLINE,CREDIT");
    Map<?, ?> from = Map.of("kind", "TRANSFER", "amountMinor", 500_000, "account", "1010");
    String first =
        house.post(house.clerk, house.money("QUAYLINE"), from).body().path("number").asString();
    assertThat(house.journal(first)).isEqualTo("1020 500000; 1270 -500000; ");
    atQuayline("-4000.00", "-5000.00,SAVINGS,DEBIT");
    assertThat(house.beside("SAVINGS"))
        .isEqualTo("own transfer %s to Harbour ··1038, LIKELY; ".formatted(first));
    assertThat(
            house.journal(
                house
                    .take("SAVINGS", house.sum("SAVINGS").path("beside").get(0))
                    .body()
                    .path("number")
                    .asString()))
        .isEqualTo("1010 -500000; 1270 500000; ");
    house.prove();
  }

  @Test
  void whatIsOnItsWayIsNeverPostedAsSureOnAnInvoiceAndWhoTriesIsWarned() {
    house.items("T-100,K-1,Alder Pots,2026-10-14,,5000.00,5000.00,,USD,,");
    atQuayline("-4000.00", "-5000.00,SAVINGS,SWEEP");
    house.post(house.clerk, house.money("SAVINGS"), toHarbour(500_000));
    atHarbour("5050.00", "5000.00,ALDER POTS,T-100");
    for (JsonNode sure : house.get(house.clerk, "/api/desk/sure").body()) {
      assertThat(sure.path("payer").asString()).isNotEqualTo("ALDER POTS");
    }
    String warning =
        house
            .send(
                house.clerk,
                HttpMethod.PUT,
                "/api/desk/money/" + house.money("ALDER POTS") + "/draft",
                Map.of("lines", List.of(house.settles("T-100", 500_000)), "putBy", false))
            .body()
            .path("warning")
            .asString();
    assertThat(warning).startsWith("This sum is on its way already: own transfer 2026-");
  }

  @Test
  void refusesATransferToItsOwnAccountToNoneAndInPart() {
    atQuayline("-4000.00", "-5000.00,SAVINGS,SWEEP");
    long money = house.money("SAVINGS");
    Map<?, ?> own = Map.of("kind", "TRANSFER", "amountMinor", 500_000, "account", "1010");
    Map<?, ?> till = Map.of("kind", "TRANSFER", "amountMinor", 500_000, "account", "1220");
    Map<?, ?> none = Map.of("kind", "TRANSFER", "amountMinor", 500_000);
    assertThat(house.post(house.clerk, money, own).code()).isEqualTo("transfer");
    assertThat(house.post(house.clerk, money, till).code()).isEqualTo("transfer");
    assertThat(house.post(house.clerk, money, none).code()).isEqualTo("transfer");
    assertThat(house.post(house.clerk, money, toHarbour(499_999)).code()).isEqualTo("not-zero");
    assertThat(house.post(house.clerk, money, toHarbour(500_000)).status()).isEqualTo(200);
  }
}
