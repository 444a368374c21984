package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.io.IOException;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/** The day of the demonstration, cleared to the last sum by keyboard and by mouse. */
class WholeDayWalkTest {
  private static final Pattern NUMBER = Pattern.compile("\"number\":\"(2026-\\d+)\"");
  private static final Pattern JOURNAL =
      Pattern.compile("\"account\":\"(\\d+)\",[^{}]*?\"minor\":(-?\\d+)");

  /**
   * What the day leaves in the ledger, by hand. The bank shows 42,279.10 in and 404.55 out. Charges
   * are 18.00 that were kept and 18.40 of the bank's; freight is 386.15. The discounts of 17.20
   * (tax 143.33 of 860.00) and 26.00 (tax 216.67 of 1,300.00) are 36.00 and 7.20 of tax. 1,900.00
   * are nobody's. What is left of all that, 40,440.30, is receivables: 39,196.90 of items and
   * 1,243.40 on account.
   */
  private static final Map<String, Long> BY_HAND =
      Map.of(
          "1010", 4_187_455L,
          "1100", -4_044_030L,
          "2150", -190_000L,
          "2200", 720L,
          "4900", 3_600L,
          "6100", 3_640L,
          "6900", 38_615L);

  private static final int SUMS = 32;

  private Product product;
  private Browser browser;
  private Page page;

  @BeforeEach
  void open() throws IOException, InterruptedException {
    product = Product.demo();
    browser = new Browser();
    page = browser.open(product.address());
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Ines").setExact(true))
        .click();
    assertThat(left()).isVisible();
  }

  @AfterEach
  void close() throws IOException {
    assertThat(browser.complaints()).isEmpty();
    browser.close();
    product.close();
  }

  private Locator left() {
    return page.locator("p[aria-live=polite]");
  }

  private Locator rows() {
    return page.locator("[data-zone=pile] [role=option]");
  }

  private Locator button(String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
  }

  private String payer() {
    return page.locator("[data-zone=tape]").getByRole(AriaRole.HEADING).first().textContent();
  }

  /** How a sum comes to nothing that no proposal explains. */
  private interface Hand {
    void takeFirst();

    void unidentified();

    void toGoal(String name, String goal);

    void post();
  }

  private void clear(Hand hand) {
    for (int open = SUMS; open > 0; open--) {
      assertThat(rows()).hasCount(open);
      String payer = payer();
      if (payer.startsWith("HERON BAY")) {
        hand.toGoal("pale heron", "430.00 on account of");
      } else if (payer.startsWith("DELVE")) {
        hand.toGoal("other expense", "386.15 to 6900");
      } else if (payer.startsWith("REF 99120")) {
        hand.unidentified();
      } else if (payer.startsWith("QUAYLINE") || payer.startsWith("J OKONJO")) {
        hand.takeFirst();
      }
      assertThat(left()).hasText("Left to place 0.00");
      hand.post();
    }
    assertThat(page.getByText("The pile is empty")).isVisible();
  }

  @Test
  void byKeyboardAlone() throws IOException, InterruptedException {
    page.locator("[data-zone=pile]").focus();
    page.keyboard().press("Enter");
    clear(
        new Hand() {
          @Override
          public void takeFirst() {
            page.keyboard().press("1");
          }

          @Override
          public void unidentified() {
            page.keyboard().press("d");
            page.keyboard().press("1");
          }

          @Override
          public void toGoal(String name, String goal) {
            page.keyboard().press("t");
            page.keyboard().type(name);
            assertThat(page.getByRole(AriaRole.OPTION, named(goal)).first()).isVisible();
            page.keyboard().press("Enter");
          }

          @Override
          public void post() {
            page.keyboard().press("Control+Enter");
          }
        });
    requireByHand();
    page.keyboard().press("Control+Shift+Z");
    assertThat(rows()).hasCount(1);
    page.navigate(product.address() + "/books/done");
    for (int more = 0; more < 4; more++) {
      Locator turnBack = button("Turn back$");
      assertThat(turnBack).hasCount(SUMS - 1 - more);
      turnBack.first().focus();
      page.keyboard().press("Enter");
    }
    assertThat(button("Turn back$")).hasCount(SUMS - 5);
    requireProof();
  }

  /** Two minutes: what a mouse does is walked daily screen by screen, and as one day here. */
  @Test
  @EnabledIfSystemProperty(named = "sumbrel.long", matches = "true")
  void byMouseButForWhatIsTyped() throws IOException, InterruptedException {
    clear(
        new Hand() {
          @Override
          public void takeFirst() {
            page.locator("[data-zone=tape] ~ div ol button, ol[class*=ways] button")
                .first()
                .click();
          }

          @Override
          public void unidentified() {
            button("Difference").click();
            page.getByRole(AriaRole.OPTION, named("is unidentified")).click();
          }

          @Override
          public void toGoal(String name, String goal) {
            button("To ledger").click();
            page.getByLabel("Account or customer").fill(name);
            page.getByRole(AriaRole.OPTION, named(goal)).first().click();
          }

          @Override
          public void post() {
            button("Post(?! the)").click();
          }
        });
    requireByHand();
    page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.DARK));
    for (String path :
        new String[] {
          "/desk",
          "/arrivals",
          "/deposits",
          "/customers",
          "/rules",
          "/books/done",
          "/books/journal",
          "/books/months",
          "/books/proof",
          "/books/credits",
          "/books/short-pays",
          "/books/waiting",
          "/books/set-aside",
          "/simulated-bank"
        }) {
      page.navigate(product.address() + path);
      assertThat(page.getByText("Reading …")).hasCount(0);
      Browser.assertAccessible(page);
    }
    page.navigate(product.address() + "/books/done");
    for (int back = 0; back < 5; back++) {
      assertThat(button("Turn back$")).hasCount(SUMS - back);
      button("Turn back$").first().click();
    }
    assertThat(button("Turn back$")).hasCount(SUMS - 5);
    requireProof();
    page.navigate(product.address() + "/desk");
    assertThat(rows()).hasCount(5);
  }

  private static Page.GetByRoleOptions named(String part) {
    return new Page.GetByRoleOptions().setName(part);
  }

  /** All that was posted, account by account, and the proof of the books. */
  private void requireByHand() throws IOException, InterruptedException {
    Product.Person ines = product.person().signIn("Ines");
    Set<String> numbers = new HashSet<>();
    Matcher number = NUMBER.matcher(ines.get("/api/desk/done").body());
    while (number.find()) {
      numbers.add(number.group(1));
    }
    assertThat(numbers).hasSize(SUMS);
    Map<String, Long> sums = new TreeMap<>();
    for (String posted : numbers) {
      String trail = ines.get("/api/trail/postings/" + posted.replace('-', '/')).body();
      Matcher line = JOURNAL.matcher(trail.substring(trail.indexOf("\"journal\"")));
      while (line.find()) {
        sums.merge(line.group(1), Long.parseLong(line.group(2)), Long::sum);
      }
    }
    assertThat(sums).isEqualTo(BY_HAND);
    requireProof();
  }

  private void requireProof() throws IOException, InterruptedException {
    String proof = product.person().signIn("Abel").get("/api/books/proof?whole=true").body();
    assertThat(proof).contains("\"number\":8");
    assertThat(proof.replace("\"failures\":[]", "")).doesNotContain("failures");
  }
}
