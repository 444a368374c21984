package io.sumbrel.core.takings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.posting.TakingsPosted;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.takings.Takings.Kind;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/**
 * Days at a counter with figures added up by hand. That a till is counted against what was rung up,
 * that the float stays out of the count, and that over and short are an account of their own:
 * common practice.
 */
class TakingsTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private final List<TillReport.Line> lines = new ArrayList<>();
  private final List<TillReport.Paid> paid = new ArrayList<>();
  private long change;

  private TakingsTest line(Kind kind, StandardAccount account, long minor, String tax) {
    return line(kind, account, minor, Optional.of(tax), Optional.empty());
  }

  private TakingsTest line(
      Kind kind, StandardAccount account, long minor, Optional<String> code, Optional<Long> tax) {
    lines.add(new TillReport.Line(lines.size() + 1, kind, account.code(), code, tax, minor, ""));
    return this;
  }

  private TakingsTest sold(long minor) {
    return line(Kind.SOLD, StandardAccount.SALES, minor, Optional.empty(), Optional.empty());
  }

  private TakingsTest paid(String method, long minor) {
    return paid(method, minor, Optional.empty());
  }

  private TakingsTest paid(String method, long minor, Optional<String> invoice) {
    paid.add(
        new TillReport.Paid(
            lines.size() + paid.size() + 1, method, minor, "", Optional.empty(), invoice));
    return this;
  }

  private TillReport report() {
    return new TillReport("Counter", DAY, USD, lines, paid, change);
  }

  private Takings takings(boolean namesDifference) {
    TillReport report = report();
    report.requireWellformed();
    List<Takings.Receipt> receipts = new ArrayList<>();
    for (TillReport.Kept kept : report.kept(Chart.STANDARD)) {
      if (kept.isForSales()) {
        receipts.add(
            new Takings.Receipt(
                new MoneyInId(receipts.size() + 1L),
                kept.method().holding(),
                kept.paid().amountMinor()));
      }
    }
    return Takings.of(report, receipts, Chart.STANDARD, namesDifference);
  }

  private Map<String, Long> journal(Takings takings) {
    return TakingsPosted.of(takings, DAY).entry().lines().stream()
        .collect(Collectors.toMap(l -> l.account().code(), l -> l.amount().minor()));
  }

  private static String code(StandardAccount account) {
    return account.code().code();
  }

  private void refused(String code) {
    assertThatThrownBy(() -> takings(false))
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code));
  }

  /** Sold 480.00 with 80.00 of tax; cash 130.00, two cheques, cards 250.00: it meets. */
  @Test
  void eachWayToPayStandsOnItsAccountAgainstSalesAndTax() {
    line(Kind.SOLD, StandardAccount.SALES, 480_00, "SALES");
    paid("CASH", 130_00).paid("CHEQUE", 60_00).paid("CHEQUE", 40_00).paid("CARD", 250_00);
    assertThat(journal(takings(false)))
        .containsExactlyInAnyOrderEntriesOf(
            Map.of(
                code(StandardAccount.TILL_CASH), 130_00L,
                code(StandardAccount.CHEQUES_ON_HAND), 100_00L,
                code(StandardAccount.PROCESSOR_BALANCE), 250_00L,
                code(StandardAccount.SALES), -400_00L,
                code(StandardAccount.SALES_TAX), -80_00L));
  }

  /** 120.00 sold, 24.00 of it back (20.00 and 4.00), 3.00 for stamps; 92.95 counted: 0.05 short. */
  @Test
  void goodsThatComeBackTakeTheirTaxAlongAndWhatIsShortIsNamed() {
    line(Kind.SOLD, StandardAccount.SALES, 120_00, "SALES");
    line(Kind.PAID_OUT, StandardAccount.RETURNED_SALES, 24_00, "SALES");
    line(Kind.PAID_OUT, StandardAccount.OTHER_EXPENSE, 3_00, Optional.empty(), Optional.empty());
    change = 200_00;
    paid("CASH", 292_95);
    refused("not-zero");
    Takings takings = takings(true);
    assertThat(takings.differenceMinor()).isEqualTo(-5);
    assertThat(journal(takings))
        .containsExactlyInAnyOrderEntriesOf(
            Map.of(
                code(StandardAccount.TILL_CASH), 92_95L,
                code(StandardAccount.TILL_DIFFERENCES), 5L,
                code(StandardAccount.SALES), -100_00L,
                code(StandardAccount.RETURNED_SALES), 20_00L,
                code(StandardAccount.OTHER_EXPENSE), 3_00L,
                code(StandardAccount.SALES_TAX), -16_00L));
  }

  /** A till that rounds each sale states another tax than the rate gives of the sum. */
  @Test
  void theTaxThatTheTillStatesCounts() {
    line(Kind.SOLD, StandardAccount.SALES, 100_00, Optional.of("SALES"), Optional.of(16_69L));
    paid("CARD", 100_00);
    assertThat(journal(takings(false))).containsEntry(code(StandardAccount.SALES_TAX), -16_69L);
  }

  @Test
  void anInvoiceThatWasPaidAtTheCounterIsNoSale() {
    sold(50_00).paid("CASH", 50_00).paid("CASH", 30_00, Optional.of("T-1"));
    Takings takings = takings(false);
    assertThat(takings.paidMinor()).isEqualTo(50_00);
    assertThat(report().kept(Chart.STANDARD))
        .filteredOn(k -> !k.isForSales())
        .singleElement()
        .satisfies(
            k ->
                assertThat(k.member(report()).details())
                    .singleElement()
                    .satisfies(d -> assertThat(d.number()).isEqualTo("T-1")));
  }

  /** Notes that were counted in two heaps are one receipt, less the float. */
  @Test
  void allCashForSalesIsOneReceipt() {
    change = 50_00;
    sold(100_00).paid("CASH", 120_00).paid("CASH", 30_00);
    assertThat(report().kept(Chart.STANDARD))
        .singleElement()
        .satisfies(k -> assertThat(k.paid().amountMinor()).isEqualTo(100_00));
  }

  @Test
  void theTillDiffersWithinLimitsOfTheMonthOnly() {
    sold(100_00).paid("CASH", 98_00);
    Takings takings = takings(true);
    DifferenceLimits limits = DifferenceLimits.DEFAULTS;
    takings.requireWithin(limits, Authority.CLERK, 0);
    assertThatThrownBy(() -> takings.requireWithin(limits, Authority.CLERK, 1_000_00))
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo("over-limit"));
  }

  @Test
  void refusesWhatIsNoReport() {
    sold(10_00);
    refused("empty-takings");
    paid("CARD", 9_00);
    // a card sum is what it is: only cash is counted otherwise
    assertThatThrownBy(() -> takings(true)).hasMessageContaining("1.00 too little");
    change = 5_00;
    refused("amount");
    change = 0;
    paid("CARD", -1);
    refused("amount");
    paid.clear();
    paid("BARTER", 10_00);
    refused("method");
    paid.clear();
    paid("CASH", 10_00);
    lines.clear();
    refused("empty-takings");
    line(Kind.SOLD, StandardAccount.RECEIVABLES, 10_00, Optional.empty(), Optional.empty());
    refused("account");
    lines.clear();
    line(Kind.SOLD, StandardAccount.SALES, 10_00, "NONE");
    refused("tax-code");
    lines.clear();
    line(Kind.SOLD, StandardAccount.SALES, 10_00, Optional.of("SALES"), Optional.of(10_01L));
    refused("amount");
    lines.clear();
    line(Kind.SOLD, StandardAccount.SALES, 10_00, Optional.empty(), Optional.of(1L));
    refused("amount");
  }
}
