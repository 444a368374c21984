package io.sumbrel.formats.itemcsv;

import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.formats.Cells;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Lists of open items: comma-separated, UTF-8, one header line, dates as 2026-11-17, amounts with a
 * decimal point, credit notes below zero. Columns in any order:
 *
 * <pre>
 * number,customer,name,parent,date,due,total,open,tax,currency,order,terms
 * TCK-20418,K-1043,Kestrel Lane Pottery,,2026-10-14,2026-11-13,1220.00,1220.00,,USD,P-902,net 30
 * </pre>
 *
 * <p>{@code customer}, {@code parent}, {@code due}, {@code tax}, {@code order} and {@code terms}
 * may be blank. Columns with other names are the house's own and are kept as they came.
 */
public final class OpenItemCsvReader {
  static final List<String> COLUMNS =
      List.of(
          "number",
          "customer",
          "name",
          "parent",
          "date",
          "due",
          "total",
          "open",
          "tax",
          "currency",
          "order",
          "terms");
  private static final Currency STAND_IN = Currency.getInstance("USD");

  private OpenItemCsvReader() {}

  public static Parsed<OpenItemList> read(byte[] bytes) {
    List<Issue> issues = new ArrayList<>();
    return read(CsvTable.read(bytes, issues), issues);
  }

  /**
   * The same of rows that were turned into these columns.
   *
   * @param issues what was found so far; what is found here is added
   */
  public static Parsed<OpenItemList> read(CsvTable table, List<Issue> issues) {
    if (!table.has(FileKind.OPEN_ITEMS_CSV.columns(), issues)) {
      return new Parsed<>(Optional.empty(), issues);
    }
    List<ListedItem> items = new ArrayList<>();
    Map<String, Integer> lineOf = new HashMap<>();
    for (CsvTable.Row row : table.rows()) {
      ListedItem item = item(row, table.columns(), issues);
      Integer first = lineOf.putIfAbsent(item.number(), row.line());
      if (first != null) {
        issues.add(
            Issue.refuses(
                "item-twice",
                "%s stands in line %d already.".formatted(item.number(), first),
                row.line()));
      }
      items.add(item);
      if (issues.size() >= Parsed.MAX_ISSUES) {
        break;
      }
    }
    if (table.rows().isEmpty() && !Parsed.isRefused(issues)) {
      issues.add(Issue.refuses("empty-file", "The list holds no item.", 0));
    }
    return Parsed.of(new OpenItemList(items), issues);
  }

  private static ListedItem item(CsvTable.Row row, List<String> columns, List<Issue> issues) {
    Cells cells = new Cells(row, issues);
    Currency currency = cells.required("currency", cells.currency("currency"), STAND_IN);
    LocalDate date = cells.required("date", cells.date("date"), LocalDate.EPOCH);
    long total = cells.required("total", cells.amount("total", currency), 0L);
    long open = cells.required("open", cells.amount("open", currency), 0L);
    Optional<Terms> terms = cells.optional("terms", "terms", Terms::parse);
    boolean within = total < 0 ? total <= open && open <= 0 : 0 <= open && open <= total;
    if (cells.isClean() && !within) {
      cells.refuse(
          "open-above-total",
          "open %s is not between zero and the total %s."
              .formatted(row.value("open").orElse(""), row.value("total").orElse("")));
    }
    Map<String, String> extra = new LinkedHashMap<>();
    columns.stream()
        .filter(c -> !COLUMNS.contains(c))
        .forEach(c -> row.value(c).ifPresent(v -> extra.put(c, v)));
    return new ListedItem(
        row.line(),
        cells.text("number"),
        row.value("customer").orElse(""),
        cells.text("name"),
        row.value("parent"),
        date,
        cells.date("due").or(() -> terms.map(t -> t.dueDate(date))),
        currency,
        total,
        open,
        cells.amount("tax", currency),
        row.value("order"),
        terms,
        extra);
  }
}
