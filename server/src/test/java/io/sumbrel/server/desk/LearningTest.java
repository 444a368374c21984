package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a clerk places is known the next time; what is in the books already is shown first. */
class LearningTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  @BeforeEach
  void bringIn() {
    house.items(
        "T-501,K-1,Alder Pots,2026-10-14,2026-11-13,1280.00,1280.00,,USD,,net 30",
        "T-502,K-1,Alder Pots,2026-11-10,2026-12-10,700.00,700.00,,USD,,net 30",
        "T-503,K-2,Birch Kilns,2026-10-20,2026-11-19,640.00,640.00,,USD,,net 30",
        "T-504,K-2,Birch Kilns,2026-10-20,2026-11-19,700.00,700.00,,USD,,net 30");
  }

  private JsonNode sum(long money) {
    return house.get(house.clerk, "/api/desk/money/" + money).body();
  }

  private List<String> reasons(JsonNode way) {
    List<String> reasons = new ArrayList<>();
    way.path("evidence").forEach(e -> reasons.add(e.path("words").asString()));
    return reasons;
  }

  @Test
  void whoPaidForWhomIsRememberedAndForgottenWhenTurnedBack() {
    house.statement(
        DAY,
        "1000.00",
        "2340.00",
        "640.00,NORTH STREET OFFICE,T-503",
        "700.00,NORTH STREET OFFICE TWO,PAYMENT");
    house.statement(DAY.plusDays(1), "2340.00", "3040.00", "700.00,NORTH STREET OFFICE,PAYMENT");
    List<Long> unplaced = new ArrayList<>();
    for (JsonNode row : house.get(house.clerk, "/api/desk").body().path("rows")) {
      if (row.path("payer").asString().equals("NORTH STREET OFFICE")) {
        unplaced.add(row.path("id").asLong());
      }
    }
    long named =
        sum(unplaced.get(0)).path("text").asString().contains("T-503")
            ? unplaced.get(0)
            : unplaced.get(1);
    long silent = named == unplaced.get(0) ? unplaced.get(1) : unplaced.get(0);
    assertThat(reasons(sum(silent).path("ways").get(0)))
        .contains("no customer is known by the payer's name");

    House.Answer posted = house.post(house.clerk, named, house.settles("T-503", 64_000));
    assertThat(posted.status()).isEqualTo(200);
    JsonNode way = sum(silent).path("ways").get(0);
    assertThat(way.path("words").asString()).isEqualTo("T-504");
    assertThat(reasons(way))
        .contains("this payer paid for Birch Kilns 1 time before, last on 2026-11-16");

    house.turnBack(house.clerk, posted.body().path("number").asString());
    assertThat(reasons(sum(silent).path("ways").get(0)))
        .noneMatch(r -> r.contains("paid for Birch Kilns"));
  }

  /**
   * Twice the bank on the way kept 17.30 of what Alder Pots paid; the third time it is expected.
   */
  @Test
  void whatABankKeepsEachTimeIsRemembered() {
    house.items(
        "T-601,K-1,Alder Pots,2026-10-14,2026-11-13,410.00,410.00,,USD,,net 30",
        "T-602,K-1,Alder Pots,2026-10-15,2026-11-14,520.00,520.00,,USD,,net 30",
        "T-603,K-1,Alder Pots,2026-10-16,2026-11-15,633.00,633.00,,USD,,net 30");
    house.statement(
        DAY,
        "1000.00",
        "2511.10",
        "392.70,ALDER POTS,T-601",
        "502.70,ALDER POTS,T-602",
        "615.70,ALDER POTS,THANK YOU");
    placeLess(39_270, "T-601", 41_000);
    assertThat(reasons(chargedWay())).noneMatch(r -> r.startsWith("lost just as much"));
    String second = placeLess(50_270, "T-602", 52_000);
    assertThat(reasons(chargedWay()))
        .contains("lost just as much on the way on 2 of 2 earlier payments");
    house.turnBack(house.clerk, second);
    assertThat(reasons(chargedWay())).noneMatch(r -> r.startsWith("lost just as much"));
  }

  private JsonNode ofAmount(long minor) {
    for (JsonNode row : house.get(house.clerk, "/api/desk").body().path("rows")) {
      if (row.path("amountMinor").asLong() == minor) {
        return sum(row.path("id").asLong());
      }
    }
    throw new AssertionError("no sum of " + minor);
  }

  /** Places a sum on an item, the rest being a bank charge; gives the posting's number. */
  private String placeLess(long minor, String item, long billed) {
    House.Answer posted =
        house.post(
            house.clerk,
            ofAmount(minor).path("id").asLong(),
            house.settles(item, billed),
            Map.of("kind", "KEPT_BACK", "reason", "BANK_CHARGE", "amountMinor", billed - minor));
    assertThat(posted.status()).isEqualTo(200);
    return posted.body().path("number").asString();
  }

  private JsonNode chargedWay() {
    for (JsonNode way : ofAmount(61_570).path("ways")) {
      if (way.path("words").asString().equals("T-603, less 17.30 charge")) {
        return way;
      }
    }
    throw new AssertionError("no way less a charge");
  }

  @Test
  void aSumThatIsRecordedIsShownBeforeInvoicesAndWarnedOf() {
    House.Answer receipts =
        house.upload(
            house.clerk,
            "receipts.csv",
            """
            received,method,number,amount,currency,payer,invoices,account,slip,banked
            2026-11-13,cheque,88,700.00,USD,ALDER POTS,T-9,%s,S-31,2026-11-14
            2026-11-13,cheque,89,700.00,USD,BIRCH KILNS,T-8,%s,S-32,2026-11-14
            """
                .formatted(House.ACCOUNT, House.ACCOUNT));
    house.accept(receipts.body().path("id").asLong(), "CHANGES_ONLY", Map.of());
    String statement =
        House.statementFile(DAY, "1000.00", "1700.00", "700.00,,BRANCH DEPOSIT")
            .replace(",transfer,", ",deposit,");
    long file = house.upload(house.clerk, "s.csv", statement).body().path("id").asLong();
    house.accept(file, "CHANGES_ONLY", Map.of());
    JsonNode sum = sum(house.money("BRANCH DEPOSIT"));
    List<String> ways = new ArrayList<>();
    sum.path("ways").forEach(w -> ways.add(w.path("words").asString()));
    assertThat(ways)
        .containsExactlyInAnyOrder(
            "deposit slip S-31, recorded already", "deposit slip S-32, recorded already");
    assertThat(sum.path("ways").get(0).path("tie").asBoolean()).isTrue();
    assertThat(sum.path("recordedAlready").asString())
        .endsWith(
            "of 2026-11-14 is recorded and waits for the bank; placed on items too, it may count twice");
    assertThat(house.get(house.clerk, "/api/desk/sure").body()).isEmpty();
    assertThat(
            house
                .post(house.clerk, sum.path("id").asLong(), house.settles("T-502", 70_000))
                .status())
        .as("warned of, never refused")
        .isEqualTo(200);
  }
}
