package io.sumbrel.formats.csvlayout;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CsvBody;
import io.sumbrel.formats.CsvLines;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.StatementReading;
import io.sumbrel.formats.StatementSink;
import io.sumbrel.formats.csvlayout.CsvLayout.Meaning;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * Entries of one account from a CSV file, as its layout says. Where a column holds the balance
 * after each entry, every row must lead to its balance, whichever end of the file is the newest,
 * and the balances prove the file; without one nothing is proved.
 */
public final class CsvLayoutReader extends StatementReading {
  private final CsvLayout layout;
  private final String account;
  private final Currency currency;
  private final CellStyle cells;
  private CsvLines rows;
  private Row first;
  private Row last;

  /** The last row that states a balance, and what the rows since it come to. */
  private Row lastStated;

  private long movedSince;
  private int stated;

  /** Rows before the first balance, or behind the last so far. */
  private int outside;

  private int since;
  private int order;
  private int width;

  /** What marks money in: what stands in the first row that is not money out. */
  private Optional<String> inMark = Optional.empty();

  /** A row that was read, with the balance after it where the file states one. */
  private record Row(StatementEntry entry, Optional<Long> balance) {}

  private CsvLayoutReader(CsvLayout layout, String account, Currency currency, StatementSink sink) {
    super(sink);
    this.layout = layout;
    this.account = account;
    this.currency = currency;
    this.cells = layout.style();
  }

  public static Parsed<List<BankStatement>> read(
      byte[] bytes, CsvLayout layout, String account, Currency currency) {
    return collect(new ByteArrayInputStream(bytes), s -> into(s, layout, account, currency));
  }

  public static StatementReading into(
      StatementSink sink, CsvLayout layout, String account, Currency currency) {
    return new CsvLayoutReader(layout, account, currency, sink);
  }

  @Override
  protected int line() {
    return rows == null ? 0 : rows.line();
  }

  @Override
  protected void readAll(InputStream in) throws IOException {
    rows = new CsvLines(in, layout.delimiter());
    CsvBody.read(rows, layout, header -> widthOrRow(header, 0), this::widthOrRow);
    if (first == null) {
      throw new Refusal("empty-file", "no row with an entry was read.");
    }
    ends(frame());
  }

  /** The first that is not blank is the header, whichever line was stated for it. */
  private void widthOrRow(List<String> values, int line) {
    List<String> cells = CsvTable.withoutBlankEnd(values, width);
    if (width == 0) {
      width = cells.size();
    } else {
      row(cells, line);
    }
  }

  private void row(List<String> values, int line) {
    attempt(
        line,
        () -> {
          if (values.size() != width) {
            throw new Refusal(
                "csv-columns",
                "the row has %d columns, the header has %d.".formatted(values.size(), width));
          }
          take(read(values, line));
        });
  }

  private void take(Row row) {
    if (row.entry().amountMinor() == 0) {
      note("zero", "the entry of 0.00 was left out.", row.entry().place());
      return;
    }
    if (row.balance().isPresent()) {
      requireChain(row);
      stated++;
      outside = lastStated == null ? outside : outside - since;
      since = 0;
      lastStated = row;
      movedSince = 0;
    } else {
      outside++;
      since += lastStated == null ? 0 : 1;
      movedSince += row.entry().amountMinor();
    }
    first = first == null ? row : first;
    last = row;
    entry(row.entry());
  }

  /**
   * The rows between two balances lead from one to the other. Oldest first: before + between + this
   * = this balance. Newest first: the other way about.
   */
  private void requireChain(Row row) {
    if (lastStated == null) {
      return;
    }
    long before = lastStated.balance().orElseThrow();
    long now = row.balance().orElseThrow();
    boolean oldestFirst = before + movedSince + row.entry().amountMinor() == now;
    boolean newestFirst = now + movedSince + lastStated.entry().amountMinor() == before;
    boolean fits = order > 0 ? oldestFirst : order < 0 ? newestFirst : oldestFirst || newestFirst;
    if (!fits) {
      throw new Refusal(
          "does-not-add-up",
          "the balance %s and that of %s do not lead to one another."
              .formatted(
                  words(now),
                  lastStated == last
                      ? "the row before"
                      : "line %d, with the rows between,".formatted(lastStated.entry().place())));
    }
    if (order == 0 && oldestFirst != newestFirst) {
      order = oldestFirst ? 1 : -1;
    }
  }

  /** A column of balances that proves nothing, or not everything, is said to. */
  @Override
  protected void sumUp() {
    super.sumUp();
    if (layout.column(Meaning.BALANCE) < 0) {
      return;
    }
    if (stated < 2 && first != last) {
      note(
          "balance",
          stated == 0
              ? "no row states a balance: nothing proves that none is missing."
              : "only line %d states a balance: nothing proves that no row is missing."
                  .formatted(lastStated.entry().place()),
          0);
    } else if (order == 0 && first != last) {
      note(
          "balance",
          "the balances fit both ways, oldest first and newest first: they prove nothing about the beginning and the end.",
          0);
    } else if (outside > 0) {
      note(
          "balance",
          "%d rows stand before the first balance or behind the last: no balance proves them."
              .formatted(outside),
          0);
    }
  }

  private Row read(List<String> values, int line) {
    StatementEntry.Builder entry =
        StatementEntry.at(line, cells.date(cell(values, Meaning.DATE)), amount(values))
            .reference(cell(values, Meaning.REFERENCE))
            .payer(
                Optional.of(cell(values, Meaning.PAYER)),
                Optional.of(cell(values, Meaning.PAYER_ACCOUNT)))
            .method(Method.of(cell(values, Meaning.METHOD)));
    String value = cell(values, Meaning.VALUE_DATE);
    if (!value.isEmpty()) {
      entry.value(cells.date(value));
    }
    for (int i = 0; i < Math.min(values.size(), layout.columns().size()); i++) {
      if (layout.columns().get(i) == Meaning.TEXT) {
        entry.text(values.get(i));
      }
    }
    String balance = cell(values, Meaning.BALANCE);
    return new Row(
        entry.build(),
        balance.isEmpty() ? Optional.empty() : Optional.of(cells.amount(balance, currency)));
  }

  private String cell(List<String> values, Meaning meaning) {
    int column = layout.column(meaning);
    return column < 0 || column >= values.size() ? "" : values.get(column).strip();
  }

  private long amount(List<String> values) {
    return switch (layout.signRule()) {
      case SIGNED, ALL_IN -> cells.amount(cell(values, Meaning.AMOUNT), currency);
      case OUT_ABOVE_ZERO -> -cells.amount(cell(values, Meaning.AMOUNT), currency);
      case BY_MARK -> {
        long amount = cells.amount(cell(values, Meaning.AMOUNT), currency);
        yield isOut(cell(values, Meaning.MARK)) ? -amount : amount;
      }
      case TWO_COLUMNS -> {
        String in = cell(values, Meaning.MONEY_IN);
        String out = cell(values, Meaning.MONEY_OUT);
        if (in.isEmpty() && out.isEmpty()) {
          throw new Refusal("amount", "neither money in nor money out is stated.");
        }
        long plus = in.isEmpty() ? 0 : cells.amount(in, currency);
        long minus = out.isEmpty() ? 0 : Math.abs(cells.amount(out, currency));
        if (plus != 0 && minus != 0) {
          throw new Refusal("amount", "money in and money out are both stated.");
        }
        yield plus - minus;
      }
    };
  }

  private boolean isOut(String mark) {
    String out = layout.outMark().strip();
    if (mark.equalsIgnoreCase(out)) {
      return true;
    }
    inMark = inMark.or(() -> Optional.of(mark));
    if (!mark.equalsIgnoreCase(inMark.get())) {
      throw new Refusal(
          "mark",
          "“%s” is neither “%s”, which is money out, nor “%s” as in the rows before."
              .formatted(mark, out, inMark.get()));
    }
    return false;
  }

  private StatementFrame frame() {
    Row oldest = order < 0 ? last : first;
    Row newest = order < 0 ? first : last;
    boolean oneRow = first == last;
    boolean proved = (order != 0 || oneRow) && oldest.balance().isPresent();
    Optional<Balance> opening =
        oldest
            .balance()
            .filter(b -> proved)
            .map(b -> new Balance(oldest.entry().bookingDate(), b - oldest.entry().amountMinor()));
    Optional<Balance> closing =
        newest.balance().filter(b -> proved).map(b -> new Balance(newest.entry().bookingDate(), b));
    return new StatementFrame(
        account, currency, "of " + newest.entry().bookingDate(), opening, closing);
  }

  private String words(long minor) {
    return AmountText.words(minor, currency);
  }
}
