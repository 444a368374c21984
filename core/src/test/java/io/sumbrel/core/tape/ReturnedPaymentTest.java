package io.sumbrel.core.tape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** A receipt of 1,166.20 and others, of which the bank takes money back; figures by hand. */
class ReturnedPaymentTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final AccountCode BANK = new AccountCode("1010");
  private static final OpenItem TAXED = item(1, ItemKind.INVOICE, 119_000, 19_000L);
  private static final OpenItem OTHER = item(2, ItemKind.INVOICE, 50_000, null);
  private static final OpenItem NOTE = item(3, ItemKind.CREDIT_NOTE, -4_000, null);
  private static final OpenItem KEPT = item(4, ItemKind.ON_ACCOUNT, -10_000, null);

  private static OpenItem item(long id, ItemKind kind, long total, Long tax) {
    return new OpenItem(
        new ItemId(id),
        kind,
        Optional.of(new CustomerId(7)),
        "T-" + id,
        DAY,
        Optional.empty(),
        USD,
        total,
        total,
        Optional.ofNullable(tax),
        Optional.empty(),
        Optional.empty());
  }

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  private static MoneyIn money(long id, long minor, LocalDate day) {
    return new MoneyIn(
            new MoneyInId(id), USD, minor, day, Optional.empty(), Optional.empty(), "", List.of())
        .on(new BankLine(1, Method.CHEQUE, ""));
  }

  private static ReturnedPayment receipt(long minor, TapeLine... lines) {
    return receipt(List.of(), List.of(), minor, lines);
  }

  private static ReturnedPayment receipt(
      List<OpenItem> credits, List<TapeLine> before, long minor, TapeLine... lines) {
    Tape tape =
        new Tape(
            TapeMoney.of(money(1, minor, DAY)),
            Arrays.asList(lines),
            byId(TAXED, OTHER, NOTE),
            Set.of());
    assertThat(Tape.leftToPlace(tape.money(), tape.lines())).as("a receipt that adds up").isZero();
    return new ReturnedPayment(tape, credits, List.of(), before);
  }

  private static Map<ItemId, OpenItem> byId(OpenItem... items) {
    return Arrays.stream(items).collect(Collectors.toMap(OpenItem::id, Function.identity()));
  }

  private static ReturnedPayment discounted() {
    return receipt(
        116_620,
        TapeLine.settles(TAXED.id(), usd(119_000)),
        TapeLine.granted(DifferenceReason.DISCOUNT, TAXED.id(), usd(2_380)));
  }

  private static ReturnedPayment ofTwo(TapeLine... before) {
    return receipt(
        List.of(KEPT),
        List.of(before),
        179_000,
        TapeLine.settles(TAXED.id(), usd(119_000)),
        TapeLine.settles(OTHER.id(), usd(50_000)),
        TapeLine.onAccount(new CustomerId(7), usd(10_000)));
  }

  /** Judged as it would be posted, with the items as the receipt left them. */
  private static Tape judged(
      ReturnedPayment receipt, long out, LocalDate day, List<TapeLine> lines) {
    return Tape.of(
        TapeMoney.of(money(2, -out, day)),
        lines,
        new TapeFacts(
            byId(TAXED.moved(0, -119_000), OTHER.moved(0, -50_000), NOTE.moved(0, 4_000), KEPT),
            Optional.of(BANK),
            Chart.STANDARD,
            HouseLimits.DEFAULTS,
            List.of(),
            List.of(),
            Authority.CLERK,
            false,
            DifferencesBefore.NONE,
            Map.of(receipt.money(), receipt)));
  }

  private static List<String> words(List<TapeLine> lines) {
    return lines.stream()
        .map(
            l ->
                "%s %s %d"
                    .formatted(
                        l.kind().words(),
                        l.item().map(i -> "T-" + i.number()).orElse("-"),
                        l.amountMinor()))
        .toList();
  }

  private static void refused(String code, Runnable judging) {
    assertThatThrownBy(judging::run)
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code));
  }

  @Test
  void aWholeReturnIsTheMirrorOfTheReceiptWithTheTaxOfItsDiscount() {
    ReturnedPayment receipt = discounted();
    List<TapeLine> lines = receipt.lines(116_620);
    Tape tape = judged(receipt, 116_620, DAY.plusDays(4), lines);
    JournalEntry entry = TapePosted.journal(tape, Optional.of(BANK), DAY.plusDays(4));
    assertThat(entry.effectOn(BANK, USD)).isEqualTo(-116_620);
    assertThat(entry.effectOn(StandardAccount.RECEIVABLES.code(), USD)).isEqualTo(119_000);
    // 23.80 x 190.00 / 1,190.00 = 3.80 of tax, 20.00 of discount
    assertThat(entry.effectOn(StandardAccount.DISCOUNTS.code(), USD)).isEqualTo(-2_000);
    assertThat(entry.effectOn(StandardAccount.SALES_TAX.code(), USD)).isEqualTo(-380);
  }

  @Test
  void chargesAndCreditsOfTheReceiptGoBackWithIt() {
    ReturnedPayment receipt =
        receipt(
            44_500,
            TapeLine.settles(OTHER.id(), usd(50_000)),
            TapeLine.creditUsed(NOTE.id(), usd(4_000)),
            TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(1_500)));
    assertThat(words(receipt.lines(44_500)))
        .containsExactly(
            "opens again T-2 50000", "credit open again T-3 4000", "taken back - 1500");
    judged(receipt, 44_500, DAY, receipt.lines(44_500));
  }

  @Test
  void aPartTakesWhatStayedAsCreditFirstAndThenOpensWhatWasPlacedLast() {
    assertThat(words(ofTwo().lines(4_000))).containsExactly("credit used T-4 4000");
    assertThat(words(ofTwo().lines(80_000)))
        .containsExactly("credit used T-4 10000", "opens again T-2 50000", "opens again T-1 20000");
    judged(ofTwo(), 80_000, DAY, ofTwo().lines(80_000));
  }

  @Test
  void aDiscountGoesBackOnlyWhereItsItemOpensWhole() {
    assertThat(words(discounted().lines(50_000))).containsExactly("opens again T-1 50000");
    ReturnedPayment rest =
        receipt(
            List.of(),
            discounted().lines(50_000),
            116_620,
            TapeLine.settles(TAXED.id(), usd(119_000)),
            TapeLine.granted(DifferenceReason.DISCOUNT, TAXED.id(), usd(2_380)));
    assertThat(words(rest.lines(66_620)))
        .containsExactly("opens again T-1 69000", "taken back T-1 2380");
  }

  @Test
  void nothingIsReturnedTwiceNorMoreThanWasReceivedNorBefore() {
    List<TapeLine> once = List.of(TapeLine.reopens(new MoneyInId(1), OTHER.id(), usd(50_000)));
    judged(ofTwo(), 50_000, DAY, once);
    ReturnedPayment again = ofTwo(once.get(0));
    refused("more-than-received", () -> judged(again, 50_000, DAY, once));
    refused("returned-before", () -> judged(ofTwo(), 50_000, DAY.minusDays(1), once));
    refused(
        "more-than-received",
        () ->
            judged(
                ofTwo(),
                119_000 - 100,
                DAY,
                List.of(
                    TapeLine.reopens(new MoneyInId(1), TAXED.id(), usd(119_000)),
                    TapeLine.takenBack(
                        new MoneyInId(1),
                        TapeLine.granted(DifferenceReason.DISCOUNT, TAXED.id(), usd(100)),
                        usd(100)))));
    refused(
        "no-receipt",
        () ->
            judged(
                ofTwo(),
                50_000,
                DAY,
                List.of(TapeLine.reopens(new MoneyInId(9), OTHER.id(), usd(50_000)))));
  }

  @Test
  void whatIsOnItsWayBetweenOwnAccountsIsNoReceipt() {
    assertThat(receipt(500, TapeLine.transfer(BANK, usd(500))).isReturnable()).isFalse();
    assertThat(discounted().isReturnable()).isTrue();
  }

  /** 100.00 stayed on account, of which 60.00 settled T-2 later, and 40.00 were paid back. */
  @Test
  void whatTheCreditWasUsedForOpensAndWhatWasPaidOutIsOwedAgain() {
    OpenItem spent = KEPT.moved(0, 10_000);
    List<TapeLine> used =
        List.of(
            TapeLine.creditUsed(KEPT.id(), usd(6_000)), TapeLine.settles(OTHER.id(), usd(6_000)));
    List<TapeLine> paidBack =
        List.of(TapeLine.creditUsed(KEPT.id(), usd(4_000)), TapeLine.toPay(usd(4_000)));
    Tape first =
        receipt(
                129_000,
                TapeLine.settles(TAXED.id(), usd(119_000)),
                TapeLine.onAccount(new CustomerId(7), usd(10_000)))
            .receipt();
    ReturnedPayment receipt =
        new ReturnedPayment(first, List.of(spent), List.of(paidBack, used), List.of());
    assertThat(words(receipt.lines(129_000)))
        .containsExactly(
            "opens again T-2 6000", "opens again T-1 119000", "owed by the customer - 4000");
    judged(receipt, 129_000, DAY, receipt.lines(129_000));
    assertThat(words(receipt.lines(7_000)))
        .containsExactly("opens again T-2 6000", "opens again T-1 1000");
    refused(
        "more-than-received",
        () ->
            judged(
                receipt,
                6_100,
                DAY,
                List.of(TapeLine.reopens(receipt.money(), OTHER.id(), usd(6_100)))));
  }

  @Test
  void anItemThatTheReceiptAndItsCreditSettledOpensOnce() {
    List<TapeLine> used =
        List.of(
            TapeLine.creditUsed(KEPT.id(), usd(10_000)), TapeLine.settles(OTHER.id(), usd(10_000)));
    Tape first =
        receipt(
                50_000,
                TapeLine.settles(OTHER.id(), usd(40_000)),
                TapeLine.onAccount(new CustomerId(7), usd(10_000)))
            .receipt();
    ReturnedPayment receipt =
        new ReturnedPayment(first, List.of(KEPT.moved(0, 10_000)), List.of(used), List.of());
    assertThat(words(receipt.lines(50_000))).containsExactly("opens again T-2 50000");
    judged(receipt, 50_000, DAY, receipt.lines(50_000));
  }
}
