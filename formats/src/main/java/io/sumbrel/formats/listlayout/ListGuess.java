package io.sumbrel.formats.listlayout;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.CsvSample;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiPredicate;
import java.util.regex.Pattern;

/**
 * What the columns of a list may hold, by the words of its header, and how its cells seem to be
 * written: a proposal that a person looks at. What more than one way of writing fits is left open.
 *
 * @param complete whether every column that such a list has at least was found
 * @param columns by position; nothing where the header says nothing that is known
 */
public record ListGuess(
    ListKind list,
    boolean complete,
    int headerLine,
    List<ListColumn> columns,
    Optional<DateOrder> dateOrder,
    Optional<DecimalMark> decimalMark) {
  private static final Pattern TWO_DECIMALS = Pattern.compile("[^\\d]*\\d[\\d.,' ]*[.,]\\d{2}\\D*");

  /** The same of every kind of list, the one of which most is known first. */
  public static List<ListGuess> of(CsvSample sample) {
    return Arrays.stream(ListKind.values())
        .map(k -> of(sample, k))
        .sorted((a, b) -> Long.compare(b.weight(), a.weight()))
        .toList();
  }

  /** Wanted columns count before the others. */
  private long weight() {
    return 100 * found(list, columns) / list.wanted().size() + count(columns);
  }

  private static long found(ListKind list, List<ListColumn> columns) {
    return list.wanted().stream().filter(w -> w.stream().anyMatch(columns::contains)).count();
  }

  private static boolean says(ListColumn column) {
    return column != ListColumn.NOTHING;
  }

  private static ListGuess of(CsvSample sample, ListKind list) {
    CsvSample.SampleLine header = new CsvSample.SampleLine(1, List.of());
    List<ListColumn> best = List.of();
    for (CsvSample.SampleLine line : sample.lines()) {
      List<ListColumn> columns = columns(line.cells(), list);
      if (count(columns) > count(best)) {
        header = line;
        best = columns;
      }
    }
    int headerLine = header.line();
    List<CsvSample.SampleLine> rows =
        sample.lines().stream().filter(l -> l.line() > headerLine).toList();
    List<String> dates = cells(rows, best, ListColumn.Type.DATE);
    List<String> amounts = cells(rows, best, ListColumn.Type.AMOUNT);
    return new ListGuess(
        list,
        found(list, best) == list.wanted().size(),
        headerLine,
        best,
        only(DateOrder.values(), dates, ListGuess::isWritten),
        only(
            DecimalMark.values(),
            amounts.stream().filter(a -> TWO_DECIMALS.matcher(a).matches()).toList(),
            ListGuess::isWritten));
  }

  private static long count(List<ListColumn> columns) {
    return columns.stream().filter(ListGuess::says).count();
  }

  /** The first column whose header has a word for it holds it. */
  private static List<ListColumn> columns(List<String> header, ListKind list) {
    List<ListColumn> columns =
        new ArrayList<>(Collections.nCopies(header.size(), ListColumn.NOTHING));
    List<String> plain = header.stream().map(ListGuess::plain).toList();
    for (ListColumn column : list.columns()) {
      for (String word : HeaderWords.of(list, column)) {
        int at = plain.indexOf(word);
        if (at >= 0 && columns.get(at) == ListColumn.NOTHING) {
          columns.set(at, column);
          break;
        }
      }
    }
    return List.copyOf(columns);
  }

  /** Letters and figures only, without accents. */
  private static String plain(String header) {
    String lower = header.toLowerCase(Locale.ROOT).replace("ß", "ss");
    return Normalizer.normalize(lower, Normalizer.Form.NFD).replaceAll("[^a-z0-9#]", "");
  }

  private static List<String> cells(
      List<CsvSample.SampleLine> rows, List<ListColumn> columns, ListColumn.Type type) {
    List<String> cells = new ArrayList<>();
    for (CsvSample.SampleLine row : rows) {
      for (int i = 0; i < Math.min(columns.size(), row.cells().size()); i++) {
        String cell = row.cells().get(i).strip();
        if (columns.get(i).type() == type && !cell.isEmpty()) {
          cells.add(cell);
        }
      }
    }
    return cells;
  }

  /** The one way of writing that fits most cells; none where two fit as many. */
  private static <T> Optional<T> only(T[] ways, List<String> cells, BiPredicate<T, String> fits) {
    Optional<T> best = Optional.empty();
    long most = 0;
    for (T way : ways) {
      long fitting = cells.stream().filter(c -> fits.test(way, c)).count();
      if (fitting == most) {
        best = Optional.empty();
      } else if (fitting > most) {
        best = Optional.of(way);
        most = fitting;
      }
    }
    return best;
  }

  private static boolean isWritten(DateOrder order, String cell) {
    try {
      new CellStyle(order, DecimalMark.POINT).date(cell);
      return true;
    } catch (Refusal e) {
      return false;
    }
  }

  private static boolean isWritten(DecimalMark mark, String cell) {
    try {
      new CellStyle(DateOrder.YEAR_MONTH_DAY, mark)
          .amount(cell.replaceAll("\\p{L}|\\p{Sc}", ""), Currency.getInstance("USD"));
      return true;
    } catch (Refusal e) {
      return false;
    }
  }
}
