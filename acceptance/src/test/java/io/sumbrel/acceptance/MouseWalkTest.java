package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** What a key does a mouse does too; and what somebody looks at stays until they leave it. */
@TestMethodOrder(OrderAnnotation.class)
class MouseWalkTest {
  private static Product product;
  private static Browser browser;
  private static Page page;

  @BeforeAll
  static void open() throws IOException, InterruptedException {
    product = Product.demo();
    browser = new Browser();
    page = browser.open(product.address());
    button("Ines").click();
    assertThat(page.getByText("Left to place").first()).isVisible();
  }

  @AfterAll
  static void close() throws IOException {
    org.assertj.core.api.Assertions.assertThat(browser.complaints()).isEmpty();
    browser.close();
    product.close();
  }

  private static Locator button(String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  private static Locator buttonLike(String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
  }

  private static Locator left() {
    return page.locator("p[aria-live=polite]");
  }

  private static Locator zone(String name) {
    return page.locator("[data-zone=" + name + "]");
  }

  private static Locator line(String text) {
    return page.locator("[data-zone=tape] ol li")
        .filter(new Locator.FilterOptions().setHasText(text))
        .first();
  }

  @Test
  @Order(1)
  void aTapeIsMadeAndPostedByMouseAlone() {
    Browser.choose(page, "COPPERBECK GLASSWORKS");
    buttonLike("Take TCK-\\d+ off the tape").first().click();
    assertThat(left()).hasText("Left to place 1,810.00");
    buttonLike("Take back a step").click();
    assertThat(left()).hasText("Left to place 0.00");
    Locator placed = page.locator("tr[id^=item-][aria-selected=true] td:nth-child(6)").first();
    placed.dblclick();
    page.keyboard().press("Control+a");
    page.keyboard().type("1000");
    // a click elsewhere keeps what was typed
    page.getByText("What the bank sent").click();
    assertThat(left()).hasText("Left to place 810.00");
    line("TCK-").dblclick();
    page.keyboard().press("Control+a");
    page.keyboard().type("1810");
    page.getByText("What the bank sent").click();
    assertThat(left()).hasText("Left to place 0.00");
    button("Post").click();
    assertThat(page.getByText("Posted 1,810.00 to Copperbeck Glassworks")).isVisible();
    buttonLike("turn back").click();
    assertThat(page.getByText(Pattern.compile("Turned back 2026-\\d+, 1,810.00"))).isVisible();
  }

  /** Somebody's import once put another sum first, and Ctrl+Enter posted that. */
  @Test
  @Order(2)
  void whatSomebodyLooksAtStaysWhenThePileChanges() throws IOException, InterruptedException {
    page.navigate(product.address() + "/desk");
    page.waitForURL(Pattern.compile(".*/desk/\\d+"));
    String looked = page.url();
    String payer = page.locator("[data-zone=tape] h2").textContent();
    Product.Person tomas = product.person().signIn("Tomas");
    String arrivals = tomas.get("/api/arrivals").body();
    var waiting =
        Pattern.compile("\"id\":(\\d+),\"kind\":\"[^\"]*\",\"fileName\":\"quayline-lockbox[^\"]*\"")
            .matcher(arrivals);
    org.assertj.core.api.Assertions.assertThat(waiting.find()).isTrue();
    tomas.post(
        "/api/arrivals/" + waiting.group(1) + "/acceptance",
        "{\"scope\":\"CHANGES_ONLY\",\"choices\":{}}");
    page.waitForTimeout(1_500);
    org.assertj.core.api.Assertions.assertThat(page.url()).isEqualTo(looked);
    assertThat(page.locator("[data-zone=tape] h2")).hasText(payer);
  }

  /** A person's second window goes on where the first one is. */
  @Test
  @Order(3)
  void aSecondWindowShowsTheSameTape() {
    Browser.choose(page, "COPPERBECK GLASSWORKS");
    Page second = page.context().newPage();
    second.navigate(page.url());
    assertThat(second.locator("p[aria-live=polite]")).hasText("Left to place 0.00");
    line("TCK-").dblclick();
    page.keyboard().press("Control+a");
    page.keyboard().type("1000");
    page.keyboard().press("Enter");
    assertThat(left()).not().hasText("Left to place 0.00");
    assertThat(second.locator("p[aria-live=polite]")).hasText(left().textContent());
    second.close();
  }

  /** The row's own click once took over, and nothing happened. */
  @Test
  @Order(4)
  void theButtonOfARowActsOnce() {
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Arrivals")).click();
    page.getByLabel("Choose files")
        .setInputFiles(
            new FilePayload(
                "own.csv",
                "text/csv",
                "day;sum;who\n16.11.2026;5,00;A\n17.11.2026;6,00;B\n"
                    .getBytes(StandardCharsets.UTF_8)));
    buttonLike("Name its columns").click();
    page.waitForURL("**/layout");
    page.goBack();
  }

  /** The list once had no focus until F6, and a posting lost it. */
  @Test
  @Order(5)
  void anOpenedPageObeysItsKeysAtOnce() {
    page.navigate(product.address() + "/deposits");
    assertThat(zone("deposits")).isFocused();
    page.keyboard().press("g");
    page.keyboard().press("a");
    assertThat(zone("arrivals")).isFocused();
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Desk")).click();
    assertThat(zone("pile")).isFocused();
    Browser.choose(page, "HOLLOW REED STUDIO");
    page.keyboard().press("ArrowDown");
    assertThat(page.locator("[data-zone=tape] h2")).not().hasText("HOLLOW REED STUDIO");
    page.keyboard().press("ArrowUp");
    assertThat(page.locator("[data-zone=tape] h2")).hasText("HOLLOW REED STUDIO");
    page.keyboard().press("Enter");
    assertThat(zone("tape")).isFocused();
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText("Posted 1,184.00 to Hollow Reed Studio")).isVisible();
    assertThat(page.locator("[data-zone=tape] h2")).not().hasText("HOLLOW REED STUDIO");
    assertThat(zone("tape")).isFocused();
    page.keyboard().press("ArrowDown");
    page.keyboard().press("Delete");
    assertThat(left()).not().hasText("Left to place 0.00");
    page.keyboard().press("Control+z");
    page.keyboard().press("Control+Shift+Z");
    assertThat(page.getByText(Pattern.compile("Turned back 2026-\\d+, 1,184.00"))).isVisible();
  }
}
