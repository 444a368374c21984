package io.sumbrel.formats.itemcsv;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.Terms;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.TreeSet;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** Writes a list of open items as {@link OpenItemCsvReader} reads it. */
public final class OpenItemCsvWriter {
  private OpenItemCsvWriter() {}

  public static String write(List<ListedItem> items) {
    TreeSet<String> extra = new TreeSet<>();
    items.forEach(i -> extra.addAll(i.extra().keySet()));
    StringBuilder out = new StringBuilder();
    try (CSVPrinter csv =
        new CSVPrinter(out, CSVFormat.RFC4180.builder().setRecordSeparator("\n").get())) {
      for (String column : OpenItemCsvReader.COLUMNS) {
        csv.print(column);
      }
      for (String column : extra) {
        csv.print(column);
      }
      csv.println();
      for (ListedItem i : items) {
        csv.print(i.number());
        csv.print(i.customerNumber());
        csv.print(i.customerName());
        csv.print(i.parentNumber().orElse(""));
        csv.print(i.date());
        csv.print(i.due().map(Object::toString).orElse(""));
        csv.print(AmountText.plain(i.totalMinor(), i.currency()));
        csv.print(AmountText.plain(i.openMinor(), i.currency()));
        csv.print(i.taxMinor().map(t -> AmountText.plain(t, i.currency())).orElse(""));
        csv.print(i.currency().getCurrencyCode());
        csv.print(i.orderNumber().orElse(""));
        csv.print(i.terms().map(Terms::words).orElse(""));
        for (String column : extra) {
          csv.print(i.extra().getOrDefault(column, ""));
        }
        csv.println();
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }
}
