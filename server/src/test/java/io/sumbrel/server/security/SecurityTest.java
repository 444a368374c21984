package io.sumbrel.server.security;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import io.sumbrel.server.ServerTest;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

class SecurityTest extends ServerTest {
  @Autowired private MockMvc mvc;
  @Autowired private JdbcClient sql;

  private MockHttpServletResponse perform(MockHttpServletRequestBuilder request) throws Exception {
    return mvc.perform(request).andReturn().getResponse();
  }

  private static MockHttpServletRequestBuilder credentials(String name, String password) {
    return post("/api/session")
        .contentType("application/json")
        .content("{\"name\":\"%s\",\"password\":\"%s\"}".formatted(name, password));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "/api/desk",
        "/api/arrivals",
        "/api/customers",
        "/api/books/journal",
        "/api/books/proof",
        "/api/live",
        "/v3/api-docs"
      })
  void givesNothingWithoutSigningIn(String path) throws Exception {
    assertThat(perform(get(path)).getStatus()).isEqualTo(401);
  }

  @Test
  void refusesAWriteWithoutACsrfToken() throws Exception {
    assertThat(perform(credentials("Ines", "clay-and-kiln")).getStatus()).isEqualTo(403);
  }

  @Test
  void refusesAWrongPasswordAndAnUnknownNameAlike() throws Exception {
    MockHttpServletResponse wrong = perform(credentials("Ines", "wrong").with(csrf()));
    MockHttpServletResponse unknown = perform(credentials("Nobody", "wrong").with(csrf()));
    assertThat(wrong.getStatus()).isEqualTo(401);
    assertThat(unknown.getContentAsString()).isEqualTo(wrong.getContentAsString());
  }

  @Test
  void signsInAndShowsNoPasswordAnywhereButInTheDemonstration() throws Exception {
    MockHttpServletResponse in = perform(credentials("Ines", "clay-and-kiln").with(csrf()));
    assertThat(in.getStatus()).isEqualTo(200);
    assertThat(in.getContentAsString()).contains("\"signedIn\":true").doesNotContain("clay-and");
  }

  @Test
  void keepsPasswordsAsSaltedHashesOnly() {
    assertThat(
            sql.sql("select password_hash from person where password_hash <> ''")
                .query(String.class)
                .list())
        .isNotEmpty()
        .allMatch(h -> h.startsWith("{bcrypt}$2"));
  }

  /** OWASP Password Storage Cheat Sheet: bcrypt with a work factor of 10 or more. */
  @Test
  void hashesPasswordsSlowly() {
    assertThat(new SecuritySetup().passwordEncoder().encode("clay-and-kiln"))
        .matches("\\{bcrypt}\\$2[aby]\\$1\\d\\$.{53}");
  }

  @Test
  void allowsNoScriptAndNoStyleFromElsewhere() throws Exception {
    MockHttpServletResponse page = perform(get("/desk/17"));
    assertThat(page.getHeader("Content-Security-Policy"))
        .contains("default-src 'self'")
        .contains("frame-ancestors 'none'")
        .doesNotContain("unsafe");
    String nonce =
        page.getHeader("Content-Security-Policy").replaceAll(".*nonce-([0-9a-f]+).*", "$1");
    assertThat(page.getContentAsString()).contains(nonce);
    assertThat(page.getHeader("X-Content-Type-Options")).isEqualTo("nosniff");
  }

  @Test
  void showsNothingOfAnotherHouse() {
    var other = houses.open();
    other.items("T-1,K-1,Alder Pots,2026-10-14,,10.00,10.00,,USD,,");
    long item = other.item("T-1").path("id").asLong();
    assertThat(house.get(house.clerk, "/api/trail/items/" + item).status()).isEqualTo(404);
    assertThat(house.get(house.clerk, "/api/customers").body()).isEmpty();
  }

  /** OWASP Testing Guide 4.2, WSTG-INPV-17: a name that is not ours is not answered. */
  @Test
  void answersByItsOwnNamesOnly() throws Exception {
    MockHttpServletResponse strange =
        perform(get("/api/session").with(r -> named(r, "evil.example")));
    assertThat(strange.getStatus()).isEqualTo(421);
    assertThat(strange.getContentAsString()).contains("sumbrel.hosts");
    for (String own : List.of("localhost", "127.0.0.1", "LOCALHOST")) {
      assertThat(perform(get("/api/session").with(r -> named(r, own))).getStatus()).isEqualTo(200);
    }
  }

  private static MockHttpServletRequest named(MockHttpServletRequest request, String name) {
    request.setServerName(name);
    return request;
  }

  @Test
  void setsAHouseUpOnlyOnce() throws Exception {
    MockHttpServletResponse refused =
        perform(
            post("/api/first-start")
                .with(csrf())
                .contentType("application/json")
                .content(
                    """
                    {"house":"x","zone":"UTC","person":"x","password":"ten letters","bank":"x",
                     "accountNumber":"1","currency":"USD","date":"2026-11-01","balance":"0.00"}
                    """));
    assertThat(refused.getContentAsString()).contains("set-up-already");
  }
}
