package io.sumbrel.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.formats.itemcsv.OpenItemCsvReader;
import io.sumbrel.formats.statementcsv.StatementCsvReader;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CsvReadersTest {
  private static final String ITEMS =
      """
      number,customer,name,parent,date,due,total,open,tax,currency,order,terms,sales rep
      TCK-20418,K-1043,"Kestrel, Lane & Co",K-1,2026-10-14,,1220.00,1220.00,203.33,USD,P-902,2/10 net 30,Marit
      CN-311,K-1043,Kestrel,,2026-10-20,,-84.00,-84.00,,USD,,,
      """;
  private static final String STATEMENT =
      """
      record,account,currency,statement,date,value date,amount,reference,payer,payer account,method,text
      opening,DE48999900000000000912,EUR,46,2026-11-13,,22940.00,,,,,
      entry,,,,2026-11-16,2026-11-17,1250.00,NB-1,ATELIER LINDENHOF,,transfer,RE TCK-30112
      entry,,,,2026-11-16,,-12.50,NB-9,,,bank,ENTGELT
      closing,,,,2026-11-16,,24177.50,,,,,
      """;

  private static Parsed<OpenItemList> items(String file) {
    return OpenItemCsvReader.read(file.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void readsItemsWithTheirTermsAndOwnColumns() {
    ListedItem item = items(ITEMS).orRefuse().items().get(0);
    assertThat(item.customerName()).isEqualTo("Kestrel, Lane & Co");
    assertThat(item.openMinor()).isEqualTo(122_000);
    assertThat(item.taxMinor()).contains(20_333L);
    assertThat(item.due()).as("from the terms").contains(LocalDate.of(2026, 11, 13));
    assertThat(item.extra()).containsEntry("sales rep", "Marit");
    assertThat(item.line()).isEqualTo(2);
    assertThat(items(ITEMS).orRefuse().items().get(1).totalMinor()).isEqualTo(-8_400);
  }

  @Test
  void namesEveryLineThatIsWrongAndNotOnlyTheFirst() {
    String bad =
        ITEMS.replace("1220.00,1220.00", "1220.00,1.234").replace("2026-10-20", "20.10.26");
    assertThat(items(bad).issues())
        .extracting(Issue::words)
        .containsExactly(
            "Line 2: open: 1.234 has 3 decimals; USD has 2.",
            "Line 3: date: “20.10.26” is not a date such as 2026-11-17.");
    assertThatThrownBy(() -> items(bad).orRefuse()).hasMessageContaining("(and 1 more like it)");
  }

  @Test
  void namesColumnsThatAreMissing() {
    assertThat(items("number,name\n1,x\n").issues())
        .extracting(Issue::message)
        .contains("the column “customer” is missing.", "the column “open” is missing.");
  }

  @Test
  void readsBytesOfAnOlderCodePageAndSaysSo() {
    byte[] older =
        ITEMS.replace("Kestrel,,", "Töpferei,,").getBytes(Charset.forName("windows-1252"));
    Parsed<OpenItemList> parsed = OpenItemCsvReader.read(older);
    assertThat(parsed.orRefuse().items().get(1).customerName()).isEqualTo("Töpferei");
    assertThat(parsed.issues()).extracting(Issue::code).containsExactly("encoding");
  }

  @ParameterizedTest
  @CsvSource({"\uFEFF", "''"})
  void dropsAByteOrderMark(String mark) {
    assertThat(items(mark + ITEMS).orRefuse().items()).hasSize(2);
  }

  @Test
  void readsAStatementOfItsFixedLayout() {
    BankStatement statement =
        StatementCsvReader.read(STATEMENT.getBytes(StandardCharsets.UTF_8)).orRefuse().get(0);
    assertThat(statement.addsUp()).isTrue();
    assertThat(statement.account()).isEqualTo("DE48999900000000000912");
    assertThat(statement.entries().get(0).valueDate()).isEqualTo(LocalDate.of(2026, 11, 17));
    assertThat(statement.entries().get(1).valueDate()).isEqualTo(LocalDate.of(2026, 11, 16));
    assertThat(statement.entries().get(1).place()).isEqualTo(4);
  }

  @Test
  void refusesAnotherLayoutAndAnUnknownRecord() {
    String other = STATEMENT.replace("value date", "valued");
    assertThat(
            StatementCsvReader.read(other.getBytes(StandardCharsets.UTF_8)).issues().get(0).words())
        .startsWith("Line 1: the header must read: record,account,currency");
    String unknown = STATEMENT.replace("entry,,,,2026-11-16,,", "enrty,,,,2026-11-16,,");
    assertThat(
            StatementCsvReader.read(unknown.getBytes(StandardCharsets.UTF_8))
                .issues()
                .get(0)
                .words())
        .isEqualTo("Line 4: “enrty” is neither opening, account, entry nor closing.");
  }

  @Test
  void knowsFilesByWhatTheyHold() {
    assertThat(FileKind.of(ITEMS.getBytes(StandardCharsets.UTF_8)))
        .isEqualTo(FileKind.OPEN_ITEMS_CSV);
    assertThat(FileKind.of(STATEMENT.getBytes(StandardCharsets.UTF_8)))
        .isEqualTo(FileKind.STATEMENT_CSV);
    assertThatThrownBy(() -> FileKind.of(new byte[] {0x1f, (byte) 0x8b, 8}))
        .hasMessageContaining("packed file");
  }

  /** Whatever is changed, a reader comes to an end, and what it accepts adds up or says not. */
  @Test
  void surviveDamage() {
    Damage.survive(
        ITEMS.getBytes(StandardCharsets.UTF_8),
        59,
        OpenItemCsvReader::read,
        list -> assertThat(list.items()).isNotEmpty());
    Damage.survive(
        STATEMENT.getBytes(StandardCharsets.UTF_8),
        61,
        StatementCsvReader::read,
        Damage::acceptsNoWrongTotal);
  }

  @Test
  void aListOfNothingIsRefusedAlthoughItsHeaderIsWorthANote() {
    byte[] latin =
        (ITEMS.substring(0, ITEMS.indexOf('\n')) + ",Straße\n")
            .getBytes(Charset.forName("windows-1252"));
    Parsed<OpenItemList> parsed = OpenItemCsvReader.read(latin);
    assertThat(parsed.value()).isEmpty();
    assertThat(parsed.issues()).anyMatch(issue -> issue.message().contains("holds no item"));
    assertThat(parsed.issues()).anyMatch(issue -> issue.code().equals("encoding"));
  }
}
