package io.sumbrel.formats;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.function.Consumer;

/** What stands below the header of a CSV, without the lines at its end that are no rows. */
public final class CsvBody {
  private CsvBody() {}

  /** Takes a row with the 1-based line on which it begins. */
  public interface RowTaker {
    void take(List<String> values, int line);
  }

  private record Held(List<String> values, int line) {}

  /**
   * @param header is given the header, before any row
   */
  public static void read(
      CsvLines lines, CsvShape shape, Consumer<List<String>> header, RowTaker rows) {
    Deque<Held> held = new ArrayDeque<>();
    boolean below = false;
    for (var next = lines.next(); next.isPresent(); next = lines.next()) {
      if (below) {
        held.add(new Held(next.get(), lines.line()));
      } else if (lines.line() >= shape.headerLine()) {
        header.accept(next.get());
        below = true;
      }
      if (held.size() > shape.linesAfter()) {
        Held row = held.remove();
        rows.take(row.values, row.line);
      }
    }
  }
}
