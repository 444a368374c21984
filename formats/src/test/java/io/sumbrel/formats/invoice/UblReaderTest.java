package io.sumbrel.formats.invoice;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.openitem.ItemKind;
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

/**
 * The examples that OASIS publishes with UBL 2.0 and 2.1, from ph-ubl-testfiles (Maven Central).
 */
class UblReaderTest {

  private static byte[] example(String path) {
    try (InputStream in = UblReaderTest.class.getResourceAsStream("/external/test-ubl/" + path)) {
      return in.readAllBytes();
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  private static ListedItem item(byte[] file) {
    return UblReader.read(file).orRefuse().items().get(0);
  }

  private static String refusal(String file) {
    Parsed<OpenItemList> parsed = UblReader.read(file.getBytes(StandardCharsets.UTF_8));
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().get(0).words();
  }

  private static String invoice(String more) {
    return """
    <Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2" xmlns:c="urn:c">
     <c:ID>TCK-1</c:ID><c:IssueDate>2026-02-20</c:IssueDate>
     <c:DocumentCurrencyCode>USD</c:DocumentCurrencyCode>
     <c:AccountingCustomerParty><c:SupplierAssignedAccountID>K-1</c:SupplierAssignedAccountID>
      <c:Party><c:PartyName><c:Name>Hollow Reed</c:Name></c:PartyName></c:Party>
     </c:AccountingCustomerParty>%s
     <c:LegalMonetaryTotal><c:PayableAmount currencyID="USD">1300.00</c:PayableAmount></c:LegalMonetaryTotal>
    </Invoice>
    """
        .formatted(more);
  }

  /** Invoice A00095678 is payable at 107.50, and credit note CN758494 takes it back. */
  @Test
  void agreesWithTheStoryOfThePublishedExamples() {
    ListedItem invoice = item(example("invoice/UBL-Invoice-2.0-Example.xml"));
    assertThat(invoice.number()).isEqualTo("A00095678");
    assertThat(invoice.openMinor()).isEqualTo(10_750);
    assertThat(invoice.taxMinor()).contains(1_750L);
    assertThat(invoice.currency().getCurrencyCode()).isEqualTo("GBP");
    assertThat(invoice.due()).contains(LocalDate.of(2005, 7, 21));
    assertThat(invoice.customerNumber()).isEqualTo("GT00978567");
    assertThat(invoice.customerName()).isEqualTo("IYT Corporation");
    assertThat(invoice.orderNumber()).contains("AEG012345");
    ListedItem credit = item(example("creditnote/UBL-CreditNote-2.0-Example.xml"));
    assertThat(credit.number()).isEqualTo("CN758494");
    assertThat(credit.kind()).isEqualTo(ItemKind.CREDIT_NOTE);
    assertThat(credit.openMinor() + invoice.openMinor()).isZero();
    assertThat(credit.customerNumber()).isEqualTo(invoice.customerNumber());
  }

  @Test
  void takesWhatIsPayableAndNotWhatWasBilled() {
    ListedItem prepaid = item(example("invoice/UBL-Invoice-2.1-Example.xml"));
    assertThat(prepaid.number()).isEqualTo("TOSL108");
    assertThat(prepaid.openMinor()).as("1,729 with 1,000 prepaid").isEqualTo(72_900);
    assertThat(prepaid.due()).contains(LocalDate.of(2009, 12, 31));
    assertThat(prepaid.customerNumber()).isEqualTo("345KS5324");
  }

  @Test
  void derivesTheDueDateFromTermsAndAssumesNone() {
    String terms = "<c:PaymentTerms><c:Note>2/10 net 30</c:Note></c:PaymentTerms>";
    ListedItem item = item(invoice(terms).getBytes(StandardCharsets.UTF_8));
    assertThat(item.due()).contains(LocalDate.of(2026, 3, 22));
    assertThat(item.terms().orElseThrow().discountMinor(item.totalMinor())).isEqualTo(2_600);
    assertThat(item(invoice("").getBytes(StandardCharsets.UTF_8)).due()).isEmpty();
    String free = terms.replace("2/10 net 30", "when convenient");
    assertThat(item(invoice(free).getBytes(StandardCharsets.UTF_8)).terms()).isEmpty();
  }

  @Test
  void refusesWhatItCannotBeSureOf() {
    String good = invoice("");
    assertThat(refusal(good.replace("c:IssueDate>", "c:Other>"))).contains("lacks IssueDate");
    assertThat(refusal(good.replace("2026-02-20", "20.02.2026"))).contains("is not a date");
    assertThat(refusal(good.replace("1300.00", "1300.005"))).contains("USD has 2");
    assertThat(refusal(good.replace("1300.00", "0.00"))).contains("Nothing is payable");
    assertThat(refusal(good.replace("currencyID=\"USD\"", "currencyID=\"EUR\"")))
        .isEqualTo("The payable amount is in EUR, the document in USD.");
    assertThat(refusal(good.replace("USD", "XQQ"))).contains("is no currency such as USD");
    assertThat(refusal(good.replace("</Invoice>", ""))).contains("breaks off");
    assertThat(refusal("<!DOCTYPE a [<!ENTITY b SYSTEM \"file:///etc/passwd\">]>" + good))
        .contains("contains a DOCTYPE");
  }

  @Test
  void takesACustomerOfWhomOnlyTheNameIsGiven() {
    String named = invoice("").replace("c:SupplierAssignedAccountID", "c:Other");
    assertThat(item(named.getBytes(StandardCharsets.UTF_8)).customerNumber()).isEmpty();
    String taxed =
        named.replaceFirst(
            "</c:Party>",
            "<c:PartyTaxScheme><c:CompanyID>XI123456789</c:CompanyID></c:PartyTaxScheme></c:Party>");
    assertThat(item(taxed.getBytes(StandardCharsets.UTF_8)).customerNumber())
        .isEqualTo("XI123456789");
  }

  @Test
  void takesCreditsThatComeAsAnInvoice() {
    String credit = invoice("<c:InvoiceTypeCode>381</c:InvoiceTypeCode>");
    assertThat(item(credit.getBytes(StandardCharsets.UTF_8)).totalMinor()).isEqualTo(-130_000);
    String below = invoice("").replace("1300.00", "-1300.00");
    assertThat(item(below.getBytes(StandardCharsets.UTF_8)).totalMinor()).isEqualTo(-130_000);
    String both = credit.replace("1300.00", "-1300.00");
    assertThat(item(both.getBytes(StandardCharsets.UTF_8)).totalMinor()).isEqualTo(130_000);
  }

  @Test
  void takesTheTaxInTheCurrencyOfTheDocument() {
    String two =
        "<c:TaxTotal><c:TaxAmount currencyID=\"SEK\">2000.00</c:TaxAmount></c:TaxTotal>"
            + "<c:TaxTotal><c:TaxAmount currencyID=\"USD\">200.00</c:TaxAmount></c:TaxTotal>";
    assertThat(item(invoice(two).getBytes(StandardCharsets.UTF_8)).taxMinor()).contains(20_000L);
  }

  @Test
  void isKnownByItsRoot() {
    byte[] file = example("creditnote/UBL-CreditNote-2.0-Example.xml");
    assertThat(FileKind.of(Arrays.copyOf(file, 4_096))).isEqualTo(FileKind.UBL);
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        invoice("").getBytes(StandardCharsets.UTF_8),
        21,
        UblReader::read,
        list -> assertThat(list.items().get(0).totalMinor()).isNotZero());
  }
}
