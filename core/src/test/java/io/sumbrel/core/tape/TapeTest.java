package io.sumbrel.core.tape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.AccountUse;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.tax.TaxPart;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.assertj.core.api.AbstractThrowableAssert;
import org.junit.jupiter.api.Test;

class TapeTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final CustomerId ALDER = new CustomerId(7);
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final AccountCode BANK = new AccountCode("1010");
  private static final AccountCode OTHER = new AccountCode("1020");
  private static final Chart CHART =
      Chart.STANDARD.with(bank(BANK, "Quayline")).with(bank(OTHER, "Harbour Savings"));
  private static final OpenItem INVOICE =
      item(1, ItemKind.INVOICE, 128_000, Optional.empty(), LocalDate.of(2026, 10, 14), "net 30");
  private static final OpenItem TAXED =
      item(
          2,
          ItemKind.INVOICE,
          119_000,
          Optional.of(19_000L),
          LocalDate.of(2026, 11, 4),
          "2/10 net 30");
  private static final OpenItem CREDIT =
      item(3, ItemKind.CREDIT_NOTE, -4_000, Optional.empty(), DAY, "net 30");
  private static final OpenItem SETTLED =
      item(4, ItemKind.INVOICE, 500, Optional.empty(), DAY, "net 30").moved(0, -500);

  private static LedgerAccount bank(AccountCode code, String name) {
    return new LedgerAccount(code, code.code(), name, AccountUse.BANK, false);
  }

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  private static OpenItem item(
      long id, ItemKind kind, long total, Optional<Long> tax, LocalDate date, String terms) {
    return new OpenItem(
        new ItemId(id),
        kind,
        Optional.of(ALDER),
        "T-" + id,
        date,
        Optional.empty(),
        USD,
        total,
        total,
        tax,
        Optional.empty(),
        Optional.of(Terms.parse(terms)));
  }

  private static MoneyIn received(long minor) {
    return new MoneyIn(
        new MoneyInId(1), USD, minor, DAY, Optional.empty(), Optional.empty(), "", List.of());
  }

  private static Tape judged(Authority authority, long received, TapeLine... lines) {
    Map<ItemId, OpenItem> items =
        List.of(INVOICE, TAXED, CREDIT, SETTLED).stream()
            .collect(Collectors.toMap(OpenItem::id, Function.identity()));
    return Tape.of(
        TapeMoney.of(received(received)),
        Arrays.asList(lines),
        new TapeFacts(
            items,
            Optional.of(BANK),
            CHART,
            HouseLimits.DEFAULTS,
            List.of(),
            List.of(),
            authority,
            false,
            DifferencesBefore.NONE,
            Map.of()));
  }

  private static Tape judged(long received, TapeLine... lines) {
    return judged(Authority.CLERK, received, lines);
  }

  private static AbstractThrowableAssert<?, ?> refused(
      String code, long received, TapeLine... lines) {
    return assertThatThrownBy(() -> judged(received, lines))
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code));
  }

  private static List<Long> journal(Tape tape) {
    return TapePosted.journal(tape, tape.money().moneyIn().map(m -> new AccountCode("1010")), DAY)
        .lines()
        .stream()
        .map(l -> l.amount().minor())
        .toList();
  }

  @Test
  void settlesAnItemWithAChargeKept() {
    Tape tape =
        judged(
            126_200,
            TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(1_800)),
            TapeLine.settles(INVOICE.id(), usd(128_000)));
    assertThat(journal(tape)).containsExactly(126_200L, 1_800L, -128_000L);
  }

  /** Tax of a discount, common practice: 23.80 on 1,190.00 including 190.00 is 20.00 and 3.80. */
  @Test
  void splitsTaxOffADiscountButNotOffAWriteOff() {
    TapeLine settles = TapeLine.settles(TAXED.id(), usd(119_000));
    Tape discount =
        judged(
            116_620, settles, TapeLine.granted(DifferenceReason.DISCOUNT, TAXED.id(), usd(2_380)));
    assertThat(journal(discount)).containsExactly(116_620L, -119_000L, 2_000L, 380L);
    Tape writeOff =
        judged(
            118_900,
            settles,
            TapeLine.granted(DifferenceReason.SMALL_DIFFERENCE, TAXED.id(), usd(100)));
    assertThat(journal(writeOff)).containsExactly(118_900L, -119_000L, 100L);
  }

  @Test
  void usesACreditAndLeavesARestOnAccount() {
    Tape tape =
        judged(
            125_000,
            TapeLine.creditUsed(CREDIT.id(), usd(4_000)),
            TapeLine.settles(INVOICE.id(), usd(128_000)),
            TapeLine.onAccount(ALDER, usd(1_000)));
    assertThat(journal(tape)).containsExactly(125_000L, 4_000L, -128_000L, -1_000L);
  }

  private static Tape withoutMoney(TapeLine... lines) {
    return withoutMoney(false, lines);
  }

  private static Tape withoutMoney(boolean secondPerson, TapeLine... lines) {
    Map<ItemId, OpenItem> items = Map.of(INVOICE.id(), INVOICE, CREDIT.id(), CREDIT);
    return Tape.of(
        TapeMoney.none(USD, DAY),
        Arrays.asList(lines),
        new TapeFacts(
            items,
            Optional.of(BANK),
            CHART,
            HouseLimits.DEFAULTS,
            List.of(),
            List.of(),
            Authority.CLERK,
            secondPerson,
            DifferencesBefore.NONE,
            Map.of()));
  }

  @Test
  void aCreditIsPaidBackByTwoAndWithoutMoneyAlone() {
    TapeLine used = TapeLine.creditUsed(CREDIT.id(), usd(4_000));
    TapeLine back = TapeLine.toPay(usd(4_000));
    TapePosted posted =
        TapePosted.of(
            withoutMoney(true, used, back),
            Optional.empty(),
            new PostingNumber(2026, 7),
            DAY,
            () -> new ItemId(77));
    assertThat(posted.entry().lines())
        .containsExactly(
            JournalLine.debit(StandardAccount.RECEIVABLES.code(), usd(4_000)).of(ALDER),
            JournalLine.credit(StandardAccount.PAYMENTS_IN_TRANSIT.code(), usd(4_000)));
    assertThat(posted.newItems())
        .extracting(OpenItem::kind, OpenItem::number)
        .containsExactly(tuple(ItemKind.PAYMENT_TO_GO, "2026-0007"));
    assertThatThrownBy(() -> withoutMoney(used, back))
        .hasMessage("Paying back is decided by two: it waits for a second person.");
    refused("to-pay", 4_000, TapeLine.toPay(usd(4_000)));
    refused("paid-out", -4_000, used, TapeLine.toPay(usd(4_000)));
  }

  @Test
  void whatIsToBePaidBackIsMetByTheBankAloneAndWhole() {
    OpenItem toGo = onItsWay(ItemKind.PAYMENT_TO_GO, -4_000);
    TapeLine met = TapeLine.creditUsed(toGo.id(), usd(4_000));
    assertThat(journal(judgedOfBank(-4_000, toGo, met))).containsExactly(-4_000L, 4_000L);
    TapeLine part = TapeLine.creditUsed(toGo.id(), usd(3_900));
    notMet(-3_900, toGo, part);
    notMet(4_000, toGo, met, TapeLine.unidentified(usd(8_000)));
  }

  @Test
  void usesACreditWithoutMoney() {
    Tape tape =
        withoutMoney(
            TapeLine.creditUsed(CREDIT.id(), usd(4_000)),
            TapeLine.settles(INVOICE.id(), usd(4_000)));
    assertThat(journal(tape)).containsExactly(4_000L, -4_000L);
    assertThatThrownBy(
            () ->
                withoutMoney(
                    TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(100)),
                    TapeLine.settles(INVOICE.id(), usd(100))))
        .hasMessage("“kept back on the way” needs money that came in.");
  }

  @Test
  void splitsTaxOffWhatGoesToAnAccountAsItsCodeSaysAndNotOtherwise() {
    TapeLine line = TapeLine.toAccount(StandardAccount.OTHER_INCOME.code(), usd(12_000));
    TaxPart part = Chart.STANDARD.taxIn("SALES", 12_000, DAY);
    assertThat(journal(judged(12_000, line.taxed(part))))
        .containsExactly(12_000L, -10_000L, -2_000L);
    assertThat(journal(judged(-12_000, line.taxed(part))))
        .containsExactly(-12_000L, 10_000L, 2_000L);
    TaxPart other = new TaxPart(part.code(), part.account(), part.minor() + 1);
    refused("tax-code", 12_000, line.taxed(other));
    refused("tax-code", 12_000, TapeLine.settles(INVOICE.id(), usd(12_000)).taxed(part));
    refused("note", 12_000, line.noted("x".repeat(TapeLine.MOST_NOTE + 1)));
  }

  @Test
  void saysByHowMuchItDoesNotMeet() {
    refused("not-zero", 126_200, TapeLine.settles(INVOICE.id(), usd(128_000)))
        .hasMessage("Left to place is −18.00; a tape is posted at 0.00.");
  }

  @Test
  void refusesForeignHandsOnAnItem() {
    refused("settled", 500, TapeLine.settles(SETTLED.id(), usd(500)))
        .hasMessage("T-4 is settled already; its open amount is 0.00.");
    refused("more-than-open", 128_001, TapeLine.settles(INVOICE.id(), usd(128_001)));
    refused("credit", 100, TapeLine.settles(CREDIT.id(), usd(100)));
    refused("credit", 100, TapeLine.creditUsed(INVOICE.id(), usd(100)));
    refused("more-than-open", 100, TapeLine.creditUsed(CREDIT.id(), usd(4_001)));
    refused("unknown-item", 100, TapeLine.settles(new ItemId(99), usd(100)));
    refused(
        "twice",
        128_000,
        TapeLine.settles(INVOICE.id(), usd(64_000)),
        TapeLine.settles(INVOICE.id(), usd(64_000)));
  }

  @Test
  void refusesLinesThatSayNothing() {
    refused("empty-tape", 100);
    refused("line-amount", 100, TapeLine.unidentified(usd(0)));
    refused("line-amount", 100, TapeLine.unidentified(usd(-100)));
    Money yen = Money.ofMinor(Currency.getInstance("JPY"), 100);
    refused("currency", 100, TapeLine.unidentified(yen))
        .hasMessage("“unidentified” is in JPY, the money is in USD.");
    refused("account", 100, TapeLine.toAccount(StandardAccount.RECEIVABLES.code(), usd(100)));
    refused(
        "no-reason",
        100,
        TapeLine.granted(DifferenceReason.BANK_CHARGE, INVOICE.id(), usd(1)).on(INVOICE.id()));
  }

  @Test
  void neverGrantsMoreThanItSettles() {
    refused(
        "grant-above-settled",
        -0L + 1,
        TapeLine.settles(TAXED.id(), usd(100)),
        TapeLine.granted(DifferenceReason.SMALL_DIFFERENCE, TAXED.id(), usd(101)));
  }

  @Test
  void holdsAClerkToTheLimitsOfTheHouse() {
    refused(
        "over-limit",
        123_999,
        TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(4_001)),
        TapeLine.settles(INVOICE.id(), usd(128_000)));
    refused(
        "over-limit",
        127_699,
        TapeLine.settles(INVOICE.id(), usd(128_000)),
        TapeLine.granted(DifferenceReason.SMALL_DIFFERENCE, INVOICE.id(), usd(301)));
  }

  @Test
  void grantsADiscountInTimeFreelyAndALateOneAsAWriteOff() {
    long discount = TAXED.discountMinor();
    TapeLine granted = TapeLine.granted(DifferenceReason.DISCOUNT, TAXED.id(), usd(discount));
    judged(119_000 - discount, TapeLine.settles(TAXED.id(), usd(119_000)), granted);
    refused(
        "over-limit",
        128_000 - 2_560,
        TapeLine.settles(INVOICE.id(), usd(128_000)),
        TapeLine.granted(DifferenceReason.DISCOUNT, INVOICE.id(), usd(2_560)));
  }

  @Test
  void holdsAtMostAThousandLines() {
    TapeLine[] lines = new TapeLine[Tape.MOST_LINES + 1];
    Arrays.fill(lines, TapeLine.unidentified(usd(1)));
    refused("too-many-lines", lines.length, lines).hasMessage("A tape holds up to 1,000 lines.");
    judged(Tape.MOST_LINES, Arrays.copyOf(lines, Tape.MOST_LINES));
  }

  @Test
  void explainsMoneyPaidOutByAnAccount() {
    Tape fee = judged(-1_840, TapeLine.toAccount(StandardAccount.BANK_CHARGES.code(), usd(1_840)));
    assertThat(journal(fee)).containsExactly(-1_840L, 1_840L);
    refused("paid-out", -100, TapeLine.unidentified(usd(100)));
  }

  private static OpenItem onItsWay(long minor) {
    return onItsWay(minor > 0 ? ItemKind.TRANSFER_TO_COME : ItemKind.TRANSFER_TO_GO, minor);
  }

  private static OpenItem onItsWay(ItemKind kind, long minor) {
    return new OpenItem(
        new ItemId(9),
        kind,
        Optional.empty(),
        "2026-0143",
        DAY,
        Optional.empty(),
        USD,
        minor,
        minor,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static Tape judgedOfBank(long received, OpenItem transfer, TapeLine... lines) {
    MoneyIn entry = received(received).on(new BankLine(1, Method.TRANSFER, ""));
    return Tape.of(
        TapeMoney.of(entry),
        Arrays.asList(lines),
        new TapeFacts(
            Map.of(transfer.id(), transfer),
            Optional.of(BANK),
            CHART,
            HouseLimits.DEFAULTS,
            List.of(),
            List.of(),
            Authority.CLERK,
            false,
            DifferencesBefore.NONE,
            Map.of()));
  }

  private static void refusedOfBank(String code, long received, OpenItem item, TapeLine... lines) {
    assertThatThrownBy(() -> judgedOfBank(received, item, lines))
        .isInstanceOfSatisfying(Refusal.class, e -> assertThat(e.code()).isEqualTo(code));
  }

  private static void noTransfer(long received, OpenItem transfer, TapeLine... lines) {
    refusedOfBank("transfer", received, transfer, lines);
  }

  private static void notMet(long received, OpenItem item, TapeLine... lines) {
    refusedOfBank("on-its-way", received, item, lines);
  }

  @Test
  void anOwnTransferGoesToAnotherBankAccountOfTheHouseByAnEntryOfTheBank() {
    OpenItem none = onItsWay(1);
    TapeLine fee = TapeLine.toAccount(StandardAccount.BANK_CHARGES.code(), usd(1_500));
    judgedOfBank(-501_500, none, TapeLine.transfer(OTHER, usd(500_000)), fee);
    judgedOfBank(500_000, none, TapeLine.transfer(OTHER, usd(500_000)));
    noTransfer(-100, none, TapeLine.transfer(BANK, usd(100)));
    noTransfer(-100, none, TapeLine.transfer(StandardAccount.PETTY_CASH.code(), usd(100)));
    refused("transfer", 100, TapeLine.transfer(OTHER, usd(100)));
  }

  @Test
  void theOtherHalfMeetsATransferWholeAndOnItsOwnSide() {
    OpenItem toCome = onItsWay(500_000);
    OpenItem toGo = onItsWay(-500_000);
    TapeLine settles = TapeLine.settles(toCome.id(), usd(500_000));
    TapeLine used = TapeLine.creditUsed(toGo.id(), usd(500_000));
    TapeLine kept = TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(1_500));
    judgedOfBank(498_500, toCome, settles, kept);
    judgedOfBank(-500_000, toGo, used);
    notMet(498_500, toCome, TapeLine.settles(toCome.id(), usd(498_500)));
    notMet(500_000, toCome, settles.leavingOpen(ShortPayReason.UNKNOWN));
    noTransfer(
        498_500,
        toCome,
        settles,
        TapeLine.granted(DifferenceReason.SMALL_DIFFERENCE, toCome.id(), usd(1_500)));
    notMet(100, toGo, used, TapeLine.unidentified(usd(500_100)));
  }
}
