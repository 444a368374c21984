package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.Money;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.bank.BankAccounts;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Items in another currency than the money, at the rates of the house. */
class ExchangeTest extends ServerTest {
  private static final LocalDate DAY = House.TODAY.minusDays(1);

  @Autowired private BankAccounts accounts;

  private House.Answer rates(String csv) {
    return house.send(
        house.supervisor, HttpMethod.PUT, "/api/rules/exchange-rates/file", Map.of("text", csv));
  }

  private void euros() {
    rates("date,of,in,rate\n2026-11-02,EUR,USD,1.0700\n2026-11-16,EUR,USD,1.0800\n");
    house.items("E-100,K-1,Alder Pots,2026-10-14,,1000.00,1000.00,166.67,EUR,,");
  }

  private JsonNode shown() {
    String of = "/api/desk/items?currency=USD&text=E-100&day=";
    return house.get(house.clerk, of + DAY).body().path("items").get(0);
  }

  private Map<String, Object> settles(long worth, Object minor) {
    JsonNode worthOf = shown().path("worth");
    Map<String, Object> exchange = new HashMap<>();
    exchange.put("currency", "EUR");
    exchange.put("rate", worthOf.path("rate").asString());
    exchange.put("date", worthOf.path("date").asString());
    if (minor != null) {
      exchange.put("minor", minor);
    }
    Map<String, Object> line = new HashMap<>(house.settles("E-100", worth));
    line.put("exchange", exchange);
    return line;
  }

  private static Map<?, ?> lost(long minor) {
    return Map.of("kind", "KEPT_BACK", "amountMinor", minor, "reason", "EXCHANGE");
  }

  @Test
  void anItemInAnotherCurrencyIsPaidAtTheRateOfTheDayThroughCurrencyClearing() {
    euros();
    house.statement(DAY, "1000.00", "2075.00", "1075.00,ALDER POTS,E-100");
    assertThat(shown().path("worth").path("rate").asString()).isEqualTo("1.0800");
    assertThat(shown().path("worth").path("openMinor").asLong()).isEqualTo(108_000);
    long money = house.money("ALDER POTS");
    String number =
        house
            .post(house.clerk, money, settles(108_000, 100_000), lost(500))
            .body()
            .path("number")
            .asString();
    assertThat(house.journal(number))
        .isEqualTo("1010 107500; 1290 -108000; 1290 100000; 1100 -100000; 6240 500; ");
    assertThat(house.open("E-100")).isZero();
    house.prove();
    rates("date,of,in,rate\n2026-11-16,EUR,USD,1.2000\n");
    house.prove();
    house.turnBack(house.clerk, number);
    assertThat(house.open("E-100")).isEqualTo(100_000);
    house.prove();
  }

  @Test
  void aPartFallsByWhatItIsWorthAndTheDraftKeepsTheRate() {
    euros();
    house.statement(DAY, "1000.00", "1541.37", "541.37,ALDER POTS,PART");
    long money = house.money("ALDER POTS");
    String draft = "/api/desk/money/" + money + "/draft";
    JsonNode judged =
        house
            .send(
                house.clerk,
                HttpMethod.PUT,
                draft,
                Map.of("lines", List.of(settles(54_137, null)), "putBy", false))
            .body();
    assertThat(judged.path("postable").asBoolean()).as(judged.toString()).isTrue();
    assertThat(
            house.sum("ALDER POTS").path("draft").get(0).path("exchange").path("rate").asString())
        .isEqualTo("1.0800");
    rates("date,of,in,rate\n2026-11-16,EUR,USD,1.0900\n");
    Map<String, Object> old = settles(54_137, null);
    cast(old.get("exchange")).put("rate", "1.0800");
    assertThat(house.post(house.clerk, money, old).sentence())
        .isEqualTo("E-100 is taken at EUR 1 = USD 1.0900 now; take the item once more.");
    assertThat(house.post(house.clerk, money, settles(54_137, null)).status()).isEqualTo(200);
    assertThat(house.open("E-100")).as("541.37 / 1.09 = 496.67").isEqualTo(100_000 - 49_667);
    house.prove();
  }

  @SuppressWarnings("unchecked")
  private static Map<String, Object> cast(Object map) {
    return (Map<String, Object>) map;
  }

  @Test
  void saysWhereNoRateIsKnownAndTakesNoneFromTheClerk() {
    house.items("E-100,K-1,Alder Pots,2026-10-14,,1000.00,1000.00,,EUR,,");
    house.statement(DAY, "1000.00", "2075.00", "1075.00,ALDER POTS,E-100");
    long money = house.money("ALDER POTS");
    assertThat(shown().has("worth")).isFalse();
    assertThat(house.post(house.clerk, money, house.settles("E-100", 107_500)).sentence())
        .startsWith("E-100 is in EUR, the money is in USD. No rate between them is known on 2026");
    Map<String, Object> own = new HashMap<>(house.settles("E-100", 107_500));
    own.put(
        "exchange",
        Map.of("currency", "EUR", "minor", 100_000, "rate", "1.075", "date", DAY.toString()));
    assertThat(house.post(house.clerk, money, own).code()).isEqualTo("currency");
    assertThat(
            house
                .send(
                    house.clerk,
                    HttpMethod.PUT,
                    "/api/rules/exchange-rates",
                    Map.of("of", "EUR", "in", "USD", "rate", "1.075", "date", DAY.toString()))
                .status())
        .isEqualTo(403);
  }

  @Test
  void refusesAFileOfRatesWholeWithLineAndReason() {
    House.Answer refused =
        rates("date,of,in,rate\n2026-11-02,EUR,USD,1.07\n2026-11-03,EUR,USD,x\n");
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.sentence()).startsWith("Line 3: rate: “x” is no rate");
    assertThat(rates("date,of,in,rate\n2031-11-02,EUR,USD,1.07\n").code()).isEqualTo("date-bounds");
    JsonNode rules = house.get(house.clerk, "/api/rules").body();
    assertThat(rules.path("exchange")).isEmpty();
    euros();
    JsonNode rate = house.get(house.clerk, "/api/rules").body().path("exchange").get(0);
    assertThat(rate.path("rate").asString()).isEqualTo("1.0800");
    assertThat(rate.path("days").asInt()).isEqualTo(2);
    house.prove();
  }

  @Test
  void anOwnTransferGoesFromOneCurrencyToAnotherAtTheRateOfTheBanks() {
    rates("date,of,in,rate\n2026-11-02,EUR,USD,1.0800\n");
    accounts.begin(
        house.clerk,
        "Nordlicht",
        "DE0912340000",
        LocalDate.of(2026, 10, 1),
        Money.ofMinor(Currency.getInstance("EUR"), 10_000));
    house.statement(DAY, "1000.00", "0.00", "-1000.00,SAVINGS,OWN TRANSFER");
    Map<?, ?> away = Map.of("kind", "TRANSFER", "amountMinor", 100_000, "account", "1020");
    String first =
        house.post(house.clerk, house.money("SAVINGS"), away).body().path("number").asString();
    assertThat(house.journal(first)).isEqualTo("1010 -100000; 1270 100000; ");
    String file =
        House.statementFile(DAY, "100.00", "1022.00", "922.00,QUAYLINE,CREDIT 0099001234")
            .replace(House.ACCOUNT + ",USD", "DE0912340000,EUR");
    JsonNode arrival = house.upload(house.clerk, "n.csv", file).body();
    assertThat(arrival.path("refusal").asString()).isEmpty();
    house.accept(arrival.path("id").asLong(), "CHANGES_ONLY", Map.of());
    assertThat(house.beside("QUAYLINE"))
        .isEqualTo(
            "own transfer %s from Quayline ··1234, USD 1,000.00 at 0.9220, LIKELY; "
                .formatted(first));
    String second =
        house
            .take("QUAYLINE", house.sum("QUAYLINE").path("beside").get(0))
            .body()
            .path("number")
            .asString();
    assertThat(house.journal(second))
        .isEqualTo("1020 92200; 1290 -92200; 1290 100000; 1270 -100000; ");
    house.prove();
  }
}
