package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** The bank takes a payment back: what it settled opens again, and the receipt stands. */
class ReturnedPaymentsTest extends ServerTest {
  private static final LocalDate LATER = House.TODAY;
  private String receipt;

  @BeforeEach
  void receiveAPayment() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,",
        "T-2,K-1,Alder Pots,2026-10-15,,300.00,300.00,,USD,,");
    house.statement(
        LATER.minusDays(4), "1000.00", "1799.00", "799.00,ALDER POTS,T-1 T-2 CHQ 004471");
    receipt =
        house
            .post(
                house.clerk,
                house.money("ALDER POTS"),
                house.settles("T-1", 50_000),
                house.settles("T-2", 30_000),
                Map.of(
                    "kind",
                    "GRANTED",
                    "amountMinor",
                    100,
                    "reason",
                    "SMALL_DIFFERENCE",
                    "itemId",
                    house.item("T-2").path("id").asLong()))
            .body()
            .path("number")
            .asString();
  }

  private JsonNode trail(String number) {
    return house.get(house.clerk, "/api/trail/postings/" + number.replace('-', '/')).body();
  }

  @Test
  void theWholePaymentGoesBackWithWhatWasGrantedAndItsItemsOpenAgain() {
    assertThat(receipt).as("posted").isNotEmpty();
    house.statement(LATER, "1799.00", "1000.00", "-799.00,QUAYLINE,RETURNED ITEM CHQ 004471");
    JsonNode way = house.sum("QUAYLINE").path("beside").get(0);
    assertThat(way.path("words").asString())
        .isEqualTo("returned, 799.00 of ALDER POTS (%s)".formatted(receipt));
    assertThat(way.path("certainty").asString()).isEqualTo("LIKELY");
    House.Answer returned = house.take("QUAYLINE", way);
    assertThat(returned.body().path("words").asString())
        .isEqualTo("Posted −799.00 to Alder Pots, a returned payment");
    String number = returned.body().path("number").asString();
    assertThat(house.journal(number)).isEqualTo("1010 -79900; 1100 50000; 1100 30000; 6200 -100; ");
    assertThat(house.open("T-1")).isEqualTo(50_000);
    assertThat(house.open("T-2")).isEqualTo(30_000);
    house.prove();
    assertThat(trail(receipt).path("returnedBy").asString()).isEqualTo(number);
    assertThat(trail(number).path("returns").get(0).asString()).isEqualTo(receipt);
    assertThat(trail(number).path("tape").toString()).contains("taken back T-2");
    assertThat(house.turnBack(house.clerk, receipt).code()).isEqualTo("returned-since");
    assertThat(house.turnBack(house.clerk, number).status()).isEqualTo(200);
    assertThat(trail(receipt).has("returnedBy")).isFalse();
    assertThat(house.open("T-1")).isZero();
    house.prove();
    assertThat(house.turnBack(house.clerk, receipt).status()).isEqualTo(200);
    house.prove();
  }

  @Test
  void aPartIsFoundByTheChequesNumberAndOpensWhatWasPlacedLast() {
    house.statement(LATER, "1799.00", "1300.00", "-499.00,QUAYLINE,DEBIT");
    long money = house.money("QUAYLINE");
    JsonNode found =
        house.get(house.clerk, "/api/desk/money/" + money + "/receipts?find=t-2").body();
    assertThat(found.get(0).path("words").asString())
        .isEqualTo("a part returned, 799.00 of ALDER POTS (%s)".formatted(receipt));
    String number = house.take("QUAYLINE", found.get(0)).body().path("number").asString();
    // T-2 whole with the 1.00 that was let off, and 200.00 of T-1
    assertThat(house.journal(number)).isEqualTo("1010 -49900; 1100 30000; 6200 -100; 1100 20000; ");
    assertThat(house.open("T-1")).isEqualTo(20_000);
    house.prove();
    house.statement(LATER, "1300.00", "800.00", "-500.00,QUAYLINE,MORE");
    JsonNode again =
        house
            .get(house.clerk, "/api/desk/money/" + house.money("QUAYLINE") + "/receipts?find=alder")
            .body()
            .get(0);
    assertThat(house.take("QUAYLINE", again).code())
        .as("only 300.00 of it are left to return")
        .isEqualTo("not-zero");
  }

  @Test
  void whatAReturnOpenedAndWasPaidSinceKeepsTheReturn() {
    house.statement(LATER, "1799.00", "1000.00", "-799.00,QUAYLINE,RETURNED CHQ 004471");
    String number =
        house
            .take("QUAYLINE", house.sum("QUAYLINE").path("beside").get(0))
            .body()
            .path("number")
            .asString();
    house.statement(LATER, "1000.00", "1500.00", "500.00,ALDER AGAIN,T-1");
    house.post(house.clerk, house.money("ALDER AGAIN"), house.settles("T-1", 50_000));
    assertThat(house.turnBack(house.clerk, number).code()).isEqualTo("paid-since");
    assertThat(house.turnBack(house.clerk, receipt).code()).isEqualTo("returned-since");
    house.prove();
  }

  @Test
  void refusesToReturnWhatIsNoReceiptOrMoreThanItWas() {
    house.statement(LATER, "1799.00", "999.00", "-800.00,QUAYLINE,RETURNED CHQ 004471");
    long item = house.item("T-1").path("id").asLong();
    long out = house.money("QUAYLINE");
    Map<?, ?> ofItself =
        Map.of("kind", "REOPENS", "amountMinor", 80_000, "itemId", item, "returned", out);
    assertThat(house.post(house.clerk, out, ofItself).code()).isEqualTo("no-receipt");
    Map<?, ?> ofNothing = Map.of("kind", "REOPENS", "amountMinor", 80_000, "itemId", item);
    assertThat(house.post(house.clerk, out, ofNothing).code()).isEqualTo("no-receipt");
  }

  @Test
  void aPaymentFromBeforeTheBooksIsOwedAgainByItsCustomerAndSettledLikeAnInvoice() {
    JsonNode past =
        house
            .upload(
                house.clerk,
                "past.csv",
                "paid,payer,payer account,amount,currency,customer,invoices,discount\n"
                    + "2026-09-03,ALDER POTS,,242.60,USD,K-1,T-0,\n")
            .body();
    house.accept(past.path("id").asLong(), "CHANGES_ONLY", Map.of());
    house.statement(LATER, "1799.00", "1556.40", "-242.60,QUAYLINE,RETURNED CHEQUE ALDER POTS");
    JsonNode way = house.sum("QUAYLINE").path("beside").get(0);
    assertThat(way.path("words").asString())
        .isEqualTo("returned from before these books, owed again by Alder Pots");
    assertThat(way.path("certainty").asString()).isEqualTo("LIKELY");
    String number = house.take("QUAYLINE", way).body().path("number").asString();
    assertThat(house.journal(number)).isEqualTo("1010 -24260; 1100 24260; ");
    assertThat(house.open(number)).isEqualTo(24_260);
    house.prove();
    house.statement(LATER, "1556.40", "1799.00", "242.60,ALDER AGAIN,SORRY");
    House.Answer paid =
        house.post(house.clerk, house.money("ALDER AGAIN"), house.settles(number, 24_260));
    assertThat(paid.status()).isEqualTo(200);
    assertThat(house.turnBack(house.clerk, number).code()).isEqualTo("credit-used-since");
    house.prove();
  }

  @Test
  void aChargeIsPassedOnToItsPayerAndCustomersAreFoundByAPartOfTheirName() {
    house.statement(LATER, "1799.00", "1784.00", "-15.00,QUAYLINE,CHARGE FOR CHQ 004471");
    long customer =
        house.get(house.clerk, "/api/customers/found?text=LDER").body().get(0).path("id").asLong();
    assertThat(house.get(house.clerk, "/api/customers/found?text=%25").body()).isEmpty();
    Map<?, ?> owed = Map.of("kind", "OWED", "amountMinor", 1_500, "customerId", customer);
    Map<?, ?> nobody = Map.of("kind", "OWED", "amountMinor", 1_500);
    assertThat(house.post(house.clerk, house.money("QUAYLINE"), nobody).code())
        .isEqualTo("no-customer");
    assertThat(house.post(house.clerk, house.money("QUAYLINE"), owed).status()).isEqualTo(200);
    house.prove();
  }

  /** 200.00 stayed on account and settled T-3 later: with the payment T-3 opens again. */
  @Test
  void whatTheMoneyOnAccountSettledSinceOpensAgain() {
    house.items("T-3,K-1,Alder Pots,2026-11-15,,200.00,200.00,,USD,,");
    house.statement(LATER.minusDays(3), "1799.00", "1999.00", "200.00,ALDER POTS,PREPAID");
    long customer = house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong();
    House.Answer kept =
        house.post(
            house.clerk,
            house.money("ALDER POTS"),
            Map.of("kind", "ON_ACCOUNT", "amountMinor", 20_000, "customerId", customer));
    String credit = kept.body().path("number").asString();
    Map<String, Object> used =
        Map.of(
            "kind",
            "CREDIT_USED",
            "amountMinor",
            20_000,
            "itemId",
            house.item(credit).path("id").asLong());
    Map<String, Object> tape =
        Map.of("currency", "USD", "lines", List.of(used, house.settles("T-3", 20_000)));
    House.Answer placed = house.send(house.clerk, HttpMethod.POST, "/api/desk/credits", tape);
    assertThat(house.open("T-3")).isZero();
    house.statement(LATER, "1999.00", "1799.00", "-200.00,QUAYLINE,RETURNED ALDER POTS PREPAID");
    JsonNode way = house.sum("QUAYLINE").path("beside").get(0);
    House.Answer returned = house.take("QUAYLINE", way);
    assertThat(house.journal(returned.body().path("number").asString()))
        .isEqualTo("1010 -20000; 1100 20000; ");
    assertThat(house.open("T-3")).isEqualTo(20_000);
    house.prove();
    House.Answer tooLate = house.turnBack(house.clerk, placed.body().path("number").asString());
    assertThat(tooLate.sentence()).contains("a return has opened it since");
    house.prove();
    String return_ = returned.body().path("number").asString();
    String use = placed.body().path("number").asString();
    assertThat(house.restingOn(return_)).isEmpty();
    assertThat(house.restingOn(use)).containsExactly(return_);
    assertThat(house.restingOn(credit)).containsExactly(return_, use);
    assertThat(house.turnBack(house.clerk, credit, use).code()).isEqualTo("rests-otherwise");
    assertThat(house.turnBack(house.reader, credit, return_, use).status()).isEqualTo(403);
    assertThat(house.open("T-3")).as("nothing is half done").isEqualTo(20_000);
    House.Answer all = house.turnBack(house.clerk, credit, return_, use);
    assertThat(all.sentence()).isEmpty();
    assertThat(all.body().path("words").asString()).endsWith("and 2 that rested on it");
    assertThat(house.sum("QUAYLINE").path("id").isNumber()).as("to be explained again").isTrue();
    assertThat(house.money("ALDER POTS")).isPositive();
    assertThat(house.restingOn(receipt)).isEmpty();
    house.prove();
  }

  /** 200.00 stayed on account and was used together with another payment of 50.00. */
  @Test
  void whatWasSettledTogetherWithAnotherPaymentOpensAsFarAsTheCreditPaidIt() {
    house.items("T-3,K-1,Alder Pots,2026-11-15,,250.00,250.00,,USD,,");
    house.statement(
        LATER.minusDays(3),
        "1799.00",
        "2049.00",
        "200.00,ALDER POTS,PREPAID",
        "50.00,ALDER B,REST");
    long customer = house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong();
    House.Answer kept =
        house.post(
            house.clerk,
            house.money("ALDER POTS"),
            Map.of("kind", "ON_ACCOUNT", "amountMinor", 20_000, "customerId", customer));
    String credit = kept.body().path("number").asString();
    House.Answer both =
        house.post(
            house.clerk,
            house.money("ALDER B"),
            Map.of(
                "kind",
                "CREDIT_USED",
                "amountMinor",
                20_000,
                "itemId",
                house.item(credit).path("id").asLong()),
            house.settles("T-3", 25_000));
    assertThat(both.status()).as(both.sentence()).isEqualTo(200);
    house.statement(LATER, "2049.00", "1849.00", "-200.00,QUAYLINE,RETURNED ALDER POTS PREPAID");
    House.Answer returned = house.take("QUAYLINE", house.sum("QUAYLINE").path("beside").get(0));
    assertThat(returned.status()).as(returned.sentence()).isEqualTo(200);
    assertThat(house.open("T-3")).isEqualTo(20_000);
    house.prove();
  }
}
