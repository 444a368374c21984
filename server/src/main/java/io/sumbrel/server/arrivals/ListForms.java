package io.sumbrel.server.arrivals;

import io.sumbrel.formats.listlayout.ListForm;
import io.sumbrel.formats.listlayout.ListKind;
import io.sumbrel.formats.workbook.WorkbookWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** Our own forms of lists, to be filled in: with their columns explained, as CSV or workbook. */
final class ListForms {
  private ListForms() {}

  /** A form on the screen. */
  record FormView(ListKind list, String words, List<ListForm.Column> columns) {}

  static List<FormView> all() {
    return Stream.of(ListKind.values())
        .map(k -> new FormView(k, k.words(), ListForm.of(k).columns()))
        .toList();
  }

  static byte[] csv(ListKind list) {
    StringBuilder out = new StringBuilder();
    try (CSVPrinter csv =
        new CSVPrinter(out, CSVFormat.RFC4180.builder().setRecordSeparator("\n").get())) {
      csv.printRecords(rows(list));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString().getBytes(StandardCharsets.UTF_8);
  }

  /** The second sheet says what the columns hold. */
  static byte[] workbook(ListKind list) {
    Map<String, List<List<String>>> sheets = new LinkedHashMap<>();
    sheets.put(list.words(), rows(list));
    List<List<String>> columns = new ArrayList<>();
    columns.add(List.of("column", "what it holds", "needed"));
    ListForm.of(list)
        .columns()
        .forEach(c -> columns.add(List.of(c.name(), c.explanation(), c.isNeeded() ? "yes" : "no")));
    sheets.put("columns", columns);
    return WorkbookWriter.write(sheets);
  }

  private static List<List<String>> rows(ListKind list) {
    ListForm form = ListForm.of(list);
    List<List<String>> rows = new ArrayList<>();
    rows.add(form.columns().stream().map(ListForm.Column::name).toList());
    rows.addAll(form.rows());
    return rows;
  }
}
