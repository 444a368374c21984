package io.sumbrel.core.tape;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class DoubtfulDatesTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 17);

  private static MoneyIn money(long minor, LocalDate booked) {
    return new MoneyIn(
            new MoneyInId(1), USD, minor, booked, Optional.empty(), Optional.empty(), "", List.of())
        .on(new BankLine(1, Method.TRANSFER, ""));
  }

  private static OpenItem item(String number, LocalDate date) {
    return new OpenItem(
        new ItemId(1),
        ItemKind.INVOICE,
        Optional.of(new CustomerId(7)),
        number,
        date,
        Optional.empty(),
        USD,
        500,
        500,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  @Test
  void anInvoiceOfALaterDayIsNamedAndOneOfTheDayIsNot() {
    assertThat(DoubtfulDates.of(money(500, TODAY), List.of(item("T-1", TODAY)), TODAY)).isEmpty();
    List<OpenItem> two = List.of(item("T-1", TODAY.minusDays(9)), item("T-2", TODAY.plusDays(1)));
    assertThat(DoubtfulDates.of(money(500, TODAY), two, TODAY))
        .contains("T-2 is dated 2026-11-18, after the money came on 2026-11-17.");
    assertThat(DoubtfulDates.of(money(-500, TODAY), two, TODAY)).as("paid out").isEmpty();
  }

  @Test
  void moneyOfADayToComeIsSaidWhateverItSettles() {
    assertThat(DoubtfulDates.of(money(500, TODAY.plusDays(3)), List.of(), TODAY))
        .contains("The money is booked on 2026-11-20, which is still to come.");
  }
}
