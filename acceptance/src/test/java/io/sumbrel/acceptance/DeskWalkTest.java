package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** The whole path in a real browser, by keyboard: one day at one house, told in order. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class DeskWalkTest {
  private static Product product;
  private static Browser browser;
  private static Page ines;

  @BeforeAll
  static void open() throws IOException, InterruptedException {
    product = Product.demo();
    browser = new Browser();
    ines = browser.open(product.address());
  }

  @AfterAll
  static void close() throws IOException {
    browser.close();
    product.close();
  }

  @AfterEach
  void everythingStillAddsUp() throws IOException, InterruptedException {
    assertThat(browser.complaints()).isEmpty();
    String proof = product.person().signIn("Abel").get("/api/books/proof?whole=true").body();
    assertThat(proof).contains("\"number\":8");
    assertThat(proof.replace("\"failures\":[]", "")).doesNotContain("failures");
  }

  private static void signIn(Page page, String name) {
    page.getByLabel("Name").fill(name);
    page.keyboard().press("Tab");
    page.keyboard().type("clay-and-kiln");
    page.keyboard().press("Enter");
    assertThat(page.getByText("Left to place").first()).isVisible();
  }

  private static void key(Page page, String... keys) {
    for (String key : keys) {
      page.keyboard().press(key);
    }
  }

  private static Locator zone(Page page, String name) {
    return page.locator("[data-zone=" + name + "]");
  }

  /** Goes to a sum by finding its payer, without the mouse. */
  private static void goTo(Page page, String payer) {
    key(page, "g", "d");
    zone(page, "pile").focus();
    key(page, "f");
    page.getByLabel("Find in the pile").fill(payer);
    page.waitForURL("**find=*");
    assertThat(page.getByRole(AriaRole.OPTION).first()).containsText(payer);
    key(page, "Enter", "ArrowDown", "ArrowUp");
    assertThat(
            page.getByRole(
                AriaRole.HEADING, new Page.GetByRoleOptions().setName(payer).setExact(true)))
        .isVisible();
    page.getByLabel("Find in the pile").fill("");
    zone(page, "pile").focus();
  }

  private static Locator left(Page page) {
    return page.locator("p[aria-live=polite]");
  }

  @Test
  @Order(1)
  void signsInAndSeesThePileBySurety() {
    Browser.assertAccessible(ines);
    signIn(ines, "Ines");
    assertThat(ines.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Sure, 22")))
        .isVisible();
    assertThat(ines.getByText("USD 0.00 of 42,279.10 placed")).isVisible();
    Browser.assertAccessible(ines);
  }

  /**
   * Payer, what is marked in its text, and reasons: a letter O and a charge, a treasury that pays
   * for a museum, a board for its schools, a discount, a second payment, one amount at two
   * customers.
   */
  private static final List<List<String>> HARD_CASES =
      List.of(
          List.of("KESTREL LN POTTERY LTD", "2O455", "letter O for zero", "40.00 charge limit"),
          List.of("SALTMARSH CITY TREASURY", "20388", "20388 stands in the text", "amounts meet"),
          List.of("PINMOOR SCHOOLS BOARD", "", "amounts meet exactly"),
          List.of("BRIGHTWATER ARTS TR", "TCK-20480", "discount of 17.20 as the terms allow"),
          List.of("718.90", "TCK-20365", "TCK-20365 is settled already"),
          List.of("J OKONJO", "", "2 open items of all customers"));

  @Test
  @Order(2)
  void marksAndReasonsOfSixHardCases() {
    for (List<String> hard : HARD_CASES) {
      zone(ines, "pile").focus();
      key(ines, "f");
      ines.getByLabel("Find in the pile").fill(hard.get(0));
      assertThat(ines.getByRole(AriaRole.OPTION).first()).containsText(hard.get(0));
      key(ines, "Enter", "ArrowDown", "ArrowUp");
      for (String reason : hard.subList(2, hard.size())) {
        assertThat(ines.getByText(reason).first()).isVisible();
      }
      if (!hard.get(1).isEmpty()) {
        assertThat(ines.locator("mark").filter(new Locator.FilterOptions().setHasText(hard.get(1))))
            .isVisible();
      }
    }
    ines.getByLabel("Find in the pile").fill("");
    zone(ines, "pile").focus();
  }

  @Test
  @Order(3)
  void proposesTwoInvoicesLessAChargeAndPostsThem() {
    goTo(ines, "KESTREL LN POTTERY LTD");
    assertThat(ines.getByText("2 ways to reach 3,412.40, all searched")).isVisible();
    assertThat(ines.locator("mark"))
        .containsText(new String[] {"KESTREL LN POTTERY LTD", "20418", "2O455"});
    key(ines, "Enter", "2");
    assertThat(ines.getByText("30 Sep · due 30 Oct")).isVisible();
    key(ines, "1");
    assertThat(ines.getByText("30 Sep · due 30 Oct")).hasCount(0);
    key(ines, "Control+Enter");
    assertThat(ines.getByText("Posted 3,412.40 to Kestrel Lane Pottery")).isVisible();
    assertThat(ines.getByText("USD 3,412.40 of 42,279.10 placed")).isVisible();
  }

  @Test
  @Order(4)
  void turnsTheLastPostingBack() {
    key(ines, "Control+Shift+Z");
    assertThat(ines.getByText("Turned back 2026-0006, 3,412.40")).isVisible();
    assertThat(ines.getByText("USD 0.00 of 42,279.10 placed")).isVisible();
    assertThat(
            ines.getByRole(
                AriaRole.HEADING, new Page.GetByRoleOptions().setName("KESTREL LN POTTERY LTD")))
        .isVisible();
  }

  @Test
  @Order(5)
  void refusesATapeThatDoesNotMeetAndTakesAReasonForWhatIsMissing() {
    goTo(ines, "COPPERBECK GLASSWORKS");
    zone(ines, "tape").focus();
    key(ines, "ArrowDown", "Delete");
    assertThat(left(ines)).hasText("Left to place 1,810.00");
    assertThat(zone(ines, "items").getByText("TCK-20444")).isVisible();
    zone(ines, "items").focus();
    key(ines, "ArrowDown", "ArrowDown", "ArrowDown", "ArrowDown", "Space");
    assertThat(left(ines)).hasText("Left to place −125.00");
    key(ines, "Control+Enter");
    assertThat(ines.getByRole(AriaRole.ALERT))
        .hasText("Left to place is −125.00; a tape is posted at 0.00.");
    key(ines, "d");
    assertThat(
            ines.getByRole(AriaRole.OPTION)
                .filter(
                    new Locator.FilterOptions()
                        .setHasText("125.00 stays open on TCK-20444: goods damaged")))
        .isVisible();
    key(ines, "Escape");
    zone(ines, "items").focus();
    key(ines, "Enter");
    ines.keyboard().type("1810");
    key(ines, "Enter");
    assertThat(left(ines)).hasText("Left to place 0.00");
    key(ines, "Control+z");
    assertThat(left(ines)).hasText("Left to place −125.00");
    key(ines, "d");
    ines.getByRole(AriaRole.LISTBOX, new Page.GetByRoleOptions().setName("Why it is not the sum"));
    for (int i = 0; i < 20; i++) {
      Locator at = ines.locator("[role=option][aria-selected=true][id^=difference]");
      if (at.textContent().contains("goods damaged")) {
        break;
      }
      key(ines, "ArrowDown");
    }
    key(ines, "Enter", "Control+Enter");
    assertThat(ines.getByText("Posted 1,810.00 to Copperbeck Glassworks")).isVisible();
  }

  @Test
  @Order(6)
  void keepsWhatNobodyKnowsAsUnidentifiedAndPutsATapeBy() {
    goTo(ines, "REF 99120 CR");
    zone(ines, "tape").focus();
    key(ines, "d", "1");
    assertThat(left(ines)).hasText("Left to place 0.00");
    key(ines, "Control+Enter");
    assertThat(ines.getByText("Posted 1,900.00 without a customer")).isVisible();
    goTo(ines, "ASH + FELDSPAR WORKSHOP");
    zone(ines, "tape").focus();
    key(ines, "b");
    assertThat(ines.getByText("Put by, not posted · 1")).isVisible();
  }

  @Test
  @Order(7)
  void narrowsWhatIsDoneToHowItCameAbout() {
    key(ines, "g", "b");
    ines.getByLabel("Came about").selectOption("by hand");
    assertThat(ines.getByRole(AriaRole.STATUS)).containsText("1 standing, USD 1,900.00");
    assertThat(ines.getByText("REF 99120 CR")).isVisible();
    ines.getByLabel("Find what is done").fill("no such payer");
    assertThat(ines.getByText("Nothing that is explained is like that.")).isVisible();
    Browser.assertAccessible(ines);
    ines.getByLabel("Find what is done").fill("");
    ines.getByLabel("Came about").selectOption("however");
    ines.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Rules")).click();
    assertThat(ines.getByText("called sure")).isVisible();
    assertThat(ines.getByText("decisions that a fit needs stand")).isVisible();
    Browser.assertAccessible(ines);
    key(ines, "g", "d");
  }

  @Test
  @Order(8)
  void followsTheTrailFromTheDoneListToTheFile() {
    key(ines, "g", "b");
    Locator number =
        ines.getByRole(
            AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("2026-0008")));
    number.first().focus();
    key(ines, "Enter");
    assertThat(ines.getByText("quayline-2026-11-16.xml")).isVisible();
    assertThat(ines.getByText("1100 Receivables").first()).isVisible();
    Browser.assertAccessible(ines);
    ines.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("settles TCK-20444")).focus();
    key(ines, "Enter");
    assertThat(ines.getByText("open-items-2026-11-17.csv")).isVisible();
    assertThat(ines.getByText("Open now")).isVisible();
  }

  @Test
  @Order(9)
  void acceptsAStatementAndShowsABadOneItsSentence() {
    key(ines, "g", "a");
    zone(ines, "arrivals").focus();
    assertThat(ines.getByText("Closing by our sum")).isVisible();
    Browser.assertAccessible(ines);
    key(ines, "Enter");
    assertThat(ines.getByText("5 of 5 still to explain")).isVisible();
    ines.getByLabel("Choose files")
        .setInputFiles(
            new FilePayload(
                "cut.xml",
                "text/xml",
                "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><Stmt>"
                    .getBytes(StandardCharsets.UTF_8)));
    assertThat(ines.getByRole(AriaRole.ALERT)).containsText("breaks off");
    assertThat(ines.getByRole(AriaRole.ALERT)).isInViewport();
    assertThat(ines.getByText("refused, nothing stored").first()).isVisible();
  }

  @Test
  @Order(10)
  void tellsTheSecondOfTwoPeopleOnOneEntry() {
    Page tomas = browser.open(product.address());
    signIn(tomas, "Tomas");
    goTo(tomas, "AMBERLEY SLIPWARE");
    goTo(ines, "AMBERLEY SLIPWARE");
    // both have it open; Tomas is cut off from the changes of others, so that his page is stale
    tomas.route("**/api/desk/money/*", r -> r.abort());
    key(ines, "Control+Enter");
    assertThat(ines.getByText("Posted 447.15 to Amberley Slipware")).isVisible();
    key(tomas, "Control+Enter");
    assertThat(
            tomas.getByRole(AriaRole.ALERT).filter(new Locator.FilterOptions().setHasText("Ines")))
        .containsText("Ines has explained this sum already");
    assertThat(tomas.locator("h2", new Page.LocatorOptions().setHasText("AMBERLEY SLIPWARE")))
        .isVisible();
    tomas.context().close();
    browser.complaints().removeIf(c -> c.contains("ERR_FAILED"));
  }

  @Test
  @Order(11)
  void tellsTheSecondOfTwoPeopleOnOneInvoice() {
    Page tomas = browser.open(product.address());
    signIn(tomas, "Tomas");
    goTo(tomas, "HERON BAY MARKET STALL");
    zone(tomas, "items").focus();
    key(tomas, "f");
    tomas.getByLabel("Look in every customer").fill("20458");
    key(tomas, "Enter");
    assertThat(tomas.locator("tr", new Page.LocatorOptions().setHasText("TCK-20458"))).isVisible();
    key(tomas, "Enter");
    tomas.keyboard().type("430");
    key(tomas, "Enter");
    assertThat(left(tomas)).hasText("Left to place 0.00");
    goTo(ines, "PALE HERON GALLERY");
    key(ines, "Control+Enter");
    assertThat(ines.getByText("Posted 1,129.05 to Pale Heron Gallery")).isVisible();
    key(tomas, "Control+Enter");
    assertThat(tomas.getByRole(AriaRole.ALERT)).containsText("TCK-20458 is settled already");
    assertThat(tomas.getByRole(AriaRole.ALERT)).containsText("Ines moved it last");
    tomas.reload();
    assertThat(left(tomas)).hasText("Left to place 0.00");
    tomas.context().close();
  }

  @Test
  @Order(12)
  void letsAReaderSeeEverythingAndPostNothing() {
    Page abel = browser.open(product.address());
    signIn(abel, "Abel");
    key(abel, "Control+Enter");
    assertThat(abel.getByRole(AriaRole.ALERT)).containsText("You have not the right to do this.");
    abel.context().close();
    browser.complaints().removeIf(c -> c.contains("status of 403"));
  }

  @Test
  @Order(13)
  void postsTheSureOnesAfterALookAndLeavesOutWhatIsTakenOut() {
    key(ines, "g", "d");
    zone(ines, "pile").focus();
    key(ines, "s");
    int all = Integer.parseInt(ines.getByText("sums to post").textContent().split(" ")[0]);
    assertThat(all).isGreaterThan(15);
    Browser.assertAccessible(ines);
    key(ines, "ArrowDown", "Space");
    assertThat(ines.getByText("sums to post")).hasText(all - 1 + " sums to post");
    key(ines, "Control+Enter");
    assertThat(ines.getByText("%1$d of %1$d posted".formatted(all - 1))).isVisible();
    key(ines, "Escape");
    assertThat(ines.getByText("Post the 1 sure ones …")).isVisible();
  }
}
