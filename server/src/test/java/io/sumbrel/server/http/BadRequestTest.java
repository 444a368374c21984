package io.sumbrel.server.http;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.authentication;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;

import io.sumbrel.server.ServerTest;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Every path of the description with nulls, missing and wrong members, and extremes: no fault of
 * the program, an answer that names what is wrong, and nothing changed.
 */
class BadRequestTest extends ServerTest {
  private static final ApiDocument DOCUMENT = ApiDocument.read();
  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static final List<String> BROKEN_TEXTS =
      List.of("\ud800", "x\udc00y", "a\u0000b", "\udc00\ud800");
  private static final List<String> EXTREME_TEXTS =
      List.of(
          "",
          " ",
          "x".repeat(100_000),
          "😀".repeat(3_000),
          "'; drop table posting; --",
          "0000-00-00",
          "0000-01-01",
          "+999999999-12-31",
          "-999999999-01-01",
          "2026-02-30",
          "\"",
          "\n",
          "é\u202e\u0301");
  private static final List<String> EXTREME_NUMBERS =
      List.of(
          "0", "-1", "9223372036854775807", "-9223372036854775808", "2147483647", "10000000000001");
  private static final List<String> NO_NUMBERS = List.of("1.5", "1e400", "99999999999999999999999");

  @Autowired private MockMvc mvc;
  @Autowired private JdbcClient sql;
  private long money;
  private long layout;
  private long item;
  private long account;
  private long customer;
  private String before;

  @BeforeEach
  void openSomething() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(DAY, "1000.00", "1500.00", "500.00,ALDER POTS,T-1");
    money = house.money("ALDER POTS");
    item = house.item("T-1").path("id").asLong();
    layout =
        house
            .upload(house.clerk, "own.csv", "day;sum;who\n16.11.2026;5,00;A\n17.11.2026;6,00;B\n")
            .body()
            .path("id")
            .asLong();
    account = house.get(house.clerk, "/api/books/accounts").body().get(0).path("id").asLong();
    customer = house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong();
    before = state();
  }

  private String state() {
    return String.join("\n", sql.sql("script nosettings").query(String.class).list())
        .replaceAll("SEQUENCE .*", "");
  }

  private String filled(String path) {
    return path.replace("{year}", "2026")
        .replace("{number}", "1")
        .replace("{month}", "2026-10")
        .replace("{verdict}", "REAL")
        .replace("{state}", "UP")
        .replace("{moneyId}", "" + money)
        .replace("{name}", "Bank")
        .replace("/money/{id}", "/money/" + money)
        .replace("/items/{id}", "/items/" + item)
        .replace("/arrivals/{id}", "/arrivals/" + layout)
        .replaceAll("\\{\\w+}", "1");
  }

  private MockHttpServletResponse sent(HttpMethod method, URI address, String type, String body) {
    List<SimpleGrantedAuthority> rights =
        house.supervisor.rights().stream().map(r -> new SimpleGrantedAuthority(r.name())).toList();
    MockHttpServletRequestBuilder request =
        MockMvcRequestBuilders.request(method, address)
            .header("Idempotency-Key", "k")
            .with(
                authentication(
                    new UsernamePasswordAuthenticationToken(house.supervisor, null, rights)))
            .with(csrf());
    try {
      return mvc.perform(body == null ? request : request.contentType(type).content(body))
          .andReturn()
          .getResponse();
    } catch (Exception e) {
      throw new AssertionError(method + " " + address + " " + body, e);
    }
  }

  private MockHttpServletResponse sent(ApiDocument.Act act, String body) {
    return sent(act.method(), URI.create(filled(act.path())), "application/json", body);
  }

  private static String sentence(MockHttpServletResponse response) {
    assertThat(response.getContentType()).startsWith("application/problem+json");
    JsonNode problem =
        JsonMapper.shared()
            .readTree(new String(response.getContentAsByteArray(), StandardCharsets.UTF_8));
    assertThat(problem.path("code").asString()).isNotEmpty();
    return problem.path("detail").asString();
  }

  private List<ApiDocument.Act> withBody() {
    List<ApiDocument.Act> acts =
        DOCUMENT.acts().stream().filter(a -> DOCUMENT.body(a).isPresent()).toList();
    assertThat(acts).hasSizeGreaterThan(15);
    return acts;
  }

  /** A body whose ids are of this house, so that it is understood as far as may be. */
  private Optional<JsonNode> body(ApiDocument.Act act) {
    return DOCUMENT
        .body(act)
        .map(
            b ->
                JsonMapper.shared()
                    .readTree(
                        b.toString()
                            .replace("\"accountId\":1", "\"accountId\":" + account)
                            .replace("\"itemId\":1", "\"itemId\":" + item)
                            .replace("\"customerId\":1", "\"customerId\":" + customer)));
  }

  /** A place in a body, and what stands there. */
  private record Member(List<Object> path, JsonNode node) {
    String words() {
      StringBuilder words = new StringBuilder();
      for (Object step : path) {
        words.append(
            step instanceof Integer ? "[" + step + "]" : (words.isEmpty() ? "" : ".") + step);
      }
      return words.toString();
    }

    /** The body with another value there; with none when it is empty. */
    String in(JsonNode body, Optional<JsonNode> value) {
      JsonNode copy = body.deepCopy();
      JsonNode parent = copy;
      for (Object step : path.subList(0, path.size() - 1)) {
        parent = step instanceof Integer i ? parent.get(i) : parent.get((String) step);
      }
      Object last = path.get(path.size() - 1);
      if (parent instanceof ArrayNode array) {
        array.set((Integer) last, value.orElse(NODES.nullNode()));
      } else if (value.isPresent()) {
        ((ObjectNode) parent).set((String) last, value.get());
      } else {
        ((ObjectNode) parent).remove((String) last);
      }
      return copy.toString();
    }
  }

  private static List<Member> members(JsonNode node, List<Object> path) {
    List<Member> members = new ArrayList<>();
    if (!path.isEmpty()) {
      members.add(new Member(path, node));
    }
    for (Map.Entry<String, JsonNode> member : node.properties()) {
      members.addAll(members(member.getValue(), with(path, member.getKey())));
    }
    for (int i = 0; node.isArray() && i < node.size(); i++) {
      members.addAll(members(node.get(i), with(path, i)));
    }
    return members;
  }

  private static List<Object> with(List<Object> path, Object step) {
    List<Object> longer = new ArrayList<>(path);
    longer.add(step);
    return longer;
  }

  private static List<JsonNode> ofTheWrongKind(JsonNode node) {
    List<JsonNode> wrong = new ArrayList<>();
    if (!node.isString()) {
      wrong.add(NODES.stringNode("seven"));
    }
    if (!node.isNumber()) {
      wrong.add(NODES.numberNode(7));
    }
    if (!node.isBoolean()) {
      wrong.add(NODES.booleanNode(true));
    }
    if (!node.isArray()) {
      wrong.add(NODES.arrayNode().add(NODES.arrayNode()));
    }
    if (!node.isObject()) {
      wrong.add(NODES.objectNode().put("a", 1));
    }
    return wrong;
  }

  @Test
  void aMemberOfTheWrongKindIsNamed() {
    int tried = 0;
    for (ApiDocument.Act act : withBody()) {
      JsonNode body = body(act).orElseThrow();
      for (Member member : members(body, List.of())) {
        for (JsonNode wrong : daily(ofTheWrongKind(member.node()), member)) {
          tried++;
          assertNamed(act, member, member.in(body, Optional.of(wrong)));
        }
      }
    }
    assertThat(tried).isGreaterThan(300);
    assertThat(state()).isEqualTo(before);
  }

  private void assertNamed(ApiDocument.Act act, Member member, String body) {
    MockHttpServletResponse response = sent(act, body);
    assertThat(response.getStatus()).as("%s %s", act, body).isEqualTo(400);
    assertThat(sentence(response))
        .as("%s %s", act, body)
        .contains("“" + member.words().replaceAll("\\.x$", ""));
  }

  /** What is optional may be left out or be null; everything else is asked for by its name. */
  @Test
  void aMissingMemberAndANullAreNamed() {
    int named = 0;
    for (ApiDocument.Act act : withBody()) {
      JsonNode body = body(act).orElseThrow();
      for (Member member : members(body, List.of())) {
        for (Optional<JsonNode> none :
            List.of(Optional.<JsonNode>empty(), Optional.<JsonNode>of(NODES.nullNode()))) {
          MockHttpServletResponse response = sent(act, member.in(body, none));
          assertThat(response.getStatus()).as("%s %s %s", act, member, none).isLessThan(500);
          if (response.getStatus() == 400) {
            named++;
            assertThat(sentence(response)).contains("“" + member.words());
          }
        }
      }
    }
    assertThat(named).isGreaterThan(80);
  }

  @Test
  void brokenTextsAndNumbersAreNamed() {
    for (ApiDocument.Act act : withBody()) {
      JsonNode body = body(act).orElseThrow();
      for (Member member : members(body, List.of())) {
        // one character is refused as what it is meant to be
        if (member.node().isString() && !member.words().endsWith("delimiter")) {
          for (String text : daily(BROKEN_TEXTS, member)) {
            String written =
                member.in(body, Optional.of(NODES.stringNode("§"))).replace("§", escaped(text));
            assertNamed(act, member, written);
          }
        }
        if (member.node().isNumber()) {
          for (String number : NO_NUMBERS) {
            assertNamed(
                act,
                member,
                member.in(body, Optional.of(NODES.stringNode("§"))).replace("\"§\"", number));
          }
        }
      }
    }
    assertThat(state()).isEqualTo(before);
  }

  private static String escaped(String text) {
    StringBuilder escaped = new StringBuilder();
    for (char c : text.toCharArray()) {
      escaped.append("\\u%04x".formatted((int) c));
    }
    return escaped.toString();
  }

  @Test
  void extremesAreNoFault() {
    for (ApiDocument.Act act : withBody()) {
      JsonNode body = body(act).orElseThrow();
      for (Member member : members(body, List.of())) {
        List<JsonNode> extremes = new ArrayList<>();
        if (member.node().isString()) {
          EXTREME_TEXTS.forEach(t -> extremes.add(NODES.stringNode(t)));
        }
        if (member.node().isNumber()) {
          EXTREME_NUMBERS.forEach(n -> extremes.add(JsonMapper.shared().readTree(n)));
        }
        if (member.node().isArray()) {
          ArrayNode many = NODES.arrayNode();
          for (int i = 0; i < 2_500; i++) {
            many.add(member.node().get(0));
          }
          extremes.add(many);
          extremes.add(NODES.arrayNode());
        }
        for (JsonNode extreme : daily(extremes, member)) {
          MockHttpServletResponse response = sent(act, member.in(body, Optional.of(extreme)));
          assertThat(response.getStatus())
              .as("%s %s %s", act, member.words(), shown(extreme))
              .isLessThan(500);
          if (response.getStatus() >= 400) {
            assertThat(sentence(response)).as("%s %s", act, member.words()).isNotEmpty();
          }
        }
      }
    }
  }

  /** All of them in the long run; daily every other one, from member to member another half. */
  private static <T> List<T> daily(List<T> all, Member member) {
    int first = Math.floorMod(member.words().hashCode(), 2);
    return Boolean.getBoolean("sumbrel.long")
        ? all
        : IntStream.range(0, all.size()).filter(i -> i % 2 == first).mapToObj(all::get).toList();
  }

  private static String shown(JsonNode node) {
    String text = node.toString();
    return text.substring(0, Math.min(80, text.length()));
  }

  @Test
  void whatIsNoJsonIsRefused() {
    for (ApiDocument.Act act : withBody()) {
      for (String body :
          List.of("", "null", "[]", "5", "\"x\"", "{", "{}x", "lines: []", "{\"a\":}")) {
        MockHttpServletResponse response = sent(act, body);
        assertThat(response.getStatus()).as("%s %s", act, body).isEqualTo(400);
        assertThat(sentence(response)).isNotEmpty();
      }
      URI address = URI.create(filled(act.path()));
      for (String type : List.of("application/yaml", "application/xml", "text/plain")) {
        MockHttpServletResponse response = sent(act.method(), address, type, "lines: []");
        assertThat(response.getStatus()).as("%s %s", act, type).isEqualTo(415);
        sentence(response);
      }
    }
    assertThat(state()).isEqualTo(before);
  }

  @Test
  void whatStandsInTheAddressIsNoFaultEither() {
    List<String> values = new ArrayList<>(List.of("x", "1.5", "99999999999999999999", "null"));
    values.addAll(EXTREME_NUMBERS);
    EXTREME_TEXTS.stream().filter(t -> t.length() < 5_000).forEach(values::add);
    values.addAll(List.of("a\u0000b", "0000-01", "999999999-01", "+999999999-01", "2026-13"));
    int tried = 0;
    for (ApiDocument.Act act : DOCUMENT.acts()) {
      for (String name : act.parameters("query")) {
        for (String value : values) {
          tried++;
          assertNoFault(act, URI.create(filled(act.path()) + "?" + name + "=" + coded(value)));
        }
      }
      for (String name : act.parameters("path")) {
        for (String value : values) {
          // an address of another shape is another address
          if (!value.isBlank() && !value.contains("\n") && !value.contains(";")) {
            tried++;
            String path = act.path().replace("{" + name + "}", coded(value));
            assertNoFault(act, URI.create(filled(path)));
          }
        }
      }
    }
    assertThat(tried).isGreaterThan(500);
  }

  private void assertNoFault(ApiDocument.Act act, URI address) {
    String body = body(act).map(JsonNode::toString).orElse(null);
    MockHttpServletResponse response = sent(act.method(), address, "application/json", body);
    assertThat(response.getStatus()).as("%s %s", act.method(), address).isLessThan(500);
    if (response.getStatus() >= 400) {
      assertThat(sentence(response)).as("%s", address).isNotEmpty();
    }
  }

  private static String coded(String value) {
    return URLEncoder.encode(value, StandardCharsets.UTF_8).replace("+", "%20");
  }
}
