package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** The rows of a CSV file, one after the other, each with the 1-based line on which it begins. */
public final class CsvLines {
  private final TextLines text;
  private final CSVParser parser;
  private final Iterator<CSVRecord> records;
  private int line;
  private int nextLine = 1;

  public CsvLines(InputStream in, char delimiter) throws IOException {
    requireDelimiter(delimiter);
    CSVFormat format =
        CSVFormat.RFC4180.builder().setDelimiter(delimiter).setIgnoreEmptyLines(false).get();
    text = new TextLines(in);
    parser = CSVParser.parse(new LineReader(text), format);
    records = parser.iterator();
  }

  /** The first line that was not UTF-8 and was read as windows-1252; zero when there is none. */
  public int firstWindowsLine() {
    return text.firstWindowsLine();
  }

  /** Line on which the row that was read last begins. */
  public int line() {
    return line;
  }

  /**
   * The next row that is not blank.
   *
   * @throws Refusal {@code csv} when a quote is opened and not closed
   */
  public Optional<List<String>> next() {
    try {
      while (records.hasNext()) {
        List<String> values = records.next().toList();
        line = nextLine;
        nextLine = (int) parser.getCurrentLineNumber() + 1;
        if (values.size() > 1 || !values.get(0).isBlank()) {
          return Optional.of(values);
        }
      }
      return Optional.empty();
    } catch (UncheckedIOException | IllegalStateException e) {
      line = nextLine;
      throw new Refusal("csv", "a quote is opened and not closed.");
    }
  }

  /** Lines joined again, whatever ended them in the file. */
  private static final class LineReader extends Reader {
    private final TextLines lines;
    private String current = "";
    private int at;

    LineReader(TextLines lines) {
      this.lines = lines;
    }

    @Override
    public int read(char[] target, int offset, int length) throws IOException {
      if (at == current.length()) {
        Optional<String> next = lines.next();
        if (next.isEmpty()) {
          return -1;
        }
        current = next.get() + "\n";
        at = 0;
      }
      int count = Math.min(length, current.length() - at);
      current.getChars(at, at + count, target, offset);
      at += count;
      return count;
    }

    @Override
    public void close() {}
  }

  /**
   * @throws Refusal {@code layout} when a character cannot stand between columns
   */
  static void requireDelimiter(char delimiter) {
    boolean divides =
        !Character.isLetterOrDigit(delimiter)
            && !Character.isSurrogate(delimiter)
            && delimiter != '"'
            && delimiter != '\n'
            && delimiter != '\r'
            && delimiter != 0;
    if (!divides) {
      throw new Refusal(
          "layout",
          "Columns are divided by a mark such as a comma, a semicolon or a tab; %s is none."
              .formatted(Character.isISOControl(delimiter) ? "this" : "“" + delimiter + "”"));
    }
  }
}
