package io.sumbrel.server.arrivals;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.takings.TillReport;
import io.sumbrel.server.chart.Charts;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The takings of a day as people see them, before and after they are posted. */
@Component
public class TakingsViews {
  private final Charts charts;
  private final TakeTakings takeTakings;

  TakingsViews(Charts charts, TakeTakings takeTakings) {
    this.charts = charts;
    this.takeTakings = takeTakings;
  }

  /**
   * What goes to an account.
   *
   * @param amountMinor what it adds to the takings, with its tax, signed
   * @param taxMinor the tax in that, signed alike
   */
  public record TillLineView(
      String words, String account, long amountMinor, long taxMinor, String note) {}

  /**
   * What is kept until it is banked.
   *
   * @param keptOn the account on which it stands until then
   * @param invoice which it paid at the counter
   */
  public record TillReceiptView(
      String method,
      String keptOn,
      String number,
      String payer,
      Optional<String> invoice,
      long amountMinor) {}

  /**
   * A day of a till.
   *
   * @param differenceMinor what the till holds more than it should, below zero where less
   */
  public record TillDayView(
      String till,
      LocalDate day,
      String currency,
      long soldMinor,
      long paidMinor,
      long differenceMinor,
      List<TillLineView> lines,
      List<TillReceiptView> receipts) {}

  /**
   * @throws Refusal where it could not be posted
   */
  @Transactional(readOnly = true)
  public TillDayView of(long booksId, TillReport report) {
    Chart chart = charts.of(booksId);
    Takings takings = takeTakings.judged(report, chart);
    return new TillDayView(
        report.till(),
        report.day(),
        report.currency().getCurrencyCode(),
        takings.soldMinor(),
        takings.paidMinor(),
        takings.differenceMinor(),
        takings.lines().stream().map(l -> view(l, chart)).toList(),
        report.kept(chart).stream().map(k -> view(k, chart)).toList());
  }

  /** The same of what was posted before; empty where the house has other accounts by now. */
  @Transactional(readOnly = true)
  public Optional<TillDayView> later(long booksId, TillReport report) {
    try {
      return Optional.of(of(booksId, report));
    } catch (Refusal e) {
      return Optional.empty();
    }
  }

  private static TillLineView view(Takings.Line line, Chart chart) {
    return new TillLineView(
        line.kind().words(),
        name(line.account(), chart),
        line.signedMinor(),
        line.signedTaxMinor(),
        line.note());
  }

  private static TillReceiptView view(TillReport.Kept kept, Chart chart) {
    TillReport.Paid paid = kept.paid();
    return new TillReceiptView(
        kept.method().words(),
        name(kept.method().holding(), chart),
        paid.number(),
        paid.payer().orElse(""),
        paid.invoice(),
        paid.amountMinor());
  }

  private static String name(AccountCode code, Chart chart) {
    return chart.account(code).map(LedgerAccount::name).orElse(code.code());
  }
}
