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

/** What was read wrongly is set right, and what was agreed is said: by key and by mouse. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SetRightWalkTest {
  private static AtArrivals ines;
  private static Page page;
  private static Page ruta;

  @BeforeAll
  static void comeIn() throws IOException, InterruptedException {
    ines = AtArrivals.begin();
    page = ines.page();
    ruta = ines.beside("Ruta");
  }

  @AfterAll
  static void leave() throws IOException {
    ines.leave();
  }

  /** 592.50 was read where 582.50 was written, and paid the invoice; the bank credits 582.50. */
  @Test
  @Order(1)
  void aWronglyReadChequeIsCorrectedFromItsTieByKey() {
    page.navigate(ines.address() + "/deposits");
    assertThat(Browser.button(page, "New slip")).isVisible();
    ines.zone("deposits").press("h");
    assertThat(Browser.labelled(page, "Received from")).isFocused();
    page.keyboard().type("Alderwick");
    assertThat(page.locator("[role=listbox] [role=option]").first()).isVisible();
    ines.key("Tab");
    page.keyboard().type("592.50");
    ines.key("Tab");
    page.keyboard().type("884");
    ines.key("Control+Enter");
    assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Posted 592.50");
    page.navigate(ines.address() + "/arrivals");
    assertThat(ines.file("cardmill-payouts")).isVisible();
    ines.type("11/18/2026", "582.50", "CHEQUE DEPOSIT S-932");
    ines.accept("typed-2026-11-17.csv");
    assertThat(ines.file("typed-2026-11-17.csv")).containsText("still to explain");

    page.navigate(ines.address() + "/ties?entries=S-932&records=884");
    Locator entries = ines.zone("entries");
    assertThat(entries.getByRole(AriaRole.ROW)).hasCount(1);
    entries.press("Space");
    ines.zone("records").press("Space");
    assertThat(page.getByText("Left to tie −10.00")).hasCount(1);
    Browser.button(page, "10.00 cheque read wrongly").press("Enter");
    Locator which =
        page.getByRole(
            AriaRole.GROUP, new Page.GetByRoleOptions().setName("Which cheque was read wrongly"));
    assertThat(which).containsText("592.50 on TCK-59252");
    Browser.assertAccessible(page);
    which.getByRole(AriaRole.BUTTON).press("Enter");
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Tied 582.50");
    assertThat(entries.getByRole(AriaRole.ROW)).hasCount(0);
  }

  @Test
  @Order(2)
  void whatTheChequePaidTooMuchIsOpenAgain() {
    page.navigate(ines.address() + "/customers?find=alderwick");
    Locator row =
        page.getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("Alderwick Sculpture Yard"));
    assertThat(row).containsText("USD 10.00");
    row.getByRole(AriaRole.LINK).press("Enter");
    assertThat(page.getByText("TCK-59252").first()).isVisible();
  }

  @Test
  @Order(3)
  void aBankAccountsSumsStandAsTheyWereBanked() {
    ines.key("g", "a");
    Locator account =
        page.getByRole(
            AriaRole.LINK, new Page.GetByRoleOptions().setName("Quayline ··4417").setExact(true));
    account.press("Enter");
    Locator banked =
        page.getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("CHEQUE DEPOSIT S-932"));
    assertThat(banked).containsText("582.50");
    assertThat(banked).containsText("cheque 884, 592.50");
    Browser.assertAccessible(page);
    page.goBack();
    account.click();
    assertThat(banked).isVisible();
  }

  @Test
  @Order(4)
  void termsAreAgreedByASupervisorAndABadOneIsRefusedWithItsReason() {
    toAlderwick(ruta);
    Locator terms = ruta.getByLabel("Terms where an invoice states none");
    terms.fill("whenever");
    terms.press("Enter");
    assertThat(ruta.getByRole(AriaRole.ALERT)).containsText("whenever");
    Browser.assertAccessible(ruta);
    terms.fill("2/10 net 30");
    Locator keep = Browser.button(ruta, "Keep the terms");
    keep.click();
    assertThat(keep).isDisabled();
    assertThat(ruta.getByRole(AriaRole.ALERT)).hasCount(0);
    toAlderwick(page);
    assertThat(page.getByText("Terms where an invoice states none: 2/10 net 30")).isVisible();
  }

  private static void toAlderwick(Page of) {
    of.navigate(ines.address() + "/customers?find=alderwick");
    of.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Alderwick Sculpture Yard"))
        .click();
  }

  /** Read in two ways its sales would count twice. */
  @Test
  @Order(5)
  void aProcessorThatIsReadAsAStatementBringsNoPayouts() {
    page.navigate(ines.address() + "/arrivals");
    ines.accept("cardmill-payouts");
    assertThat(ines.file("cardmill-payouts")).containsText("still to explain");
    readAs("as the statement of Collections ··4425");
    ines.bring(
        "cardmill-next.csv",
        """
        payout,day,what,charge,order,holder,gross,fee,net
        PO-2300,2026-11-18,sale,ch_9001,W-900,A OKONJO,100.00,-3.00,97.00
        PO-2300,2026-11-18,sent,,,,,,-97.00
        """);
    ines.key("Enter");
    assertThat(page.getByRole(AriaRole.ALERT).first())
        .containsText("its payouts would count its sales twice");
    readAs("by its payouts");
    ines.key("Enter");
    assertThat(ines.file("cardmill-next.csv")).containsText("still to explain");
  }

  private static void readAs(String how) {
    ruta.navigate(ines.address() + "/deposits");
    ruta.getByText("payout PO-2207").first().click();
    Browser.button(ruta, "Other accounts").press("Enter");
    ruta.getByLabel("How it is read").selectOption(new SelectOption().setLabel(how));
    Browser.assertAccessible(ruta);
    Locator form = ruta.getByLabel("How the processor is booked");
    Browser.button(ruta, "Keep$").click();
    assertThat(form).hasCount(0);
  }
}
