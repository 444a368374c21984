package io.sumbrel.formats;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

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

  /** Reads the whole table. Issues are added to the list; rows that refuse are left out. */
  public static CsvTable read(byte[] bytes, List<Issue> issues) {
    String text = decode(bytes, issues);
    CSVFormat format = CSVFormat.RFC4180.builder().setIgnoreEmptyLines(true).get();
    List<String> columns = new ArrayList<>();
    List<Row> rows = new ArrayList<>();
    int line = 1;
    try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
      for (CSVRecord values : parser) {
        if (columns.isEmpty()) {
          values.toList().forEach(c -> columns.add(c.strip().toLowerCase(Locale.ROOT)));
        } else if (values.size() != columns.size()) {
          issues.add(
              Issue.refuses(
                  "csv-columns",
                  "the row has %d columns, the header has %d."
                      .formatted(values.size(), columns.size()),
                  line));
        } else {
          rows.add(new Row(line, columns, values.toList()));
        }
        line = (int) parser.getCurrentLineNumber() + 1;
        if (issues.size() >= Parsed.MAX_ISSUES) {
          break;
        }
      }
    } catch (IOException | UncheckedIOException e) {
      issues.add(Issue.refuses("csv", "a quote is opened and not closed.", line));
    }
    return new CsvTable(List.copyOf(columns), rows);
  }

  private static String decode(byte[] bytes, List<Issue> issues) {
    String text;
    try {
      text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
    } catch (CharacterCodingException e) {
      text = new String(bytes, Charset.forName("windows-1252"));
      issues.add(Issue.notes("encoding", "The file is not UTF-8; it was read as windows-1252.", 0));
    }
    if (text.indexOf('\0') >= 0) {
      issues.add(Issue.refuses("not-readable", "The file holds binary data.", 0));
    }
    return text.replace("\uFEFF", "").replaceAll("\u001A+$", "");
  }
}
