package io.sumbrel.formats.tillcsv;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.takings.TillReport;
import io.sumbrel.formats.Cells;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What tills report. Comma-separated, one header line, dates as 2026-11-17, amounts with a decimal
 * point. Columns in any order; rows of one day, till and currency are one report:
 *
 * <pre>
 * day,till,what,amount,currency,account,tax,tax amount,method,number,payer,invoice,note
 * 2026-11-16,Counter,sold,480.00,USD,4000,SALES,80.00,,,,,
 * 2026-11-16,Counter,paid out,3.00,USD,6900,,,,,,,stamps
 * 2026-11-16,Counter,paid,427.00,USD,,,,cash,,,,
 * 2026-11-16,Counter,change,200.00,USD,,,,,,,,
 * 2026-11-16,Counter,paid,250.00,USD,,,,card,,,,
 * 2026-11-16,Counter,paid,318.20,USD,,,,cheque,4471,Ash &amp; Feldspar,TCK-20288,
 * </pre>
 *
 * <p>{@code what} is sold, paid out (of the till), paid (by the customers, with its method) or
 * change (of the cash counted, what stays in the till). An {@code invoice} that was paid at the
 * counter is no sale. What is sold stands on Sales where no account is named.
 */
public final class TillReportCsvReader {
  private static final Currency STAND_IN = Currency.getInstance("USD");

  private final List<Issue> issues = new ArrayList<>();
  private final Map<List<Object>, Day> days = new LinkedHashMap<>();

  /** A report as far as it is read. */
  private static final class Day {
    private final String till;
    private final LocalDate day;
    private final Currency currency;
    private final List<TillReport.Line> lines = new ArrayList<>();
    private final List<TillReport.Paid> paid = new ArrayList<>();
    private long changeMinor;

    private Day(String till, LocalDate day, Currency currency) {
      this.till = till;
      this.day = day;
      this.currency = currency;
    }

    private TillReport report() {
      return new TillReport(till, day, currency, lines, paid, changeMinor);
    }
  }

  private TillReportCsvReader() {}

  public static Parsed<List<TillReport>> read(byte[] bytes) {
    return new TillReportCsvReader().readAll(bytes);
  }

  private Parsed<List<TillReport>> readAll(byte[] bytes) {
    CsvTable table = CsvTable.read(bytes, issues);
    if (table.has(FileKind.TILL_REPORT_CSV.columns(), issues)) {
      for (CsvTable.Row row : table.rows()) {
        if (issues.size() < Parsed.MAX_ISSUES) {
          row(row);
        }
      }
    }
    if (days.isEmpty() && !Parsed.isRefused(issues)) {
      issues.add(Issue.refuses("empty-file", "The file holds no report of a till.", 0));
    }
    return Parsed.of(days.values().stream().map(Day::report).toList(), issues);
  }

  private void row(CsvTable.Row row) {
    Cells cells = new Cells(row, issues);
    Currency currency = cells.required("currency", cells.currency("currency"), STAND_IN);
    LocalDate date = cells.required("day", cells.date("day"), LocalDate.EPOCH);
    String till = cells.required("till", row.value("till"), "");
    long amount = cells.required("amount", cells.amount("amount", currency), 0L);
    String what = cells.required("what", row.value("what"), "").toLowerCase(Locale.ROOT);
    if (cells.isClean() && amount <= 0) {
      cells.refuse("amount", "an amount is above zero; what it does, “what” says.");
    }
    if (!cells.isClean()) {
      return;
    }
    Day day =
        days.computeIfAbsent(List.of(till, date, currency), k -> new Day(till, date, currency));
    switch (what) {
      case "sold" -> line(row, cells, day, Takings.Kind.SOLD, amount);
      case "paid out" -> line(row, cells, day, Takings.Kind.PAID_OUT, amount);
      case "paid" -> paid(row, cells, day, amount);
      case "change" -> day.changeMinor += amount;
      default ->
          cells.refuse("what", "“%s” is none of sold, paid out, paid, change.".formatted(what));
    }
  }

  private static void line(CsvTable.Row row, Cells cells, Day day, Takings.Kind kind, long amount) {
    Optional<AccountCode> account = cells.optional("account", "account", AccountCode::new);
    if (account.isEmpty() && kind == Takings.Kind.PAID_OUT) {
      cells.required("account", account, StandardAccount.SALES.code());
    }
    Optional<Long> tax = cells.amount("tax amount", day.currency);
    if (cells.isClean()) {
      day.lines.add(
          new TillReport.Line(
              row.line(),
              kind,
              account.orElse(StandardAccount.SALES.code()),
              row.value("tax").map(t -> t.toUpperCase(Locale.ROOT)),
              tax,
              amount,
              row.value("note").orElse("")));
    }
  }

  private static void paid(CsvTable.Row row, Cells cells, Day day, long amount) {
    String method = cells.required("method", row.value("method"), "");
    if (cells.isClean()) {
      day.paid.add(
          new TillReport.Paid(
              row.line(),
              method.toUpperCase(Locale.ROOT).replace(' ', '_'),
              amount,
              row.value("number").orElse(""),
              row.value("payer"),
              row.value("invoice")));
    }
  }
}
