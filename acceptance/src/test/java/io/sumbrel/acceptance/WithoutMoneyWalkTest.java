package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.sumbrel.acceptance.Browser.button;
import static io.sumbrel.acceptance.Browser.labelled;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** Credits are used alone and paid back by two, by a clerk and a supervisor, by key and mouse. */
@TestMethodOrder(OrderAnnotation.class)
class WithoutMoneyWalkTest {
  private static Product product;
  private static Browser browser;
  private static Page ines;
  private static Page ruta;

  @BeforeAll
  static void open() throws IOException, InterruptedException {
    product = Product.demo();
    browser = new Browser();
    ines = browser.open(product.address());
    button(ines, "Ines").click();
    assertThat(ines.getByText("Left to place").first()).isVisible();
    ruta = browser.open(product.address());
    button(ruta, "Ruta").click();
    assertThat(ruta.getByText("Left to place").first()).isVisible();
  }

  @AfterAll
  static void close() throws IOException {
    assertThat(browser.complaints()).isEmpty();
    browser.close();
    product.close();
  }

  /** Keys before the items are shown would be lost. */
  private static void toTheItems() {
    assertThat(zone("items").locator("tbody tr").first()).isVisible();
    zone("items").focus();
  }

  private static Locator zone(String name) {
    return ines.locator("[data-zone=" + name + "]");
  }

  private static Locator left() {
    return ines.locator("p[aria-live=polite]");
  }

  private static Locator item(String number) {
    return ines.locator("tr[aria-label^='" + number + ",']");
  }

  private static void use(String number) {
    ines.navigate(product.address() + "/books/credits");
    ines.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Use " + number)).click();
    assertThat(zone("tape").getByText("Without money")).isVisible();
  }

  @Test
  @Order(1)
  void aCreditNoteGoesToAnInvoiceByKeyAsFarAsItReaches() {
    use("CN-311");
    assertThat(left()).hasText("Left to place 84.00");
    Browser.assertAccessible(ines);
    toTheItems();
    ines.keyboard().press("Space");
    assertThat(left()).hasText("Left to place 0.00");
    assertThat(item("TCK-20377").getByText("580.00")).isVisible();
    ines.keyboard().press("Control+Enter");
    assertThat(ines.getByText("Used credits to Kestrel Lane Pottery")).isVisible();
    assertThat(item("CN-311")).hasCount(0);
    assertThat(item("TCK-20377").getByText("580.00")).isVisible();
  }

  @Test
  @Order(2)
  void anotherIsToBePaidBackAndWaitsForTheSecondPersonByMouse() {
    use("CN-314");
    button(ines, "Post").click();
    assertThat(ines.getByRole(AriaRole.ALERT)).containsText("Left to place is 126.60");
    button(ines, "Pay back").click();
    assertThat(left()).hasText("Left to place 0.00");
    button(ines, "Let it wait for a second person").click();
    assertThat(ines.getByText("Paying back is decided by two")).isVisible();
    ines.navigate(product.address() + "/books/waiting");
    assertThat(ines.getByText("another person decides")).isVisible();
    assertThat(button(ines, "Approve")).hasCount(0);
    ruta.navigate(product.address() + "/desk");
    ruta.getByText("Waiting for a second person · 1").click();
    assertThat(ruta.getByText("to be paid back").first()).isVisible();
    Browser.assertAccessible(ruta);
    button(ruta, "Send back …").click();
    ruta.keyboard().type("They owe us more.");
    ruta.keyboard().press("Enter");
    assertThat(ines.getByText("Sent back: “They owe us more.”")).isVisible();
    button(ines, "Withdraw").click();
    assertThat(ines.getByText("Nothing waits for a second person.")).isVisible();
  }

  @Test
  @Order(3)
  void approvedItWaitsForTheBankAndIsNotUsedTwice() {
    use("CN-314");
    zone("tape").focus();
    ines.keyboard().press("p");
    ines.keyboard().press("Control+Enter");
    assertThat(ines.getByText("Paying back is decided by two")).isVisible();
    button(ruta, "Approve").click();
    assertThat(ruta.getByText("To be paid back: 126.60 to Larkspur Tile Company")).isVisible();
    ines.navigate(product.address() + "/books/credits");
    assertThat(ines.getByText("the bank is to show it")).isVisible();
    assertThat(ines.getByText("payment to go out USD 126.60")).isVisible();
  }

  @Test
  @Order(4)
  void whatGoesBeyondALimitWaitsToo() {
    ines.navigate(product.address() + "/desk");
    Browser.choose(ines, "KESTREL LN POTTERY LTD");
    assertThat(left()).hasText("Left to place 0.00");
    zone("tape").focus();
    ines.keyboard().press("ArrowDown");
    ines.keyboard().press("Delete");
    assertThat(left()).hasText("Left to place −18.00");
    ines.keyboard().press("d");
    ines.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText("small difference written off"))
        .click();
    ines.keyboard().press("Control+Enter");
    assertThat(ines.getByRole(AriaRole.ALERT)).containsText("your limit is 3.00");
    zone("tape").focus();
    ines.keyboard().press("w");
    assertThat(ines.getByText("Waiting for a second person · 1")).isVisible();
    Browser.choose(ines, "KESTREL LN POTTERY LTD");
    assertThat(ines.getByText("Your tape waits for a second person")).isVisible();
    ruta.navigate(product.address() + "/books/waiting");
    assertThat(ruta.getByText("small difference written off on TCK-20455")).isVisible();
    button(ruta, "Approve").click();
    assertThat(ruta.getByText("Posted 3,412.40 to Kestrel Lane Pottery")).isVisible();
    ruta.navigate(product.address() + "/books/done?find=3,412.40");
    assertThat(ruta.getByText("3,412.40").first()).isVisible();
  }

  /** 421.70 at 1.0800 are 455.44; 430.00 came, so 25.44 were lost: by hand. */
  @Test
  @Order(5)
  void anInvoiceInAnotherCurrencyIsPaidAtTheRateOfTheHouse() {
    ruta.navigate(product.address() + "/rules");
    assertThat(ruta.getByText("No rate is known yet.")).isVisible();
    labelled(ruta, "One unit of").fill("eur");
    labelled(ruta, "is worth, in").fill("usd");
    labelled(ruta, "from").fill("2026-11-10");
    labelled(ruta, "so much").fill("1,08");
    button(ruta, "Keep the rate$").click();
    assertThat(ruta.getByRole(AriaRole.ALERT)).containsText("“1,08” is no rate such as 1.0800");
    labelled(ruta, "so much").fill("1.08");
    button(ruta, "Keep the rate$").click();
    assertThat(ruta.getByText("EUR 1 = USD 1.0800")).isVisible();
    Browser.assertAccessible(ruta);
    ines.navigate(product.address() + "/desk");
    Browser.choose(ines, "HERON BAY MARKET STALL");
    labelled(ines, "Look in every customer").fill("30133");
    assertThat(item("TCK-30133").getByText("455.44 at 1.0800")).isVisible();
    item("TCK-30133").click();
    assertThat(left()).hasText("Left to place −25.44");
    zone("tape").focus();
    ines.keyboard().press("d");
    assertThat(ines.getByText("25.44 exchange difference")).isVisible();
    ines.keyboard().press("1");
    assertThat(left()).hasText("Left to place 0.00");
    Browser.assertAccessible(ines);
    ines.keyboard().press("Control+Enter");
    assertThat(ines.getByText("Posted 430.00 to Kachel und Scherbe")).isVisible();
    ines.navigate(product.address() + "/books/journal");
    assertThat(ines.getByText("Currency clearing").first()).isVisible();
    assertThat(ines.getByText("Exchange differences").first()).isVisible();
  }

  @Test
  @Order(6)
  void aReasonOfTheHouseIsAddedAndOffered() {
    ruta.navigate(product.address() + "/rules");
    button(ruta, "Add a reason").click();
    labelled(ruta, "Words").fill("opening week");
    labelled(ruta, "Account").selectOption("4900");
    Browser.assertAccessible(ruta);
    button(ruta, "Keep the reason").click();
    assertThat(button(ruta, "Change opening week")).isVisible();
    ines.navigate(product.address() + "/desk");
    Browser.choose(ines, "WICKERFIELD COLLEGE");
    toTheItems();
    ines.keyboard().press("ArrowDown");
    ines.keyboard().press("Space");
    ines.keyboard().press("d");
    assertThat(ines.getByText("opening week on")).isVisible();
  }

  /** The 18.00 that were a small difference turn out to be a price that was wrong. */
  @Test
  @Order(7)
  void aReasonIsCorrectedWithoutReopeningAnything() {
    ruta.navigate(product.address() + "/books/done?find=3,412.40");
    ruta.getByRole(AriaRole.LINK)
        .filter(new Locator.FilterOptions().setHasText(Pattern.compile("^2026-\\d+$")))
        .first()
        .click();
    ruta.getByText("Correct a reason, an account").click();
    assertThat(ruta.getByText("amounts and items stay as they were")).isVisible();
    button(ruta, "Correct it").click();
    assertThat(ruta.getByRole(AriaRole.ALERT)).containsText("Nothing is another than it was.");
    labelled(ruta, "Reason").selectOption("PRICE");
    Browser.assertAccessible(ruta);
    ruta.keyboard().press("Control+Enter");
    ruta.waitForURL(Pattern.compile(".*/trail/postings/.*"));
    assertThat(ruta.getByText("Price and quantity allowances")).isVisible();
    assertThat(ruta.getByText("Small differences")).hasCount(0);
  }

  @Test
  @Order(8)
  void aHouseLetsEveryPostingWaitAndOneOrAllAreReleased() {
    ruta.navigate(product.address() + "/rules");
    ruta.getByLabel("Every posting waits for a second person").check();
    button(ruta, "Keep the limits").click();
    assertThat(button(ruta, "Keep the limits")).isDisabled();
    ines.navigate(product.address() + "/desk");
    for (String payer : List.of("AMBERLEY SLIPWARE", "DUNMARROW STONEWARE")) {
      Browser.choose(ines, payer);
      assertThat(left()).hasText("Left to place 0.00");
      ines.keyboard().press("Control+Enter");
    }
    assertThat(ines.getByText("Waiting for a second person · 2")).isVisible();
    ruta.navigate(product.address() + "/books/waiting");
    button(ruta, "Approve all 2").click();
    assertThat(ruta.getByText("2 of 2 approved.")).isVisible();
    ruta.navigate(product.address() + "/rules");
    ruta.getByLabel("Every posting waits for a second person").uncheck();
    button(ruta, "Keep the limits").click();
    assertThat(button(ruta, "Keep the limits")).isDisabled();
  }

  /** Money kept on account is used; whoever takes the receipt back takes the use back with it. */
  @Test
  @Order(9)
  void whatRestsOnAPostingIsNamedAndTakenBackWithIt() {
    ines.navigate(product.address() + "/desk");
    chooseSum("718.90");
    assertThat(left()).hasText("Left to place 0.00");
    ines.keyboard().press("Control+Enter");
    Locator said = ines.getByText("Posted 718.90 to Thistledown");
    assertThat(said).isVisible();
    String receipt =
        button(ines, "turn back 2026-").textContent().replaceAll(".*(2026-\\d+).*", "$1");
    use(receipt);
    toTheItems();
    ines.keyboard().press("Space");
    assertThat(left()).hasText("Left to place 0.00");
    ines.keyboard().press("Control+Enter");
    assertThat(ines.getByText("Used credits to Thistledown")).isVisible();
    ines.navigate(product.address() + "/trail/postings/" + receipt);
    button(ines, "Turn back$").click();
    assertThat(ines.getByText("These rest on it")).isVisible();
    assertThat(ines.getByText("Used credits to Thistledown")).isVisible();
    Browser.assertAccessible(ines);
    ines.keyboard().press("Enter");
    assertThat(ines.getByText("turned back by").first()).isVisible();
    assertThat(button(ines, "Turn back")).hasCount(0);
    ines.navigate(product.address() + "/desk");
    chooseSum("718.90");
    assertThat(left()).hasText("Left to place 0.00");
  }

  private static void chooseSum(String amount) {
    ines.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText(amount))
        .first()
        .click();
    assertThat(ines.locator("[data-zone=tape]").getByText(amount).first()).isVisible();
  }
}
