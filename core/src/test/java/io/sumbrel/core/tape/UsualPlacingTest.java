package io.sumbrel.core.tape;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Running down from the earliest due item is common practice where a payer names nothing. */
class UsualPlacingTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final CustomerId CUSTOMER = new CustomerId(7);

  private static OpenItem item(long id, int due, long open, Currency currency) {
    return new OpenItem(
        new ItemId(id),
        open < 0 ? ItemKind.CREDIT_NOTE : ItemKind.INVOICE,
        Optional.of(CUSTOMER),
        "T" + id,
        LocalDate.of(2026, 10, 1),
        Optional.of(LocalDate.of(2026, 11, due)),
        currency,
        open,
        open,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static final List<OpenItem> OPEN =
      List.of(
          item(1, 20, 40_000, USD),
          item(2, 5, 12_500, USD),
          item(3, 9, 30_000, USD),
          item(4, 2, -6_000, USD),
          item(5, 1, 30_000, Currency.getInstance("EUR")));

  private static String placed(long minor) {
    return UsualPlacing.of(CUSTOMER, OPEN, Money.ofMinor(USD, minor)).stream()
        .map(l -> l.item().map(i -> "T" + i.number()).orElse("on account") + " " + l.amountMinor())
        .collect(Collectors.joining(", "));
  }

  @Test
  void takesTheItemOfThatAmountBeforeEarlierOnes() {
    assertThat(placed(40_000)).isEqualTo("T1 40000");
    assertThat(placed(30_000)).as("of its own currency").isEqualTo("T3 30000");
  }

  @Test
  void runsDownFromTheEarliestDueAndLeavesCreditsAlone() {
    assertThat(placed(42_500)).isEqualTo("T2 12500, T3 30000");
    assertThat(placed(20_000)).isEqualTo("T2 12500, T3 7500");
  }

  @Test
  void keepsOnAccountWhatIsLeft() {
    assertThat(placed(82_501)).isEqualTo("T2 12500, T3 30000, T1 40000, on account 1");
  }
}
