package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;

/**
 * The first rows of a CSV file, for a person to look at.
 *
 * @param delimiter the one that cuts the rows into most columns; a person may state another
 */
public record CsvSample(char delimiter, List<SampleLine> lines) {
  private static final int MOST_COLUMNS = 200;
  private static final int LINES = 20;
  private static final int FEW = 12;
  private static final char[] DELIMITERS = {',', ';', '\t', '|'};

  /** A row with the 1-based line on which it stands. */
  public record SampleLine(int line, List<String> cells) {}

  public CsvSample {
    lines = List.copyOf(lines);
  }

  public static CsvSample of(byte[] bytes) {
    CsvSample best = of(bytes, DELIMITERS[0]);
    for (char delimiter : DELIMITERS) {
      CsvSample sample = of(bytes, delimiter);
      if (sample.width() > best.width()) {
        best = sample;
      }
    }
    return best;
  }

  public static CsvSample of(byte[] bytes, char delimiter) {
    CsvLines.requireDelimiter(delimiter);
    List<SampleLine> lines = new ArrayList<>();
    try {
      CsvLines rows = new CsvLines(new ByteArrayInputStream(bytes), delimiter);
      for (var next = rows.next(); next.isPresent() && lines.size() < LINES; next = rows.next()) {
        lines.add(new SampleLine(rows.line(), next.get()));
      }
    } catch (Refusal e) {
      // what was read up to the broken place is shown
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return new CsvSample(delimiter, lines);
  }

  /**
   * @throws Refusal {@code layout}
   */
  public static void requireHeader(int headerLine, int linesAfter, int columns) {
    if (columns > MOST_COLUMNS) {
      throw new Refusal("layout", "A layout has up to " + MOST_COLUMNS + " columns.");
    }
    if (headerLine < 1 || headerLine > 100 || linesAfter < 0 || linesAfter > 100) {
      throw new Refusal("layout", "The header stands in one of the first hundred lines.");
    }
  }

  /**
   * The different words of each column below the header, where a column has few; what a column of
   * row types says.
   */
  public List<List<String>> wordsOf(byte[] bytes, int headerLine) {
    List<Set<String>> words = new ArrayList<>();
    try {
      CsvLines rows = new CsvLines(new ByteArrayInputStream(bytes), delimiter);
      for (var next = rows.next(); next.isPresent(); next = rows.next()) {
        for (int i = 0; rows.line() > headerLine && i < next.get().size(); i++) {
          if (words.size() == i) {
            words.add(new TreeSet<>(String.CASE_INSENSITIVE_ORDER));
          }
          String word = next.get().get(i).strip();
          if (words.get(i).size() <= FEW && !word.isEmpty()) {
            words.get(i).add(word);
          }
        }
      }
    } catch (Refusal e) {
      // what was read up to the broken place is shown
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return words.stream().map(w -> w.size() > FEW ? List.<String>of() : List.copyOf(w)).toList();
  }

  private int width() {
    return lines.stream().mapToInt(l -> l.cells().size()).max().orElse(0);
  }

  /** What tells files of one bank from others: a header line, its names in order. */
  public String signature(int headerLine) {
    return lines.stream()
        .filter(l -> l.line() == headerLine)
        .findFirst()
        .map(l -> String.join("|", l.cells()).toLowerCase(Locale.ROOT).strip())
        .orElse("");
  }
}
