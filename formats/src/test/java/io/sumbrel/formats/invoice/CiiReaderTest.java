package io.sumbrel.formats.invoice;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Parsed;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * The examples of EN 16931 in the Cross Industry Invoice, in three versions of its schema, from
 * ph-cii-testfiles (Maven Central); the figures stand in the files' own sums.
 */
class CiiReaderTest {
  private static byte[] example(String version, int number) {
    String path = "/external/test-cii/%s/CII_example%d.xml".formatted(version, number);
    try (InputStream in = CiiReaderTest.class.getResourceAsStream(path)) {
      return in.readAllBytes();
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  private static ListedItem item(byte[] file) {
    return CiiReader.read(file).orRefuse().items().get(0);
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "none",
      value = {
        "1, 12115118, 25033, 2073, EUR, 10202, ODIN 59, 2015-01-09",
        "2, TOSL108, 80178, 36528, NOK, 3456789012098, The Buyercompany, 2013-07-20",
        "3, TOSL108, 112500, 22500, DKK, 5790000435975, Buyercompany ltd, 2013-05-10",
        "4, TOSL110, 467500, 67500, DKK, 5790000436057, Buyercompany ltd, 2013-05-10",
        "5, TOSL110, 233750, 67500, DKK, 5790000436057, Buyercompany ltd, 2013-05-10",
        "6, TOSL110, 467500, 67500, DKK, '', Buyercompany ltd, 2013-05-10",
        "7, INVOICE_test_7, 320000, none, SEK, '', THe Buyercompany, none",
        "8, 1100512149, 109978, 19087, EUR, 1081119, Klant, 2014-11-24",
        "9, 20150483, 17787, 3087, EUR, '', Provide Verzekeringen, 2015-04-15"
      })
  void agreesWithThePublishedExamples(
      int example,
      String number,
      long payable,
      Long tax,
      String currency,
      String customer,
      String name,
      LocalDate due) {
    for (String version : new String[] {"d16a1", "d16b", "d22b"}) {
      ListedItem item = item(example(version, example));
      assertThat(item.number()).isEqualTo(number);
      assertThat(item.totalMinor()).isEqualTo(payable);
      assertThat(item.taxMinor().orElse(null)).isEqualTo(tax);
      assertThat(item.currency().getCurrencyCode()).isEqualTo(currency);
      assertThat(item.customerNumber()).isEqualTo(customer);
      assertThat(item.customerName()).isEqualTo(name);
      // the examples of the first version leave its element empty
      assertThat(item.due().orElse(null)).isEqualTo(version.equals("d16a1") ? null : due);
    }
  }

  @Test
  void readsTheOrderAndTheDateOfTheDocument() {
    assertThat(item(example("d22b", 5)).orderNumber()).contains("PO4711");
    assertThat(item(example("d22b", 5)).date()).isEqualTo(LocalDate.of(2013, 4, 10));
  }

  private static String invoice() {
    return """
    <r:CrossIndustryInvoice xmlns:r="urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100" xmlns:a="urn:a">
     <r:ExchangedDocument><a:ID>TCK-1</a:ID><a:TypeCode>380</a:TypeCode>
      <a:IssueDateTime><a:DateTimeString format="102">20260220</a:DateTimeString></a:IssueDateTime>
     </r:ExchangedDocument>
     <r:SupplyChainTradeTransaction>
      <a:ApplicableHeaderTradeAgreement><a:BuyerTradeParty><a:ID>K-1</a:ID><a:Name>Hollow Reed</a:Name></a:BuyerTradeParty></a:ApplicableHeaderTradeAgreement>
      <a:ApplicableHeaderTradeSettlement><a:InvoiceCurrencyCode>USD</a:InvoiceCurrencyCode>
       <a:SpecifiedTradePaymentTerms><a:Description>2/10 net 30</a:Description></a:SpecifiedTradePaymentTerms>
       <a:SpecifiedTradeSettlementHeaderMonetarySummation>
        <a:TaxTotalAmount currencyID="SEK">2000.00</a:TaxTotalAmount><a:TaxTotalAmount currencyID="USD">200.00</a:TaxTotalAmount>
        <a:DuePayableAmount>1300.00</a:DuePayableAmount>
       </a:SpecifiedTradeSettlementHeaderMonetarySummation>
      </a:ApplicableHeaderTradeSettlement>
     </r:SupplyChainTradeTransaction>
    </r:CrossIndustryInvoice>
    """;
  }

  private static ListedItem item(String file) {
    return item(file.getBytes(StandardCharsets.UTF_8));
  }

  private static String refusal(String file) {
    Parsed<OpenItemList> parsed = CiiReader.read(file.getBytes(StandardCharsets.UTF_8));
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().get(0).words();
  }

  @Test
  void takesCreditNotesTaxOfTheDocumentAndTerms() {
    ListedItem item = item(invoice());
    assertThat(item.taxMinor()).contains(20_000L);
    assertThat(item.due()).contains(LocalDate.of(2026, 3, 22));
    assertThat(item.terms().orElseThrow().discountMinor(item.totalMinor())).isEqualTo(2_600);
    ListedItem credit = item(invoice().replace(">380<", ">381<"));
    assertThat(credit.totalMinor()).isEqualTo(-130_000);
    assertThat(credit.taxMinor()).contains(-20_000L);
    assertThat(item(invoice().replace("1300.00", "-1300.00")).totalMinor()).isEqualTo(-130_000);
  }

  @Test
  void refusesWhatItCannotBeSureOf() {
    assertThat(refusal(invoice().replace("20260220", "20.02.2026"))).contains("is not a date");
    assertThat(refusal(invoice().replace("1300.00", "1300.005"))).contains("USD has 2");
    assertThat(refusal(invoice().replace("1300.00", "0"))).contains("Nothing is payable");
    assertThat(refusal(invoice().replace("a:Name>", "a:Other>"))).contains("the buyer's name");
    assertThat(refusal(invoice().replace("DuePayable", "Other"))).contains("DuePayableAmount");
    assertThat(refusal(invoice().replace("</r:CrossIndustryInvoice>", ""))).contains("breaks off");
    assertThat(refusal("<!DOCTYPE a [<!ENTITY b SYSTEM \"file:///etc/passwd\">]>" + invoice()))
        .contains("contains a DOCTYPE");
  }

  @ParameterizedTest
  @ValueSource(strings = {"d16a1", "d16b", "d22b"})
  void isKnownByItsRoot(String version) {
    byte[] file = example(version, 1);
    assertThat(FileKind.of(Arrays.copyOf(file, 4_096))).isEqualTo(FileKind.CII);
    assertThat(FileKind.CII.isDocument()).isTrue();
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        invoice().getBytes(StandardCharsets.UTF_8),
        22,
        CiiReader::read,
        list -> assertThat(list.items().get(0).totalMinor()).isNotZero());
  }
}
