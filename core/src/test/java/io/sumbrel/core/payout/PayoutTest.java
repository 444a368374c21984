package io.sumbrel.core.payout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.payout.ProcessorAccounts.Booked;
import io.sumbrel.core.posting.PayoutPosted;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tax.TaxPart;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/**
 * Payouts with figures added up by hand. That sales are booked gross, that what the processor keeps
 * is an expense, a reserve stays ours, and the fixed part of a fee is kept when a sale is paid
 * back: common practice.
 */
class PayoutTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final AccountCode BALANCE = StandardAccount.PROCESSOR_BALANCE.code();

  private final List<Payout.Row> rows = new ArrayList<>();
  private final List<Payout.Known> known = new ArrayList<>();
  private ProcessorAccounts accounts = ProcessorAccounts.STANDARD;

  private PayoutTest row(MemberKind kind, long minor) {
    return row(kind, "", minor, Optional.empty());
  }

  private PayoutTest row(MemberKind kind, String number, long minor, Optional<Payout.Sold> sold) {
    Optional<MoneyInId> money =
        kind.explained() == MemberKind.Explained.BY_A_TAPE
            ? Optional.of(new MoneyInId(rows.size() + 1L))
            : Optional.empty();
    rows.add(new Payout.Row(kind, number, money, minor, sold));
    return this;
  }

  private PayoutTest known(List<Long> sales, List<Long> receipts, AccountCode standsOn) {
    known.add(
        new Payout.Known(
            sales.stream()
                .map(
                    minor ->
                        new Payout.Row(
                            MemberKind.SALE,
                            "",
                            Optional.of(new MoneyInId(1_000 + minor)),
                            minor,
                            Optional.empty()))
                .toList(),
            receipts.stream()
                .map(minor -> new Tie.Record(new RecordedId(2_000 + minor), standsOn, minor))
                .toList()));
    return this;
  }

  private PayoutTest withTax() {
    accounts =
        new ProcessorAccounts(
            new Booked(StandardAccount.SALES.code(), Optional.of("SALES")),
            new Booked(StandardAccount.PROCESSOR_FEES.code(), Optional.of("PURCHASES")),
            accounts.adjustments());
    return this;
  }

  private Payout payout() {
    return Payout.of(
        new Payout.Filled(new RecordedId(7), "PO-1", USD, BALANCE, rows, known),
        accounts,
        Chart.STANDARD,
        DAY);
  }

  private Map<String, Long> journal() {
    return PayoutPosted.of(payout(), DAY).entry().lines().stream()
        .collect(Collectors.toMap(l -> l.account().code(), (JournalLine l) -> l.amount().minor()));
  }

  private void refused(String code, String sentence) {
    assertThatThrownBy(this::payout)
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code))
        .hasMessageContaining(sentence);
  }

  /**
   * 120.00 and 60.00 at 20 % hold 20.00 and 10.00 of tax; fees 4.80 and 2.40 hold 0.80 and 0.40;
   * 1.20 of fees comes back with 0.20; 30.00 are held, 12.00 of before released, 0.55 adjusted:
   * 180.00 - 7.20 + 1.20 - 30.00 + 12.00 + 0.55 = 156.55.
   */
  @Test
  void postsSalesFeesReserveAndAdjustmentsEachToItsAccount() {
    withTax()
        .row(MemberKind.SALE, 12_000)
        .row(MemberKind.SALE, 6_000)
        .row(MemberKind.FEE, -480)
        .row(MemberKind.FEE, -240)
        .row(MemberKind.RETURNED_FEE, 120)
        .row(MemberKind.RESERVE, -3_000)
        .row(MemberKind.RESERVE, 1_200)
        .row(MemberKind.ADJUSTMENT, 55);
    assertThat(journal())
        .containsExactlyInAnyOrderEntriesOf(
            Map.of(
                "1250", 15_655L, "4000", -15_000L, "2200", -3_000L, "6110", 500L, "1360", 100L,
                "1260", 1_800L, "6900", -55L));
    assertThat(payout().movedMinor()).isEqualTo(15_655);
    assertThat(payout().sumMinor(MemberKind.RESERVE)).isEqualTo(-1_800);
  }

  @Test
  void leavesWhatWasRecordedBeforeWhereItStands() {
    row(MemberKind.FEE, -300).known(List.of(4_000L, 6_000L), List.of(10_000L), BALANCE);
    assertThat(journal()).containsExactlyInAnyOrderEntriesOf(Map.of("1250", -300L, "6110", 300L));
    Payout payout = payout();
    assertThat(PayoutPosted.of(payout, DAY).claims().money()).hasSize(2);
    assertThat(PayoutPosted.of(payout, DAY).claims().recorded())
        .containsExactly(new RecordedId(12_000));
  }

  @Test
  void movesToTheProcessorWhatStoodOnAnotherAccount() {
    known(List.of(2_500L), List.of(2_500L), new AccountCode("1230"));
    assertThat(journal())
        .containsExactlyInAnyOrderEntriesOf(Map.of("1250", 2_500L, "1230", -2_500L));
  }

  /**
   * A sale of 100.01 with 16.67 of tax is paid back in three parts: 33.34 takes 5.56 (33.34 × 16.67
   * / 100.01 = 5.557), 33.33 takes 5.56 (5.556), the last 33.34 what is left, 5.55.
   */
  @Test
  void paysBackOntoTheSalesAccountWithItsTax() {
    Payout.Sold sale = sold(10_001, 1_667, 0, 0);
    row(MemberKind.REFUND, "ch1", -3_334, Optional.of(sale));
    row(MemberKind.REFUND, "ch2", -3_333, Optional.of(sold(10_001, 1_667, 3_334, 556)));
    row(MemberKind.REFUND, "ch3", -3_334, Optional.of(sold(10_001, 1_667, 6_667, 1_112)));
    assertThat(payout().parts())
        .extracting(p -> p.tax().map(TaxPart::minor).orElse(0L))
        .containsExactly(556L, 556L, 555L);
    assertThat(journal())
        .containsExactlyInAnyOrderEntriesOf(
            Map.of("1250", -10_001L, "4800", 8_334L, "2200", 1_667L));
  }

  private static Payout.Sold sold(long minor, long tax, long refunded, long refundedTax) {
    return new Payout.Sold(
        StandardAccount.OTHER_INCOME.code(),
        Optional.of(new TaxPart("SALES", StandardAccount.SALES_TAX.code(), tax)),
        minor,
        refunded,
        refundedTax);
  }

  @Test
  void paysBackTwoPartsOfASaleThatWasPostedBefore() {
    row(MemberKind.REFUND, "ch1", -6_000, Optional.of(sold(10_000, 1_667, 0, 0)));
    row(MemberKind.REFUND, "ch1", -4_000, Optional.of(sold(10_000, 1_667, 0, 0)));
    assertThat(payout().parts())
        .extracting(p -> p.tax().map(TaxPart::minor).orElse(0L))
        .as("1,000.2 half up, then the rest")
        .containsExactly(1_000L, 667L);
    row(MemberKind.REFUND, "ch1", -1, Optional.of(sold(10_000, 1_667, 0, 0)));
    refused("refund-over", "Of sale ch1 0.00 can still be paid back");
  }

  @Test
  void paysBackASaleOfTheSamePayoutInTwoParts() {
    withTax()
        .row(MemberKind.SALE, "ch9", 1_200, Optional.empty())
        .row(MemberKind.REFUND, "ch9", -601, Optional.empty())
        .row(MemberKind.REFUND, "ch9", -599, Optional.empty());
    assertThat(journal()).isEmpty();
    row(MemberKind.REFUND, "ch9", -1, Optional.empty());
    refused("refund-over", "Of sale ch9 0.00 can still be paid back, not 0.01.");
  }

  @Test
  void asksForASaleThatIsNotKnown() {
    row(MemberKind.REFUND, "ch4", -500, Optional.empty());
    refused("no-sale", "do not know the sale ch4 that 5.00 pays back");
  }

  @Test
  void refusesWhatDoesNotMeetAndWhatIsNamedTwice() {
    known(List.of(4_000L, 6_100L), List.of(10_000L), BALANCE);
    refused("not-zero", "2 sales make 101.00, what was recorded before 100.00");
    known.clear();
    refused("empty-payout", "Nothing of this payout is left");
    known(List.of(100L), List.of(100L), BALANCE).known(List.of(100L), List.of(100L), BALANCE);
    refused("twice", "named twice");
  }

  @Test
  void refusesAccountsThatAreMovedByTheTableAlone() {
    accounts =
        new ProcessorAccounts(
            new Booked(StandardAccount.RECEIVABLES.code(), Optional.empty()),
            accounts.fees(),
            accounts.adjustments());
    row(MemberKind.FEE, -100);
    refused("account", "moved by the posting table alone");
  }

  @Test
  void comesFromGrossToNetStepByStep() {
    Waterfall fall =
        Waterfall.of(
            List.of(
                new Waterfall.Row(MemberKind.FEE, -300, false),
                new Waterfall.Row(MemberKind.SALE, 10_000, true),
                new Waterfall.Row(MemberKind.SALE, 2_000, false),
                new Waterfall.Row(MemberKind.REFUND, -1_000, true)));
    assertThat(fall.steps())
        .containsExactly(
            new Waterfall.Step(MemberKind.SALE, 2, 12_000, 10_000),
            new Waterfall.Step(MemberKind.REFUND, 1, -1_000, -1_000),
            new Waterfall.Step(MemberKind.FEE, 1, -300, 0));
    assertThat(fall.netMinor()).isEqualTo(10_700);
    assertThat(fall.postedMinor()).isEqualTo(9_000);
  }

  @Test
  void findsSalesThatWereRecordedBeforeByNumberAndByDay() {
    List<RecordedSales.Sale> sales =
        List.of(
            sale(0, DAY, 5_000, "ch1", "W-7"),
            sale(1, DAY, 1_200, "ch2", ""),
            sale(2, DAY, 800, "ch3", ""),
            sale(3, DAY.plusDays(1), 900, "ch4", ""));
    List<RecordedSales.Receipt> receipts =
        List.of(receipt(1, DAY, 2_000, "till"), receipt(2, DAY, 5_000, "W-7"));
    assertThat(RecordedSales.find(sales, receipts))
        .containsExactly(
            new RecordedSales.Same(List.of(sales.get(0)), List.of(receipts.get(1))),
            new RecordedSales.Same(List.of(sales.get(1), sales.get(2)), List.of(receipts.get(0))));
  }

  @Test
  void takesNoneOfTwoThatMayBeIt() {
    List<RecordedSales.Sale> sales = List.of(sale(0, DAY.plusDays(5), 5_000, "ch1", "W-7"));
    assertThat(
            RecordedSales.find(
                sales, List.of(receipt(1, DAY, 5_000, "W-7"), receipt(2, DAY, 5_000, "W-7"))))
        .isEmpty();
    assertThat(RecordedSales.find(sales, List.of(receipt(1, DAY, 4_999, "W-7")))).isEmpty();
    assertThat(RecordedSales.find(sales, List.of(receipt(1, DAY, 5_000, "")))).isEmpty();
  }

  private static RecordedSales.Sale sale(int at, LocalDate day, long minor, String... numbers) {
    return new RecordedSales.Sale(at, day, minor, List.of(numbers));
  }

  private static RecordedSales.Receipt receipt(
      long id, LocalDate day, long minor, String... numbers) {
    return new RecordedSales.Receipt(new RecordedId(id), day, minor, List.of(numbers));
  }
}
