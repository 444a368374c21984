package io.sumbrel.server.party;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;

/** A customer or an account that is missing is added while a sum is being placed. */
class AddMissingTest extends ServerTest {
  private House.Answer add(Actor actor, String path, String number, String name) {
    return house.send(actor, HttpMethod.POST, path, Map.of("number", number, "name", name));
  }

  private House.Answer customer(Actor actor, String number, String name) {
    return add(actor, "/api/customers", number, name);
  }

  private House.Answer account(Actor actor, String number, String name) {
    return add(actor, "/api/set-up/accounts", number, name);
  }

  @Test
  void moneyStaysOnAccountOfACustomerThatNoListHoldsYetAndAListSaysItsName() {
    house.statement(House.TODAY, "1000.00", "1250.00", "250.00,WREN STUDIO,FIRST ORDER");
    House.Answer added = customer(house.clerk, " K-77 ", "Wren Studio");
    assertThat(added.status()).as(added.sentence()).isEqualTo(200);
    long wren = added.body().path("id").asLong();
    Map<String, Object> line =
        Map.of("kind", "ON_ACCOUNT", "amountMinor", 25_000, "customerId", wren);
    House.Answer posted = house.post(house.clerk, house.money("WREN STUDIO"), line);
    assertThat(posted.body().path("words").asString()).isEqualTo("Posted 250.00 to Wren Studio");
    house.prove();
    house.items("T-9,K-77,Wren Studio & Daughters,2026-11-15,,250.00,250.00,,USD,,");
    assertThat(house.get(house.clerk, "/api/customers").body().get(0).path("name").asString())
        .isEqualTo("Wren Studio & Daughters");
    assertThat(customer(house.clerk, "K-77", "Another").sentence())
        .isEqualTo("K-77 is the number of Wren Studio & Daughters already.");
    house.prove();
  }

  @Test
  void moneyGoesToAnAccountThatASupervisorAdded() {
    house.statement(House.TODAY, "1000.00", "1030.00", "30.00,STALL,FAIR");
    House.Answer added = account(house.supervisor, "4870", "Market fairs");
    assertThat(added.sentence()).isEmpty();
    assertThat(added.body().path("words").asString()).isEqualTo("4870 Market fairs");
    Map<String, Object> line =
        Map.of("kind", "TO_ACCOUNT", "amountMinor", 3_000, "account", "4870");
    House.Answer posted = house.post(house.clerk, house.money("STALL"), line);
    assertThat(house.journal(posted.body().path("number").asString()))
        .isEqualTo("1010 3000; 4870 -3000; ");
    house.prove();
  }

  @Test
  void refusesWhatIsNoneWhatIsThereAndWhoMayNot() {
    assertThat(customer(house.reader, "K-1", "Wren").status()).isEqualTo(403);
    assertThat(customer(house.clerk, " ", "Wren").code()).isEqualTo("customer");
    assertThat(customer(house.clerk, "K-1", " ").code()).isEqualTo("customer");
    assertThat(customer(house.clerk, "K".repeat(41), "Wren").code()).isEqualTo("customer");
    assertThat(customer(house.clerk, "K-1", "W".repeat(121)).code()).isEqualTo("customer");
    assertThat(account(house.clerk, "4870", "Fairs").status()).isEqualTo(403);
    assertThat(account(house.supervisor, "6100", "Charges").sentence())
        .isEqualTo("6100 is the number of Bank charges already.");
    assertThat(account(house.supervisor, "no number", "Fairs").code()).isEqualTo("account");
    assertThat(account(house.supervisor, "4870", "").code()).isEqualTo("account");
    house.prove();
  }
}
