package io.sumbrel.formats.pastcsv;

import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.formats.Cells;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;

/**
 * Past payments: comma-separated, one header line, dates as 2026-11-17, amounts with a decimal
 * point, several invoice numbers parted by blanks. Columns in any order:
 *
 * <pre>
 * paid,payer,payer account,amount,currency,customer,invoices,discount
 * 2025-06-03,KESTREL LANE POTTERY,,1208.40,USD,K-1043,TCK-18211 TCK-18230,
 * </pre>
 *
 * <p>{@code payer}, {@code payer account}, {@code invoices} and {@code discount} may be blank.
 */
public final class PastPaymentCsvReader {
  static final List<String> COLUMNS =
      List.of(
          "paid",
          "payer",
          "payer account",
          "amount",
          "currency",
          "customer",
          "invoices",
          "discount");
  private static final Currency STAND_IN = Currency.getInstance("USD");

  private PastPaymentCsvReader() {}

  public static Parsed<List<PastPayment>> read(byte[] bytes) {
    List<Issue> issues = new ArrayList<>();
    return read(CsvTable.read(bytes, issues), issues);
  }

  /**
   * The same of rows that were turned into these columns.
   *
   * @param issues what was found so far; what is found here is added
   */
  public static Parsed<List<PastPayment>> read(CsvTable table, List<Issue> issues) {
    List<PastPayment> payments = new ArrayList<>();
    if (table.has(FileKind.PAST_PAYMENTS_CSV.columns(), issues)) {
      for (CsvTable.Row row : table.rows()) {
        if (issues.size() < Parsed.MAX_ISSUES) {
          payments.add(payment(row, issues));
        }
      }
    }
    if (payments.isEmpty() && !Parsed.isRefused(issues)) {
      issues.add(Issue.refuses("empty-file", "The file holds no payment.", 0));
    }
    return Parsed.of(payments, issues);
  }

  private static PastPayment payment(CsvTable.Row row, List<Issue> issues) {
    Cells cells = new Cells(row, issues);
    Currency currency = cells.required("currency", cells.currency("currency"), STAND_IN);
    long amount = cells.required("amount", cells.amount("amount", currency), 0L);
    if (cells.isClean() && amount <= 0) {
      cells.refuse("amount", "a payment is above zero.");
    }
    return new PastPayment(
        row.line(),
        cells.required("paid", cells.date("paid"), LocalDate.EPOCH),
        row.value("payer"),
        row.value("payer account"),
        currency,
        amount,
        cells.text("customer"),
        row.value("invoices").map(i -> List.of(i.split("\\s+"))).orElse(List.of()),
        cells.amount("discount", currency).orElse(0L));
  }
}
