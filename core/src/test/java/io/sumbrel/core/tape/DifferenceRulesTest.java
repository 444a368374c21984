package io.sumbrel.core.tape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.difference.LimitTable;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.assertj.core.api.AbstractThrowableAssert;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** However it is sliced, nobody lets more go than they may. */
class DifferenceRulesTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final CustomerId ALDER = new CustomerId(7);
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final OpenItem LARGE = item(1, 245_000, "net 30");
  private static final OpenItem OTHER = item(2, 60_000, "net 30");
  private static final OpenItem TERMS = item(3, 100_000, "2/10 net 30");

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  private static OpenItem item(long id, long total, String terms) {
    return new OpenItem(
        new ItemId(id),
        ItemKind.INVOICE,
        Optional.of(ALDER),
        "T-" + id,
        DAY.minusDays(5),
        Optional.empty(),
        USD,
        total,
        total,
        Optional.empty(),
        Optional.empty(),
        Optional.of(Terms.parse(terms)));
  }

  private static Tape judged(
      Authority authority, List<Integer> rates, DifferencesBefore before, TapeLine... lines) {
    long received = -Arrays.stream(lines).mapToLong(l -> l.signedMinor(false)).sum();
    MoneyIn money =
        new MoneyIn(
            new MoneyInId(1),
            USD,
            received,
            DAY,
            Optional.empty(),
            Optional.empty(),
            "",
            List.of());
    return Tape.of(
        TapeMoney.of(money),
        Arrays.asList(lines),
        new TapeFacts(
            Map.of(LARGE.id(), LARGE, OTHER.id(), OTHER, TERMS.id(), TERMS),
            Optional.empty(),
            Chart.STANDARD,
            HouseLimits.DEFAULTS,
            rates,
            List.of(),
            authority,
            false,
            before,
            Map.of()));
  }

  private static AbstractThrowableAssert<?, ?> refused(
      String code, DifferencesBefore before, TapeLine... lines) {
    return assertThatThrownBy(() -> judged(Authority.CLERK, List.of(), before, lines))
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code));
  }

  private static DifferencesBefore inMonth(DifferenceReason reason, long minor) {
    return new DifferencesBefore(
        Map.of(new DifferencesBefore.OfCustomer(ALDER, reason), minor), Map.of());
  }

  private static DifferencesBefore onItem(DifferenceReason reason, OpenItem item, long minor) {
    return new DifferencesBefore(
        Map.of(),
        Map.of(
            new DifferencesBefore.OfItem(item.id(), reason),
            new DifferencesBefore.Sum(minor, minor)));
  }

  private static TapeLine difference(DifferenceReason reason, OpenItem item, long minor) {
    return reason.side() == DifferenceReason.Side.GRANTED
        ? TapeLine.granted(reason, item.id(), usd(minor))
        : TapeLine.keptBack(reason, usd(minor)).on(item.id());
  }

  private static DifferenceLimits.Limit clerk(DifferenceReason reason) {
    return DifferenceLimits.DEFAULTS.of(reason, Authority.CLERK, USD);
  }

  /** 54 lines of a charge, each within the cap, once settled an invoice of 2,450.00 with 318.00. */
  @Test
  void manySmallChargesAreOneLargeCharge() {
    List<TapeLine> lines = new ArrayList<>();
    for (int i = 0; i < 54; i++) {
      lines.add(TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(3_947)));
    }
    lines.add(TapeLine.settles(LARGE.id(), usd(LARGE.openMinor())));
    refused("over-limit", DifferencesBefore.NONE, lines.toArray(TapeLine[]::new))
        .hasMessage(
            "bank charge kept: 2,131.38 on this tape; your limit is 40.00; a supervisor may post it.");
  }

  private static Stream<DifferenceReason> inOneCurrency() {
    return DifferenceReason.STANDARD.stream().filter(r -> !r.equals(DifferenceReason.EXCHANGE));
  }

  @ParameterizedTest
  @MethodSource("inOneCurrency")
  void everyReasonHoldsByTapeByItemAndByCustomerAndMonth(DifferenceReason reason) {
    TapeLine settles = TapeLine.settles(LARGE.id(), usd(LARGE.openMinor()));
    long most = clerk(reason).tape().minor();
    judged(
        Authority.CLERK,
        List.of(),
        DifferencesBefore.NONE,
        settles,
        difference(reason, LARGE, most));
    refused("over-limit", DifferencesBefore.NONE, settles, difference(reason, LARGE, most + 1));
    refused("over-limit", onItem(reason, LARGE, most), settles, difference(reason, LARGE, 1));
    refused(
        "over-limit",
        inMonth(reason, clerk(reason).month().minor()),
        settles,
        difference(reason, LARGE, 1));
    judged(
        Authority.CLERK,
        List.of(),
        onItem(reason, OTHER, most),
        settles,
        difference(reason, LARGE, 1));
  }

  @Test
  void aChargeThatNamesNoItemIsTheCustomersAllTheSame() {
    TapeLine charge = TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(100));
    refused(
        "over-limit",
        inMonth(DifferenceReason.BANK_CHARGE, clerk(DifferenceReason.BANK_CHARGE).month().minor()),
        TapeLine.onAccount(ALDER, usd(1_000)),
        charge);
    refused(
        "over-limit",
        onItem(DifferenceReason.BANK_CHARGE, OTHER, 4_000),
        TapeLine.settles(OTHER.id(), usd(60_000)),
        charge);
  }

  @Test
  void whatIsLetOffUnderSeveralNamesIsOneSum() {
    refused(
        "over-limit",
        DifferencesBefore.NONE,
        TapeLine.settles(LARGE.id(), usd(LARGE.openMinor())),
        TapeLine.granted(DifferenceReason.ROUNDING, LARGE.id(), usd(200)),
        TapeLine.granted(DifferenceReason.PRICE, LARGE.id(), usd(200)));
  }

  /** 318.00 with a withholding once settled 2,695.65, and 0.01 beside one any invoice. */
  @Test
  void taxWithheldNeedsTheItemThatItPays() {
    refused(
        "grant-above-settled",
        DifferencesBefore.NONE,
        TapeLine.onAccount(ALDER, usd(10_000)),
        TapeLine.keptBack(DifferenceReason.TAX_WITHHELD, usd(1_000)).on(LARGE.id()));
    assertThatThrownBy(
            () ->
                judged(
                    Authority.SUPERVISOR,
                    List.of(5_000),
                    DifferencesBefore.NONE,
                    TapeLine.settles(LARGE.id(), usd(LARGE.openMinor())),
                    TapeLine.keptBack(DifferenceReason.TAX_WITHHELD, usd(LARGE.openMinor() - 1))
                        .on(LARGE.id())))
        .hasMessageContaining("is more than half of what the tape settles of it");
  }

  @Test
  void aRateOfTheHouseAndTermsInTimeCountTowardsNoLimit() {
    TapeLine tax = TapeLine.keptBack(DifferenceReason.TAX_WITHHELD, usd(24_500)).on(LARGE.id());
    TapeLine settles = TapeLine.settles(LARGE.id(), usd(LARGE.openMinor()));
    Tape tape = judged(Authority.CLERK, List.of(250, 1_000), DifferencesBefore.NONE, settles, tax);
    assertThat(tape.agreed()).containsExactly(tax);
    refused("over-limit", DifferencesBefore.NONE, settles, tax);

    TapeLine discount = TapeLine.granted(DifferenceReason.DISCOUNT, TERMS.id(), usd(2_000));
    TapeLine paid = TapeLine.settles(TERMS.id(), usd(100_000));
    assertThat(judged(Authority.CLERK, List.of(), DifferencesBefore.NONE, paid, discount).agreed())
        .containsExactly(discount);
    refused("over-limit", DifferencesBefore.NONE, paid, discount, discount);
    refused("over-limit", onItem(DifferenceReason.DISCOUNT, TERMS, 2_000), paid, discount);
  }

  @Test
  void limitsOfAMonthAndOfASupervisorAreNeverBelowTheLesser() {
    assertThatThrownBy(() -> new LimitTable.Figures(300, 299))
        .hasMessage("A limit by month is not below that of one tape.");
    assertThatThrownBy(
            () ->
                LimitTable.STANDARD.with(
                    DifferenceReason.PRICE, Authority.CLERK, new LimitTable.Figures(300, 30_001)))
        .hasMessage("A supervisor's limit is not below a clerk's: price corrected.");
  }

  /** 40.00 are little in dollars, 40 in yen are nothing, and 40.000 dinars are much. */
  @Test
  void aCurrencyWithLimitsOfItsOwnKeepsToThem() {
    Currency yen = Currency.getInstance("JPY");
    LimitTable.Figures few = new LimitTable.Figures(900, 1_800);
    DifferenceLimits limits =
        new DifferenceLimits(
            LimitTable.STANDARD,
            Map.of(
                yen, LimitTable.STANDARD.with(DifferenceReason.BANK_CHARGE, Authority.CLERK, few)));
    assertThat(limits.of(DifferenceReason.BANK_CHARGE, Authority.CLERK, yen))
        .isEqualTo(new DifferenceLimits.Limit(Money.ofMinor(yen, 900), Money.ofMinor(yen, 1_800)));
    Currency dinar = Currency.getInstance("KWD");
    assertThat(limits.of(DifferenceReason.BANK_CHARGE, Authority.CLERK, dinar).tape())
        .hasToString("KWD 4.000");
    assertThat(
            limits
                .of(
                    new DifferenceReason(
                        "OWN_PACKING",
                        "packing",
                        DifferenceReason.Side.GRANTED,
                        StandardAccount.ALLOWANCES.code(),
                        DifferenceReason.Tax.STAYS),
                    Authority.CLERK,
                    yen)
                .month()
                .isZero())
        .isTrue();
  }
}
