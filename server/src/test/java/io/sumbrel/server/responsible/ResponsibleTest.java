package io.sumbrel.server.responsible;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Whose work a customer and a bank account are: named, taken over, given up. */
class ResponsibleTest extends ServerTest {
  private long alder;

  @BeforeEach
  void begin() {
    house.items("T-50011,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(
        LocalDate.of(2026, 11, 16), "1000.00", "1519.00", "500.00,ALDER POTS,T-50011", "19.00,X,?");
    alder = house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong();
  }

  private House.Answer keep(Actor actor, String subject, long id, Long person) {
    Map<String, Object> request = new HashMap<>(Map.of("subject", subject, "id", id));
    if (person != null) {
      request.put("personId", person);
    }
    return house.send(actor, HttpMethod.PUT, "/api/responsible", request);
  }

  private JsonNode row(String payer) {
    return house
        .get(house.clerk, "/api/desk")
        .body()
        .path("rows")
        .valueStream()
        .filter(r -> r.path("payer").asString().equals(payer))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void aCustomerAndAnAccountAreSomebodysUntilAnotherTakesThemOver() {
    long account = account();
    assertThat(row("X").path("responsible").asString()).isEmpty();
    assertThat(keep(house.clerk, "CUSTOMER", alder, house.supervisor.personId()).status())
        .isEqualTo(200);
    assertThat(keep(house.clerk, "ACCOUNT", account, house.clerk.personId()).status())
        .isEqualTo(200);
    assertThat(row("ALDER POTS").path("responsible").asString())
        .as("its customer before its account")
        .isEqualTo(house.supervisor.name());
    assertThat(row("X").path("responsible").asString()).isEqualTo(house.clerk.name());
    JsonNode taken =
        keep(house.clerk, "CUSTOMER", alder, house.clerk.personId()).body().path("words");
    assertThat(taken.asString()).isEqualTo(house.clerk.name() + " looks after Alder Pots");
    assertThat(all()).hasSize(2);
    assertThat(keep(house.clerk, "CUSTOMER", alder, null).status()).isEqualTo(200);
    assertThat(keep(house.clerk, "ACCOUNT", account, null).status()).isEqualTo(200);
    assertThat(all()).isEmpty();
    assertThat(row("ALDER POTS").path("responsible").asString()).isEmpty();
    house.prove();
  }

  private JsonNode all() {
    return house.get(house.clerk, "/api/responsible").body().path("all");
  }

  private long account() {
    return house.get(house.clerk, "/api/arrivals/accounts").body().get(0).path("id").asLong();
  }

  @Test
  void refusesAReaderAndWhatIsNotOfTheseBooks() {
    long me = house.clerk.personId();
    assertThat(keep(house.reader, "CUSTOMER", alder, me).status()).isEqualTo(403);
    assertThat(keep(house.clerk, "CUSTOMER", alder + 99_999, me).code()).isEqualTo("not-found");
    assertThat(keep(house.clerk, "ACCOUNT", 99_999_999, me).code()).isEqualTo("not-found");
    assertThat(keep(house.clerk, "CUSTOMER", alder, 99_999_999L).code()).isEqualTo("not-found");
    assertThat(keep(house.clerk, "KITCHEN", alder, me).status()).isEqualTo(400);
    assertThat(all()).isEmpty();
  }
}
