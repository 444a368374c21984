package io.sumbrel.core.tape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

class SharedOutTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  private static TapeMoney sum(long id, long minor) {
    return TapeMoney.of(
        new MoneyIn(
                new MoneyInId(id),
                USD,
                minor,
                DAY.plusDays(id),
                Optional.empty(),
                Optional.empty(),
                "",
                List.of())
            .on(new BankLine(1, Method.TRANSFER, "")));
  }

  private static List<TapeMoney> sums(long... minor) {
    List<TapeMoney> sums = new ArrayList<>();
    LongStream.of(minor).forEach(m -> sums.add(sum(sums.size() + 1, m)));
    return sums;
  }

  private static TapeLine settles(long item, long minor) {
    return TapeLine.settles(new ItemId(item), usd(minor));
  }

  private static List<List<TapeLine>> shared(List<TapeMoney> sums, TapeLine... lines) {
    return SharedOut.over(sums, List.of(lines), Chart.STANDARD);
  }

  @Test
  void anItemThatASumCutsGoesOnWithTheNext() {
    assertThat(shared(sums(10_000, 5_000), settles(1, 7_000), settles(2, 8_000)))
        .containsExactly(List.of(settles(1, 7_000), settles(2, 3_000)), List.of(settles(2, 5_000)));
    assertThat(shared(sums(1_000, 1_000, 1_000), settles(1, 3_000)))
        .containsExactly(
            List.of(settles(1, 1_000)), List.of(settles(1, 1_000)), List.of(settles(1, 1_000)));
  }

  /** 100.00 and 50.00 pay 70.00 and 82.00, of which 2.00 are discount: by hand. */
  @Test
  void whatIsGrantedOnAnItemStandsWithItsFirstPart() {
    TapeLine granted = TapeLine.granted(DifferenceReason.DISCOUNT, new ItemId(2), usd(200));
    assertThat(shared(sums(10_000, 5_000), settles(1, 7_000), settles(2, 8_200), granted))
        .containsExactly(
            List.of(settles(1, 7_000), settles(2, 3_200), granted), List.of(settles(2, 5_000)));
  }

  @Test
  void creditsAndWhatWasKeptOfNoItemStandWithTheFirstSumAndARestWithTheLastPart() {
    TapeLine credit = TapeLine.creditUsed(new ItemId(9), usd(500));
    TapeLine charge = TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(100));
    TapeLine open = settles(1, 1_600).leavingOpen(ShortPayReason.UNKNOWN);
    assertThat(shared(sums(400, 600), open, credit, charge))
        .containsExactly(
            List.of(credit, charge, settles(1, 1_000)),
            List.of(settles(1, 600).leavingOpen(ShortPayReason.UNKNOWN)));
  }

  /** 20 % in 60.00 are 10.00, in 40.00 6.67. */
  @Test
  void eachPartHasTheTaxOfItsOwn() {
    TapeLine fee =
        TapeLine.toAccount(StandardAccount.OTHER_INCOME.code(), usd(10_000))
            .taxed(Chart.STANDARD.taxIn("SALES", 10_000, DAY));
    assertThat(shared(sums(6_000, 4_000), fee).stream().map(t -> t.get(0).tax().get().minor()))
        .containsExactly(1_000L, 667L);
  }

  @Test
  void refusesWhatIsNotOneWork() {
    refused("together", sums(100), settles(1, 100));
    refused("together", sums(100, -50), settles(1, 50));
    refused("not-zero", sums(100, 50), settles(1, 149));
  }

  private static void refused(String code, List<TapeMoney> sums, TapeLine... lines) {
    assertThatThrownBy(() -> shared(sums, lines))
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code));
  }

  @Test
  void everySumComesToNothingAndEveryItemToWhatItWas() {
    Random random = new Random(3);
    for (int round = 0; round < 2_000; round++) {
      List<TapeLine> lines = new ArrayList<>();
      long need = 0;
      for (int i = 1; i <= 1 + random.nextInt(6); i++) {
        long settled = 1 + random.nextInt(5_000);
        long granted = random.nextInt(3) == 0 ? random.nextInt((int) settled + 1) : 0;
        lines.add(settles(i, settled));
        if (granted > 0) {
          lines.add(TapeLine.granted(DifferenceReason.PRICE, new ItemId(i), usd(granted)));
        }
        need += settled - granted;
      }
      long more = 10 + random.nextInt(500);
      lines.add(TapeLine.onAccount(new CustomerId(1), usd(more)));
      long cut = 1 + random.nextLong(need + more - 1);
      List<TapeMoney> sums = sums(cut, need + more - cut);
      List<List<TapeLine>> tapes = SharedOut.over(sums, lines, Chart.STANDARD);
      for (int i = 0; i < sums.size(); i++) {
        assertThat(Tape.leftToPlace(sums.get(i), tapes.get(i))).as("round %d", round).isZero();
        assertThat(tapes.get(i)).allMatch(l -> l.amountMinor() > 0);
        grantsAreWithinWhatIsSettled(tapes.get(i));
      }
      assertThat(byItem(tapes.stream().flatMap(List::stream).toList())).isEqualTo(byItem(lines));
    }
  }

  private static void grantsAreWithinWhatIsSettled(List<TapeLine> tape) {
    tape.stream()
        .filter(l -> l.kind() == LineKind.GRANTED)
        .forEach(
            g ->
                assertThat(tape)
                    .anyMatch(
                        l ->
                            l.kind() == LineKind.SETTLES
                                && l.item().equals(g.item())
                                && l.amountMinor() >= g.amountMinor()));
  }

  private static Map<String, Long> byItem(List<TapeLine> lines) {
    return lines.stream()
        .collect(
            Collectors.groupingBy(
                l -> l.kind() + " " + l.item(), Collectors.summingLong(TapeLine::amountMinor)));
  }
}
