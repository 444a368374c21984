package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** The pile is ordered, narrowed and ticked; anything is found from anywhere; by key and mouse. */
@TestMethodOrder(OrderAnnotation.class)
class PileWalkTest {
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
    assertThat(browser.complaints()).isEmpty();
    browser.close();
    product.close();
  }

  private static Locator button(String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
  }

  private static Locator pile() {
    return page.locator("[data-zone=pile]");
  }

  private static Locator row(int index) {
    return pile().getByRole(AriaRole.OPTION).nth(index);
  }

  private static Locator labelled(String name) {
    return page.getByLabel(name, new Page.GetByLabelOptions().setExact(true));
  }

  /** What is chosen shows at once; only what the server has kept outlives a reload. */
  private static void kept(Runnable choice) {
    page.waitForResponse(r -> r.url().contains("/api/settings/"), choice);
  }

  @Test
  @Order(1)
  void aLikelyAndASureOneAreTickedByKeyAndPostedTogether() {
    pile().focus();
    page.keyboard().press("Space");
    assertThat(page.getByText("1 ticked")).isVisible();
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText("ASH + FELDSPAR WORKSHOP"))
        .getByTitle("Tick to post several together (Space)")
        .click();
    assertThat(page.getByText("2 ticked")).isVisible();
    pile().focus();
    page.keyboard().press("s");
    assertThat(page.getByText("2 sums to post")).isVisible();
    Browser.assertAccessible(page);
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText("2 of 2 posted")).isVisible();
    page.keyboard().press("Escape");
    assertThat(page.getByText("2 ticked")).hasCount(0);
  }

  @Test
  @Order(2)
  void oneForWhichNothingIsProposedStaysAndSaysWhy() {
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText("HERON BAY MARKET STALL"))
        .getByTitle("Tick to post several together (Space)")
        .click();
    button("Post them").click();
    assertThat(page.getByText("Nothing is proposed for it.")).isVisible();
    assertThat(button("Post 0")).isDisabled();
    button("Back to the desk").click();
    button("none").click();
    assertThat(page.getByText("1 ticked")).hasCount(0);
  }

  @Test
  @Order(3)
  void theOrderIsOnesOwnAndStays() {
    button("Order of the pile: surest first").click();
    button("Order of the pile: the bank’s order").click();
    assertThat(row(0)).containsText("PINMOOR SCHOOLS BOARD");
    kept(() -> labelled("low rows").check());
    kept(() -> labelled("only in").check());
    assertThat(page.getByText("MONTHLY ACCOUNT FEE")).hasCount(0);
    page.reload();
    assertThat(row(0)).containsText("PINMOOR SCHOOLS BOARD");
    assertThat(labelled("only in")).isChecked();
    labelled("only in").uncheck();
    for (String order : List.of("largest first", "oldest first", "by payer")) {
      button("Order of the pile: " + order).click();
    }
    assertThat(page.getByText(Pattern.compile("^Sure · \\d+"))).isVisible();
  }

  @Test
  @Order(4)
  void conditionsNarrowItStandInTheAddressAndAreKeptByName() {
    button("narrow").click();
    button("Add a condition").click();
    labelled("Field").selectOption("amount");
    labelled("From").fill("1,900");
    labelled("Until").fill("2,500.00");
    assertThat(page.getByText("4 of 30 shown")).isVisible();
    button("And").click();
    labelled("Field").nth(1).selectOption("proposal");
    labelled("Value").fill("20450");
    assertThat(row(0)).containsText("WICKERFIELD COLLEGE");
    assertThat(page.getByText("1 of 30 shown")).isVisible();
    Browser.assertAccessible(page);
    labelled("Field").nth(1).selectOption("how");
    labelled("Value").fill("by number");
    assertThat(page.getByText("3 of 30 shown")).isVisible();
    labelled("Field").nth(1).selectOption("proposal");
    labelled("Value").fill("20450");
    assertThat(page.getByText("1 of 30 shown")).isVisible();
    labelled("Name of this filter").fill("around two thousand");
    kept(() -> page.keyboard().press("Enter"));
    page.reload();
    assertThat(page.getByText("1 of 30 shown")).isVisible();
    page.navigate(product.address() + "/desk");
    button("narrow").click();
    labelled("Kept filters").selectOption("around two thousand");
    assertThat(page.getByText("1 of 30 shown")).isVisible();
    pile().focus();
    page.keyboard().press("Control+a");
    assertThat(page.getByText("1 ticked")).isVisible();
    page.navigate(product.address() + "/desk");
  }

  @Test
  @Order(5)
  void anythingIsFoundFromAnyScreen() {
    page.navigate(product.address() + "/arrivals");
    assertThat(page.getByRole(AriaRole.BUTTON).first()).isVisible();
    page.keyboard().press("/");
    page.keyboard().type("20412");
    assertThat(page.getByRole(AriaRole.LISTBOX).getByText("explained")).isVisible();
    Browser.assertAccessible(page);
    page.keyboard().press("Enter");
    assertThat(page.getByText("ASH + FELDSPAR WORKSHOP").first()).isVisible();
    page.keyboard().press("/");
    labelled("Find anything").fill("wickerfield");
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText("customer"))
        .first()
        .click();
    page.waitForURL(Pattern.compile(".*/customers/\\d+"));
    page.keyboard().press("/");
    labelled("Find anything").fill("no such thing");
    assertThat(page.getByText("Nothing is found in the pile")).isVisible();
    page.keyboard().press("Escape");
    assertThat(page.getByText("Nothing is found in the pile")).isHidden();
  }

  @Test
  @Order(6)
  void aQuestionRestsAtTheEndOfThePileUntilItsDayOrItsAnswer() {
    page.navigate(product.address() + "/desk");
    Browser.choose(page, "HERON BAY MARKET STALL");
    page.locator("[data-zone=tape]").focus();
    page.keyboard().press("q");
    assertThat(labelled("What is asked")).hasValue(Pattern.compile("we received USD 430.00"));
    labelled("Name or address").fill("stall@heron.example");
    assertThat(page.getByText("Mail it"))
        .hasAttribute("href", Pattern.compile("^mailto:stall%40heron.example"));
    Browser.assertAccessible(page);
    labelled("Look again on").fill("2026-11-10");
    button("Keep the question").click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("The next look is after 2026-11-17");
    labelled("Look again on").fill("2026-11-20");
    button("Keep the question").click();
    assertThat(page.getByText("Asked stall@heron.example about 430.00").first()).isVisible();
    assertThat(page.getByText("Asked, not due yet · 1")).isVisible();
    Browser.choose(page, "HERON BAY MARKET STALL");
    assertThat(page.getByText("Ines asked stall@heron.example on 17 Nov")).isVisible();
    page.navigate(product.address() + "/books/waiting");
    button("Answered").click();
    assertThat(page.getByText("Nobody is asked about anything.")).isVisible();
  }

  @Test
  @Order(7)
  void notesStandBesideASumAndAnItemThatIsOpenedFromItsTape() {
    page.navigate(product.address() + "/desk");
    Browser.choose(page, "WICKERFIELD COLLEGE");
    labelled("Write a note").fill("they always pay on Fridays");
    page.keyboard().press("Enter");
    assertThat(page.getByText("they always pay on Fridays")).isVisible();
    page.locator("[data-zone=items]").focus();
    page.keyboard().press("o");
    Locator card =
        page.getByRole(
            AriaRole.REGION, new Page.GetByRoleOptions().setName(Pattern.compile(", opened$")));
    assertThat(card.getByText("first seen")).isVisible();
    card.getByLabel("Write a note").fill("came with a chipped bowl");
    page.keyboard().press("Enter");
    assertThat(card.getByText("came with a chipped bowl")).isVisible();
    Browser.assertAccessible(page);
    page.locator("[data-zone=items]").focus();
    page.keyboard().press("Escape");
    assertThat(card).hasCount(0);
    assertThat(page.locator("p[aria-live=polite]")).hasText("Left to place 0.00");
  }

  private static void tickBothOfLarkspur() {
    Locator both =
        page.getByRole(AriaRole.OPTION)
            .filter(new Locator.FilterOptions().setHasText("LARKSPUR TILE COMPANY"));
    for (int i = 0; i < 2; i++) {
      both.nth(i).getByTitle("Tick to post several together (Space)").click();
    }
    assertThat(page.getByText("2 ticked")).isVisible();
  }

  /** 1,347.00 and 2,591.95 are 3,938.95. */
  @Test
  @Order(8)
  void severalSumsAreWorkedAsOneAndSharedOutBeforeTheyArePosted() {
    page.navigate(product.address() + "/desk");
    tickBothOfLarkspur();
    button("As one").click();
    assertThat(page.getByText("2 sums as one")).isVisible();
    assertThat(page.locator("p[aria-live=polite]")).hasText("Left to place 3,938.95");
    Browser.assertAccessible(page);
    button("Share out and look").click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("Left to place is 3,938.95");
    button("Leave").click();
    pile().focus();
    page.keyboard().press("j");
    assertThat(page.getByText("Tick what these sums pay together.")).isVisible();
    page.keyboard().press("a");
    assertThat(page.locator("p[aria-live=polite]")).hasText("Left to place 0.00");
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText("2 sums to post")).isVisible();
    assertThat(page.getByText("on account 2,591.95")).isVisible();
    assertThat(page.getByText("on account 1,347.00")).isVisible();
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText("2 of 2 posted")).isVisible();
  }

  @Test
  @Order(9)
  void whoIsRememberedIsListedForgottenAndRememberedAgain() {
    page.navigate(product.address() + "/rules");
    labelled("Find a payer or a customer").fill("saltmarsh");
    button("Forget CITY TREASURY SALTMARSH for").click();
    Locator gone =
        page.getByRole(AriaRole.LIST, new Page.GetByRoleOptions().setName("Not remembered"));
    assertThat(gone).containsText("CITY TREASURY SALTMARSH is not remembered for");
    assertThat(button("Forget CITY TREASURY SALTMARSH for")).hasCount(0);
    Browser.assertAccessible(page);
    button("Remember CITY TREASURY SALTMARSH again").click();
    assertThat(button("Forget CITY TREASURY SALTMARSH for")).isVisible();
    assertThat(gone).hasCount(0);
  }

  @Test
  @Order(10)
  void aPictureStandsBesideATapeAndWhatIsNoneIsRefused() throws IOException {
    page.navigate(product.address() + "/desk");
    Browser.choose(page, "WICKERFIELD COLLEGE");
    Locator papers = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Papers"));
    Locator chosen = labelled("A picture or a PDF");
    chosen.setInputFiles(new FilePayload("advice.pdf", "application/pdf", "no PDF".getBytes()));
    assertThat(papers.getByRole(AriaRole.ALERT)).containsText("It is no PNG, no JPEG and no PDF");
    chosen.setInputFiles(new FilePayload("letter.png", "image/png", page.screenshot()));
    assertThat(papers.getByRole(AriaRole.IMG)).isVisible();
    assertThat(papers).containsText("letter.png");
    Browser.assertAccessible(page);
    button("Take off letter.png").click();
    assertThat(papers.getByRole(AriaRole.IMG)).hasCount(0);
  }

  @Test
  @Order(11)
  void aPrepaymentStaysOnAccountForTheOrderThatItNames() {
    page.navigate(product.address() + "/desk");
    Browser.choose(page, "HERON BAY MARKET STALL");
    page.locator("[data-zone=tape]").focus();
    page.keyboard().press("a");
    labelled("Account or customer").fill("pale heron");
    assertThat(page.getByText("430.00 on account of")).isVisible();
    page.keyboard().press("Enter");
    assertThat(labelled("Meant for invoice or order")).hasValue("W-8804");
    page.keyboard().press("m");
    labelled("Meant for invoice or order").fill("W-8804/2");
    page.keyboard().press("Enter");
    Browser.assertAccessible(page);
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText("Posted 430.00 to")).isVisible();
    page.navigate(product.address() + "/books/credits");
    assertThat(page.getByText("W-8804/2")).isVisible();
  }

  /** Pale Heron owes 1,334.05 and four more; the one that is on the tape is 1,129.05. */
  @Test
  @Order(12)
  void itemsAreNarrowedOrderedAndTickedAllAtOnce() {
    page.navigate(product.address() + "/desk");
    Browser.choose(page, "PALE HERON GALLERY");
    Locator items =
        page.getByRole(AriaRole.GRID, new Page.GetByRoleOptions().setName("Items to tick"));
    Locator rows = items.locator("tr[aria-selected]");
    assertThat(rows).hasCount(7);
    button("Order of the items: oldest first").click();
    button("Order of the items: earliest due").click();
    assertThat(rows.first()).containsText("2,389.05");
    button("Narrow the items").click();
    Locator conditions =
        page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Conditions"));
    conditions.getByText("Add a condition").click();
    labelled("Field").selectOption("open");
    labelled("From").fill("1,000");
    labelled("Until").fill("1,500");
    assertThat(rows).hasCount(2);
    assertThat(page.getByText("2 of 7, 2,463.10 · ticked 1, 1,129.05")).isVisible();
    Browser.assertAccessible(page);
    page.locator("[data-zone=items]").focus();
    page.keyboard().press("Control+a");
    assertThat(page.locator("p[aria-live=polite]")).hasText("Left to place −1,334.05");
    button("Tick all items shown").click();
    assertThat(page.locator("p[aria-live=polite]")).hasText("Left to place 1,129.05");
    page.reload();
    assertThat(rows).hasCount(2);
    button("Order of the items: largest first").click();
    button("Order of the items: by number").click();
  }
}
