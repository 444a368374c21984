package io.sumbrel.core.receipt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import io.sumbrel.core.bank.BatchDetail;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

class PartsGivenTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final MoneyIn SUM =
      new MoneyIn(
          new MoneyInId(1),
          Currency.getInstance("JPY"),
          500,
          DAY,
          Optional.empty(),
          Optional.empty(),
          "",
          List.of());
  private static final MoneyIn AT_BANK = SUM.on(new BankLine(7, Method.TRANSFER, "B1"));

  private long next = 1;

  private PartsGiven given(MoneyIn sum, String reference, long... minors) {
    List<StatementEntry> parts =
        LongStream.of(minors)
            .mapToObj(m -> StatementEntry.at(3, DAY.plusDays(2), m).reference("P" + m).build())
            .toList();
    return PartsGiven.of(sum, new BatchDetail(reference, parts), () -> new MoneyInId(++next));
  }

  @Test
  void partsCountWhereTheirSumStoodFromTheDayOnWhichItWasBooked() {
    PartsGiven given = given(AT_BANK, "B1", 620, -120);
    assertThat(given.sum()).isEqualTo(AT_BANK);
    assertThat(given.parts())
        .extracting(p -> p.money().amountMinor(), p -> p.money().bookingDate())
        .containsExactly(tuple(620L, DAY), tuple(-120L, DAY));
    assertThat(given.parts().get(1).money().id()).isEqualTo(new MoneyInId(3));
    assertThat(given.parts().get(1).money().bankLine())
        .contains(new BankLine(7, Method.OTHER, "P-120"));
  }

  @Test
  void partsOfAnotherSumAreRefused() {
    assertThatThrownBy(() -> given(AT_BANK, "B1", 620, -121))
        .hasMessage("The parts make 499, the sum is 500.");
    assertThatThrownBy(() -> given(AT_BANK, "B2", 500))
        .hasMessage("The parts are of “B2”, the sum is “B1”.");
    assertThatThrownBy(() -> given(SUM, "B1", 500))
        .hasMessage("Only a sum that the bank shows has parts.");
  }
}
