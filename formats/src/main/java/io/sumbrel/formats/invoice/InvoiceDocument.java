package io.sumbrel.formats.invoice;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import javax.xml.stream.XMLStreamException;

/**
 * What an invoice or credit note says, in whichever form. What is open is its payable amount; that
 * of a credit note is written above zero and is open below, and one below zero is the other way
 * about. A due date that is not stated is derived from the terms, and never assumed.
 *
 * @param customerNumber empty where only a name is given, which is all that EN 16931 demands
 *     (BT-44)
 * @param tax where it is stated in two currencies, in that of the document (BT-110, BT-111)
 * @param terms as they are written, such as {@code 2/10 net 30}
 */
record InvoiceDocument(
    int line,
    String number,
    boolean isCreditNote,
    String customerNumber,
    String customerName,
    LocalDate date,
    Optional<LocalDate> due,
    Leaves.Leaf payable,
    String currencyCode,
    List<Leaves.Leaf> tax,
    Optional<String> order,
    Optional<String> terms) {

  /** Credit notes that come as an invoice (UNTDID 1001 as EN 16931 lists it; from memory). */
  static final Set<String> CREDIT_TYPES =
      Set.of("81", "83", "261", "262", "296", "308", "381", "396", "420", "458", "532");

  /** Reads a document by what one form makes of its leaves. */
  static Parsed<OpenItemList> read(byte[] bytes, Function<Leaves, InvoiceDocument> form) {
    try {
      ListedItem item = form.apply(Leaves.of(bytes)).toItem();
      return Parsed.of(new OpenItemList(List.of(item)), List.of());
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

  private ListedItem toItem() {
    Currency currency = currency();
    long amount = AmountText.parse(payable.text(), currency);
    if (amount == 0) {
      throw new Refusal("amount", "Nothing is payable; there is no item to take in.");
    }
    long total = isCreditNote ? -amount : amount;
    Optional<Terms> agreed = terms.flatMap(InvoiceDocument::parse);
    return new ListedItem(
        line,
        number,
        customerNumber,
        customerName,
        Optional.empty(),
        date,
        due.or(() -> agreed.map(t -> t.dueDate(date))),
        currency,
        total,
        total,
        taxMinor(currency),
        order,
        agreed,
        Map.of());
  }

  private Optional<Long> taxMinor(Currency currency) {
    return tax.stream()
        .filter(t -> t.attribute().isEmpty() || t.attribute().equals(currency.getCurrencyCode()))
        .findFirst()
        .map(t -> AmountText.parse(t.text(), currency))
        .map(t -> isCreditNote ? -t : t);
  }

  private Currency currency() {
    String ofPayable = payable.attribute();
    String code = currencyCode.isEmpty() ? ofPayable : currencyCode;
    if (!ofPayable.isEmpty() && !ofPayable.equals(code)) {
      throw new Refusal(
          "currency",
          "The payable amount is in %s, the document in %s.".formatted(ofPayable, code));
    }
    return Currencies.of(code);
  }

  private static Optional<Terms> parse(String note) {
    try {
      return Optional.of(Terms.parse(note));
    } catch (Refusal e) {
      return Optional.empty();
    }
  }
}
