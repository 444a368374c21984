package io.sumbrel.formats.listlayout;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CsvBody;
import io.sumbrel.formats.CsvLines;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.FileReading;
import io.sumbrel.formats.Issue;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Currency;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * A list in columns of its own, turned into our columns: dates as 2026-11-17, amounts with a point,
 * credit notes below zero. Rows that are none of the list are left out, and said.
 */
public final class ListLayoutReader extends FileReading {
  private static final int NAMED_LINES = 5;

  private final ListLayout layout;
  private final CellStyle style;
  private final List<CsvTable.Row> rows = new ArrayList<>();
  private final List<Integer> withoutKey = new ArrayList<>();
  private int leftOut;
  private List<String> header = List.of();
  private List<String> names = List.of();
  private CsvLines lines;

  private ListLayoutReader(ListLayout layout) {
    this.layout = layout;
    this.style = layout.style();
  }

  /**
   * @param issues what was refused or is worth saying is added; rows that refuse are left out
   */
  public static CsvTable read(byte[] bytes, ListLayout layout, List<Issue> issues) {
    ListLayoutReader reader = new ListLayoutReader(layout);
    issues.addAll(reader.read(new ByteArrayInputStream(bytes)));
    return new CsvTable(reader.names, reader.rows);
  }

  @Override
  protected int line() {
    return lines == null ? 0 : lines.line();
  }

  @Override
  protected String whenEmpty() {
    return rows.isEmpty() ? "The file holds no row of a list." : "";
  }

  @Override
  protected void readAll(InputStream in) throws IOException {
    lines = new CsvLines(in, layout.delimiter());
    CsvBody.read(lines, layout, this::header, this::takeRow);
    sayWhatWasLeftOut();
  }

  private void header(List<String> values) {
    header = values.stream().map(String::strip).toList();
    names = names();
  }

  private void takeRow(List<String> values, int line) {
    attempt(line, () -> row(values.stream().map(String::strip).toList(), line));
  }

  /** Our columns, then what is kept under its own name. */
  private List<String> names() {
    List<String> names = new ArrayList<>(ours().values());
    for (int i : kept()) {
      String name = header.get(i).isEmpty() ? "column " + (i + 1) : header.get(i);
      boolean taken = names.contains(name.toLowerCase(Locale.ROOT)) || isOurs(name);
      names.add((taken ? "their " + name : name).toLowerCase(Locale.ROOT));
    }
    return List.copyOf(names);
  }

  private static boolean isOurs(String name) {
    for (ListColumn column : ListColumn.values()) {
      if (column.ours().equalsIgnoreCase(name)) {
        return true;
      }
    }
    return false;
  }

  private Map<ListColumn, String> ours() {
    Map<ListColumn, String> ours = new EnumMap<>(ListColumn.class);
    layout.list().columns().stream()
        .filter(c -> !c.ours().isEmpty())
        .forEach(c -> ours.put(c, c.ours()));
    return ours;
  }

  private List<Integer> kept() {
    List<Integer> kept = new ArrayList<>();
    for (int i = 0; i < Math.min(header.size(), layout.columns().size()); i++) {
      if (layout.columns().get(i) == ListColumn.KEPT) {
        kept.add(i);
      }
    }
    return kept;
  }

  private void row(List<String> values, int line) {
    String start = values.stream().filter(v -> !v.isEmpty()).findFirst().orElse("");
    if (layout.leftOut().stream().anyMatch(w -> start.regionMatches(true, 0, w, 0, w.length()))
        || values.equals(header)) {
      leftOut++;
      return;
    }
    if (isWithoutKey(values)) {
      withoutKey.add(line);
      return;
    }
    if (CsvTable.withoutBlankEnd(values, header.size()).size() != header.size()) {
      throw new Refusal(
          "csv-columns",
          "the row has %d columns, the header has %d.".formatted(values.size(), header.size()));
    }
    rows.add(new CsvTable.Row(line, names, translated(values)));
  }

  private boolean isWithoutKey(List<String> values) {
    boolean dated =
        layout.columns().stream()
            .filter(c -> c.type() == ListColumn.Type.DATE)
            .anyMatch(c -> !cell(values, c).isEmpty());
    return cell(values, layout.list().key()).isEmpty() && !dated;
  }

  private List<String> translated(List<String> values) {
    String code = layout.currency();
    Currency currency =
        Currencies.of(
            code.isEmpty() ? cell(values, ListColumn.CURRENCY).toUpperCase(Locale.ROOT) : code);
    Map<ListColumn, String> cells = new LinkedHashMap<>();
    ours().keySet().forEach(c -> cells.put(c, translated(cell(values, c), c, currency)));
    cells.put(ListColumn.CURRENCY, currency.getCurrencyCode());
    if (layout.list() == ListKind.OPEN_ITEMS) {
      completeItem(values, cells, currency);
    }
    List<String> row = new ArrayList<>(cells.values());
    kept().forEach(i -> row.add(values.get(i)));
    return row;
  }

  private String translated(String text, ListColumn column, Currency currency) {
    if (text.isEmpty()) {
      return text;
    }
    try {
      return switch (column.type()) {
        case TEXT -> text;
        case DATE -> style.date(text).toString();
        case AMOUNT -> AmountText.plain(style.amount(text, currency), currency);
        case NUMBERS -> text.replaceAll("[\\s,;/]+", " ").strip();
      };
    } catch (Refusal e) {
      throw new Refusal(e.code(), column.words() + ": " + e.getMessage());
    }
  }

  /** What is open stands for the total that no column tells, and the other way about. */
  private void completeItem(List<String> values, Map<ListColumn, String> cells, Currency currency) {
    String credit = translated(cell(values, ListColumn.CREDIT), ListColumn.CREDIT, currency);
    long credited = credit.isEmpty() ? 0 : AmountText.parse(credit, currency);
    if (credited != 0) {
      requireOneSide(cells, currency);
      cells.put(ListColumn.OPEN, AmountText.plain(-Math.abs(credited), currency));
      cells.computeIfPresent(ListColumn.TOTAL, (c, written) -> belowZero(written, currency));
    }
    cells.merge(ListColumn.TOTAL, cells.get(ListColumn.OPEN), (own, o) -> own.isEmpty() ? o : own);
    cells.merge(ListColumn.OPEN, cells.get(ListColumn.TOTAL), (own, t) -> own.isEmpty() ? t : own);
    if (isCredit(values)) {
      for (ListColumn c : List.of(ListColumn.TOTAL, ListColumn.OPEN, ListColumn.TAX)) {
        cells.computeIfPresent(c, (k, written) -> belowZero(written, currency));
      }
    }
    cells.computeIfPresent(
        ListColumn.NAME, (c, name) -> name.isEmpty() ? cells.get(ListColumn.CUSTOMER) : name);
  }

  private static void requireOneSide(Map<ListColumn, String> cells, Currency currency) {
    String open = cells.get(ListColumn.OPEN);
    if (!open.isEmpty() && AmountText.parse(open, currency) != 0) {
      throw new Refusal("amount", "an open amount and a credit are both stated.");
    }
  }

  private boolean isCredit(List<String> values) {
    String mark = layout.creditMark();
    return !mark.isEmpty()
        && cell(values, ListColumn.MARK).regionMatches(true, 0, mark, 0, mark.length());
  }

  private static String belowZero(String written, Currency currency) {
    return written.isEmpty()
        ? written
        : AmountText.plain(-Math.abs(AmountText.parse(written, currency)), currency);
  }

  private String cell(List<String> values, ListColumn column) {
    int i = layout.columns().indexOf(column);
    return i < 0 || i >= values.size() ? "" : values.get(i);
  }

  private void sayWhatWasLeftOut() {
    if (lines.firstWindowsLine() > 0) {
      note(
          "encoding",
          "the file is not UTF-8; it was read as windows-1252.",
          lines.firstWindowsLine());
    }
    if (leftOut > 0) {
      String rows = leftOut == 1 ? "1 row was" : leftOut + " rows were";
      note("left-out", rows + " left out, as the layout says.", 0);
    }
    if (!withoutKey.isEmpty()) {
      boolean one = withoutKey.size() == 1;
      String lines =
          withoutKey.stream()
              .limit(NAMED_LINES)
              .map(String::valueOf)
              .collect(Collectors.joining(", "));
      String more = withoutKey.size() > NAMED_LINES ? " and more" : "";
      note(
          "without-key",
          "%s without %s and date %s left out: %s %s%s."
              .formatted(
                  one ? "1 row" : withoutKey.size() + " rows",
                  layout.list().key().words(),
                  one ? "was" : "were",
                  one ? "line" : "lines",
                  lines,
                  more),
          0);
    }
  }
}
