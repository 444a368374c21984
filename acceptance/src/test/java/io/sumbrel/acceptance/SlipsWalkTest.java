package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/**
 * Cheques and cash from the envelope to the bank: recorded, laid on a slip, handed in, shown by the
 * bank in two sums, tied; by keyboard first, and what a mouse does after it.
 */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SlipsWalkTest {
  /** Ten cheques in two minutes are twelve seconds for one; a clerk types three keys a second. */
  private static final int MOST_KEYS = 10 * 12 * 3;

  private static final List<String> PAYERS =
      List.of(
          "Kestrel",
          "Hollow R",
          "Brightw",
          "Ninefold",
          "Larkspur",
          "Wickerf",
          "Juniper",
          "Copperb",
          "Amberley",
          "Vessel H");

  private static AtArrivals ines;
  private static Page page;
  private int keys;

  @BeforeAll
  static void comeIn() throws IOException, InterruptedException {
    ines = AtArrivals.begin();
    page = ines.page();
  }

  @AfterAll
  static void leave() throws IOException {
    ines.leave();
  }

  private void press(String key) {
    page.keyboard().press(key);
    keys++;
  }

  private void type(String text) {
    page.keyboard().type(text);
    keys += text.length();
  }

  private static Locator status() {
    return page.getByRole(AriaRole.STATUS).first();
  }

  private static Locator offered() {
    return page.locator("[role=listbox] [role=option]").first();
  }

  private static void toDeposits() {
    page.navigate(ines.address() + "/deposits");
    assertThat(Browser.button(page, "New slip")).isVisible();
    ines.zone("deposits").focus();
  }

  @Test
  @Order(1)
  void recordsTenChequesByKeyboardInLessThanTwoMinutes() {
    toDeposits();
    press("h");
    for (int i = 0; i < PAYERS.size(); i++) {
      assertThat(Browser.labelled(page, "Received from")).isFocused();
      type(PAYERS.get(i));
      assertThat(offered()).isVisible();
      press("Tab");
      type("1%02d.%02d".formatted(i + 1, i + 1));
      press("Tab");
      type("88" + i);
      press("Control+Enter");
      assertThat(status()).containsText("Posted 1%02d.%02d".formatted(i + 1, i + 1));
    }
    assertThat(status()).containsText("10 recorded here, 1,055.55");
    assertThat(keys).isLessThan(MOST_KEYS);
    Browser.assertAccessible(page);
  }

  @Test
  @Order(2)
  void saysWhatIsWrongWithAReceipt() {
    type("Kestrel");
    assertThat(offered()).isVisible();
    press("Tab");
    type("12.345");
    assertThat(page.getByText("“12.345” is no amount in USD.")).isVisible();
    press("Control+Enter");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("more than nothing");
    Browser.labelled(page, "Amount").fill("50");
    Browser.labelled(page, "Received on").fill("2026-11-30");
    press("Control+Enter");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("a day to come");
  }

  /**
   * 1,055.55 in ten cheques and 385.55 from before (327.55 in cheques, 58.00 in cash), 20.00 from
   * petty cash along: 1,461.10. The bank shows the fourth slip from here in two sums.
   */
  @Test
  @Order(3)
  void laysThemOnASlipWithCashAndHandsItIn() {
    toDeposits();
    for (int slip = 146; slip <= 149; slip++) {
      press("n");
      assertThat(
              page.getByRole(
                  AriaRole.HEADING,
                  new Page.GetByRoleOptions().setName("Slip S-" + slip).setLevel(1)))
          .isVisible();
      ines.zone("deposits").focus();
    }
    press("Control+Enter");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("nothing to hand in");
    ines.zone("kept").focus();
    press("Control+a");
    assertThat(page.getByText("1,441.10").first()).isVisible();
    Browser.labelled(page, "Amount of the line").fill("20");
    Browser.labelled(page, "What it is").fill("coins from the box");
    press("Enter");
    assertThat(page.getByText("1,461.10").first()).isVisible();
    count("50.00", "1");
    count("20.00", "1");
    count("5.00", "-1");
    Browser.labelled(page, "Counted, all together").fill("1461.10");
    press("Control+Enter");
    assertThat(page.getByRole(AriaRole.ALERT).first()).containsText("-1 pieces of 5.00");
    count("5.00", "1");
    count("1.00", "3");
    Browser.labelled(page, "Counted, all together").fill("1460.10");
    press("Control+Enter");
    assertThat(page.getByRole(AriaRole.ALERT).first()).containsText("together 1,461.10");
    Browser.labelled(page, "Counted, all together").fill("1461.10");
    Browser.assertAccessible(page);
    press("Control+Enter");
    assertThat(status()).hasText("Handed in deposit slip S-149, 1,461.10");
    assertThat(page.getByText("The bank has not shown this sum yet.")).isVisible();
    Locator paper = page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("print it"));
    var printed = page.request().get(ines.address() + paper.getAttribute("href"));
    assertThat(printed.headers()).containsEntry("content-type", "application/pdf");
  }

  private static void count(String piece, String pieces) {
    Browser.labelled(page, "How many of " + piece).fill(pieces);
  }

  @Test
  @Order(4)
  void dropsSlipsThatWereBegunByMouse() {
    for (int slip = 146; slip <= 148; slip++) {
      page.getByText("Slip S-" + slip).first().click();
      assertThat(
              page.getByRole(
                  AriaRole.HEADING,
                  new Page.GetByRoleOptions().setName("Slip S-" + slip).setLevel(1)))
          .isVisible();
      Browser.button(page, "Drop it").click();
      assertThat(page.getByText("Slip S-" + slip)).hasCount(0);
    }
  }

  @Test
  @Order(5)
  void tiesTheTwoSumsInWhichTheBankShowsIt() {
    page.navigate(ines.address() + "/simulated-bank");
    for (String day : List.of("18", "19")) {
      ines.zone("bank").focus();
      ines.key("n");
      assertThat(page.locator("header")).containsText(day + " Nov 2026");
    }
    ines.key("g", "a");
    page.getByText("Fetch from Bank").click();
    assertThat(ines.file("quayline-2026-11-18.xml")).isVisible();
    for (String day : List.of("17", "18")) {
      ines.accept("quayline-2026-11-" + day + ".xml");
      assertThat(ines.file("quayline-2026-11-" + day + ".xml")).containsText("to explain");
    }
    toDeposits();
    press("t");
    Browser.labelled(page, "Narrow the entries").fill("s-149");
    assertThat(page.getByText("2 shown, 1,461.10")).isVisible();
    ines.zone("entries").focus();
    press("Control+a");
    assertThat(page.getByText("Left to tie 1,461.10")).hasCount(1);
    Browser.assertAccessible(page);
    Browser.labelled(page, "Narrow the records").fill("s-149");
    assertThat(page.getByText("1 shown, 1,461.10")).isVisible();
    ines.zone("records").focus();
    press("Space");
    assertThat(page.getByText("Left to tie 0.00")).hasCount(1);
    press("Control+Enter");
    assertThat(status()).containsText("Tied 1,461.10 to deposit slip S-149");
  }

  @Test
  @Order(6)
  void loosensTheTieAndTiesAgainByMouse() {
    status().getByRole(AriaRole.LINK).click();
    Browser.button(page, "Turn back").click();
    assertThat(page.getByText("Turned back by").first()).isVisible();
    page.navigate(ines.address() + "/ties?entries=S-149&records=S-149");
    Locator entries = ines.zone("entries").getByRole(AriaRole.ROW);
    assertThat(entries).hasCount(2);
    entries.nth(0).click();
    ines.zone("records").getByRole(AriaRole.ROW).first().click();
    Browser.button(page, "Tie").last().click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("less than was recorded; say why");
    entries.nth(1).click();
    assertThat(page.getByText("Left to tie 0.00")).hasCount(1);
    Browser.button(page, "Tie").last().click();
    assertThat(status()).containsText("Tied 1,461.10");
  }

  private static Locator lineOf(String what) {
    return page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName(what).setExact(true));
  }

  /** 480.00 sold with 80.00 of tax, 3.00 for stamps; the till lacks 0.05 of 227.00. */
  @Test
  @Order(7)
  void recordsTheTakingsOfADayByKeyboard() {
    toDeposits();
    press("y");
    assertThat(Browser.labelled(page, "Till")).isFocused();
    type("Counter");
    press("Enter");
    press("Enter");
    type("480");
    lineOf("Sold, line 1").getByLabel("Tax in it").selectOption("SALES");
    lineOf("Paid out, line 3").getByLabel("Paid out").fill("3");
    lineOf("Paid out, line 3").getByLabel("Account").selectOption("6900");
    lineOf("Paid, line 1").getByLabel("Amount").fill("250");
    lineOf("Paid, line 1").getByLabel("Number").fill("7781");
    lineOf("Paid, line 3").getByLabel("Counted").fill("426.95");
    lineOf("Paid, line 3").getByLabel("Of it stays as change").fill("x");
    assertThat(page.getByText("An amount that is typed is none in USD.")).isVisible();
    lineOf("Paid, line 3").getByLabel("Of it stays as change").fill("200");
    assertThat(page.getByText("The till is short")).isVisible();
    press("Control+Enter");
    assertThat(status()).hasCount(0);
    Browser.assertAccessible(page);
    Browser.button(page, "Record, the till is 0.05 short").focus();
    press("Enter");
    assertThat(status()).containsText("Recorded: Takings of Counter, 2026-11-19");
    assertThat(Browser.labelled(page, "Till")).hasValue("Counter");
  }

  /** The day's cash and its cheque go into one slip with coins from the box. */
  @Test
  @Order(8)
  void laysTheTakingsOnASlipByMouse() {
    page.navigate(ines.address() + "/deposits");
    Browser.button(page, "New slip").click();
    assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
        .containsText("Slip S-");
    page.getByText("250.00").first().click();
    page.getByText("226.95").first().click();
    Browser.labelled(page, "Amount of the line").fill("13.05");
    Browser.button(page, "Add").click();
    assertThat(page.getByText("490.00").first()).isVisible();
    Browser.labelled(page, "Counted, all together").fill("490");
    Browser.button(page, "Hand in").last().click();
    assertThat(status()).containsText("Handed in deposit slip");
  }

  /** A day's card batch: 11.01, 12.02, ... 22.12 make 198.78, among all else that is recorded. */
  @Test
  @Order(9)
  void tiesADaysCardBatchOfTwelveWithTwoFilters() throws IOException, InterruptedException {
    Product.Person person = ines.person().signIn("Ines");
    for (int i = 1; i <= 12; i++) {
      int minor = 1_000 + 101 * i;
      String receipt =
          """
          {"received": "2026-11-19", "method": "CARD", "currency": "USD", "amountMinor": %d,
           "number": "C-%d", "payer": "CARD HOLDER", "note": "",
           "lines": [{"kind": "TO_ACCOUNT", "amountMinor": %d, "account": "4000"}]}
          """
              .formatted(minor, i, minor);
      assertThat(person.post("/api/receipts", receipt, "Idempotency-Key", "card " + i).statusCode())
          .isEqualTo(200);
    }
    page.navigate(ines.address() + "/arrivals");
    assertThat(page.getByRole(AriaRole.ROW).first()).isVisible();
    ines.zone("arrivals").focus();
    ines.key("t");
    page.getByLabel("Dates stand as").selectOption("YEAR_MONTH_DAY");
    page.getByLabel("Before the cents stands").selectOption("POINT");
    page.getByLabel("date, row 1").fill("2026-11-19");
    page.getByLabel("amount, below zero is out, row 1").fill("198.78");
    page.getByLabel("text, row 1").fill("CARD BATCH 19 NOV");
    page.getByText("Read these rows").click();
    ines.accept("typed-2026-11-19.csv");
    assertThat(ines.file("typed-2026-11-19.csv")).containsText("to explain");
    toDeposits();
    press("t");
    Browser.labelled(page, "Narrow the entries").fill("batch 19");
    assertThat(page.getByText("1 shown, 198.78")).isVisible();
    ines.zone("entries").focus();
    press("Control+a");
    Browser.labelled(page, "Narrow the records").fill("card 10..25 -cheque");
    page.getByLabel("Look back").selectOption("7");
    assertThat(page.getByText("12 shown, 198.78")).isVisible();
    ines.zone("records").focus();
    press("Control+a");
    assertThat(page.getByText("Left to tie 0.00")).hasCount(1);
    press("Control+Enter");
    assertThat(status()).containsText("Tied 198.78");
  }

  @Test
  @Order(10)
  void provesThatTheBooksStillAgree() {
    page.navigate(ines.address() + "/books/proof");
    assertThat(page.getByText("holds", new Page.GetByTextOptions().setExact(true))).hasCount(11);
  }
}
