package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import java.io.IOException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/**
 * Money that is no customer's goes to an account: proposed, found by its name, by key and mouse.
 */
@TestMethodOrder(OrderAnnotation.class)
class NobodysMoneyWalkTest {
  private static final Locator.GetByTextOptions EXACT =
      new Locator.GetByTextOptions().setExact(true);

  private static Product product;
  private static Browser browser;
  private static Page page;
  private static Product.Person tomas;

  @BeforeAll
  static void open() throws IOException, InterruptedException {
    product = Product.demo();
    browser = new Browser();
    page = browser.open(product.address());
    button("Ines").click();
    assertThat(page.getByText("Left to place").first()).isVisible();
    tomas = product.person().signIn("Tomas");
  }

  @AfterAll
  static void close() throws IOException {
    assertThat(browser.complaints()).isEmpty();
    browser.close();
    product.close();
  }

  private static Locator button(String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  /** A sum that was paid out. */
  private static void choose(String payer) {
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText(payer))
        .first()
        .click();
    assertThat(zone("tape").getByText(payer + ", paid out")).isVisible();
  }

  private static Locator zone(String name) {
    return page.locator("[data-zone=" + name + "]");
  }

  private static Locator left() {
    return page.locator("p[aria-live=polite]");
  }

  /**
   * The journal of the posting that the line at the foot names: account and amount, as they are.
   */
  private static String posted() throws IOException, InterruptedException {
    String foot = page.locator("[role=status] button").textContent();
    Matcher number = Pattern.compile("(\\d{4})-(\\d+)").matcher(foot);
    assertThat(number.find()).isTrue();
    String trail =
        tomas.get("/api/trail/postings/" + number.group(1) + "/" + number.group(2)).body();
    StringBuilder lines = new StringBuilder();
    Matcher line =
        Pattern.compile("\"account\":\"(\\d+)\"[^{}]*\"minor\":(-?\\d+)")
            .matcher(trail.substring(trail.indexOf("\"journal\"")));
    while (line.find()) {
      lines.append(line.group(1)).append(' ').append(line.group(2)).append('\n');
    }
    return lines.toString();
  }

  @Test
  @Order(1)
  void whatTheEntrySaysIsTakenByItsDigit() throws IOException, InterruptedException {
    choose("QUAYLINE BANK MONTHLY ACCOUNT FEE");
    zone("tape").focus();
    assertThat(zone("tape").getByText("It may be", EXACT)).isVisible();
    page.keyboard().press("1");
    assertThat(left()).hasText("Left to place 0.00");
    assertThat(zone("source").locator("mark")).hasText("FEE");
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText("Posted −18.40 to 6100 Bank charges")).isVisible();
    assertThat(posted()).isEqualTo("1010 -1840\n6100 1840\n");
  }

  @Test
  @Order(2)
  void whatWasTurnedBackIsTakenAnewAndSaidToComeOfTheProposal() {
    page.keyboard().press("Control+Shift+Z");
    assertThat(page.getByText(Pattern.compile("^Turned back 2026-\\d+"))).isVisible();
    choose("QUAYLINE BANK MONTHLY ACCOUNT FEE");
    zone("tape").focus();
    page.keyboard().press("1");
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText("Posted −18.40 to 6100 Bank charges")).isVisible();
    page.navigate(product.address() + "/books/done?find=18.40");
    assertThat(page.getByText("another way chosen, by an account that was proposed").first())
        .isVisible();
    page.navigate(product.address() + "/desk");
  }

  @Test
  @Order(3)
  void anAccountIsFoundByAPartOfItsNameByKey() throws IOException, InterruptedException {
    Browser.choose(page, "HOLLOW REED STUDIO");
    zone("tape").focus();
    page.keyboard().press("t");
    assertThat(page.getByRole(AriaRole.ALERT))
        .hasText("Nothing is left that could go to a ledger account.");
    page.keyboard().press("Delete");
    for (int lines = 0; lines < 4; lines++) {
      page.keyboard().press("ArrowDown");
      page.keyboard().press("Delete");
    }
    page.keyboard().press("t");
    page.keyboard().type("other inc");
    assertThat(
            page.getByRole(AriaRole.OPTION)
                .filter(new Locator.FilterOptions().setHasText("to 4800 Other income")))
        .isVisible();
    page.keyboard().press("Enter");
    assertThat(left()).hasText("Left to place 0.00");
    assertThat(zone("tape")).isFocused();
    assertThat(page.getByText("Open items reach this sum: TCK-20391. Placed so, they stay open."))
        .isVisible();
  }

  @Test
  @Order(4)
  void anAccountWithTaxAndTextIsPlacedByMouse() throws IOException, InterruptedException {
    accept("nordlicht-2026-11-16.csv");
    page.navigate(product.address() + "/desk");
    choose("ENTGELT NOVEMBER");
    Locator takeOff =
        zone("tape")
            .getByRole(
                AriaRole.BUTTON,
                new Locator.GetByRoleOptions().setName(Pattern.compile("^Take .* off the tape$")));
    while (takeOff.count() > 0) {
      takeOff.first().click();
    }
    page.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^To ledger")))
        .click();
    page.getByLabel("Tax").selectOption(new SelectOption().setLabel("tax on purchases"));
    page.getByLabel("Text", new Page.GetByLabelOptions().setExact(true)).fill("November");
    page.getByLabel("Account or customer", new Page.GetByLabelOptions().setExact(true))
        .fill("no such");
    assertThat(page.getByText("No account and no customer reads like that.")).isVisible();
    page.getByLabel("Account or customer", new Page.GetByLabelOptions().setExact(true))
        .fill("charges bank");
    Browser.assertAccessible(page);
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText("12.50 to 6100 Bank charges"))
        .click();
    assertThat(zone("tape").getByText("with tax on purchases · November")).isVisible();
    button("Post").click();
    assertThat(page.getByText("Posted −12.50 to 6100 Bank charges")).isVisible();
    // 12.50 with tax of 20 %: 12.50 × 20 / 120 = 2.08, half up
    assertThat(posted()).isEqualTo("1020 -1250\n6100 1042\n1360 208\n");
  }

  /** Case 28 of the demonstration: its halves come on two days. */
  @Test
  @Order(5)
  void theHalfOfAnOwnTransferThatTheBankNamesIsPostedByKey()
      throws IOException, InterruptedException {
    accept("quayline-collections-2026-11-16.bai");
    page.navigate(product.address() + "/desk");
    choose("OWN TRANSFER TO 0048104417");
    zone("tape").focus();
    assertThat(left()).hasText("Left to place 0.00");
    assertThat(zone("source").locator("mark")).hasText("0048104417");
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText("Posted −5,000.00 to 1010 Quayline")).isVisible();
    assertThat(posted()).isEqualTo("1030 -500000\n1270 500000\n");
    tomas.post("/api/simulated-bank/next-day", "{}");
    tomas.post("/api/connections/Bank/fetching", "{\"from\":\"2026-11-17\",\"to\":\"2026-11-17\"}");
  }

  @Test
  @Order(6)
  void theOtherHalfMeetsItByMouse() throws IOException, InterruptedException {
    accept("quayline-2026-11-17.xml");
    page.navigate(product.address() + "/desk");
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText("OWN TRANSFER FROM"))
        .first()
        .click();
    assertThat(left()).hasText("Left to place 0.00");
    assertThat(zone("tape").getByText("It may be", EXACT)).isVisible();
    zone("tape").getByText(Pattern.compile("^own transfer 2026-\\d+ from Collections")).click();
    button("Post").click();
    assertThat(page.getByText(Pattern.compile("^Posted 5,000.00 as the other half of 2026-")))
        .isVisible();
    assertThat(posted()).isEqualTo("1010 500000\n1270 -500000\n");
  }

  @Test
  @Order(7)
  void aSumIsSetAsideByKeyAndBroughtBackByMouse() {
    page.navigate(product.address() + "/desk");
    Browser.choose(page, "PINMOOR SCHOOLS BOARD");
    zone("tape").focus();
    page.keyboard().press("x");
    assertThat(page.getByText("Before you set it aside: open items reach this sum")).isVisible();
    Browser.assertAccessible(page);
    page.keyboard().press("ArrowUp");
    for (int reasons = 0; reasons < 4; reasons++) {
      page.keyboard().press("ArrowDown");
    }
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.ALERT))
        .hasText("Say in a note what it is: “for another reason”.");
    page.keyboard().type("their auditor asks");
    page.keyboard().press("Enter");
    assertThat(page.getByText("Set aside 4,730.50 of PINMOOR SCHOOLS BOARD")).isVisible();
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Set aside · 1")).click();
    assertThat(page.getByText("for another reason: their auditor asks")).isVisible();
    Browser.assertAccessible(page);
    button("Bring back").click();
    assertThat(page.getByText("Brought back 4,730.50 of PINMOOR SCHOOLS BOARD")).isVisible();
    assertThat(page.getByText("Nothing is set aside.")).isVisible();
    page.navigate(product.address() + "/desk");
    Browser.choose(page, "PINMOOR SCHOOLS BOARD");
  }

  /** Case 25 is of a payment from before the books; here it takes back a part of another. */
  @Test
  @Order(8)
  void theReceiptThatTheBankTakesBackIsFoundAndReturnedInPartByMouse()
      throws IOException, InterruptedException {
    Browser.choose(page, "SALTMARSH CITY TREASURY");
    button("Post").click();
    assertThat(page.getByText("Posted 766.25 to")).isVisible();
    choose("RETURNED ITEM CHEQUE 4471 AMBERLEY SLIPWARE");
    page.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Returned")))
        .click();
    page.getByLabel("Receipt that is taken back").fill("no such receipt");
    assertThat(page.getByText("No receipt of this sum or more, up to this day, is like that."))
        .isVisible();
    page.getByLabel("Receipt that is taken back").fill("saltmarsh");
    Browser.assertAccessible(page);
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText("a part returned, 766.25 of SALTMARSH"))
        .click();
    assertThat(zone("tape").getByText("TCK-20388 opens again")).isVisible();
    assertThat(left()).hasText("Left to place 0.00");
    button("Post").click();
    assertThat(page.getByText("a returned payment")).isVisible();
    assertThat(posted()).isEqualTo("1030 -24260\n1100 24260\n");
  }

  @Test
  @Order(9)
  void whatCameBackFromBeforeTheBooksIsOwedAgainByKey() throws IOException, InterruptedException {
    page.keyboard().press("Control+Shift+Z");
    assertThat(page.getByText(Pattern.compile("^Turned back 2026-\\d+"))).isVisible();
    choose("RETURNED ITEM CHEQUE 4471 AMBERLEY SLIPWARE");
    zone("tape").focus();
    page.keyboard().press("1");
    assertThat(zone("tape").getByText("owed by Amberley Slipware", EXACT)).isVisible();
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText("Posted −242.60 as owed by Amberley Slipware")).isVisible();
    assertThat(posted()).isEqualTo("1030 -24260\n1100 24260\n");
  }

  @Test
  @Order(10)
  void theBanksOwnMistakeIsPairedWithItsCorrectionByKeyAndByMouse()
      throws IOException, InterruptedException {
    choose("CORRECTION OF CREDIT 77120");
    zone("tape").focus();
    assertThat(zone("tape").getByText("The bank may have corrected itself")).isVisible();
    page.keyboard().press("p");
    assertThat(page.getByText("Paired −2,000.00 with 2,000.00")).isVisible();
    assertThat(posted()).as("nothing moves").isEmpty();
    page.keyboard().press("Control+Shift+Z");
    assertThat(page.getByText(Pattern.compile("^Turned back 2026-\\d+"))).isVisible();
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText("MISPOSTED CREDIT 77120"))
        .first()
        .click();
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Pair")))
        .click();
    assertThat(page.getByText("Paired 2,000.00 with −2,000.00")).isVisible();
  }

  private static void accept(String name) throws IOException, InterruptedException {
    Matcher file =
        Pattern.compile("\"id\":(\\d+),\"kind\":\"[^\"]*\",\"fileName\":\"" + Pattern.quote(name))
            .matcher(tomas.get("/api/arrivals").body());
    assertThat(file.find()).isTrue();
    tomas.post(
        "/api/arrivals/" + file.group(1) + "/acceptance",
        "{\"scope\":\"CHANGES_ONLY\",\"choices\":{}}");
  }
}
