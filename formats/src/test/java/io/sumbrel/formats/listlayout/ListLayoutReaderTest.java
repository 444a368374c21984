package io.sumbrel.formats.listlayout;

import static io.sumbrel.formats.listlayout.ListColumn.AMOUNT;
import static io.sumbrel.formats.listlayout.ListColumn.CHEQUE;
import static io.sumbrel.formats.listlayout.ListColumn.CREDIT;
import static io.sumbrel.formats.listlayout.ListColumn.CURRENCY;
import static io.sumbrel.formats.listlayout.ListColumn.CUSTOMER;
import static io.sumbrel.formats.listlayout.ListColumn.DATE;
import static io.sumbrel.formats.listlayout.ListColumn.DUE;
import static io.sumbrel.formats.listlayout.ListColumn.INVOICES;
import static io.sumbrel.formats.listlayout.ListColumn.KEPT;
import static io.sumbrel.formats.listlayout.ListColumn.MARK;
import static io.sumbrel.formats.listlayout.ListColumn.METHOD;
import static io.sumbrel.formats.listlayout.ListColumn.NAME;
import static io.sumbrel.formats.listlayout.ListColumn.NOTHING;
import static io.sumbrel.formats.listlayout.ListColumn.NUMBER;
import static io.sumbrel.formats.listlayout.ListColumn.OPEN;
import static io.sumbrel.formats.listlayout.ListColumn.RECEIVED;
import static io.sumbrel.formats.listlayout.ListColumn.TAX;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.itemcsv.OpenItemCsvReader;
import io.sumbrel.formats.receiptcsv.ReceiptCsvReader;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class ListLayoutReaderTest {
  private static final String ITEMS =
      """
      Offene Posten zum 17.11.2026;;;;;;;
      Belegnr;Kunde;Firma;Datum;Fällig;Offen;Art;Vertreter
      R-901;10031;Ölmühle Kästner;02.11.2026;02.12.2026;1.262,40 €;Rechnung;Mo
      R-902;10031;Ölmühle Kästner;03.11.2026;;80,00;Gutschrift;
      Zwischensumme 10031;;;;;1.182,40;;
      Belegnr;Kunde;Firma;Datum;Fällig;Offen;Art;Vertreter
      R-903;10044;Brenner & Söhne;4.11.26;04.12.26;0,05;Rechnung;Ute
      ;;;;;1.182,45;;
      """;

  private static ListLayout items(ListColumn... columns) {
    return layout(ListKind.OPEN_ITEMS, "EUR", "Gut", List.of("zwischen"), columns);
  }

  private static ListLayout layout(
      ListKind list, String currency, String mark, List<String> leftOut, ListColumn... columns) {
    return new ListLayout(
        list,
        ';',
        list == ListKind.OPEN_ITEMS ? 2 : 1,
        0,
        List.of(columns),
        DateOrder.DAY_MONTH_YEAR,
        DecimalMark.COMMA,
        currency,
        mark,
        leftOut);
  }

  private static final ListLayout GERMAN =
      items(NUMBER, CUSTOMER, NAME, DATE, DUE, OPEN, MARK, KEPT);

  private final List<Issue> issues = new ArrayList<>();

  private List<ListedItem> read(String text, ListLayout layout, Charset charset) {
    CsvTable table = ListLayoutReader.read(text.getBytes(charset), layout, issues);
    return OpenItemCsvReader.read(table, issues).orRefuse().items();
  }

  private String refusal(String text, ListLayout layout) {
    List<Issue> found = new ArrayList<>();
    ListLayoutReader.read(text.getBytes(StandardCharsets.UTF_8), layout, found);
    assertThat(Parsed.isRefused(found)).isTrue();
    return found.get(0).words();
  }

  @Test
  void readsAListInColumnsOfItsOwn() {
    List<ListedItem> items = read(ITEMS, GERMAN, StandardCharsets.UTF_8);
    assertThat(items).extracting(ListedItem::number).containsExactly("R-901", "R-902", "R-903");
    ListedItem first = items.get(0);
    assertThat(first.customerName()).isEqualTo("Ölmühle Kästner");
    assertThat(first.openMinor()).isEqualTo(126_240);
    assertThat(first.totalMinor()).as("what is open stands for the total").isEqualTo(126_240);
    assertThat(first.due()).contains(LocalDate.of(2026, 12, 2));
    assertThat(first.extra()).containsExactly(java.util.Map.entry("vertreter", "Mo"));
    assertThat(first.line()).isEqualTo(3);
    assertThat(items.get(1).kind()).isEqualTo(ItemKind.CREDIT_NOTE);
    assertThat(items.get(1).openMinor()).isEqualTo(-8_000);
    assertThat(items.get(2).date()).isEqualTo(LocalDate.of(2026, 11, 4));
  }

  @Test
  void saysWhatItLeavesOut() {
    read(ITEMS, GERMAN, StandardCharsets.UTF_8);
    assertThat(issues)
        .extracting(Issue::words)
        .containsExactly(
            "2 rows were left out, as the layout says.",
            "1 row without number of the item and date was left out: line 8.");
    issues.clear();
    read(ITEMS, GERMAN, Charset.forName("windows-1252"));
    assertThat(issues).first().extracting(Issue::code).isEqualTo("encoding");
  }

  @Test
  void takesCreditsFromAColumnOfTheirOwn() {
    ListLayout layout =
        layout(ListKind.OPEN_ITEMS, "EUR", "", List.of(), NUMBER, NAME, DATE, OPEN, CREDIT, TAX);
    String rows = "x\nNr;Name;Datum;Soll;Haben;USt\nA1;Zinnwerk;1.2.26;;40,10;6,40\n";
    ListedItem item = read(rows, layout, StandardCharsets.UTF_8).get(0);
    assertThat(item.openMinor()).isEqualTo(-4_010);
    assertThat(item.totalMinor()).isEqualTo(-4_010);
    assertThat(item.customerNumber()).as("only the name is given").isEmpty();
    assertThat(refusal(rows.replace(";;40,10", ";3,00;40,10"), layout))
        .isEqualTo("Line 3: an open amount and a credit are both stated.");
  }

  @Test
  void takesTheCurrencyOfEachRow() {
    ListLayout layout =
        layout(ListKind.OPEN_ITEMS, "", "", List.of(), NUMBER, NAME, DATE, OPEN, CURRENCY);
    String rows = "x\nNr;Name;Datum;Offen;Whg\nA1;Z;1.2.26;4.010;jpy\nA2;Z;1.2.26;1,250;KWD\n";
    assertThat(read(rows, layout, StandardCharsets.UTF_8))
        .extracting(ListedItem::openMinor)
        .containsExactly(4_010L, 1_250L);
    assertThat(refusal(rows.replace("jpy", "Yen"), layout)).contains("Line 3", "YEN");
  }

  @Test
  void namesTheLineAndTheColumnOfWhatItCannotRead() {
    assertThat(refusal(ITEMS.replace("1.262,40 €", "1262.40"), GERMAN))
        .isEqualTo("Line 3: open amount: “1262.40” is not an amount with “,” before the cents.");
    assertThat(refusal(ITEMS.replace("02.12.2026", "2026-12-32"), GERMAN))
        .contains("Line 3: due date:");
    assertThat(refusal(ITEMS.replace(";Rechnung;Mo", ""), GERMAN))
        .isEqualTo("Line 3: the row has 6 columns, the header has 8.");
    assertThat(refusal("Offene Posten\nBelegnr;Kunde\n", GERMAN))
        .isEqualTo("The file holds no row of a list.");
  }

  @Test
  void keepsAColumnThatHasTheNameOfOneOfOurs() {
    ListLayout layout =
        layout(ListKind.OPEN_ITEMS, "EUR", "", List.of(), NUMBER, NAME, DATE, OPEN, KEPT, KEPT);
    String rows = "x\nNr;Name;Datum;Offen;Terms;\nA1;Z;1.2.26;1,00;sofort;7\n";
    assertThat(read(rows, layout, StandardCharsets.UTF_8).get(0).extra())
        .containsEntry("their terms", "sofort")
        .containsEntry("column 6", "7");
  }

  @Test
  void readsReceiptsInWordsOfTheHouse() {
    ListLayout layout =
        layout(ListKind.RECEIPTS, "EUR", "", List.of(), RECEIVED, METHOD, CHEQUE, AMOUNT, INVOICES);
    String rows = "Eingang;Art;Nr;Betrag;Belege\n16.11.2026;Scheck;771;50,00;R-1, R-2/R-3\n";
    CsvTable table = ListLayoutReader.read(rows.getBytes(StandardCharsets.UTF_8), layout, issues);
    var receipt = ReceiptCsvReader.read(table, issues).orRefuse().onHand().get(0).receipt();
    assertThat(receipt.amountMinor()).isEqualTo(5_000);
    assertThat(receipt.number()).isEqualTo("771");
    assertThat(receipt.details()).extracting(d -> d.number()).containsExactly("R-1", "R-2", "R-3");
  }

  @Test
  void isCompleteOrRefused() {
    assertThatThrownBy(() -> items(NUMBER, NAME, OPEN, MARK))
        .hasMessage("No column holds the date of the item.");
    assertThatThrownBy(() -> items(NUMBER, DATE, OPEN, MARK))
        .hasMessage("No column holds the customer's number or the customer's name.");
    assertThatThrownBy(() -> items(NUMBER, NUMBER, NAME, DATE, OPEN, MARK))
        .hasMessage("Two columns hold the number of the item.");
    assertThatThrownBy(() -> items(NUMBER, NAME, DATE, OPEN, MARK, CURRENCY))
        .hasMessageContaining("in a column, or is one for all rows");
    assertThatThrownBy(() -> items(NUMBER, NAME, DATE, OPEN))
        .hasMessageContaining("how credit notes are marked");
    assertThatThrownBy(() -> items(NUMBER, NAME, DATE, OPEN, MARK, METHOD))
        .hasMessage("A list of open items has no how it came.");
    assertThat(items(NUMBER, NAME, DATE, OPEN, MARK, NOTHING, NOTHING).columns()).hasSize(7);
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        ITEMS.getBytes(StandardCharsets.UTF_8),
        31,
        bytes -> {
          List<Issue> found = new ArrayList<>();
          return OpenItemCsvReader.read(ListLayoutReader.read(bytes, GERMAN, found), found);
        },
        list -> assertThat(list.items()).isNotEmpty());
  }
}
