package io.sumbrel.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ReducedMotion;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** Debian's Chromium without a window, as several people may use it at once. */
final class Browser implements AutoCloseable {
  private final Playwright playwright;
  private final com.microsoft.playwright.Browser chromium;
  private final List<String> complaints = new ArrayList<>();

  Browser() {
    // a machine that builds beside the walk is slow, and that is no fault of the page
    PlaywrightAssertions.setDefaultAssertionTimeout(20_000);
    playwright =
        Playwright.create(
            new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    chromium =
        playwright
            .chromium()
            .launch(
                new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setArgs(
                        List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--no-first-run")));
  }

  /** A fresh browser of one more person, at 1280 by 800. */
  Page open(String address) {
    BrowserContext context =
        chromium.newContext(
            new com.microsoft.playwright.Browser.NewContextOptions()
                .setViewportSize(1280, 800)
                .setReducedMotion(ReducedMotion.REDUCE));
    Page page = context.newPage();
    page.setDefaultTimeout(30_000);
    page.onPageError(complaints::add);
    page.onConsoleMessage(
        m -> {
          // a refusal that the page shows as a sentence is no fault of the page
          boolean refusal = m.text().matches(".*status of 4(01|09|22|04|29).*");
          if (m.type().equals("error") && !refusal) {
            complaints.add(m.text());
          }
        });
    page.navigate(address);
    return page;
  }

  /** What the pages complained of, refusals left out. */
  List<String> complaints() {
    return complaints;
  }

  /** Picks a sum of the pile by its payer with the mouse, and sees it open. */
  static void choose(Page page, String payer) {
    page.getByRole(AriaRole.OPTION)
        .filter(new Locator.FilterOptions().setHasText(payer))
        .first()
        .click();
    PlaywrightAssertions.assertThat(
            page.getByRole(
                AriaRole.HEADING, new Page.GetByRoleOptions().setName(payer).setExact(true)))
        .isVisible();
  }

  /** The button whose name begins so; {@code $} ends it. */
  static Locator button(Page page, String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
  }

  /** What has exactly this label. */
  static Locator labelled(Page page, String name) {
    return page.getByLabel(name, new Page.GetByLabelOptions().setExact(true));
  }

  static void assertAccessible(Page page) {
    assertThat(
            new AxeBuilder(page)
                .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
                .analyze()
                .getViolations())
        .isEmpty();
  }

  @Override
  public void close() {
    chromium.close();
    playwright.close();
  }
}
