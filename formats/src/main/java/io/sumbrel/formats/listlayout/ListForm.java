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
                  column(
                      list,
                      "number",
                      "The number of the invoice or credit note, one row for each."),
                  column(
                      list, "customer", "Your number for the customer; blank where it has none."),
                  column(list, "name", "The customer's name, as payers write it."),
                  column(list, "parent", "Your number for the head office that may pay for it."),
                  column(list, "date", "The date of the invoice, as 2026-11-17."),
                  column(list, "due", "When it is due; else the terms tell."),
                  column(
                      list,
                      "total",
                      "The whole amount with a decimal point; credit notes below zero."),
                  column(list, "open", "What is open of it, on the same side of zero."),
                  column(list, "tax", "The tax in the whole amount."),
                  column(list, "currency", "Its code, such as USD."),
                  column(list, "order", "The customer's order number, which payers like to write."),
                  column(
                      list,
                      "terms",
                      "Such as net 30, or 2/10 net 30 for two per cent within ten days.")),
              rows(
                  "RW-4101|C-311|Alder & Reed Workshop||2026-10-14|2026-11-13|1220.00|1220.00||USD|P-902|net 30",
                  "RW-4117|C-318|Lantern Hill School|C-300|2026-10-21||860.40|410.40||USD||2/10 net 30",
                  "RW-4122|C-311|Alder & Reed Workshop||2026-10-28||-45.00|-45.00||USD||"));
      case PAST_PAYMENTS ->
          new ListForm(
              list,
              List.of(
                  column(list, "paid", "The day on which it was paid, as 2025-06-03."),
                  column(list, "payer", "The name that stood at the bank; blank where none did."),
                  column(list, "payer account", "The payer's account, where it is known."),
                  column(list, "amount", "What was paid, with a decimal point."),
                  column(list, "currency", "Its code, such as USD."),
                  column(list, "customer", "Your number for the customer who paid."),
                  column(list, "invoices", "The numbers of what it paid, parted by blanks."),
                  column(list, "discount", "The discount that was taken.")),
              rows(
                  "2026-06-03|ALDER REED WKSHP||1208.40|USD|C-311|RW-3811 RW-3830|",
                  "2026-07-09|COUNTY SCHOOLS FUND|0044120098|4900.00|USD|C-318|RW-3902|100.00"));
      case RECEIPTS ->
          new ListForm(
              list,
              List.of(
                  column(list, "received", "The day on which it was received, as 2026-11-13."),
                  column(list, "method", "cheque, cash, transfer or card."),
                  column(list, "number", "The number of the cheque."),
                  column(list, "amount", "What was received, with a decimal point."),
                  column(list, "currency", "Its code, such as USD."),
                  column(list, "payer", "Who paid."),
                  column(list, "invoices", "The numbers of what it pays, parted by blanks."),
                  column(
                      list, "account", "Your bank account, where it is on the way there or there."),
                  column(
                      list,
                      "slip",
                      "The slip with which it went: one deposit for all rows with it."),
                  column(list, "banked", "When it went to the bank.")),
              rows(
                  "2026-11-13|cheque|4471|318.20|USD|Alder & Reed Workshop|RW-4101|||",
                  "2026-11-16|cheque|93|96.40|USD|Rill Cottage||||"));
    };
  }

  private static Column column(ListKind list, String name, String explanation) {
    return new Column(name, explanation, list.file().columns().contains(name));
  }

  private static List<List<String>> rows(String... rows) {
    return Stream.of(rows).map(r -> List.of(r.split("\\|", -1))).toList();
  }
}
