package io.sumbrel.server.planfile;

import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.receipt.MoneyIn;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** The plan as a sheet that a person can open: a row for each sum, with its first way in words. */
final class PlanSummary {
  private static final String[] COLUMNS = {
    "file",
    "line",
    "reference",
    "date",
    "currency",
    "amount",
    "payer",
    "certainty",
    "per cent",
    "taken",
    "proposed",
    "other ways"
  };

  private PlanSummary() {}

  static String of(Plan plan, FileFacts facts) {
    StringBuilder out = new StringBuilder();
    try (CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180)) {
      csv.printRecord((Object[]) COLUMNS);
      for (Plan.Row row : plan.rows()) {
        csv.printRecord(cells(row, facts));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }

  private static List<String> cells(Plan.Row row, FileFacts facts) {
    MoneyIn money = facts.money(row.moneyIn());
    FileFacts.Origin origin = facts.originOf(row.moneyIn());
    Optional<Proposal> first = row.ways().stream().findFirst();
    return List.of(
        harmless(origin.file()),
        Integer.toString(origin.line()),
        harmless(origin.reference()),
        money.bookingDate().toString(),
        money.currency().getCurrencyCode(),
        AmountText.plain(money.amountMinor(), money.currency()),
        harmless(money.payerName().orElse("")),
        row.certainty().words(),
        first
            .map(w -> "%d.%02d".formatted(w.perMillion() / 10_000, w.perMillion() / 100 % 100))
            .orElse(""),
        row.chosen().isPresent() ? "yes" : "no",
        harmless(first.map(Proposal::words).orElse("")),
        Integer.toString(Math.max(0, row.ways().size() - 1)));
  }

  /** A sheet would reckon with what begins like a formula: OWASP, CSV injection. */
  private static String harmless(String cell) {
    return !cell.isEmpty() && "=+-@\t\r".indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
  }
}
