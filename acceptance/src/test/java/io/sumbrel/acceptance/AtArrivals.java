package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.io.IOException;
import java.nio.charset.StandardCharsets;

/** Ines at Arrivals in a demonstration of her own: what every walk there does. */
final class AtArrivals {
  private final Product product;
  private final Browser browser;
  private final Page page;

  private AtArrivals(Product product, Browser browser, Page page) {
    this.product = product;
    this.browser = browser;
    this.page = page;
  }

  static AtArrivals begin(String... settings) throws IOException, InterruptedException {
    Product product = Product.demo(settings);
    Browser browser = new Browser();
    Page page = signedIn(product, browser, "Ines");
    AtArrivals ines = new AtArrivals(product, browser, page);
    ines.key("g", "a");
    assertThat(page.getByRole(AriaRole.ROW).first()).isVisible();
    return ines;
  }

  private static Page signedIn(Product product, Browser browser, String name) {
    Page page = browser.open(product.address());
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true))
        .click();
    assertThat(page.getByText("Left to place").first()).isVisible();
    return page;
  }

  /** Somebody else in the same house. */
  Page beside(String name) {
    return signedIn(product, browser, name);
  }

  /** The page must have complained of nothing. */
  void leave() throws IOException {
    org.assertj.core.api.Assertions.assertThat(browser.complaints()).isEmpty();
    browser.close();
    product.close();
  }

  Page page() {
    return page;
  }

  /** A client of the API beside the browser. */
  Product.Person person() {
    return product.person();
  }

  String address() {
    return product.address();
  }

  void key(String... keys) {
    for (String key : keys) {
      page.keyboard().press(key);
    }
  }

  Locator zone(String name) {
    return page.locator("[data-zone=" + name + "]");
  }

  /** The newest row of a file. */
  Locator file(String name) {
    return page.getByRole(AriaRole.ROW)
        .filter(new Locator.FilterOptions().setHasText(name))
        .first();
  }

  void accept(String name) {
    file(name).click();
    zone("arrivals").focus();
    key("Enter");
  }

  /** A row of the first account's statement, typed and read but not accepted. */
  void type(String date, String amount, String text) {
    zone("arrivals").focus();
    key("t");
    page.getByLabel("Account").selectOption(new SelectOption().setLabel("Quayline ··4417 USD"));
    page.getByLabel("Dates stand as").selectOption("MONTH_DAY_YEAR");
    page.getByLabel("Before the cents stands").selectOption("POINT");
    page.getByLabel("date, row 1").fill(date);
    page.getByLabel("amount, below zero is out, row 1").fill(amount);
    page.getByLabel("text, row 1").fill(text);
    page.getByText("Read these rows").click();
  }

  void bring(String name, String content) {
    page.getByLabel("Choose files")
        .setInputFiles(
            new FilePayload(name, "text/plain", content.getBytes(StandardCharsets.UTF_8)));
    assertThat(file(name)).hasAttribute("aria-selected", "true");
    zone("arrivals").focus();
  }
}
