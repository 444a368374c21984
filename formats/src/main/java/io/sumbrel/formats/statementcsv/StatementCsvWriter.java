package io.sumbrel.formats.statementcsv;

import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Currency;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** Writes entries without balances in the layout that {@link StatementCsvReader} reads. */
public final class StatementCsvWriter {
  private StatementCsvWriter() {}

  public static String write(
      String account, Currency currency, String number, List<StatementEntry> entries) {
    StringBuilder out = new StringBuilder();
    try (CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180)) {
      csv.printRecord(StatementCsvReader.COLUMNS);
      csv.printRecord(
          "account", account, currency.getCurrencyCode(), number, "", "", "", "", "", "", "", "");
      for (StatementEntry entry : entries) {
        csv.printRecord(
            "entry",
            "",
            "",
            "",
            entry.bookingDate(),
            entry.valueDate(),
            AmountText.plain(entry.amountMinor(), currency),
            entry.bankReference(),
            entry.payerName().orElse(""),
            entry.payerAccount().orElse(""),
            entry.method().words(),
            String.join(" ", entry.text()));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }
}
