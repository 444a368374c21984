package io.sumbrel.core.bank;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class BatchDetailTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static StatementEntry part(long minor, String batch) {
    return StatementEntry.at(1, DAY, minor).partOf(batch).build();
  }

  private static List<BatchDetail> details(StatementEntry... entries) {
    return BatchDetail.of(
        new BankStatement(
            new StatementFrame(
                "1", Currency.getInstance("USD"), "N", Optional.empty(), Optional.empty()),
            Arrays.asList(entries)));
  }

  @Test
  void gathersPartsByTheReferenceOfTheirSumInTheOrderOfTheMessage() {
    List<BatchDetail> details =
        details(part(100, "B2"), part(30, "B1"), part(-20, "B2"), part(5, "B1"));
    assertThat(details).extracting(BatchDetail::reference).containsExactly("B2", "B1");
    assertThat(details).extracting(BatchDetail::amountMinor).containsExactly(80L, 35L);
  }

  @Test
  void knowsNoBatchWhereTheSumHasNoReferenceOrIsNotSplit() {
    assertThat(details(part(100, ""), StatementEntry.at(1, DAY, 7).build())).isEmpty();
  }
}
