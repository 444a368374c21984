package io.sumbrel.formats.ubl;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.SafeXml;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayDeque;
import java.util.Currency;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * One invoice or credit note of UBL 2 (OASIS), as an open item: what is open is its payable amount;
 * that of a credit note is written above zero and is open below, and one below zero is the other
 * way about. Terms are taken from a note such as {@code 2/10 net 30}; a due date that is not stated
 * is derived from them, and never assumed.
 */
public final class UblReader {
  private static final String CUSTOMER = "AccountingCustomerParty/";
  private static final String CURRENCY = "DocumentCurrencyCode";
  private static final String PAYABLE = "LegalMonetaryTotal/PayableAmount";

  /** Where tax is stated in two currencies, that of the document is meant (BT-110, BT-111). */
  private static final String TAX = "TaxTotal/TaxAmount";

  /** Credit notes that come as an Invoice (UNTDID 1001 as EN 16931 lists it; from memory). */
  private static final Set<String> CREDIT_TYPES =
      Set.of("81", "83", "261", "262", "296", "308", "381", "396", "420", "458", "532");

  private final Map<String, String> first = new HashMap<>();
  private final Map<String, Integer> lines = new HashMap<>();
  private String root = "";
  private final Map<String, String> currencyOf = new HashMap<>();

  private UblReader() {}

  public static Parsed<OpenItemList> read(byte[] bytes) {
    UblReader reader = new UblReader();
    try {
      reader.gather(SafeXml.open(new ByteArrayInputStream(bytes)));
      return Parsed.of(new OpenItemList(List.of(reader.item())), List.of());
    } catch (Refusal e) {
      return Parsed.refused(Issue.refuses(e.code(), e.getMessage(), 0));
    } catch (XMLStreamException e) {
      int line = e.getLocation() == null ? 0 : e.getLocation().getLineNumber();
      return Parsed.refused(
          Issue.refuses(
              "truncated",
              "the XML breaks off or is not well formed here; nothing of the file was stored.",
              line));
    }
  }

  /** Keeps the first text at each path below the root, by local names. */
  private void gather(XMLStreamReader xml) throws XMLStreamException {
    Deque<String> path = new ArrayDeque<>();
    StringBuilder text = new StringBuilder();
    while (xml.hasNext()) {
      switch (xml.next()) {
        case XMLStreamConstants.DTD ->
            throw new Refusal("doctype", "The file contains a DOCTYPE; such a file is never read.");
        case XMLStreamConstants.START_ELEMENT -> {
          if (root.isEmpty()) {
            root = xml.getLocalName();
          } else {
            path.addLast(xml.getLocalName());
          }
          text.setLength(0);
          String at = String.join("/", path);
          if (at.equals(PAYABLE) || at.equals(TAX)) {
            currencyOf.put(at, Objects.toString(xml.getAttributeValue(null, "currencyID"), ""));
          }
        }
        case XMLStreamConstants.CHARACTERS -> text.append(xml.getText());
        case XMLStreamConstants.END_ELEMENT -> {
          String at = String.join("/", path);
          boolean foreign =
              at.equals(TAX)
                  && first.containsKey(CURRENCY)
                  && !currencyOf.get(at).equals(first.get(CURRENCY));
          if (!text.toString().isBlank() && !foreign) {
            first.putIfAbsent(at, text.toString().strip());
            lines.putIfAbsent(at, xml.getLocation().getLineNumber());
          }
          text.setLength(0);
          path.pollLast();
        }
        default -> {}
      }
    }
  }

  private ListedItem item() {
    if (!root.equals("CreditNote") && !root.equals("Invoice")) {
      throw new Refusal("unknown-kind", "“" + root + "” is neither an Invoice nor a CreditNote.");
    }
    boolean credit =
        root.equals("CreditNote") || CREDIT_TYPES.contains(at("InvoiceTypeCode").orElse(""));
    Currency currency = currency();
    long payable = AmountText.parse(required(PAYABLE), currency);
    if (payable == 0) {
      throw new Refusal("amount", "Nothing is payable; there is no item to take in.");
    }
    long total = credit ? -payable : payable;
    LocalDate date = date("IssueDate").orElseThrow(() -> missing("IssueDate"));
    Optional<Terms> terms = at("PaymentTerms/Note").flatMap(UblReader::terms);
    return new ListedItem(
        lines.getOrDefault("ID", 1),
        required("ID"),
        customerNumber(),
        at(CUSTOMER + "Party/PartyName/Name")
            .or(() -> at(CUSTOMER + "Party/PartyLegalEntity/RegistrationName"))
            .orElseThrow(() -> missing("the customer's name")),
        Optional.empty(),
        date,
        date("DueDate")
            .or(() -> date("PaymentMeans/PaymentDueDate"))
            .or(() -> terms.map(t -> t.dueDate(date))),
        currency,
        total,
        total,
        at(TAX).map(t -> AmountText.parse(t, currency)).map(t -> credit ? -t : t),
        at("OrderReference/ID"),
        terms,
        Map.of());
  }

  /**
   * The seller's own number for the customer, else the customer's first identification, its VAT
   * number or that of its register; empty where only a name is given, which is all that EN 16931
   * demands (BT-44).
   */
  private String customerNumber() {
    return at(CUSTOMER + "SupplierAssignedAccountID")
        .or(() -> at(CUSTOMER + "Party/PartyIdentification/ID"))
        .or(() -> at(CUSTOMER + "Party/EndpointID"))
        .or(() -> at(CUSTOMER + "CustomerAssignedAccountID"))
        .or(() -> at(CUSTOMER + "Party/PartyTaxScheme/CompanyID"))
        .or(() -> at(CUSTOMER + "Party/PartyLegalEntity/CompanyID"))
        .orElse("");
  }

  private Currency currency() {
    String ofPayable = currencyOf.getOrDefault(PAYABLE, "");
    String code = at(CURRENCY).orElse(ofPayable);
    if (!ofPayable.isEmpty() && !ofPayable.equals(code)) {
      throw new Refusal(
          "currency",
          "The payable amount is in %s, the document in %s.".formatted(ofPayable, code));
    }
    return Currencies.of(code);
  }

  private Optional<LocalDate> date(String path) {
    try {
      return at(path).map(d -> LocalDate.parse(d.substring(0, Math.min(10, d.length()))));
    } catch (DateTimeParseException e) {
      throw new Refusal("date", path + ": “" + at(path).orElse("") + "” is not a date.");
    }
  }

  private static Optional<Terms> terms(String note) {
    try {
      return Optional.of(Terms.parse(note));
    } catch (Refusal e) {
      return Optional.empty();
    }
  }

  private Optional<String> at(String path) {
    return Optional.ofNullable(first.get(path));
  }

  private String required(String path) {
    return at(path).orElseThrow(() -> missing(path));
  }

  private static Refusal missing(String what) {
    return new Refusal("element-missing", "The document lacks " + what + ".");
  }
}
