package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A comma-separated file (RFC 4180) with a header line: its rows by column name, each with its
 * line.
 *
 * @param columns names as written, in their order
 */
public record CsvTable(List<String> columns, List<Row> rows) {

  /**
   * @param line 1-based line on which the row begins
   */
  public record Row(int line, List<String> columns, List<String> values) {
    /** A value by column name, empty when the column is missing or the cell blank. */
    public Optional<String> value(String column) {
      for (int i = 0; i < columns.size(); i++) {
        if (columns.get(i).equalsIgnoreCase(column)) {
          return Optional.of(values.get(i).strip()).filter(v -> !v.isEmpty());
        }
      }
      return Optional.empty();
    }
  }

  /** Whether it has all of these columns; each that is missing becomes an issue. */
  public boolean has(List<String> required, List<Issue> issues) {
    List<String> missing = required.stream().filter(c -> !columns.contains(c)).toList();
    missing.forEach(
        c -> issues.add(Issue.refuses("column-missing", "the column “" + c + "” is missing.", 1)));
    return missing.isEmpty();
  }

  /** Some programs end each row with separators: the empty columns there are none. */
  public static List<String> withoutBlankEnd(List<String> values, int width) {
    int end = values.size();
    while (end > width && values.get(end - 1).isBlank()) {
      end--;
    }
    return values.subList(0, end);
  }

  /** Reads the whole table. Issues are added to the list; rows that refuse are left out. */
  public static CsvTable read(byte[] bytes, List<Issue> issues) {
    List<String> columns = new ArrayList<>();
    List<Row> rows = new ArrayList<>();
    CsvLines lines = null;
    try {
      lines = new CsvLines(new ByteArrayInputStream(bytes), ',');
      for (var next = lines.next();
          next.isPresent() && issues.size() < Parsed.MAX_ISSUES;
          next = lines.next()) {
        List<String> values = withoutBlankEnd(next.get(), columns.size());
        if (columns.isEmpty()) {
          values.forEach(c -> columns.add(c.strip().toLowerCase(Locale.ROOT)));
        } else if (values.size() != columns.size()) {
          issues.add(
              Issue.refuses(
                  "csv-columns",
                  "the row has %d columns, the header has %d."
                      .formatted(values.size(), columns.size()),
                  lines.line()));
        } else {
          rows.add(new Row(lines.line(), columns, values));
        }
      }
    } catch (Refusal e) {
      issues.add(Issue.refuses(e.code(), e.getMessage(), lines.line()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    if (lines.firstWindowsLine() > 0) {
      issues.add(
          Issue.notes(
              "encoding",
              "the file is not UTF-8; it was read as windows-1252.",
              lines.firstWindowsLine()));
    }
    return new CsvTable(List.copyOf(columns), rows);
  }
}
