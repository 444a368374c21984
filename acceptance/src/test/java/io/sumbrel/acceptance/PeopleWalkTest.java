package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.SelectOption;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Habits of people at the desk, each on a fresh page: zones, help, drafts, changes of others. */
class PeopleWalkTest {
  private static Product product;
  private static Browser browser;
  private Page page;

  @BeforeAll
  static void open() throws IOException, InterruptedException {
    product = Product.demo();
    browser = new Browser();
  }

  @AfterAll
  static void close() throws IOException {
    browser.close();
    product.close();
  }

  @BeforeEach
  void comeIn() {
    page = as("Ines");
  }

  @AfterEach
  void leave() {
    page.context().close();
    assertThat(browser.complaints()).isEmpty();
  }

  private static Page as(String name) {
    Page page = browser.open(product.address());
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true))
        .click();
    assertThat(page.getByText("Left to place").first()).isVisible();
    return page;
  }

  /** Keys before the items are shown would be lost. */
  private void toTheItems() {
    assertThat(zone("items").locator("tbody tr").first()).isVisible();
    zone("items").focus();
  }

  private Locator zone(String name) {
    return page.locator("[data-zone=" + name + "]");
  }

  private void key(String... keys) {
    for (String key : keys) {
      page.keyboard().press(key);
    }
  }

  @Test
  void goesRoundTheZonesOfTheDesk() {
    zone("pile").focus();
    for (String next : new String[] {"tape", "source", "items", "pile"}) {
      key("F6");
      assertThat(zone(next)).isFocused();
    }
    key("Shift+F6");
    assertThat(zone("items")).isFocused();
  }

  @Test
  void showsTheKeysAndHidesThemAgain() {
    zone("pile").focus();
    key("?");
    assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Keys")))
        .isVisible();
    key("Escape");
    assertThat(page.getByText("take a way to reach the sum")).hasCount(0);
  }

  @Test
  void letsSingleKeysBeSwitchedOff() {
    zone("pile").focus();
    key("?");
    page.getByLabel("Single keys act everywhere").uncheck();
    key("Escape");
    assertThat(zone("pile")).isFocused();
    key("g", "a", "?");
    assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Keys")))
        .hasCount(0);
    assertThat(page.url()).contains("/desk");
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keys").setExact(true))
        .click();
    page.getByLabel("Single keys act everywhere").check();
    key("Escape", "g", "a");
    page.waitForURL("**/arrivals**");
  }

  @Test
  void goesToEveryScreenByTwoKeys() {
    zone("pile").focus();
    key("g", "a");
    page.waitForURL("**/arrivals**");
    key("g", "c");
    page.waitForURL("**/customers");
    assertThat(page.getByText("Kestrel Lane Pottery")).isVisible();
    key("g", "b");
    page.waitForURL("**/books");
    key("g", "d");
    page.waitForURL("**/desk/**");
  }

  @Test
  void staysWhereAPersonWentThoughAListComesLateAndTheScreenLater() {
    List<Route> lists = new ArrayList<>();
    List<Route> screens = new ArrayList<>();
    page.route("**/api/arrivals", lists::add);
    page.route("**/customers-*.js", screens::add);
    zone("pile").focus();
    key("g", "a");
    page.waitForCondition(() -> !lists.isEmpty());
    key("g", "c");
    page.waitForCondition(() -> !screens.isEmpty());
    page.waitForResponse("**/api/arrivals", lists.get(0)::resume).finished();
    page.waitForTimeout(300);
    screens.get(0).resume();
    assertThat(page.getByText("Kestrel Lane Pottery")).isVisible();
    assertThat(page).hasURL(Pattern.compile(".*/customers$"));
  }

  @Test
  void keepsLettersTypedIntoAFieldThere() {
    page.getByLabel("Find in the pile").focus();
    page.keyboard().type("gad?s");
    assertThat(page.getByLabel("Find in the pile")).hasValue("gad?s");
    assertThat(page.getByText("Nothing in the pile reads like that.")).isVisible();
    assertThat(page.getByText("sums to post")).hasCount(0);
  }

  @Test
  void findsASumByItsAmount() {
    page.getByLabel("Find in the pile").fill("4,730.50");
    Locator rows = zone("pile").getByRole(AriaRole.OPTION);
    assertThat(rows).hasCount(1);
    assertThat(rows).containsText("PINMOOR SCHOOLS BOARD");
  }

  @Test
  void keepsAnUnpostedTapeOverAReloadAndShowsOthersThatItIsThere() {
    Browser.choose(page, "MOSS + EMBER COLLECTIVE");
    zone("tape").focus();
    key("ArrowDown", "Delete");
    assertThat(page.locator("p[aria-live=polite]")).hasText("Left to place 521.40");
    page.waitForResponse("**/draft", () -> key("a"));
    page.reload();
    assertThat(page.getByText("on account").first()).isVisible();
    assertThat(page.locator("p[aria-live=polite]")).hasText("Left to place 0.00");
    Page tomas = as("Tomas");
    Browser.choose(tomas, "MOSS + EMBER COLLECTIVE");
    assertThat(tomas.getByText("Ines has a tape on this sum too.")).isVisible();
    tomas.context().close();
  }

  @Test
  void asksForNothingThatAPostingHasJustTakenAway() {
    Browser.choose(page, "VESSEL HOUSE SUPPLIES");
    List<String> refused = new ArrayList<>();
    page.onResponse(
        r -> {
          if (r.status() >= 400) {
            refused.add(r.request().method() + " " + r.url());
          }
        });
    key("Control+Enter");
    assertThat(page.getByText("Posted").first()).isVisible();
    page.waitForTimeout(700);
    assertThat(refused).isEmpty();
    key("Control+Shift+Z");
    assertThat(page.getByText("Turned back").first()).isVisible();
    assertThat(page.getByRole(AriaRole.HEADING, named("VESSEL HOUSE SUPPLIES"))).isVisible();
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name).setExact(true);
  }

  @Test
  void seesWhatSomebodyElsePostsWithoutReloading() {
    Page tomas = as("Tomas");
    Browser.choose(tomas, "WICKERFIELD COLLEGE");
    Locator rows = page.getByRole(AriaRole.OPTION);
    int before = rows.count();
    tomas.keyboard().press("Control+Enter");
    assertThat(tomas.getByText("Posted", new Page.GetByTextOptions().setExact(false)).first())
        .isVisible();
    assertThat(rows).hasCount(before - 1);
    tomas.context().close();
  }

  @Test
  void refusesAnAmountWithTooManyDecimalsInTheField() {
    Browser.choose(page, "SALTMARSH CITY TREASURY");
    assertThat(zone("items")).containsText("TCK-20388");
    toTheItems();
    key("5");
    page.keyboard().type("0.005");
    Locator field = page.locator("input[aria-invalid=true]");
    assertThat(field).isVisible();
    key("Enter");
    assertThat(field).isVisible();
    key("Escape");
    assertThat(page.locator("input[aria-invalid]")).hasCount(0);
    assertThat(zone("items")).isFocused();
  }

  @Test
  void keepsNoDraftOfATapeThatIsBeingPosted() {
    Browser.choose(page, "AMBERLEY SLIPWARE");
    List<String> drafts = new ArrayList<>();
    List<Route> postings = new ArrayList<>();
    page.onRequest(
        r -> {
          if (r.url().endsWith("/draft")) {
            drafts.add(r.url());
          }
        });
    page.route("**/posting", postings::add);
    zone("tape").focus();
    key("ArrowDown", "Delete", "a", "Control+Enter");
    page.waitForCondition(() -> !postings.isEmpty());
    page.waitForTimeout(500);
    assertThat(drafts).isEmpty();
    postings.get(0).resume();
    assertThat(page.getByText("Posted").first()).isVisible();
    key("Control+Shift+Z");
    assertThat(page.getByText("Turned back").first()).isVisible();
    assertThat(drafts).isEmpty();
  }

  @Test
  void saysWhyNothingCanStayOnAccount() {
    Browser.choose(page, "AMBERLEY SLIPWARE");
    zone("tape").focus();
    key("a");
    assertThat(page.getByRole(AriaRole.ALERT))
        .hasText("Nothing is left that could stay on account.");
  }

  @Test
  void explainsABankFeeOnTheStripOfMoneyPaidOut() {
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText("QUAYLINE BANK MONTHLY ACCOUNT FEE"))
        .click();
    assertThat(page.getByText("MONTHLY ACCOUNT FEE, paid out")).isVisible();
    zone("tape").focus();
    key("d");
    assertThat(
            page.getByRole(AriaRole.OPTION)
                .filter(new Locator.FilterOptions().setHasText("18.40 to a ledger account")))
        .isVisible();
    key("Escape");
  }

  @Test
  void worksAtTenTwentyFourPixelsAndInTheDark() {
    page.setViewportSize(1024, 700);
    assertThat(page.locator("[data-zone=items]")).isInViewport();
    assertThat(
            page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Post").setExact(true)))
        .isInViewport();
    page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.DARK));
    String ground = (String) page.evaluate("getComputedStyle(document.body).backgroundColor");
    assertThat(ground).isEqualTo("rgb(34, 38, 42)");
  }

  @Test
  void wantsTheSignInAgainOnceSignedOut() {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign out")).click();
    assertThat(page.getByText("A house to try")).isVisible();
    page.navigate(product.address() + "/books/journal");
    assertThat(page.getByLabel("Password")).isVisible();
  }

  @Test
  void goesOnWithTheTapeOnceASessionHasEndedOverIt() {
    Browser.choose(page, "HOLLOW REED STUDIO");
    assertThat(page.getByText("Left to place 0.00")).hasCount(1);
    page.context().clearCookies(new BrowserContext.ClearCookiesOptions().setName("sumbrel"));
    toTheItems();
    key("Space");
    Locator again =
        page.getByRole(AriaRole.DIALOG, new Page.GetByRoleOptions().setName("Sign in again"));
    assertThat(again).isVisible();
    Browser.assertAccessible(page);
    again.getByLabel("Password").fill("not it");
    again.getByLabel("Password").press("Enter");
    assertThat(again.getByRole(AriaRole.ALERT)).containsText("is not right");
    again.getByLabel("Password").fill("clay-and-kiln");
    again.getByLabel("Password").press("Enter");
    assertThat(again).hasCount(0);
    assertThat(page.getByText("Left to place −718.15")).hasCount(1);
    toTheItems();
    key("Space");
    assertThat(page.getByText("Left to place 0.00")).hasCount(1);
  }

  @Test
  void aListForPaymentsThatNameNothingIsSetAndFollowed() {
    Page ruta = as("Ruta");
    ruta.navigate(product.address() + "/rules");
    button(ruta, "Set a list").press("Enter");
    ruta.getByLabel("keep on account", new Page.GetByLabelOptions().setExact(true)).press("Space");
    button(ruta, "earliest due first: earlier").press("Enter");
    button(ruta, "earliest due first: earlier").press("Enter");
    button(ruta, "Keep this list").press("Enter");
    assertThat(button(ruta, "Do without")).isVisible();
    assertThat(ruta.locator("section:has(:focus)")).containsText("Payments that name nothing");
    Browser.choose(page, "ASH + FELDSPAR WORKSHOP");
    assertThat(page.getByText("the list of the house: earliest due first").first()).isVisible();

    Locator rates = ruta.getByLabel("Rates in per cent, such as 20 2.5");
    rates.fill("ten");
    rates.press("Enter");
    assertThat(ruta.getByRole(AriaRole.ALERT)).containsText("“ten” is no rate such as 20 or 2.5.");

    Locator months = ruta.getByLabel("Months back, for settled numbers");
    months.fill("999");
    months.press("Enter");
    assertThat(ruta.getByText("Months to look back: 999 is not between 1 and 120.")).isVisible();
    months.fill("30");
    months.press("Enter");
    assertThat(button(ruta, "Keep the limits")).isDisabled();
    assertThat(months).hasValue("30");
    aCurrencyGetsLimitsOfItsOwn(ruta);

    button(ruta, "Do without").press("Enter");
    assertThat(ruta.getByText("No list is set: each is read by what is likely.")).isVisible();
    assertThat(page.getByText("the list of the house")).hasCount(0);
    page.navigate(product.address() + "/rules");
    assertThat(page.getByText("No list is set: each is read by what is likely.")).isVisible();
    assertThat(button(page, "Set a list")).hasCount(0); // a clerk reads the rules
    ruta.context().close();
  }

  private static void aCurrencyGetsLimitsOfItsOwn(Page ruta) {
    Locator which = ruta.getByLabel("Limits for");
    Locator charge = ruta.getByLabel("bank charge kept: clerk, on a tape");
    which.selectOption("EUR");
    assertThat(charge).hasValue("40.00");
    charge.fill("2O.00");
    charge.press("Enter");
    assertThat(ruta.getByText("“2O.00” is not an amount such as 1280.00.")).isVisible();
    charge.fill("25.00");
    charge.press("Enter");
    assertThat(button(ruta, "Keep the limits")).isDisabled();
    which.selectOption(new SelectOption().setLabel("every other currency"));
    assertThat(charge).hasValue("40.00");
    ruta.reload();
    which.selectOption("EUR");
    assertThat(charge).hasValue("25.00");
    button(ruta, "No limits of its own for EUR").click();
    assertThat(charge).hasValue("40.00");
    which.selectOption("EUR"); // thought better of, and again
    assertThat(charge).hasValue("25.00");
    button(ruta, "No limits of its own for EUR").click();
    button(ruta, "Keep the limits").click();
    assertThat(button(ruta, "Keep the limits")).isDisabled();
    assertThat(which.locator("option")).containsText(new String[] {"every currency", "EUR", "USD"});
  }

  private static Locator button(Page of, String name) {
    return of.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }
}
