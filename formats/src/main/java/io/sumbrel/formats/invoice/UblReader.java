package io.sumbrel.formats.invoice;

import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Parsed;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Optional;

/** One invoice or credit note of UBL 2 (OASIS), as an open item. */
public final class UblReader {
  private static final String CUSTOMER = "AccountingCustomerParty/";
  private static final String PAYABLE = "LegalMonetaryTotal/PayableAmount";

  private UblReader() {}

  public static Parsed<OpenItemList> read(byte[] bytes) {
    return InvoiceDocument.read(bytes, UblReader::document);
  }

  private static InvoiceDocument document(Leaves ubl) {
    String root = ubl.root();
    if (!root.equals("CreditNote") && !root.equals("Invoice")) {
      throw new Refusal("unknown-kind", "“" + root + "” is neither an Invoice nor a CreditNote.");
    }
    return new InvoiceDocument(
        ubl.first("ID").map(Leaves.Leaf::line).orElse(1),
        ubl.required("ID"),
        root.equals("CreditNote")
            || InvoiceDocument.CREDIT_TYPES.contains(ubl.at("InvoiceTypeCode").orElse("")),
        // the seller's own number for the customer goes before every other
        ubl.atFirstOf(
                CUSTOMER + "SupplierAssignedAccountID",
                CUSTOMER + "Party/PartyIdentification/ID",
                CUSTOMER + "Party/EndpointID",
                CUSTOMER + "CustomerAssignedAccountID",
                CUSTOMER + "Party/PartyTaxScheme/CompanyID",
                CUSTOMER + "Party/PartyLegalEntity/CompanyID")
            .orElse(""),
        ubl.atFirstOf(
                CUSTOMER + "Party/PartyName/Name",
                CUSTOMER + "Party/PartyLegalEntity/RegistrationName")
            .orElseThrow(() -> Leaves.missing("the customer's name")),
        date(ubl, "IssueDate").orElseThrow(() -> Leaves.missing("IssueDate")),
        date(ubl, "DueDate").or(() -> date(ubl, "PaymentMeans/PaymentDueDate")),
        ubl.first(PAYABLE).orElseThrow(() -> Leaves.missing(PAYABLE)),
        ubl.at("DocumentCurrencyCode").orElse(""),
        ubl.all("TaxTotal/TaxAmount"),
        ubl.at("OrderReference/ID"),
        ubl.at("PaymentTerms/Note"));
  }

  private static Optional<LocalDate> date(Leaves ubl, String path) {
    try {
      return ubl.at(path).map(d -> LocalDate.parse(d.substring(0, Math.min(10, d.length()))));
    } catch (DateTimeParseException e) {
      throw new Refusal("date", path + ": “" + ubl.at(path).orElse("") + "” is not a date.");
    }
  }
}
