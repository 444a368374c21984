package io.sumbrel.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.authentication;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.proof.Proof;
import io.sumbrel.core.proof.ProofLine;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.People;
import io.sumbrel.server.proof.BooksFactsReader;
import io.sumbrel.server.setup.BeginBooks;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.springframework.boot.test.context.TestComponent;
import org.springframework.http.HttpMethod;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

/**
 * A set of books of its own for one test, with people, one bank account, and the API as they use
 * it.
 */
public final class House {
  public static final String ACCOUNT = "0099001234";
  public static final LocalDate TODAY = LocalDate.of(2026, 11, 17);
  private static final String ITEM_COLUMNS =
      "number,customer,name,date,due,total,open,tax,currency,order,terms\n";
  private static final String STATEMENT_COLUMNS =
      "record,account,currency,statement,date,value date,amount,reference,payer,payer account,method,text\n";

  private final Api api;
  public final Actor clerk;
  public final Actor other;
  public final Actor supervisor;
  public final Actor reader;

  private House(Api api, Actor clerk, Actor other, Actor supervisor, Actor reader) {
    this.api = api;
    this.clerk = clerk;
    this.other = other;
    this.supervisor = supervisor;
    this.reader = reader;
  }

  /** An answer with its status. */
  public record Answer(int status, JsonNode body) {
    public String code() {
      return body.path("code").asString();
    }

    public String sentence() {
      return body.path("detail").asString();
    }
  }

  /** Opens houses, and speaks for their people. */
  @TestComponent
  public static class Api {
    private final MockMvc mvc;
    private final ObjectMapper json;
    private final BeginBooks books;
    private final BankAccounts accounts;
    private final People people;
    private final BooksFactsReader facts;

    Api(
        MockMvc mvc,
        ObjectMapper json,
        BeginBooks books,
        BankAccounts accounts,
        People people,
        BooksFactsReader facts) {
      this.accounts = accounts;
      this.mvc = mvc;
      this.json = json;
      this.books = books;
      this.people = people;
      this.facts = facts;
    }

    public House open() {
      long id = books.begin("House", ZoneOffset.UTC, Optional.of(TODAY));
      House house =
          new House(
              this,
              people.add(id, "Ines", "ten letters", Bundle.CLERK),
              people.add(id, "Tomas", "ten letters", Bundle.CLERK),
              people.add(id, "Ruta", "ten letters", Bundle.SUPERVISOR),
              people.add(id, "Abel", "ten letters", Bundle.READER));
      books.record(house.clerk);
      Money begins = Money.ofMinor(Currency.getInstance("USD"), 100_000);
      accounts.begin(house.clerk, "Quayline", ACCOUNT, LocalDate.of(2026, 10, 1), begins);
      return house;
    }

    /** A house that was opened otherwise, as its clerk sees it. */
    public House of(Actor clerk) {
      return new House(this, clerk, clerk, clerk, clerk);
    }

    private MockHttpServletResponse response(Actor actor, MockHttpServletRequestBuilder request)
        throws Exception {
      List<SimpleGrantedAuthority> rights =
          actor.rights().stream().map(r -> new SimpleGrantedAuthority(r.name())).toList();
      return mvc.perform(
              request
                  .with(
                      authentication(new UsernamePasswordAuthenticationToken(actor, null, rights)))
                  .with(csrf()))
          .andReturn()
          .getResponse();
    }

    private byte[] bytes(Actor actor, MockHttpServletRequestBuilder request) {
      try {
        return response(actor, request).getContentAsByteArray();
      } catch (Exception e) {
        throw new AssertionError(e);
      }
    }

    private Answer perform(Actor actor, MockHttpServletRequestBuilder request) {
      try {
        MockHttpServletResponse response = response(actor, request);
        String body = response.getContentAsString(StandardCharsets.UTF_8);
        return new Answer(response.getStatus(), json.readTree(body.isEmpty() ? "{}" : body));
      } catch (Exception e) {
        throw new AssertionError(e);
      }
    }
  }

  public Answer get(Actor actor, String path) {
    return api.perform(actor, MockMvcRequestBuilders.get(path));
  }

  public Answer send(Actor actor, HttpMethod method, String path, Object body) {
    return api.perform(
        actor,
        MockMvcRequestBuilders.request(method, path)
            .contentType("application/json")
            .header("Idempotency-Key", UUID.randomUUID().toString())
            .content(api.json.writeValueAsString(body)));
  }

  public Answer sendOnce(Actor actor, String key, String path, Object body) {
    return api.perform(
        actor,
        MockMvcRequestBuilders.post(path)
            .contentType("application/json")
            .header("Idempotency-Key", key)
            .content(api.json.writeValueAsString(body)));
  }

  /** Sends bytes as they are to a path with all that it asks for. */
  public Answer sendBytes(Actor actor, String path, byte[] content) {
    return api.perform(
        actor,
        MockMvcRequestBuilders.post(path).contentType("application/octet-stream").content(content));
  }

  /** What a path answers that is no JSON. */
  public byte[] getBytes(Actor actor, String path) {
    return api.bytes(actor, MockMvcRequestBuilders.get(path));
  }

  /** Sends a file as it is. */
  public Answer upload(Actor actor, String name, byte[] content) {
    return api.perform(
        actor,
        MockMvcRequestBuilders.post("/api/arrivals")
            .queryParam("name", name)
            .contentType("application/octet-stream")
            .content(content));
  }

  public Answer upload(Actor actor, String name, String content) {
    return upload(actor, name, content.getBytes(StandardCharsets.UTF_8));
  }

  public Answer accept(long arrivalId, String scope, Map<String, String> choices) {
    return send(
        clerk,
        HttpMethod.POST,
        "/api/arrivals/" + arrivalId + "/acceptance",
        Map.of("scope", scope, "choices", choices));
  }

  /** Brings in rows of open items without their header, and accepts them. */
  public void items(String... rows) {
    Answer arrival = upload(clerk, "items.csv", itemFile(rows));
    assertThat(arrival.body().path("refusal").asString()).isEmpty();
    assertThat(accept(arrival.body().path("id").asLong(), "CHANGES_ONLY", Map.of()).status())
        .isEqualTo(200);
  }

  public static String itemFile(String... rows) {
    return ITEM_COLUMNS + String.join("\n", rows) + "\n";
  }

  /** A statement file: amounts and texts as {@code 1250.00,PAYER,TEXT}. */
  public static String statementFile(
      LocalDate day, String opening, String closing, String... entries) {
    StringBuilder file = new StringBuilder(STATEMENT_COLUMNS);
    file.append("opening,%s,USD,1,%s,,%s,,,,,\n".formatted(ACCOUNT, day, opening));
    for (String entry : entries) {
      String[] parts = entry.split(",", 3);
      file.append(
          "entry,,,,%s,%s,%s,R,%s,,transfer,%s\n"
              .formatted(day, day, parts[0], parts[1], parts[2]));
    }
    return file.append("closing,,,,%s,,%s,,,,,\n".formatted(day, closing)).toString();
  }

  /** Brings in a statement of one day and accepts it. */
  public void statement(LocalDate day, String opening, String closing, String... entries) {
    Answer arrival = upload(clerk, "s.csv", statementFile(day, opening, closing, entries));
    assertThat(arrival.body().path("refusal").asString()).isEmpty();
    accept(arrival.body().path("id").asLong(), "CHANGES_ONLY", Map.of());
  }

  /** The id of the sum of a payer in the pile. */
  public long money(String payer) {
    for (JsonNode row : get(clerk, "/api/desk").body().path("rows")) {
      if (row.path("payer").asString().equals(payer)) {
        return row.path("id").asLong();
      }
    }
    throw new AssertionError("no money of " + payer);
  }

  /** An open or settled item by its number, as its customer's page shows it. */
  public JsonNode item(String number) {
    for (JsonNode customer : get(clerk, "/api/customers").body()) {
      String page = "/api/customers/" + customer.path("id").asLong();
      for (String items : List.of(page, page + "/settled")) {
        for (JsonNode item : get(clerk, items).body().path("items")) {
          if (item.path("number").asString().equals(number)) {
            return item;
          }
        }
      }
    }
    throw new AssertionError("no item " + number);
  }

  public long open(String number) {
    return item(number).path("openMinor").asLong();
  }

  public Map<String, Object> settles(String number, long minor) {
    return Map.of(
        "kind", "SETTLES", "amountMinor", minor, "itemId", item(number).path("id").asLong());
  }

  public Answer post(Actor actor, long money, Map<?, ?>... lines) {
    return send(
        actor,
        HttpMethod.POST,
        "/api/desk/money/" + money + "/posting",
        Map.of("lines", List.of(lines)));
  }

  /** The sum of a payer, with everything that may explain it. */
  public JsonNode sum(String payer) {
    return get(clerk, "/api/desk/money/" + money(payer)).body();
  }

  /** Posts the sum of a payer in a way that was shown. */
  public Answer take(String payer, JsonNode way) {
    String path = "/api/desk/money/" + money(payer) + "/posting";
    return send(clerk, HttpMethod.POST, path, Map.of("lines", way.path("lines")));
  }

  /** The journal of a posting, such as {@code 1010 -500; 1100 500; }. */
  public String journal(String number) {
    StringBuilder lines = new StringBuilder();
    JsonNode trail = get(clerk, "/api/trail/postings/" + number.replace('-', '/')).body();
    for (JsonNode line : trail.findValue("journal")) {
      lines
          .append(line.path("account").asString())
          .append(' ')
          .append(line.path("minor").asLong())
          .append("; ");
    }
    return lines.toString();
  }

  /** What a sum may be that pays no item: {@code words, CERTAINTY; } each. */
  public String beside(String payer) {
    StringBuilder ways = new StringBuilder();
    for (JsonNode way : sum(payer).path("beside")) {
      ways.append(way.path("words").asString())
          .append(", ")
          .append(way.path("certainty").asString())
          .append("; ");
    }
    return ways.toString();
  }

  /** Turns back a posting by its short number. */
  public Answer turnBack(Actor actor, String number, String... together) {
    String[] parts = number.split("-");
    return send(
        actor,
        HttpMethod.POST,
        "/api/desk/postings/%s/%d/turning-back?together=%s"
            .formatted(parts[0], Integer.parseInt(parts[1]), String.join(",", together)),
        Map.of());
  }

  /** The numbers of what rests on a posting. */
  public List<String> restingOn(String number) {
    String path = "/api/desk/postings/" + number.replace('-', '/') + "/resting";
    return get(clerk, path).body().valueStream().map(r -> r.path("number").asString()).toList();
  }

  /** Closes a month; whether it could be closed. */
  public boolean close(String month) {
    Answer answer =
        send(supervisor, HttpMethod.POST, "/api/books/months/" + month + "/closing", Map.of());
    assertThat(answer.code()).as(answer.sentence()).isNotEqualTo("not-proved");
    return answer.status() == 204;
  }

  /** Every invariant holds, computed from what is stored; and of what is since a closed month. */
  public void prove() {
    assertThat(api.facts.read(clerk.booksId(), Proof::of).lines()).allMatch(ProofLine::holds);
    assertThat(api.facts.readSinceClosing(clerk.booksId(), Proof::of).lines())
        .allMatch(ProofLine::holds);
  }

  /** What two who ask at the same time are answered. */
  public static List<Answer> together(Callable<Answer> one, Callable<Answer> other)
      throws Exception {
    ExecutorService two = Executors.newFixedThreadPool(2);
    try {
      List<Future<Answer>> answers = two.invokeAll(List.of(one, other));
      return List.of(answers.get(0).get(), answers.get(1).get());
    } finally {
      two.shutdown();
    }
  }
}
