package io.sumbrel.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.Money;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.bank.BankAccounts;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** An account is met however a file writes its number; where it may be two, somebody says which. */
class WhichAccountTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final LocalDate BEGINS = LocalDate.of(2026, 10, 1);

  @Autowired private BankAccounts accounts;

  private void begin(String name, String number, String currency, long minor) {
    accounts.begin(
        house.clerk, name, number, BEGINS, Money.ofMinor(Currency.getInstance(currency), minor));
  }

  private JsonNode bring(String number, int of, String currency) {
    String file =
        House.statementFile(DAY, "1000.00", "1050.00", "50.00,ALDER POTS,T-" + of)
            .replace(House.ACCOUNT, number)
            .replace("USD", currency)
            .replace(currency + ",1,", currency + "," + of + ",");
    return house.upload(house.clerk, "s%d.csv".formatted(of), file).body();
  }

  @Test
  void anAccountIsMetByItsIbanItsNationalNumberAndWithItsCurrencyBehind() {
    begin("Nordlicht", "DE89370400440532013000", "EUR", 100_000);
    assertThat(bring("37040044/532013000", 1, "EUR").path("account").asString())
        .isEqualTo("Nordlicht ··3000");
    JsonNode withCurrency = bring("0532013000EUR", 2, "EUR");
    assertThat(withCurrency.path("account").asString()).isEqualTo("Nordlicht ··3000");
    assertThat(house.accept(withCurrency.path("id").asLong(), "CHANGES_ONLY", Map.of()).status())
        .isEqualTo(200);
    assertThat(bring("0532013001", 3, "EUR").path("refusal").asString())
        .isEqualTo("Account 0532013001 is not one of this house; nothing of the file was stored.");
  }

  /** Some banks keep one number in several currencies (common practice). */
  @Test
  void oneNumberInTwoCurrenciesIsTwoAccounts() {
    begin("Quayline euro", House.ACCOUNT, "EUR", 100_000);
    assertThat(bring(House.ACCOUNT, 1, "EUR").path("account").asString())
        .startsWith("Quayline euro");
    assertThat(bring(House.ACCOUNT, 2, "USD").path("account").asString()).startsWith("Quayline ··");
    assertThat(bring(House.ACCOUNT, 3, "GBP").path("refusal").asString())
        .contains("The file is in GBP, the account Quayline is kept in USD");
  }

  @Test
  void whichOfTwoIsMeantIsAskedOnceAndRemembered() {
    begin("Nordlicht", "DE89370400440532013000", "EUR", 100_000);
    begin("Südufer", "DE44500105170532013000", "EUR", 100_000);
    JsonNode asked = bring("0532013000", 1, "EUR");
    assertThat(asked.path("state").asString()).isEqualTo("LAYOUT");
    assertThat(asked.path("asks").asString()).isEqualTo("ACCOUNT");
    assertThat(asked.path("mayBeNamed").asBoolean()).isFalse();
    assertThat(asked.path("notes").get(0).asString())
        .isEqualTo(
            "The file names the account 0532013000, and that may be Nordlicht ··3000 or Südufer ··3000.");
    String path = "/api/arrivals/" + asked.path("id").asLong() + "/account";
    JsonNode question = house.get(house.clerk, path).body();
    assertThat(question.path("written").asString()).isEqualTo("0532013000");
    assertThat(question.path("choices").size()).isEqualTo(2);
    long second = question.path("choices").get(1).path("id").asLong();
    long first =
        house.get(house.reader, "/api/arrivals/accounts").body().get(0).path("id").asLong();
    assertThat(house.send(house.clerk, HttpMethod.PUT, path + "/" + first, Map.of()).code())
        .as("of another currency")
        .isEqualTo("unknown-account");
    assertThat(house.send(house.reader, HttpMethod.PUT, path + "/" + second, Map.of()).status())
        .isEqualTo(403);
    House.Answer said = house.send(house.clerk, HttpMethod.PUT, path + "/" + second, Map.of());
    assertThat(said.body().path("state").asString()).isEqualTo("WAITING");
    assertThat(said.body().path("account").asString()).isEqualTo("Südufer ··3000");
    assertThat(house.send(house.clerk, HttpMethod.PUT, path + "/" + second, Map.of()).code())
        .isEqualTo("no-question");
    assertThat(house.accept(asked.path("id").asLong(), "CHANGES_ONLY", Map.of()).status())
        .isEqualTo(200);
    assertThat(bring("0532013000", 2, "EUR").path("account").asString())
        .isEqualTo("Südufer ··3000");
    assertThat(bring("DE89370400440532013000", 3, "EUR").path("account").asString())
        .isEqualTo("Nordlicht ··3000");
  }
}
