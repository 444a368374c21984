package io.sumbrel.core.tape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.ExchangeRate;
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
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** EUR 1,000.00 is open, USD come in; EUR 1 = USD 1.0800. Figures by hand. */
class ExchangeTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final Currency EUR = Currency.getInstance("EUR");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final AccountCode BANK = new AccountCode("1010");
  private static final ExchangeRate RATE =
      new ExchangeRate(EUR, USD, new BigDecimal("1.08"), DAY.minusDays(1));
  private static final OpenItem ITEM =
      new OpenItem(
          new ItemId(1),
          ItemKind.INVOICE,
          Optional.of(new CustomerId(7)),
          "E-1",
          DAY,
          Optional.empty(),
          EUR,
          100_000,
          100_000,
          Optional.of(16_667L),
          Optional.empty(),
          Optional.of(Terms.parse("2/10 net 30")));

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  private static Money eur(long minor) {
    return Money.ofMinor(EUR, minor);
  }

  private static MoneyIn money(long id, long minor) {
    return new MoneyIn(
            new MoneyInId(id), USD, minor, DAY, Optional.empty(), Optional.empty(), "", List.of())
        .on(new BankLine(1, Method.TRANSFER, ""));
  }

  private static TapeLine settles(long worth, long ofItem) {
    return TapeLine.settles(ITEM.id(), usd(worth)).at(new Exchange(eur(ofItem), RATE));
  }

  private static Tape judged(long minor, OpenItem item, TapeLine... lines) {
    return judged(minor, item, Optional.empty(), lines);
  }

  private static Tape judged(
      long minor, OpenItem item, Optional<ReturnedPayment> receipt, TapeLine... lines) {
    return Tape.of(
        TapeMoney.of(money(2, minor)),
        List.of(lines),
        new TapeFacts(
            Map.of(item.id(), item),
            Optional.of(BANK),
            Chart.STANDARD,
            HouseLimits.DEFAULTS,
            List.of(),
            List.of(RATE),
            Authority.CLERK,
            false,
            DifferencesBefore.NONE,
            receipt.map(r -> Map.of(r.money(), r)).orElse(Map.of())));
  }

  private static List<String> journal(Tape tape) {
    return TapePosted.journal(tape, Optional.of(BANK), DAY).lines().stream()
        .map(l -> l.account().code() + " " + l.amount())
        .toList();
  }

  private static void refused(String code, long minor, TapeLine... lines) {
    assertThatThrownBy(() -> judged(minor, ITEM, lines))
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code));
  }

  /** The example of the posting rules: 1,075.00 received, 5.00 lost by exchange. */
  @Test
  void goesThroughCurrencyClearingInBothCurrencies() {
    Tape tape =
        judged(
            107_500,
            ITEM,
            settles(108_000, 100_000),
            TapeLine.keptBack(DifferenceReason.EXCHANGE, usd(500)));
    assertThat(journal(tape))
        .containsExactlyInAnyOrder(
            "1010 USD 1,075.00",
            "6240 USD 5.00",
            "1290 USD −1,080.00",
            "1290 EUR 1,000.00",
            "1100 EUR −1,000.00");
    assertThat(
            TapePosted.of(
                    tape, Optional.of(BANK), new PostingNumber(2026, 1), DAY, () -> new ItemId(9))
                .movements())
        .singleElement()
        .satisfies(m -> assertThat(m.openDelta()).isEqualTo(-100_000));
  }

  @Test
  void whatIsLostHasALimitAsEveryReason() {
    refused(
        "over-limit",
        103_999,
        settles(108_000, 100_000),
        TapeLine.keptBack(DifferenceReason.EXCHANGE, usd(4_001)));
  }

  @Test
  void whatIsGainedGoesToExchangeDifferencesAndNowhereElse() {
    TapeLine gain = TapeLine.toAccount(StandardAccount.EXCHANGE_DIFFERENCES.code(), usd(700));
    assertThat(journal(judged(108_700, ITEM, settles(108_000, 100_000), gain)))
        .contains("6240 USD −7.00");
    refused("account", 700, gain);
    refused(
        "no-exchange",
        700,
        TapeLine.unidentified(usd(1_200)),
        TapeLine.keptBack(DifferenceReason.EXCHANGE, usd(500)));
  }

  /** 541.37 / 1.08 is 501.2685: 501.27 of the item, which is worth 541.37 again. */
  @Test
  void aPartOfAnItemFallsByWhatItIsWorth() {
    Exchange part = Exchange.of(usd(54_137), eur(100_000), RATE);
    assertThat(part.amount()).isEqualTo(eur(50_127));
    judged(54_137, ITEM, TapeLine.settles(ITEM.id(), usd(54_137)).at(part));
    assertThat(Exchange.of(usd(108_000), eur(100_000), RATE).amount()).isEqualTo(eur(100_000));
    for (long minor = 1; minor < 5_000; minor++) {
      Exchange any = Exchange.of(usd(minor), eur(100_000), RATE);
      assertThat(any.isWorth(usd(minor))).as("%d", minor).isTrue();
    }
  }

  @Test
  void refusesARateThatIsNotThatOfTheHouseAndASumThatItDoesNotGive() {
    refused("rate", 107_500, settles(107_500, 100_000));
    refused("more-than-open", 108_001, settles(108_001, 100_001));
    ExchangeRate own = new ExchangeRate(EUR, USD, new BigDecimal("1.075"), DAY);
    refused(
        "rate",
        107_500,
        TapeLine.settles(ITEM.id(), usd(107_500)).at(new Exchange(eur(100_000), own)));
    refused("currency", 100_000, TapeLine.settles(ITEM.id(), usd(100_000)));
    refused("rate", 100, TapeLine.unidentified(usd(100)).at(new Exchange(eur(93), RATE)));
  }

  /** 2 % of 1,000.00 are 20.00, worth 21.60: agreed by the terms, and beyond no clerk's limit. */
  @Test
  void aDiscountIsThatOfTheItemAtTheRate() {
    Tape tape =
        judged(
            105_840,
            ITEM,
            settles(108_000, 100_000),
            TapeLine.granted(DifferenceReason.DISCOUNT, ITEM.id(), usd(2_160)));
    assertThat(tape.agreed()).hasSize(1);
    assertThat(journal(tape)).contains("4900 USD 18.00", "2200 USD 3.60");
    refused(
        "over-limit",
        105_000,
        settles(108_000, 100_000),
        TapeLine.granted(DifferenceReason.DISCOUNT, ITEM.id(), usd(3_000)));
  }

  private static ReturnedPayment plainReceipt(List<TapeLine> before) {
    Tape tape =
        new Tape(
            TapeMoney.of(money(1, 108_000)),
            List.of(settles(108_000, 100_000)),
            Map.of(ITEM.id(), ITEM),
            Set.of());
    return new ReturnedPayment(tape, List.of(), List.of(), before);
  }

  @Test
  void aReturnedReceiptOpensTheItemAtTheRateOfThen() {
    Tape tape =
        new Tape(
            TapeMoney.of(money(1, 107_500)),
            List.of(
                settles(108_000, 100_000), TapeLine.keptBack(DifferenceReason.EXCHANGE, usd(500))),
            Map.of(ITEM.id(), ITEM),
            Set.of());
    ReturnedPayment receipt = new ReturnedPayment(tape, List.of(), List.of(), List.of());
    List<TapeLine> lines = receipt.lines(107_500);
    OpenItem settled = ITEM.moved(0, -100_000);
    Tape whole = judged(-107_500, settled, Optional.of(receipt), lines.toArray(TapeLine[]::new));
    assertThat(journal(whole))
        .containsExactlyInAnyOrder(
            "1010 USD −1,075.00",
            "6240 USD −5.00",
            "1290 USD 1,080.00",
            "1290 EUR −1,000.00",
            "1100 EUR 1,000.00");

    ReturnedPayment plain = plainReceipt(List.of());
    List<TapeLine> part = plain.lines(33_333);
    assertThat(part).singleElement().satisfies(l -> assertThat(l.itemMinor()).isEqualTo(30_864));
    ReturnedPayment rest = plainReceipt(part);
    List<TapeLine> last = rest.lines(108_000 - 33_333);
    assertThat(last.get(0).itemMinor()).as("all that stands").isEqualTo(100_000 - 30_864);
    judged(
        -(108_000 - 33_333),
        settled.moved(0, 30_864),
        Optional.of(rest),
        last.toArray(TapeLine[]::new));
    TapeLine dearer =
        TapeLine.reopens(plain.money(), ITEM.id(), usd(108_000))
            .at(new Exchange(eur(90_000), RATE));
    assertThatThrownBy(() -> judged(-108_000, settled, Optional.of(plain), dearer))
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo("rate"));
  }
}
