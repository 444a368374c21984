package io.sumbrel.formats.listlayout;

import java.util.List;
import java.util.stream.Stream;

/**
 * Our own form of a list: its columns with what they hold, and rows as an example.
 *
 * @param rows in the order of the columns; dates and amounts as our forms write them
 */
public record ListForm(ListKind list, List<Column> columns, List<List<String>> rows) {

  /**
   * @param isNeeded whether it is there in every file; the others may be left out
   */
  public record Column(String name, String explanation, boolean isNeeded) {}

  /** The form of a list. */
  public static ListForm of(ListKind list) {
    return switch (list) {
      case OPEN_ITEMS ->
          new ListForm(
              list,
              List.of(
                  needed("number", "The number of the invoice or credit note, one row for each."),
                  needed("customer", "Your number for the customer; blank where it has none."),
                  needed("name", "The customer's name, as payers write it."),
                  may("parent", "Your number for the head office that may pay for it."),
                  needed("date", "The date of the invoice, as 2026-11-17."),
                  may("due", "When it is due; else the terms tell."),
                  needed(
                      "total", "The whole amount with a decimal point; credit notes below zero."),
                  needed("open", "What is open of it, on the same side of zero."),
                  may("tax", "The tax in the whole amount."),
                  needed("currency", "Its code, such as USD."),
                  may("order", "The customer's order number, which payers like to write."),
                  may("terms", "Such as net 30, or 2/10 net 30 for two per cent within ten days.")),
              rows(
                  "RW-4101|C-311|Alder & Reed Workshop||2026-10-14|2026-11-13|1220.00|1220.00||USD|P-902|net 30",
                  "RW-4117|C-318|Lantern Hill School|C-300|2026-10-21||860.40|410.40||USD||2/10 net 30",
                  "RW-4122|C-311|Alder & Reed Workshop||2026-10-28||-45.00|-45.00||USD||"));
      case PAST_PAYMENTS ->
          new ListForm(
              list,
              List.of(
                  needed("paid", "The day on which it was paid, as 2025-06-03."),
                  needed("payer", "The name that stood at the bank; blank where none did."),
                  may("payer account", "The payer's account, where it is known."),
                  needed("amount", "What was paid, with a decimal point."),
                  needed("currency", "Its code, such as USD."),
                  needed("customer", "Your number for the customer who paid."),
                  may("invoices", "The numbers of what it paid, parted by blanks."),
                  may("discount", "The discount that was taken.")),
              rows(
                  "2026-06-03|ALDER REED WKSHP||1208.40|USD|C-311|RW-3811 RW-3830|",
                  "2026-07-09|COUNTY SCHOOLS FUND|0044120098|4900.00|USD|C-318|RW-3902|100.00"));
      case RECEIPTS ->
          new ListForm(
              list,
              List.of(
                  needed("received", "The day on which it was received, as 2026-11-13."),
                  needed("method", "cheque, cash, transfer or card."),
                  may("number", "The number of the cheque."),
                  needed("amount", "What was received, with a decimal point."),
                  needed("currency", "Its code, such as USD."),
                  may("payer", "Who paid."),
                  may("invoices", "The numbers of what it pays, parted by blanks."),
                  may("account", "Your bank account, where it is on the way there or there."),
                  may("slip", "The slip with which it went: one deposit for all rows with it."),
                  may("banked", "When it went to the bank.")),
              rows(
                  "2026-11-13|cheque|4471|318.20|USD|Alder & Reed Workshop|RW-4101|||",
                  "2026-11-16|cheque|93|96.40|USD|Rill Cottage||||"));
    };
  }

  private static Column needed(String name, String explanation) {
    return new Column(name, explanation, true);
  }

  private static Column may(String name, String explanation) {
    return new Column(name, explanation, false);
  }

  private static List<List<String>> rows(String... rows) {
    return Stream.of(rows).map(r -> List.of(r.split("\\|", -1))).toList();
  }
}
