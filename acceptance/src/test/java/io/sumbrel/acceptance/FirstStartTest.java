package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.Test;

/** An empty house asks for its first person and its first bank account; nobody else is let in. */
class FirstStartTest {
  @Test
  void setsAHouseUpAndBeginsItsBankAccount() throws IOException, InterruptedException {
    try (Product product = Product.empty();
        Browser browser = new Browser()) {
      Page page = browser.open(product.address());
      assertThat(page.getByText("A house to try")).hasCount(0);
      page.getByLabel("Name of the house").fill("Own House");
      page.getByLabel("Your name, to sign in with").fill("Wren");
      page.getByLabel("A password of at least 10 characters").fill("short");
      page.getByLabel("First bank account, as you call it").fill("Bank");
      page.getByLabel("Its number or IBAN").fill("12345");
      page.getByLabel("It begins here on").fill("2026-11-01");
      page.getByLabel("Balance at the beginning").fill("100.005");
      page.keyboard().press("Enter");
      assertThat(page.getByRole(AriaRole.ALERT))
          .containsText("A password has at least 10 characters");
      page.getByLabel("A password of at least 10 characters").fill("long enough now");
      page.keyboard().press("Enter");
      assertThat(page.getByRole(AriaRole.ALERT)).containsText("100.005 has 3 decimals; USD has 2.");
      page.getByLabel("Balance at the beginning").fill("100.00");
      page.keyboard().press("Enter");
      assertThat(page.getByText("No money has come in yet.")).isVisible();
      assertThat(page.getByText("every sum is explained")).hasCount(0);
      assertThat(page.getByText("still to place")).hasCount(0);
      assertThat(page.getByText("reads like that")).hasCount(0);
      page.navigate(product.address() + "/books/balances");
      assertThat(page.getByText("Brought forward")).isVisible();

      HttpResponse<String> again = product.person().get("/api/session");
      assertThat(again.body()).contains("\"firstStart\":false").contains("\"demoPeople\":[]");
    }
  }
}
