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
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * One invoice or credit note of UBL 2 (OASIS), as an open item: what is open is its payable amount;
 * that of a credit note is written above zero and is open below. Terms are taken from a note such
 * as {@code 2/10 net 30}; a due date that is not stated is derived from them, and never assumed.
 */
public final class UblReader {
  private static final String CUSTOMER = "AccountingCustomerParty/";

  private final Map<String, String> first = new HashMap<>();
  private final Map<String, Integer> lines = new HashMap<>();
  private String root = "";
  private String currencyOfPayable = "";

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
          if (String.join("/", path).equals("LegalMonetaryTotal/PayableAmount")) {
            String code = xml.getAttributeValue(null, "currencyID");
            currencyOfPayable = code == null ? "" : code;
          }
        }
        case XMLStreamConstants.CHARACTERS -> text.append(xml.getText());
        case XMLStreamConstants.END_ELEMENT -> {
          String at = String.join("/", path);
          if (!text.toString().isBlank()) {
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
    boolean credit = root.equals("CreditNote");
    if (!credit && !root.equals("Invoice")) {
      throw new Refusal("unknown-kind", "“" + root + "” is neither an Invoice nor a CreditNote.");
    }
    Currency currency = currency();
    long payable = amount("LegalMonetaryTotal/PayableAmount", currency);
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
        at("TaxTotal/TaxAmount").map(t -> AmountText.parse(t, currency)).map(t -> credit ? -t : t),
        at("OrderReference/ID"),
        terms,
        Map.of());
  }

  /** The seller's own number for the customer, else the customer's first identification. */
  private String customerNumber() {
    return at(CUSTOMER + "SupplierAssignedAccountID")
        .or(() -> at(CUSTOMER + "Party/PartyIdentification/ID"))
        .or(() -> at(CUSTOMER + "Party/EndpointID"))
        .or(() -> at(CUSTOMER + "CustomerAssignedAccountID"))
        .orElseThrow(() -> missing("a number of the customer"));
  }

  private Currency currency() {
    String code = at("DocumentCurrencyCode").orElse(currencyOfPayable);
    if (!currencyOfPayable.isEmpty() && !currencyOfPayable.equals(code)) {
      throw new Refusal(
          "currency",
          "The payable amount is in %s, the document in %s.".formatted(currencyOfPayable, code));
    }
    return Currencies.of(code);
  }

  private long amount(String path, Currency currency) {
    long minor = AmountText.parse(required(path), currency);
    if (minor < 0) {
      throw new Refusal("amount-negative", path + " is below zero, which it may not be.");
    }
    return minor;
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
