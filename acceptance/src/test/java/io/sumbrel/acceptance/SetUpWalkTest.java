package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.sumbrel.acceptance.Browser.button;
import static io.sumbrel.acceptance.Browser.labelled;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** From nothing to a house of one's own: its accounts, its taxes, and a colleague on it. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SetUpWalkTest {
  private static final String PASSWORD = "long enough now";

  private static Product product;
  private static Browser browser;
  private static Page page;

  @BeforeAll
  static void setAHouseUp() throws Exception {
    product = Product.empty();
    browser = new Browser();
    page = browser.open(product.address());
    page.getByLabel("Name of the house").fill("Own House");
    page.getByLabel("Your name, to sign in with").fill("Wren");
    page.getByLabel("A password of at least 10 characters").fill(PASSWORD);
    page.getByLabel("First bank account, as you call it").fill("Quayline");
    page.getByLabel("Its number or IBAN").fill("12345");
    page.getByLabel("It begins here on").fill("2026-11-01");
    page.getByLabel("Balance at the beginning").fill("100.00");
    page.keyboard().press("Enter");
    assertThat(page.getByText("No money has come in yet.")).isVisible();
  }

  @AfterAll
  static void closeAll() throws Exception {
    assertThat(browser.complaints()).isEmpty();
    browser.close();
    product.close();
  }

  private static Locator row(String text) {
    return page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText(text));
  }

  @Test
  @Order(1)
  void aSecondBankAccountBeginsByKey() {
    page.keyboard().press("g");
    page.keyboard().press("s");
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Bank accounts")).click();
    button(page, "Add a bank account").press("Enter");
    page.keyboard().type("Harbour");
    page.keyboard().press("Tab");
    page.keyboard().type("12345");
    page.keyboard().press("Tab");
    page.keyboard().type("usd");
    labelled(page, "It begins here on").fill("2026-11-01");
    labelled(page, "Balance at the beginning of that day").fill("2,500.5x");
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("2,500.5x");
    labelled(page, "Balance at the beginning of that day").fill("2500.50");
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.ALERT))
        .containsText("12345 is the number of Quayline already.");
    labelled(page, "Currency").fill("eur");
    page.keyboard().press("Enter");
    assertThat(row("Harbour")).containsText("2,500.50");
    Browser.assertAccessible(page);
  }

  @Test
  @Order(2)
  void ledgerAccountsAreCalledAsTheHouseCallsThem() {
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Ledger accounts")).click();
    page.getByLabel("A file of accounts: number, name")
        .setInputFiles(
            new FilePayload(
                "accounts.csv",
                "text/csv",
                "number,name\n4870,Market fairs\n".getBytes(StandardCharsets.UTF_8)));
    assertThat(page.getByText("The list was taken over; 1 of its accounts are new.")).isVisible();
    page.keyboard().press("f");
    page.keyboard().type("other inc");
    assertThat(page.getByRole(AriaRole.ROW)).hasCount(2);
    row("Other income").dblclick();
    labelled(page, "Number").fill("8400");
    labelled(page, "Name").fill("Sundry income");
    page.keyboard().press("Enter");
    assertThat(page.getByText("No account reads like that.")).isVisible();
    page.getByLabel("Find an account").fill("8400");
    assertThat(row("Sundry income")).isVisible();
    page.getByLabel("Find an account").fill("price corrected");
    button(page, "Change 4910").click();
    page.getByRole(AriaRole.CHECKBOX).check();
    button(page, "Keep the account").click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("is used by the reason");
    Browser.assertAccessible(page);
  }

  @Test
  @Order(3)
  void aTaxRateHoldsFromADay() {
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Taxes")).click();
    button(page, "Set a rate").click();
    labelled(page, "Tax").selectOption(new SelectOption().setLabel("tax on sales"));
    labelled(page, "Per cent").fill("190");
    labelled(page, "From").fill("2026-11-01");
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("No tax is above 100 per cent.");
    labelled(page, "Per cent").fill("19");
    page.keyboard().press("Enter");
    assertThat(row("tax on sales")).containsText("19 % from 01 Nov 2026");
    Browser.assertAccessible(page);
  }

  @Test
  @Order(4)
  void aColleagueIsInvitedComesInAndIsLockedOut() {
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("People")).click();
    button(page, "Invite somebody").click();
    page.keyboard().type("wren");
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("Somebody is called wren already.");
    labelled(page, "Name, to sign in with").fill("Olga");
    page.keyboard().press("Enter");
    Locator link = page.getByLabel("Give this to Olga; it is not shown again, and works once");
    assertThat(link).isFocused();
    assertThat(row("Olga")).containsText("link holds until");
    Browser.assertAccessible(page);

    Page olga = browser.open(link.inputValue());
    assertThat(olga.getByText("Welcome to Own House, Olga.")).isVisible();
    Browser.assertAccessible(olga);
    olga.keyboard().type("short");
    olga.keyboard().press("Enter");
    assertThat(olga.getByRole(AriaRole.ALERT)).containsText("at least 10 characters");
    olga.getByLabel("A password of at least 10 characters").fill(PASSWORD);
    button(olga, "Set it and come in").click();
    assertThat(olga.getByText("No money has come in yet.")).isVisible();
    assertThat(olga.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Set-up")))
        .hasCount(0);
    Page late = browser.open(link.inputValue());
    assertThat(late.getByRole(AriaRole.ALERT)).containsText("was used already");

    assertThat(row("Olga")).containsText("signed in");
    button(page, "Rights of Olga").click();
    button(page, "as reader").click();
    button(page, "Keep the rights").click();
    assertThat(row("Olga")).containsText("reader");
    button(page, "Lock Olga out").click();
    assertThat(row("Olga")).containsText("is locked out");
    olga.reload();
    assertThat(olga.getByLabel("Password")).isVisible();
    button(page, "Let Olga in").click();
    assertThat(row("Olga")).containsText("is not signed in");
  }

  /** The name waits; whoever is at work goes on. */
  @Test
  @Order(5)
  void wrongPasswordsMakeWait() {
    Page stranger = browser.open(product.address());
    for (int i = 0; i < 6; i++) {
      labelled(stranger, "Name").fill("Olga");
      labelled(stranger, "Password").fill("wrong again " + i);
      stranger.keyboard().press("Enter");
      assertThat(stranger.getByRole(AriaRole.ALERT)).isVisible();
      if (stranger.getByText("That was wrong too often.").isVisible()) {
        break;
      }
    }
    labelled(stranger, "Password").fill("wrong once more");
    stranger.keyboard().press("Enter");
    assertThat(stranger.getByRole(AriaRole.ALERT)).containsText("That was wrong too often.");
    page.reload();
    assertThat(row("Olga")).isVisible();
  }
}
