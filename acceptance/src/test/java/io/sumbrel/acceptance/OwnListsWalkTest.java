package io.sumbrel.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** A newcomer's own lists come in, in the columns they have, and the plan knows them. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class OwnListsWalkTest {
  private static final String ITEMS =
      """
      Offene Posten zum 17.11.2026;;;;;
      Beleg-Nr;Kunde;Belegdatum;Fällig am;Offener Betrag;Vertreter
      RE-5001;Ölmühle Kästner GmbH;02.11.2026;02.12.2026;1.262,40;Mo
      RE-5002;Brenner & Söhne;05.11.2026;05.12.2026;318,05;Ute
      Summe;;;;1.580,45;
      """;
  private static final String WEEK =
      """
      :20:QL
      :25:0048104417
      :28C:222/1
      :60F:C261116USD113280,73
      :61:2611171117C1262,40NTRFNONREF//QL17001
      :86:OELMUEHLE KAESTNER RE-5001
      :62F:C261117USD114543,13
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
  void namesTheColumnsOfAListByKey() {
    ines.bring("offen.csv", ITEMS);
    ines.key("Enter");
    assertThat(page.getByLabel("Its rows are")).hasValue("OPEN_ITEMS");
    assertThat(page.getByLabel("The header is line")).hasValue("2");
    assertThat(page.getByLabel("Column 5 holds")).hasValue("OPEN");
    assertThat(page.getByLabel("Before the cents stands")).hasValue("COMMA");
    assertThat(page.getByLabel("Dates stand as")).hasValue("");
    assertThat(page.getByText("underlined so")).isVisible();
    page.getByLabel("Dates stand as").focus();
    ines.key("d");
    page.getByLabel("Rows left out begin with").focus();
    page.keyboard().type("Summe");
    assertThat(ines.zone("trial")).containsText("1,580.45 USD in all");
    assertThat(ines.zone("trial")).containsText("1 row was left out, as the layout says.");
    assertThat(ines.zone("trial")).containsText("0 are known by name, 2 are new");
    Browser.assertAccessible(page);
    Browser.button(page, "Keep for every file with this header").focus();
    ines.key("Enter");
    assertThat(ines.file("offen.csv")).containsText("list of open items");
    assertThat(ines.file("offen.csv")).containsText("Accept");
    ines.zone("arrivals").focus();
    ines.key("Enter");
    assertThat(ines.file("offen.csv")).not().containsText("Accept");
    ines.bring("offen-2.csv", ITEMS.replace("RE-5002", "RE-5003"));
    assertThat(page.getByText("1 new, 1 as in our books")).isVisible();
  }

  @Test
  @Order(2)
  void readsAWorkbookByMouse() {
    page.getByLabel("Choose files")
        .setInputFiles(
            new FilePayload(
                "Items.xlsx",
                "application/octet-stream",
                workbook(
                    List.of("Doc", "Client", "Issued", "Balance"),
                    List.of("WB-1", "Rill Cottage", "17.11.2026", "75.1"),
                    List.of("WB-2", "Rill Cottage", "18.10.2026", "1200"))));
    ines.file("Items.xlsx").click();
    Browser.button(page, "Name its columns").click();
    page.getByLabel("Its rows are").selectOption("OPEN_ITEMS");
    page.getByLabel("Column 1 holds").selectOption("NUMBER");
    page.getByLabel("Column 3 holds").selectOption("DATE");
    page.getByLabel("Dates stand as").selectOption("DAY_MONTH_YEAR");
    page.getByLabel("Before the cents stands").selectOption("COMMA");
    assertThat(ines.zone("trial")).containsText("1,275.10 USD in all");
    page.getByLabel("All of it is in").fill("ZZZ");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("“ZZZ” is no currency such as USD.");
    page.getByLabel("All of it is in").fill("usd");
    Browser.button(page, "Keep for every file with this header").click();
    assertThat(ines.file("Items.xlsx")).containsText("1,275.10");
    Browser.button(page, "Its columns hold something else").click();
    assertThat(page.getByLabel("Column 1 holds")).hasValue("NUMBER");
    page.goBack();
    ines.file("Items.xlsx").getByRole(AriaRole.BUTTON).click();
    assertThat(ines.file("Items.xlsx")).containsText("accepted");
  }

  @Test
  @Order(3)
  void takesTheNewPartOfAWeekAndPlansItsPile() {
    ines.bring("week-1.sta", WEEK);
    ines.key("Enter");
    assertThat(ines.file("week-1.sta")).containsText("1 of 1 still to explain");
    ines.bring(
        "week-2.sta",
        WEEK
            + """
            -
            :20:QL
            :25:0048104417
            :28C:223/1
            :60F:C261117USD114543,13
            :61:2611171117C318,05NTRFNONREF//QL18001
            :86:BRENNER SOEHNE RE-5002
            :62F:C261117USD114861,18
            """);
    assertThat(page.getByText("Statement 222/1 is known already and is not taken in again."))
        .isVisible();
    ines.key("Enter");
    assertThat(ines.file("week-2.sta")).containsText("1 of 1 still to explain, 1 known already");
    ines.key("g", "d");
    assertThat(page.getByText("RE-5002").first()).isVisible();
    ines.key("g", "a");
  }

  @Test
  @Order(4)
  void refusesWhatIsNoListInWords() {
    page.getByLabel("Choose files")
        .setInputFiles(
            new FilePayload(
                "broken.xlsx",
                "application/octet-stream",
                "PK\3\4 broken".getBytes(StandardCharsets.UTF_8)));
    assertThat(page.getByText("This is a packed file (zip or gzip); unpack it first.")).isVisible();
    ines.bring("empty.csv", "Beleg-Nr;Kunde;Belegdatum\n1;2;3\n");
    Browser.button(page, "Name its columns").click();
    page.getByLabel("Dates stand as").selectOption("DAY_MONTH_YEAR");
    page.getByLabel("Before the cents stands").selectOption("COMMA");
    page.getByLabel("Its rows are").selectOption("OPEN_ITEMS");
    page.getByLabel("Dates stand as").selectOption("DAY_MONTH_YEAR");
    page.getByLabel("Before the cents stands").selectOption("COMMA");
    assertThat(page.getByRole(AriaRole.ALERT))
        .containsText("No column holds the total or the open amount.");
    Browser.button(page, "Back to the files").click();
  }

  @Test
  @Order(5)
  void givesFormsToFillIn() throws IOException {
    ines.zone("arrivals").focus();
    ines.key("l");
    assertThat(page.getByText("Lists of your own").first()).isVisible();
    Browser.assertAccessible(page);
    Download sample =
        page.waitForDownload(() -> page.getByText("Sample as a workbook").first().click());
    byte[] bytes = Files.readAllBytes(sample.path());
    Browser.button(page, "Back to the files").click();
    page.getByLabel("Choose files")
        .setInputFiles(new FilePayload("form.xlsx", "application/octet-stream", bytes));
    assertThat(ines.file("form.xlsx")).containsText("list of open items");
  }

  /** As small as a workbook can be (ECMA-376 part 1): a sheet of texts, the last column numbers. */
  @SafeVarargs
  private static byte[] workbook(List<String>... rows) {
    StringBuilder sheet = new StringBuilder();
    for (int r = 0; r < rows.length; r++) {
      sheet.append("<row r=\"%d\">".formatted(r + 1));
      for (int c = 0; c < rows[r].size(); c++) {
        String at = (char) ('A' + c) + String.valueOf(r + 1);
        boolean number = r > 0 && c == rows[r].size() - 1;
        sheet.append(
            number
                ? "<c r=\"%s\"><v>%s</v></c>".formatted(at, rows[r].get(c))
                : "<c r=\"%s\" t=\"inlineStr\"><is><t>%s</t></is></c>"
                    .formatted(at, rows[r].get(c)));
      }
      sheet.append("</row>");
    }
    String main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
    String links = "http://schemas.openxmlformats.org/package/2006/relationships";
    String kinds = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      part(
          zip,
          "[Content_Types].xml",
          """
          <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">
          <Default Extension="xml" ContentType="application/xml"/>
          <Default Extension="rels"
           ContentType="application/vnd.openxmlformats-package.relationships+xml"/>
          <Override PartName="/xl/workbook.xml" ContentType=
          "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/>
          <Override PartName="/xl/worksheets/sheet1.xml" ContentType=
          "application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>""");
      String link =
          "<Relationships xmlns=\"%s\"><Relationship Id=\"r1\" Type=\"%s/%s\" Target=\"%s\"/></Relationships>";
      part(zip, "_rels/.rels", link.formatted(links, kinds, "officeDocument", "xl/workbook.xml"));
      part(
          zip,
          "xl/_rels/workbook.xml.rels",
          link.formatted(links, kinds, "worksheet", "worksheets/sheet1.xml"));
      part(
          zip,
          "xl/workbook.xml",
          "<workbook xmlns=\"%s\" xmlns:r=\"%s\"><sheets><sheet name=\"S\" sheetId=\"1\" r:id=\"r1\"/></sheets></workbook>"
              .formatted(main, kinds));
      part(
          zip,
          "xl/worksheets/sheet1.xml",
          "<worksheet xmlns=\"%s\"><sheetData>%s</sheetData></worksheet>".formatted(main, sheet));
    } catch (IOException e) {
      throw new AssertionError(e);
    }
    return out.toByteArray();
  }

  private static void part(ZipOutputStream zip, String name, String content) throws IOException {
    zip.putNextEntry(new ZipEntry(name));
    zip.write(content.getBytes(StandardCharsets.UTF_8));
  }
}
