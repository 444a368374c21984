package io.sumbrel.formats.pastcsv;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.receipt.PastPayment;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** Writes past payments as {@link PastPaymentCsvReader} reads them. */
public final class PastPaymentCsvWriter {
  private PastPaymentCsvWriter() {}

  public static String write(List<PastPayment> payments) {
    StringBuilder out = new StringBuilder();
    try (CSVPrinter csv =
        new CSVPrinter(out, CSVFormat.RFC4180.builder().setRecordSeparator("\n").get())) {
      csv.printRecord(PastPaymentCsvReader.COLUMNS);
      for (PastPayment p : payments) {
        csv.printRecord(
            p.date(),
            p.payerName().orElse(""),
            p.payerAccount().orElse(""),
            AmountText.plain(p.amountMinor(), p.currency()),
            p.currency().getCurrencyCode(),
            p.customerNumber(),
            String.join(" ", p.items()),
            p.discountMinor() == 0 ? "" : AmountText.plain(p.discountMinor(), p.currency()));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }
}
