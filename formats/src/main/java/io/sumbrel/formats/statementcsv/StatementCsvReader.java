package io.sumbrel.formats.statementcsv;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.formats.Cells;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * A bank statement as CSV in one fixed layout: an {@code opening} row, {@code entry} rows, a {@code
 * closing} row; amounts signed with a decimal point, money out below zero. An {@code account} row
 * in place of the opening says that no balances are stated.
 *
 * <pre>
 * record,account,currency,statement,date,value date,amount,reference,payer,payer account,method,text
 * opening,DE02999900001234567812,EUR,46,2026-11-15,,22940.00,,,,,
 * entry,,,,2026-11-16,2026-11-16,1250.00,NB-1,Kachel und Scherbe,,transfer,RE TCK-20431
 * closing,,,,2026-11-16,,24190.00,,,,,
 * </pre>
 */
public final class StatementCsvReader {
  static final List<String> COLUMNS =
      List.of(
          "record",
          "account",
          "currency",
          "statement",
          "date",
          "value date",
          "amount",
          "reference",
          "payer",
          "payer account",
          "method",
          "text");

  private final List<Issue> issues = new ArrayList<>();
  private final List<StatementEntry> entries = new ArrayList<>();
  private Optional<CsvTable.Row> opening = Optional.empty();
  private Optional<CsvTable.Row> closing = Optional.empty();
  private boolean balances = true;
  private Currency currency = Currency.getInstance("USD");

  private StatementCsvReader() {}

  public static Parsed<List<BankStatement>> read(byte[] bytes) {
    return new StatementCsvReader().readAll(bytes);
  }

  private Parsed<List<BankStatement>> readAll(byte[] bytes) {
    CsvTable table = CsvTable.read(bytes, issues);
    if (!table.columns().equals(COLUMNS)) {
      return Parsed.refused(
          Issue.refuses(
              "column-missing", "the header must read: " + String.join(",", COLUMNS) + ".", 1));
    }
    table.rows().forEach(this::row);
    if (opening.isEmpty() || balances && closing.isEmpty()) {
      String last = table.rows().isEmpty() ? "the header" : "line " + last(table.rows()).line();
      issues.add(
          Issue.refuses(
              "truncated",
              "The file ends after %s without its %s balance; it may have been cut off."
                  .formatted(last, opening.isEmpty() ? "opening" : "closing"),
              0));
    }
    if (issues.stream().anyMatch(i -> i.severity() == Issue.Severity.REFUSES)) {
      return new Parsed<>(Optional.empty(), issues);
    }
    return Parsed.of(List.of(statement(opening.orElseThrow())), issues);
  }

  private void row(CsvTable.Row row) {
    switch (row.value("record").orElse("")) {
      case "opening", "account" -> {
        opening = Optional.of(row);
        balances = row.value("record").get().equals("opening");
        Cells cells = new Cells(row, issues);
        currency = cells.required("currency", cells.currency("currency"), currency);
        cells.text("account");
        if (balances) {
          balance(cells);
        }
      }
      case "closing" -> {
        closing = Optional.of(row);
        balance(new Cells(row, issues));
      }
      case "entry" -> entries.add(entry(row));
      default ->
          issues.add(
              Issue.refuses(
                  "record",
                  "“%s” is neither opening, account, entry nor closing."
                      .formatted(row.value("record").orElse("")),
                  row.line()));
    }
  }

  private void balance(Cells cells) {
    cells.required("date", cells.date("date"), LocalDate.EPOCH);
    cells.required("amount", cells.amount("amount", currency), 0L);
  }

  private StatementEntry entry(CsvTable.Row row) {
    Cells cells = new Cells(row, issues);
    LocalDate booked = cells.required("date", cells.date("date"), LocalDate.EPOCH);
    StatementEntry.Builder entry =
        StatementEntry.at(
                row.line(), booked, cells.required("amount", cells.amount("amount", currency), 0L))
            .value(cells.date("value date").orElse(booked))
            .reference(row.value("reference").orElse(""))
            .payer(row.value("payer"), row.value("payer account"))
            .method(Method.of(row.value("method").orElse("transfer")));
    row.value("text").ifPresent(entry::text);
    return entry.build();
  }

  private BankStatement statement(CsvTable.Row first) {
    Cells begin = new Cells(first, issues);
    Optional<Cells> end = closing.map(c -> new Cells(c, issues));
    String day = closing.flatMap(c -> c.value("date")).orElse("");
    return new BankStatement(
        new StatementFrame(
            begin.text("account"),
            currency,
            first.value("statement").orElse("of " + day),
            balances ? balance(begin, currency) : Optional.empty(),
            end.flatMap(e -> balance(e, currency))),
        entries);
  }

  private static Optional<Balance> balance(Cells cells, Currency currency) {
    return cells
        .date("date")
        .flatMap(d -> cells.amount("amount", currency).map(a -> new Balance(d, a)));
  }

  private static CsvTable.Row last(List<CsvTable.Row> rows) {
    return rows.get(rows.size() - 1);
  }
}
