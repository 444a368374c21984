package io.sumbrel.formats.accountcsv;

import io.sumbrel.formats.Cells;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Ledger accounts of a house: comma-separated, one header line, columns in any order:
 *
 * <pre>
 * number,name
 * 4870,Market fairs
 * </pre>
 */
public final class AccountCsvReader {
  private static final List<String> REQUIRED = List.of("number", "name");

  /** An account as the list calls it. */
  public record NamedAccount(String number, String name) {}

  private AccountCsvReader() {}

  public static Parsed<List<NamedAccount>> read(byte[] bytes) {
    List<Issue> issues = new ArrayList<>();
    CsvTable table = CsvTable.read(bytes, issues);
    List<NamedAccount> accounts = new ArrayList<>();
    Set<String> stated = new HashSet<>();
    if (table.has(REQUIRED, issues)) {
      for (CsvTable.Row row : table.rows()) {
        Cells cells = new Cells(row, issues);
        String number = cells.required("number", row.value("number"), "");
        String name = cells.required("name", row.value("name"), "");
        if (cells.isClean() && !stated.add(number.toUpperCase(Locale.ROOT))) {
          cells.refuse("twice", "Account " + number + " stands in the file twice.");
        }
        if (cells.isClean()) {
          accounts.add(new NamedAccount(number, name));
        }
      }
    }
    if (accounts.isEmpty() && !Parsed.isRefused(issues)) {
      issues.add(Issue.refuses("empty-file", "The file holds no account.", 0));
    }
    return Parsed.of(accounts, issues);
  }
}
