package io.sumbrel.core.receipt;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** An invoice or an order that a payer names though nobody has sent it yet: a prepayment. */
public final class NamedDocument {
  /** What stands before the number of one, in several languages (from memory). */
  private static final Pattern NAMED =
      Pattern.compile(
          "(?<![\\p{L}\\d])(?:ORDER|ORD|PO|INVOICE|INV|PROFORMA|QUOTE|AUFTRAG|BESTELLUNG|RECHNUNG"
              + "|RG|COMMANDE|FACTURE|PEDIDO|FACTURA|ORDINE|FATTURA)(?:[\\s.]*(?:NO|NR|NUMBER))?"
              + "[\\s.:#]{0,3}((?=[^\\s]*\\d{3})[\\p{L}\\d][\\p{L}\\d/-]{2,38})(?![\\p{L}\\d])",
          Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);

  private NamedDocument() {}

  /** The number of the first that a text names. */
  public static Optional<String> in(String text) {
    Matcher named = NAMED.matcher(text);
    return named.find() ? Optional.of(named.group(1)) : Optional.empty();
  }
}
