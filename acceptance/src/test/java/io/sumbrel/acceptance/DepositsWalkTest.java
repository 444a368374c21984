package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import java.io.IOException;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** The unworked day and the days after it, by keyboard, one step after the other. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class DepositsWalkTest {
  private static final String OTHER_BOX =
      """
      101 01100001500110000152611170615
      50010000077301261117
      60010010000012345011000015        11        77CINDERBY POTTERY
      700100000773012611170010000012345
      8001000007730126111700010000012345
      9000006
      """;
  private static final String OTHER_PROCESSOR =
      """
      batch;paid on;kind;amount;cost
      77;16.11.2026;buy;120,00;3,10
      77;16.11.2026;back;40,00;
      """;

  private static AtArrivals ines;
  private static Page page;

  @BeforeAll
  static void comeIn() throws IOException, InterruptedException {
    ines = AtArrivals.begin();
    page = ines.page();
  }

  @AfterAll
  static void leave() throws IOException {
    ines.leave();
  }

  private static void choose(String label, String option) {
    page.getByLabel(label).selectOption(new SelectOption().setLabel(option));
  }

  @Test
  @Order(1)
  void showsAtFirstWhatWaitsLongest() {
    assertThat(ines.file("nordlicht-2026-11-16.csv")).hasAttribute("aria-selected", "true");
    assertThat(ines.file("nordlicht-2026-11-17.sta")).containsText("cannot be accepted yet");
    ines.accept("quayline-collections-2026-11-16.bai");
    assertThat(ines.file("quayline-collections-2026-11-16.bai")).containsText("still to explain");
  }

  @Test
  @Order(2)
  void provesALockboxFileAndSaysWhatDoesNotAddUp() {
    ines.file("quayline-lockbox").click();
    assertThat(page.getByText("4 cheques")).isVisible();
    assertThat(page.getByText("38.10 less than it says")).isVisible();
    Browser.assertAccessible(page);
    ines.accept("quayline-lockbox");
    assertThat(ines.file("quayline-lockbox")).containsText("6 of 6 still to explain");
  }

  @Test
  @Order(3)
  void provesAPayoutFromGrossToNet() {
    ines.file("cardmill-payouts").click();
    assertThat(page.getByText("4 sales")).isVisible();
    assertThat(page.getByText("281.87").first()).isVisible();
    ines.accept("cardmill-payouts");
    assertThat(ines.file("cardmill-payouts")).containsText("7 of 15 still to explain");
  }

  @Test
  @Order(4)
  void showsDepositsAndWhatOfThemIsAtTheBank() {
    ines.key("g", "e");
    assertThat(page.getByText("At the bank, to be tied · 6")).isVisible();
    assertThat(page.getByText("Not at the bank yet · 3")).isVisible();
    ines.zone("deposits").focus();
    assertThat(page.locator("q")).isVisible(); // keys before the first is shown would be lost
    ines.key("ArrowDown");
    page.waitForURL("**/deposits/*"); // the first step is taken before the second key goes
    page.waitForTimeout(500);
    ines.key("ArrowDown");
    assertThat(
            page.getByRole(
                AriaRole.HEADING,
                new Page.GetByRoleOptions().setName("lockbox batch 0040912-003").setExact(true)))
        .isVisible();
    assertThat(page.getByText("LOCKBOX 0040912 BATCH 003")).isVisible();
    Browser.assertAccessible(page);
  }

  @Test
  @Order(5)
  void explainsAChequeOfTheLockboxAtTheDesk() {
    page.getByText("in the pile", new Page.GetByTextOptions().setExact(true)).first().click();
    assertThat(
            page.getByRole(
                AriaRole.HEADING,
                new Page.GetByRoleOptions().setName("VESSEL HOUSE SUPPLIES").setExact(true)))
        .isVisible();
    assertThat(page.getByText("cheque · 16 Nov 2026 · lockbox batch 0040912-003")).isVisible();
    ines.key("Control+Enter");
    assertThat(page.getByText("Posted 1,415.20 to Vessel House Supplies")).isVisible();
  }

  @Test
  @Order(6)
  void givesAnEntryBackToThePileThatIsAnotherSum() {
    ines.key("g", "e");
    ines.zone("deposits").focus();
    assertThat(page.locator("q")).hasText("DEPOSIT SLIP S-143");
    ines.key("x");
    assertThat(page.getByText("At the bank, to be tied · 5")).isVisible();
    assertThat(page.getByText("Not at the bank yet · 4")).isVisible();
  }

  @Test
  @Order(7)
  void setsUpALockboxThatIsNotKnown() {
    ines.key("g", "a");
    ines.bring("other-box.txt", OTHER_BOX);
    assertThat(ines.file("other-box.txt")).containsText("Set the lockbox up");
    ines.key("Enter");
    assertThat(
            page.getByRole(
                AriaRole.HEADING,
                new Page.GetByRoleOptions().setName("Lockbox 0077301").setExact(true)))
        .isVisible();
    choose("Paid into", "Collections ··4425 USD");
    page.getByLabel("payer of record 6, to column").fill("90");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("do not stand in 2 to 80");
    page.getByLabel("payer of record 6, to column").fill("80");
    assertThat(page.getByText("1 cheque", new Page.GetByTextOptions().setExact(true))).isVisible();
    Browser.assertAccessible(page);
    page.getByText("Keep for every file of this lockbox").click();
    assertThat(ines.file("other-box.txt")).containsText("Accept");
  }

  @Test
  @Order(8)
  void namesTheColumnsOfAnotherProcessor() {
    ines.bring("other.csv", OTHER_PROCESSOR);
    ines.key("Enter");
    choose("Its rows are", "payouts of a card processor");
    String[] holds = {"payout", "date of the payout", "what it is", "gross", "fee"};
    for (int i = 0; i < holds.length; i++) {
      choose("Column " + (i + 1) + " holds", holds[i]);
    }
    choose("Dates stand as", "day, month, year");
    choose("Before the cents stands", ",");
    choose("Fees and refunds", "above zero takes off");
    choose("A row “buy” is a", "sale");
    choose("A row “back” is a", "refund");
    assertThat(page.getByText("76.90").first()).isVisible();
    Browser.assertAccessible(page);
    page.getByText("Keep for every file with this header").click();
    assertThat(ines.file("other.csv")).containsText("list of payouts");
  }

  @Test
  @Order(9)
  void fetchesTheNextDayFromTheSimulatedBank() {
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("the simulated bank"))
        .click();
    assertThat(page.getByText("The simulated bank")).isVisible();
    Browser.assertAccessible(page);
    ines.zone("bank").focus();
    ines.key("n");
    assertThat(page.getByText("18 Nov 2026").first()).isVisible();
    page.getByText("Break the line").click();
    assertThat(page.getByText("The line is down.")).isVisible();
    ines.key("g", "a");
    page.getByText("Fetch from Bank").click();
    assertThat(page.getByRole(AriaRole.ALERT).first()).containsText("line to the bank is down");
    page.getByText("the simulated bank").click();
    page.getByText("Mend the line").click();
    assertThat(page.getByText("The line is down.")).hasCount(0);
    ines.key("g", "a");
    page.getByText("Fetch from Bank").click();
    assertThat(page.getByText("had come before").first()).isVisible();
    ines.accept("quayline-2026-11-17.xml");
    assertThat(ines.file("quayline-2026-11-17.xml")).containsText("still to explain");
  }

  @Test
  @Order(10)
  void warnsOfASlipThatIsRecordedAndOfWhichTheBankKeptACharge() {
    ines.bring(
        "receipts.csv",
        """
        received,method,number,amount,currency,payer,invoices,account,slip,banked
        2026-11-13,cheque,881,713.21,USD,OLD FERRY POTTERY,TCK-20484,0048104417,S-931,2026-11-16
        """);
    ines.key("Enter");
    assertThat(ines.file("receipts.csv")).containsText("accepted");
    ines.type("11/18/2026", "708.21", "DEPOSIT SLIP S-931 LESS CHARGES");
    ines.accept("typed-2026-11-18.csv");
    assertThat(ines.file("typed-2026-11-18.csv")).containsText("still to explain");
    ines.key("g", "d");
    page.getByText("DEPOSIT SLIP S-931 LESS CHARGES").first().click();
    assertThat(page.getByText("Post the 55 sure ones")).isVisible();
    assertThat(page.getByText("Sure · 56")).isVisible();
    assertThat(page.getByText("slip S-931, recorded already, less 5.00 charge").first())
        .isVisible();
    assertThat(page.getByText("placed on items too, it may count twice").first()).isVisible();
    // its key once emptied the tape, and posting said that nothing was there
    assertThat(
            page.getByRole(AriaRole.BUTTON)
                .filter(new Locator.FilterOptions().setHasText("recorded already")))
        .hasCount(0);
    ines.zone("tape").focus();
    String before = page.locator("p[aria-live=polite]").textContent();
    ines.key("1");
    assertThat(page.locator("p[aria-live=polite]")).hasText(before);
    assertThat(page.locator("mark").filter(new Locator.FilterOptions().setHasText("S-931")))
        .isVisible();
    Browser.assertAccessible(page);
  }

  @Test
  @Order(11)
  void postsALockboxBatchAsAWholeAndTiesIt() {
    page.navigate(ines.address() + "/deposits");
    page.getByText("lockbox batch 0040912-003").first().click();
    Locator strip = page.getByRole(AriaRole.LISTITEM);
    assertThat(strip.filter(hasText("placed on invoices"))).containsText("1,415.20");
    assertThat(strip.filter(hasText("not posted"))).containsText("2,679.95");
    page.getByLabel("Cheques shown").selectOption("rest");
    assertThat(page.getByText("1 of 4, 1,250.00")).isVisible();
    page.getByLabel("Cheques shown").selectOption("all");
    Browser.assertAccessible(page);
    // 38.10 is more than a clerk may let off
    ines.zone("members").focus();
    ines.key("l");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("38.10");
    assertThat(page.getByText("Not nil · 1")).isVisible();
    ines.zone("members").focus();
    ines.key("p");
    assertThat(page.getByText("2 sums to post")).isVisible();
    Browser.assertAccessible(page);
    ines.key("Control+Enter");
    assertThat(page.getByText("2 of 2 posted").first()).isVisible();
    Browser.button(page, "Back to the batch").click();
    assertThat(strip.filter(hasText("placed on invoices"))).containsText("3,975.15");
    assertThat(strip.filter(hasText("not posted"))).containsText("120.00");
    Browser.button(page, "Tie").last().click();
    assertThat(page.getByText("The bank has shown it; tied by")).isVisible();
  }

  /** 64.50 of a sale - 31.10 + 3.02 of fees - 30.00 of a reserve: 6.42. */
  @Test
  @Order(12)
  void postsWhatWasKeptOfAPayoutByKeyAndItsSalesTogether() {
    page.getByText("payout PO-2207").first().click();
    Browser.button(page, "5 fees").click();
    assertThat(page.getByText("Only fees are shown.")).isVisible();
    Browser.button(page, "show all").click();
    Browser.button(page, "leave it out").click();
    assertThat(page.getByText("does not go along")).isVisible();
    Locator withIt = page.getByRole(AriaRole.TABLE).filter(hasText("6110 Processor fees"));
    assertThat(withIt).not().containsText("4000 Sales");
    Browser.button(page, "take it along").click();
    assertThat(withIt).containsText("4000 Sales, of it tax 10.75");
    Browser.assertAccessible(page);
    ines.zone("members").focus();
    ines.key("k");
    assertThat(page.getByText("Posted with payout PO-2207, 6.42")).isVisible();
    assertThat(page.getByText("What was kept is in the books:")).isVisible();
    ines.zone("members").focus();
    ines.key("p");
    assertThat(page.getByText("3 sums to post")).isVisible();
    ines.key("Control+Enter");
    assertThat(page.getByText("3 of 3 posted").first()).isVisible();
    Browser.button(page, "Back to the payout").click();
    Locator fall = page.getByRole(AriaRole.TABLE).filter(hasText("4 sales"));
    assertThat(fall.getByRole(AriaRole.ROW).filter(hasText("4 sales")))
        .containsText("512.15512.15");
  }

  @Test
  @Order(13)
  void tellsTheStoryOfASaleByMouse() {
    Browser.button(page, "all of this sale").first().click();
    assertThat(page.getByText("What is left of it")).isVisible();
    assertThat(page.getByText("143.73")).isVisible();
    Browser.assertAccessible(page);
    Browser.button(page, "Back to the payout").click();
    Browser.button(page, "Tie").last().click();
    assertThat(page.getByText("The bank has shown it; tied by")).isVisible();
  }

  private static Locator.FilterOptions hasText(String text) {
    return new Locator.FilterOptions().setHasText(text);
  }

  /** Three schools of one board paid with one transfer; each has a receipt of its own. */
  @Test
  @Order(14)
  void makesAReceiptForEachWhoPaidOneSum() {
    ines.key("g", "d");
    page.getByText("PINMOOR SCHOOLS BOARD").first().click();
    assertThat(page.getByText("Several payers")).isVisible();
    ines.zone("tape").focus();
    ines.key("v");
    Locator vale =
        page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Pinmoor Vale Academy"));
    assertThat(vale).containsText("1,694.00");
    vale.getByLabel("Number").fill("PV-16");
    Browser.assertAccessible(page);
    Browser.button(page, "Post 3 receipts, and tie them").click();
    assertThat(page.getByText("3 receipts of one sum; Tied 4,730.50").first()).isVisible();
  }

  @Test
  @Order(15)
  void provesThatTheBooksStillAgree() {
    page.navigate(ines.address() + "/books/proof");
    assertThat(page.getByText("holds", new Page.GetByTextOptions().setExact(true))).hasCount(11);
  }
}
