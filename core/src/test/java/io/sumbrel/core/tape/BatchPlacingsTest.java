package io.sumbrel.core.tape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.BatchPlacings.Cheque;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Batches with sums by hand: what is posted, and what is not, make the file's total. */
class BatchPlacingsTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final ItemId ONE = new ItemId(1);
  private static final ItemId TWO = new ItemId(2);

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  private static Cheque cheque(long id, long minor, boolean posted, TapeLine... lines) {
    return new Cheque(Optional.of(new MoneyInId(id)), minor, posted, List.of(lines));
  }

  /** 500 + 5 let off on item 1; 100: 60 on account, 30 of nobody, 10 to the ledger; 70 not yet. */
  @Test
  void partsOfTheTotalMakeIt() {
    BatchPlacings placings =
        BatchPlacings.of(
            List.of(
                cheque(
                    1,
                    500_00,
                    true,
                    TapeLine.settles(ONE, usd(505_00)),
                    TapeLine.granted(DifferenceReason.SMALL_DIFFERENCE, ONE, usd(5_00))),
                cheque(
                    2,
                    100_00,
                    true,
                    TapeLine.onAccount(new CustomerId(7), usd(60_00)),
                    TapeLine.unidentified(usd(30_00)),
                    TapeLine.toAccount(StandardAccount.SALES.code(), usd(10_00))),
                cheque(3, 70_00, false)),
            Map.of(ONE, 0L));
    assertThat(placings.placedMinor()).isEqualTo(500_00);
    assertThat(placings.onAccountMinor()).isEqualTo(60_00);
    assertThat(placings.unidentifiedMinor()).isEqualTo(30_00);
    assertThat(placings.elsewhereMinor()).isEqualTo(10_00);
    assertThat(placings.notPostedMinor()).isEqualTo(70_00);
    assertThat(placings.rests()).isEmpty();
  }

  /** Two cheques pay item 1 of 100.00 with 60 and 39.98; the second leaves 0.02 to decide. */
  @Test
  void aRestStandsWithTheLastChequeThatPaysTheItem() {
    Cheque first = cheque(1, 60_00, false, TapeLine.settles(ONE, usd(60_00)));
    Cheque last = cheque(2, 39_98, false, TapeLine.settles(ONE, usd(39_98)));
    Map<ItemId, Long> open = Map.of(ONE, 100_00L, TWO, 5L);
    BatchPlacings.Rest rest = BatchPlacings.of(List.of(first, last), open).rests().get(0);
    assertThat(rest)
        .isEqualTo(
            new BatchPlacings.Rest(new MoneyInId(2), ONE, 39_98, 2, false, Optional.empty()));
    List<TapeLine> letOff = RestOfItem.LET_OFF.on(last.lines(), ONE, rest.leftMinor());
    assertThat(letOff)
        .containsExactly(
            TapeLine.settles(ONE, usd(40_00)),
            TapeLine.granted(DifferenceReason.SMALL_DIFFERENCE, ONE, usd(2)));
    Cheque decided = new Cheque(last.money(), 39_98, false, letOff);
    assertThat(BatchPlacings.of(List.of(first, decided), open).rests()).isEmpty();
    assertThat(RestOfItem.FOLLOW_UP.on(last.lines(), ONE, 2).get(0).shortPay())
        .contains(ShortPayReason.UNKNOWN);
    assertThatThrownBy(() -> RestOfItem.LET_OFF.on(letOff, ONE, 2)).isInstanceOf(Refusal.class);
    assertThatThrownBy(() -> RestOfItem.LET_OFF.on(last.lines(), TWO, 2))
        .isInstanceOf(Refusal.class);
    assertThatThrownBy(() -> RestOfItem.LET_OFF.on(last.lines(), ONE, 0))
        .isInstanceOf(Refusal.class);
  }
}
