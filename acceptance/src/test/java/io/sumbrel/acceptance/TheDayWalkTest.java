package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;

/** All that came in the night, accepted in one go; and files that come in by themselves. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class TheDayWalkTest {
  private static final String MT940 =
      """
      :20:QL
      :25:0048104417
      :28C:%s/1
      :60F:C2611%s
      :61:2611%sC%sNTRFNONREF//QL%s
      :86:HOLLOW REED STUDIO TCK-20391
      :62F:C2611%s
      """;

  @TempDir private static Path watched;
  private static AtArrivals ines;
  private static Page page;

  @BeforeAll
  static void comeIn() throws IOException, InterruptedException {
    ines = AtArrivals.begin("--sumbrel.watched-folder=" + watched);
    page = ines.page();
  }

  @AfterAll
  static void leave() throws IOException {
    ines.leave();
  }

  private static Locator button(String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  private static String statement(int number, String opening, String amount, String closing) {
    String day = String.valueOf(number - 205);
    return MT940.formatted(
        number, day + "USD" + opening, day + "11" + day, amount, number, day + "USD" + closing);
  }

  /** What the demonstration brought waits: all but what still asks something. */
  @Test
  @Order(1)
  void theDayIsAcceptedByKeyAndOneTakenOut() {
    ines.zone("arrivals").focus();
    ines.key("d");
    assertThat(page.getByText("7 of 8 files to accept")).isVisible();
    assertThat(ines.file("nordlicht-2026-11-17.sta")).containsText("follows the one before it");
    assertThat(ines.file("nordlicht-export")).containsText("Its columns are to be named.");
    Browser.assertAccessible(page);
    ines.key(" ");
    assertThat(page.getByText("6 of 8 files to accept")).isVisible();
    ines.key("Control+Enter");
    assertThat(page.getByText("6 of 6 accepted")).isVisible();
    assertThat(ines.file("quayline-collections-2026-11-17.ofx")).containsText("new");
    ines.key("Escape");
    assertThat(ines.file("nordlicht-2026-11-17.sta")).containsText("still to explain");
    assertThat(ines.file("invoice-TCK-20625.xml")).containsText("Accept");
  }

  /** Out of order by their names; the day puts them right. */
  @Test
  @Order(2)
  void whatIsPutIntoTheWatchedFolderComesInAndIsAcceptedByMouse() throws IOException {
    Files.writeString(watched.resolve("b.sta"), statement(222, "113280,73", "118,40", "113399,13"));
    Files.writeString(watched.resolve("a.sta"), statement(223, "113399,13", "10,00", "113409,13"));
    Files.writeString(watched.resolve("c.sta"), statement(224, "113409,13", "10,00", "119999,13"));
    assertThat(page.getByText("Watched folder")).isVisible();
    assertThat(ines.file("c.sta")).containsText("refused, nothing stored");
    assertThat(ines.file("a.sta")).containsText("cannot be accepted yet");
    button("Accept all that add up").click();
    assertThat(page.getByText("3 of 4 files to accept")).isVisible();
    ines.file("invoice-TCK-20625.xml").click();
    assertThat(page.getByText("2 of 4 files to accept")).isVisible();
    button("Accept 2").click();
    assertThat(page.getByText("2 of 2 accepted")).isVisible();
    button("Back to the files").click();
    assertThat(ines.file("a.sta")).containsText("1 of 1 still to explain");
    org.assertj.core.api.Assertions.assertThat(watched.resolve("c.sta")).exists();
    org.assertj.core.api.Assertions.assertThat(
            Files.readString(watched.resolve("c.sta.refused.txt")))
        .contains("does not add up");
    org.assertj.core.api.Assertions.assertThat(watched.resolve("a.sta")).doesNotExist();
  }

  @Test
  @Order(3)
  void aSupervisorSetsTimesAtWhichTheBankIsAsked() {
    assertThat(page.getByText("not fetched by itself").first()).isVisible();
    Page ruta = ines.beside("Ruta");
    ruta.navigate(ines.address() + "/arrivals");
    Locator time = ruta.getByLabel("Fetch from Bank by itself at");
    time.fill("06:30");
    time.press("Enter");
    Locator gone =
        ruta.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName("No longer at 06:30 from Bank"));
    assertThat(gone).isVisible();
    Browser.assertAccessible(ruta);
    assertThat(page.getByText("by itself at 06:30")).isVisible();
    gone.click();
    assertThat(gone).hasCount(0);
    ruta.context().close();
  }

  /** A number that may be either of two of our accounts is asked about once, by key. */
  @Test
  @Order(4)
  void whichAccountIsMeantIsAskedOnce() {
    String both = statement(224, "113409,13", "10,00", "113419,13");
    ines.bring("both.sta", both.replace("0048104417", "XX00481044174810442500"));
    assertThat(ines.file("both.sta")).containsText("Name its account");
    ines.key("Enter");
    assertThat(page.getByText("Which account is meant?")).isVisible();
    Browser.assertAccessible(page);
    ines.key("Escape");
    button("Name its account").click();
    page.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("0048104417")))
        .click();
    assertThat(ines.file("both.sta")).containsText("Accept");
    String next = statement(225, "113419,13", "10,00", "113429,13");
    ines.bring("next.sta", next.replace("0048104417", "XX00481044174810442500"));
    assertThat(ines.file("next.sta")).containsText("Quayline ··4417");
  }
}
