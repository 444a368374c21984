package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** The day's files, by keyboard, one step after the other. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ArrivalsWalkTest {
  private static final String MT940 =
      """
      :20:QL
      :25:0048104417
      :28C:222/1
      :60F:C261116USD%s
      :61:2611171117C%sNTRFNONREF//QL17%s
      :86:HOLLOW REED STUDIO TCK-20391
      :62F:C261117USD%s
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

  @Test
  @Order(1)
  void acceptsAStatementOfTheOlderKindThatFollows() {
    ines.bring("ql-1117.sta", MT940.formatted("113280,73", "118,40", "001", "113399,13"));
    assertThat(ines.file("ql-1117.sta")).containsText("MT940");
    ines.key("Enter");
    assertThat(ines.file("ql-1117.sta")).containsText("1 of 1 still to explain");
  }

  @Test
  @Order(2)
  void showsTheOriginalAtTheLineOfAnEntry() {
    ines.zone("entries").focus();
    ines.key("Enter");
    assertThat(page.getByText("Line 5 of the original")).isVisible();
    assertThat(page.locator("pre")).containsText("C118,40NTRFNONREF//QL17001");
    Browser.assertAccessible(page);
  }

  @Test
  @Order(3)
  void refusesTheSameBytesAndWhatIsWhollyKnown() {
    page.getByLabel("Choose files")
        .setInputFiles(
            new FilePayload(
                "again.sta",
                "text/plain",
                MT940
                    .formatted("113280,73", "118,40", "001", "113399,13")
                    .getBytes(StandardCharsets.UTF_8)));
    assertThat(page.getByRole(AriaRole.ALERT).first())
        .containsText("This very file was brought in on");
    ines.bring(
        "other-bytes.sta",
        MT940.formatted("113280,73", "118,40", "001", "113399,13").replace("\n", "\r\n"));
    assertThat(page.getByText("Everything in statement 222/1 is known already: 1 entries"))
        .isVisible();
    assertThat(ines.file("other-bytes.sta")).containsText("all of it is known already");
  }

  @Test
  @Order(4)
  void takesTheNewPartOfAnOverlappingStatement() {
    String overlapping =
        MT940
            .formatted("113280,73", "118,40", "001", "113449,13")
            .replace(
                ":62F:", ":61:2611171117C50,00NTRFNONREF//QL17002\n:86:OLD FERRY POTTERY\n:62F:");
    ines.bring("ql-1117-full.sta", overlapping);
    assertThat(page.getByRole(AriaRole.ROW, name("line 5"))).containsText("known already");
    assertThat(page.getByRole(AriaRole.ROW, name("line 7"))).containsText("new");
    ines.key("Enter");
    assertThat(ines.file("ql-1117-full.sta"))
        .containsText("1 of 1 still to explain, 1 known already");
  }

  private static Page.GetByRoleOptions name(String text) {
    return new Page.GetByRoleOptions().setName(text);
  }

  @Test
  @Order(5)
  void holdsWhatMayBeDoubleAndHearsWhatAPersonSays() {
    ines.bring(
        "ql.ofx",
        "OFXHEADER:100\n\n<OFX><STMTTRNRS><STMTRS><CURDEF>USD<BANKACCTFROM><ACCTID>0048104417"
            + "</BANKACCTFROM><BANKTRANLIST>\n"
            + "<STMTTRN><DTPOSTED>20261117<TRNAMT>118.40<FITID>QL17001</STMTTRN>\n"
            + "<STMTTRN><DTPOSTED>20261117<TRNAMT>61.00<FITID>QL17003<NAME>NEW PAYER</STMTTRN>\n"
            + "</BANKTRANLIST></STMTRS></STMTTRNRS></OFX>");
    assertThat(page.getByRole(AriaRole.ROW, name("line 4"))).containsText("possibly double");
    ines.key("Enter");
    assertThat(ines.file("ql.ofx")).containsText("1 held");
    assertThat(page.getByText("It is double")).isVisible();
    ines.zone("entries").focus();
    ines.key("x");
    assertThat(page.getByRole(AriaRole.ROW, name("line 4"))).containsText("known already");
    assertThat(ines.file("ql.ofx")).not().containsText("held");
  }

  @Test
  @Order(6)
  void withdrawsTheLastFileAndNotOneBeforeIt() {
    ines.file("ql-1117.sta").click();
    ines.zone("arrivals").focus();
    ines.key("w");
    assertThat(page.getByRole(AriaRole.ALERT).first())
        .containsText("follows it on the same account; withdraw that first");
    ines.file("ql.ofx").click();
    ines.zone("arrivals").focus();
    ines.key("w");
    assertThat(page.getByText("ql.ofx")).hasCount(0);
  }

  @Test
  @Order(7)
  void readsABanksOwnColumnsOnceTheyAreNamed() {
    ines.file("nordlicht-export").click();
    ines.zone("arrivals").focus();
    ines.key("Enter");
    assertThat(page.getByText("What the columns of").first()).isVisible();
    page.getByLabel("Account").selectOption(new SelectOption().setLabel("Nordlicht ··0912 EUR"));
    page.getByLabel("The header is line").fill("2");
    String[] meanings = {"booking date", "payer", "text", "amount", "balance after it"};
    for (int i = 0; i < meanings.length; i++) {
      page.getByLabel("Column " + (i + 1) + " holds")
          .selectOption(new SelectOption().setLabel(meanings[i]));
    }
    page.getByLabel("Before the cents stands").selectOption("COMMA");
    page.getByLabel("In and out are told apart").selectOption("SIGNED");
    page.getByLabel("Dates stand as").selectOption("MONTH_DAY_YEAR");
    assertThat(page.getByRole(AriaRole.ALERT))
        .containsText("Line 3: “17.11.26” is not a date written as month, day, year.");
    page.getByLabel("Dates stand as").selectOption("DAY_MONTH_YEAR");
    assertThat(page.getByText("Closing by our sum")).isVisible();
    assertThat(page.getByText("28,590.30").first()).isVisible();
    Browser.assertAccessible(page);
    page.getByText("Keep for every file with this header").click();
    assertThat(ines.file("nordlicht-export")).containsText("cannot be accepted yet");
    assertThat(page.getByRole(AriaRole.ALERT).first())
        .containsText("opens with 28,183.50, but the account holds 22,940.00");
  }

  @Test
  @Order(8)
  void goesOnOnceTheMissingStatementIsThere() {
    ines.file("nordlicht-2026-11-16.csv").click();
    ines.zone("arrivals").focus();
    ines.key("Enter");
    assertThat(ines.file("nordlicht-2026-11-16.csv")).containsText("5 of 5 still to explain");
    ines.file("nordlicht-export").click();
    ines.zone("arrivals").focus();
    ines.key("Enter");
    assertThat(ines.file("nordlicht-export")).containsText("2 of 2 still to explain");
  }

  @Test
  @Order(9)
  void readsRowsPastedFromASheet() {
    ines.zone("arrivals").focus();
    ines.key("t");
    Locator first = page.getByLabel("date, row 1");
    assertThat(first).isVisible();
    page.getByLabel("Account").selectOption(new SelectOption().setLabel("Quayline ··4417 USD"));
    page.getByLabel("Dates stand as").selectOption("MONTH_DAY_YEAR");
    page.getByLabel("Before the cents stands").selectOption("POINT");
    first.focus();
    first.evaluate(
        "(cell) => { const data = new DataTransfer(); data.setData('text', '11/17/2026\\t250.00\\tCOUNTER\\tSLIP 0144\\n11/17/2026\\t-9.00\\tBANK\\tFEE\\n'); cell.dispatchEvent(new ClipboardEvent('paste', {clipboardData: data, bubbles: true, cancelable: true})); }");
    assertThat(page.getByLabel("text, row 1")).hasValue("SLIP 0144");
    page.getByText("Read these rows").click();
    assertThat(ines.file("typed-2026-11-17.csv")).containsText("2 · 241.00");
    ines.zone("arrivals").focus();
    ines.key("Enter");
    assertThat(ines.file("typed-2026-11-17.csv")).containsText("2 of 2 still to explain");
  }

  @Test
  @Order(10)
  void provesThatTheBooksStillAgree() {
    ines.key("g", "b");
    page.navigate(ines.address() + "/books/proof");
    assertThat(page.getByText("taken in, known already, or is held")).isVisible();
    assertThat(page.getByText("holds", new Page.GetByTextOptions().setExact(true))).hasCount(11);
  }
}
