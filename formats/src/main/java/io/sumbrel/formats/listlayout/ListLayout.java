package io.sumbrel.formats.listlayout;

import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.CsvSample;
import io.sumbrel.formats.CsvShape;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How a list is written, stated by a person.
 *
 * @param headerLine 1-based line of the last row of the header; what stands before is left out
 * @param linesAfter lines at the end that are none of the list
 * @param columns what each column holds, in order; columns beyond hold nothing
 * @param currency of every row; empty where a column says it
 * @param creditMark how the mark of a credit note begins, where a column tells it from an invoice
 * @param leftOut with which words rows begin that are none of the list, such as totals
 */
public record ListLayout(
    ListKind list,
    char delimiter,
    int headerLine,
    int linesAfter,
    List<ListColumn> columns,
    DateOrder dateOrder,
    DecimalMark decimalMark,
    String currency,
    String creditMark,
    List<String> leftOut)
    implements CsvShape {

  /**
   * @throws Refusal {@code layout} saying what is missing or stands twice
   */
  public ListLayout {
    if (list == null || dateOrder == null || decimalMark == null) {
      throw new Refusal(
          "layout", "State what the rows are, the order of dates and the decimal mark.");
    }
    columns = List.copyOf(columns);
    currency = currency.strip().toUpperCase(Locale.ROOT);
    creditMark = creditMark.strip();
    leftOut = leftOut.stream().map(String::strip).filter(w -> !w.isEmpty()).toList();
    CsvSample.requireHeader(headerLine, linesAfter, columns.size());
    for (ListColumn column : columns) {
      if (column != ListColumn.NOTHING && !list.columns().contains(column)) {
        throw new Refusal(
            "layout", "A list of %s has no %s.".formatted(list.words(), column.words()));
      }
      if (!column.mayRepeat() && columns.indexOf(column) != columns.lastIndexOf(column)) {
        throw new Refusal("layout", "Two columns hold the " + column.words() + ".");
      }
    }
    for (Set<ListColumn> wanted : list.wanted()) {
      if (wanted.stream().noneMatch(columns::contains)) {
        throw new Refusal(
            "layout",
            "No column holds the %s."
                .formatted(
                    wanted.stream()
                        .sorted()
                        .map(ListColumn::words)
                        .collect(Collectors.joining(" or the "))));
      }
    }
    if (columns.contains(ListColumn.CURRENCY) == !currency.isEmpty()) {
      throw new Refusal("layout", "The currency stands in a column, or is one for all rows.");
    }
    if (!currency.isEmpty()) {
      Currencies.of(currency);
    }
    if (columns.contains(ListColumn.MARK) == creditMark.isEmpty()) {
      throw new Refusal(
          "layout", "Say how credit notes are marked, and in which column the mark stands.");
    }
  }

  @Override
  public CellStyle style() {
    return new CellStyle(dateOrder, decimalMark);
  }
}
