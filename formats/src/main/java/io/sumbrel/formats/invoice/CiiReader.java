package io.sumbrel.formats.invoice;

import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Parsed;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Optional;

/**
 * One invoice or credit note in the Cross Industry Invoice of UN/CEFACT, the other form of EN
 * 16931, as an open item.
 */
public final class CiiReader {
  private static final String DOCUMENT = "ExchangedDocument/";
  private static final String TRADE = "SupplyChainTradeTransaction/";
  private static final String BUYER = TRADE + "ApplicableHeaderTradeAgreement/BuyerTradeParty/";
  private static final String SETTLEMENT = TRADE + "ApplicableHeaderTradeSettlement/";
  private static final String SUMS =
      SETTLEMENT + "SpecifiedTradeSettlementHeaderMonetarySummation/";
  private static final String TERMS = SETTLEMENT + "SpecifiedTradePaymentTerms/";
  private static final String ISSUED = DOCUMENT + "IssueDateTime/DateTimeString";

  private CiiReader() {}

  public static Parsed<OpenItemList> read(byte[] bytes) {
    return InvoiceDocument.read(bytes, CiiReader::document);
  }

  private static InvoiceDocument document(Leaves cii) {
    if (!cii.root().equals("CrossIndustryInvoice")) {
      throw new Refusal("unknown-kind", "“" + cii.root() + "” is no CrossIndustryInvoice.");
    }
    return new InvoiceDocument(
        cii.first(DOCUMENT + "ID").map(Leaves.Leaf::line).orElse(1),
        cii.required(DOCUMENT + "ID"),
        InvoiceDocument.CREDIT_TYPES.contains(cii.required(DOCUMENT + "TypeCode")),
        cii.atFirstOf(
                BUYER + "ID",
                BUYER + "GlobalID",
                BUYER + "URIUniversalCommunication/URIID",
                BUYER + "SpecifiedTaxRegistration/ID",
                BUYER + "SpecifiedLegalOrganization/ID")
            .orElse(""),
        cii.atFirstOf(BUYER + "Name", BUYER + "SpecifiedLegalOrganization/TradingBusinessName")
            .orElseThrow(() -> Leaves.missing("the buyer's name")),
        date(cii, ISSUED).orElseThrow(() -> Leaves.missing(ISSUED)),
        date(cii, TERMS + "DueDateDateTime/DateTimeString"),
        cii.first(SUMS + "DuePayableAmount")
            .orElseThrow(() -> Leaves.missing(SUMS + "DuePayableAmount")),
        cii.at(SETTLEMENT + "InvoiceCurrencyCode").orElse(""),
        cii.all(SUMS + "TaxTotalAmount"),
        cii.at(
            TRADE + "ApplicableHeaderTradeAgreement/BuyerOrderReferencedDocument/IssuerAssignedID"),
        cii.at(TERMS + "Description"));
  }

  /** Dates stand in the form 102 of UNTDID 2379: year, month and day without marks. */
  private static Optional<LocalDate> date(Leaves cii, String path) {
    try {
      return cii.at(path).map(d -> LocalDate.parse(d, DateTimeFormatter.BASIC_ISO_DATE));
    } catch (DateTimeParseException e) {
      throw new Refusal("date", path + ": “" + cii.at(path).orElse("") + "” is not a date.");
    }
  }
}
