package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/**
 * What is set aside leaves the pile with a reason, stays unexplained at the bank, and comes back.
 */
class SettingAsideTest extends ServerTest {
  @Autowired private JdbcClient sql;
  private long money;

  @BeforeEach
  void bringMoney() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(House.TODAY, "1000.00", "1530.00", "500.00,ALDER POTS,T-1", "30.00,WHO,?");
    money = house.money("ALDER POTS");
  }

  private House.Answer setAside(String reason, String note) {
    return house.send(
        house.clerk,
        HttpMethod.POST,
        "/api/desk/money/" + money + "/setting-aside",
        Map.of("reason", reason, "note", note));
  }

  private House.Answer bringBack() {
    return house.send(
        house.clerk, HttpMethod.POST, "/api/desk/money/" + money + "/bringing-back", Map.of());
  }

  private JsonNode desk() {
    return house.get(house.clerk, "/api/desk").body();
  }

  @Test
  void itLeavesThePileWithItsReasonAndIsListedUntilItIsBroughtBack() {
    assertThat(setAside("BANK_IS_ASKED", "asked on the 17th").body().path("words").asString())
        .isEqualTo("Set aside 500.00 of ALDER POTS, the bank is asked about it: asked on the 17th");
    assertThat(desk().path("entries").asInt()).isEqualTo(1);
    assertThat(desk().path("setAside").asInt()).isEqualTo(1);
    JsonNode listed = house.get(house.reader, "/api/desk/set-aside").body().get(0);
    assertThat(listed.path("payer").asString()).isEqualTo("ALDER POTS");
    assertThat(listed.path("why").asString())
        .isEqualTo("the bank is asked about it: asked on the 17th");
    assertThat(listed.path("person").asString()).isEqualTo("Ines");
    assertThat(listed.path("since").asString()).isEqualTo("2026-11-17");
    house.prove();
    assertThat(bringBack().status()).isEqualTo(200);
    assertThat(desk().path("entries").asInt()).isEqualTo(2);
    assertThat(house.get(house.clerk, "/api/desk/set-aside").body()).isEmpty();
    assertThat(house.post(house.clerk, money, house.settles("T-1", 50_000)).status())
        .isEqualTo(200);
    house.prove();
  }

  @Test
  void nothingExplainsItMeanwhileAndNobodyWithdrawsItsFile() {
    setAside("WAITS_FOR_PAPERS", "");
    House.Answer refused = house.post(house.clerk, money, house.settles("T-1", 50_000));
    assertThat(refused.code()).isEqualTo("set-aside");
    assertThat(refused.sentence())
        .isEqualTo("This sum is set aside, waits for papers; bring it back first.");
    assertThat(setAside("WAITS_FOR_PAPERS", "").code()).isEqualTo("set-aside");
    assertThat(house.get(house.clerk, "/api/desk/money/" + money).code()).isEqualTo("set-aside");
    long file =
        sql.sql("select arrival_id from money_in where id = ?")
            .param(money)
            .query(Long.class)
            .single();
    assertThat(
            house
                .send(
                    house.clerk, HttpMethod.POST, "/api/arrivals/" + file + "/withdrawal", Map.of())
                .code())
        .isEqualTo("set-aside");
  }

  @Test
  void aReasonThatSaysNothingNeedsANote() {
    assertThat(setAside("OTHER", " ").code()).isEqualTo("set-aside-note");
    assertThat(setAside("LOOKS_DOUBLE", "").code()).isEqualTo("set-aside-note");
    assertThat(setAside("OTHER", "x".repeat(201)).code()).isEqualTo("set-aside-note");
    assertThat(setAside("NO_SUCH", "").status()).isEqualTo(400);
    assertThat(bringBack().code()).isEqualTo("not-set-aside");
    assertThat(setAside("LOOKS_DOUBLE", "see the 12th").status()).isEqualTo(200);
  }

  @Test
  void whatIsExplainedIsNotSetAside() {
    house.post(house.clerk, money, house.settles("T-1", 50_000));
    assertThat(setAside("WAITS_FOR_PAPERS", "").code()).isEqualTo("claimed");
  }

  private void bringSlip() {
    String slip =
        """
        received,method,number,amount,currency,payer,invoices,account,slip,banked
        2026-11-16,cheque,4471,359.20,USD,ASH,,%s,S-118,2026-11-16
        """
            .formatted(House.ACCOUNT);
    long file = house.upload(house.clerk, "r.csv", slip).body().path("id").asLong();
    assertThat(house.accept(file, "CHANGES_ONLY", Map.of()).status()).isEqualTo(200);
  }

  private JsonNode slip() {
    return house.get(house.clerk, "/api/deposits").body().path("deposits").get(0);
  }

  @Test
  void aDepositThatComesMeanwhileIsMetByItOnlyWhenItIsBroughtBack() {
    house.statement(House.TODAY, "1530.00", "1889.20", "359.20,BRANCH,DEPOSIT S-118");
    money = house.money("BRANCH");
    setAside("BANK_IS_ASKED", "");
    bringSlip();
    assertThat(slip().has("entry")).isFalse();
    house.prove();
    bringBack();
    assertThat(slip().path("entry").path("id").asLong()).isEqualTo(money);
    house.prove();
  }

  @Test
  void oneThatIsSetAsideStaysAPossibility() {
    house.statement(
        House.TODAY,
        "1530.00",
        "2248.40",
        "359.20,BRANCH,DEPOSIT S-118",
        "359.20,OTHER,DEPOSIT S-118");
    money = house.money("BRANCH");
    setAside("BANK_IS_ASKED", "");
    bringSlip();
    assertThat(slip().has("entry")).as("either may be it").isFalse();
  }

  @Test
  void theProofSeesOneThatWasChangedPastTheRecord() {
    setAside("WAITS_FOR_PAPERS", "");
    house.prove();
    String changed = "update set_aside set note = '%s' where money_in_id = ?";
    sql.sql(changed.formatted("other")).param(money).update();
    String proof = house.get(house.supervisor, "/api/books/proof").body().toString();
    assertThat(proof).contains("“set aside” is not what line");
    sql.sql(changed.formatted("")).param(money).update();
  }
}
