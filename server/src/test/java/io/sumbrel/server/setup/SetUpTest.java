package io.sumbrel.server.setup;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.House.Answer;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What the books are made of is changed by a supervisor; what was posted stays as it was. */
class SetUpTest extends ServerTest {

  private Answer act(HttpMethod method, String path, Object body) {
    return house.send(house.supervisor, method, "/api/set-up" + path, body);
  }

  private Answer bank(String number, String currency, String date, String balance) {
    return act(
        HttpMethod.POST,
        "/bank-accounts",
        Map.of(
            "name",
            "Harbour",
            "number",
            number,
            "currency",
            currency,
            "date",
            date,
            "balance",
            balance));
  }

  private JsonNode one(String list, String member, String value) {
    for (JsonNode node : house.get(house.reader, "/api/set-up").body().path(list)) {
      if (node.path(member).asString().equals(value)) {
        return node;
      }
    }
    throw new AssertionError(value);
  }

  private Answer change(String code, String number, String name, boolean retired) {
    return act(
        HttpMethod.PUT,
        "/accounts/" + code,
        Map.of("number", number, "name", name, "retired", retired));
  }

  @Test
  void aBankAccountInAnotherCurrencyBeginsWithItsBalanceAndTakesItsStatement() {
    assertThat(bank("DE02 1203 0000 0000 2020 51", "EUR", "2026-11-16", "2500.50").status())
        .isEqualTo(204);
    JsonNode added = one("bankAccounts", "name", "Harbour");
    assertThat(added.path("ledger").asString()).isEqualTo("1020");
    assertThat(added.path("balance").asString()).isEqualTo("2,500.50");
    assertThat(house.get(house.clerk, "/api/books/balances").body().toString())
        .contains(
            "\"account\":\"1020\",\"accountName\":\"Harbour\",\"currency\":\"EUR\",\"minor\":250050");
    Answer read =
        house.upload(
            house.clerk,
            "harbour.csv",
            """
            account,currency,statement,from,to,opening,closing
            DE02120300000000202051,EUR,1,2026-11-16,2026-11-16,2500.50,2600.50
            date,amount,name,text
            2026-11-16,100.00,ALDER POTS,T-1
            """);
    assertThat(read.status()).isLessThan(500);
    house.prove();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "77-1 | EUR | 2026-11-16 | 1.005 | amount-decimals",
        "77-1 | EUX | 2026-11-16 | 1.00 | currency",
        "77-1 | EUR | 1926-11-16 | 1.00 | date-bounds",
        "' '  | EUR | 2026-11-16 | 1.00 | answer-missing"
      })
  void whatIsNoBankAccountIsRefused(
      String number, String currency, String date, String balance, String code) {
    Answer refused = bank(number, currency, date, balance);
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.code()).as(refused.sentence()).isEqualTo(code);
    assertThat(house.get(house.reader, "/api/set-up").body().path("bankAccounts")).hasSize(1);
  }

  @Test
  void oneNumberInOneCurrencyIsOneAccountAndNothingBeginsInAClosedMonth() {
    assertThat(bank(House.ACCOUNT, "USD", "2026-11-16", "0.00").sentence())
        .isEqualTo(House.ACCOUNT + " is the number of Quayline already.");
    house.statement(LocalDate.of(2026, 10, 31), "1000.00", "1000.00");
    assertThat(house.close("2026-10")).isTrue();
    assertThat(bank("77-1", "USD", "2026-10-16", "1.00").code()).isEqualTo("closed-month");
    assertThat(bank("77-1", "USD", "2026-11-02", "1.00").status()).isEqualTo(204);
  }

  @Test
  void anAccountIsCalledOtherwiseAndTheBooksShowItSo() {
    house.statement(House.TODAY, "1000.00", "1030.00", "30.00,STALL,FAIR");
    house.post(
        house.clerk,
        house.money("STALL"),
        Map.of("kind", "TO_ACCOUNT", "amountMinor", 3_000, "account", "4800"));
    assertThat(change("4800", "8400.1", "Sundry income", false).status()).isEqualTo(204);
    assertThat(house.get(house.clerk, "/api/books/balances").body().toString())
        .contains("\"account\":\"8400.1\",\"accountName\":\"Sundry income\"");
    assertThat(house.get(house.clerk, "/api/books/journal?find=8400.1").body().path("entries"))
        .hasSize(1);
    assertThat(change("4800", "6100", "Sundry income", false).sentence())
        .isEqualTo("6100 is the number of Bank charges already.");
    assertThat(change("4711", "4711", "Soap", false).status()).isEqualTo(404);
  }

  @Test
  void anAccountInUseOrWithABalanceIsNotRetired() {
    assertThat(change("4910", "4910", "Corrections", true).sentence())
        .contains("is used by the reason “price corrected”");
    assertThat(change("1100", "1100", "Receivables", true).sentence())
        .contains("is moved by the posting table");
    house.statement(House.TODAY, "1000.00", "1030.00", "30.00,STALL,FAIR");
    house.post(
        house.clerk,
        house.money("STALL"),
        Map.of("kind", "TO_ACCOUNT", "amountMinor", 3_000, "account", "4800"));
    assertThat(change("4800", "4800", "Other income", true).sentence())
        .isEqualTo("4800 Other income stands at USD −30.00; move that before it is retired.");
    act(HttpMethod.POST, "/accounts", Map.of("number", "4870", "name", "Fairs"));
    assertThat(change("4870", "4870", "Fairs", true).status()).isEqualTo(204);
    assertThat(one("accounts", "code", "4870").path("byHand").asBoolean()).isFalse();
    assertThat(change("4870", "4870", "Fairs", false).status()).isEqualTo(204);
  }

  @Test
  void aListOfAccountsIsBroughtInWholeOrNotAtAll() {
    Answer brought =
        act(
            HttpMethod.POST,
            "/accounts/file",
            Map.of("text", "name,number\nCharges of banks,6100\nMarket fairs,4870\n"));
    assertThat(brought.body().path("added").asInt()).isEqualTo(1);
    assertThat(one("accounts", "code", "6100").path("name").asString())
        .isEqualTo("Charges of banks");
    Answer wrong =
        act(
            HttpMethod.POST,
            "/accounts/file",
            Map.of("text", "number,name\n4871,Other fairs\n4872,\n4871,Twice\n"));
    assertThat(wrong.status()).isEqualTo(422);
    assertThat(wrong.sentence()).contains("name").contains("Line 3");
    Answer twice =
        act(HttpMethod.POST, "/accounts/file", Map.of("text", "number,name\n4871,A\n4871,B\n"));
    assertThat(twice.sentence()).contains("4871 stands in the file twice");
    Answer impossible =
        act(HttpMethod.POST, "/accounts/file", Map.of("text", "number,name\n4871,A\n4 8,B\n"));
    assertThat(impossible.code()).isEqualTo("account");
    assertThat(house.get(house.reader, "/api/set-up").body().toString()).doesNotContain("\"4871\"");
  }

  /** 119.00 at 19 % holds 19.00 of tax: amount × rate / (100 % + rate), common practice. */
  @Test
  void aRateHoldsFromItsDayOn() {
    house.statement(House.TODAY, "1000.00", "1119.00", "119.00,STALL,FAIR");
    assertThat(
            act(
                    HttpMethod.PUT,
                    "/tax-rates",
                    Map.of("code", "SALES", "from", "2026-11-01", "percent", "19"))
                .status())
        .isEqualTo(204);
    Answer posted =
        house.post(
            house.clerk,
            house.money("STALL"),
            Map.of(
                "kind",
                "TO_ACCOUNT",
                "amountMinor",
                11_900,
                "account",
                "4800",
                "taxCode",
                "SALES"));
    assertThat(house.journal(posted.body().path("number").asString()))
        .isEqualTo("1010 11900; 4800 -10000; 2200 -1900; ");
    for (String percent : new String[] {"101", "1.234", "x", "-1"}) {
      Answer refused =
          act(
              HttpMethod.PUT,
              "/tax-rates",
              Map.of("code", "SALES", "from", "2026-11-01", "percent", percent));
      assertThat(refused.code()).as(percent).isEqualTo("tax-rate");
    }
    assertThat(
            act(
                    HttpMethod.POST,
                    "/tax-codes",
                    Map.of(
                        "code",
                        "low",
                        "words",
                        "low tax on sales",
                        "account",
                        "4800",
                        "from",
                        "2026-01-01",
                        "percent",
                        "7,5"))
                .status())
        .isEqualTo(204);
    assertThat(one("taxCodes", "code", "LOW").path("rates").toString()).contains("\"7.5\"");
    assertThat(
            act(
                    HttpMethod.POST,
                    "/tax-codes",
                    Map.of(
                        "code",
                        "LOW",
                        "words",
                        "another",
                        "account",
                        "4800",
                        "from",
                        "2026-01-01",
                        "percent",
                        "7"))
                .code())
        .isEqualTo("tax-code");
  }
}
