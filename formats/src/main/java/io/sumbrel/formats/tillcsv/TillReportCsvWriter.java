package io.sumbrel.formats.tillcsv;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.takings.TillReport;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** Writes a till's report as {@link TillReportCsvReader} reads it. */
public final class TillReportCsvWriter {
  private static final List<String> COLUMNS =
      List.of(
          "day",
          "till",
          "what",
          "amount",
          "currency",
          "account",
          "tax",
          "tax amount",
          "method",
          "number",
          "payer",
          "invoice",
          "note");

  private final TillReport report;
  private final CSVPrinter csv;

  private TillReportCsvWriter(TillReport report, CSVPrinter csv) {
    this.report = report;
    this.csv = csv;
  }

  public static String write(TillReport report) {
    StringBuilder out = new StringBuilder();
    try (CSVPrinter csv =
        new CSVPrinter(out, CSVFormat.RFC4180.builder().setRecordSeparator("\n").get())) {
      csv.printRecord(COLUMNS);
      new TillReportCsvWriter(report, csv).rows();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }

  private void rows() throws IOException {
    for (TillReport.Line line : report.lines()) {
      String tax = line.taxMinor().map(this::plain).orElse("");
      row(
          line.kind().words(),
          line.amountMinor(),
          line.account().code(),
          line.taxCode().orElse(""),
          tax,
          "",
          "",
          "",
          "",
          line.note());
    }
    for (TillReport.Paid paid : report.paid()) {
      row(
          "paid",
          paid.amountMinor(),
          "",
          "",
          "",
          paid.method(),
          paid.number(),
          paid.payer().orElse(""),
          paid.invoice().orElse(""),
          "");
    }
    if (report.changeMinor() > 0) {
      row("change", report.changeMinor(), "", "", "", "", "", "", "", "");
    }
  }

  private void row(String what, long minor, String... others) throws IOException {
    csv.print(report.day());
    csv.print(report.till());
    csv.print(what);
    csv.print(plain(minor));
    csv.print(report.currency().getCurrencyCode());
    for (String other : others) {
      csv.print(other);
    }
    csv.println();
  }

  private String plain(long minor) {
    return AmountText.plain(minor, report.currency());
  }
}
