package io.sumbrel.core.bank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.bank.StatementEntry.Status;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class BankStatementTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static StatementEntry entry(int place, long minor, Status status) {
    return StatementEntry.at(place, DAY, minor).status(status).build();
  }

  private static BankStatement statement(long opening, long closing, StatementEntry... entries) {
    return new BankStatement(
        new StatementFrame(
            "1",
            USD,
            "7",
            Optional.of(new Balance(DAY.minusDays(1), opening)),
            Optional.of(new Balance(DAY, closing))),
        Arrays.asList(entries));
  }

  @Test
  void addsUpBookedEntriesOnly() {
    BankStatement statement =
        statement(
            1_000,
            1_700,
            entry(3, 900, Status.BOOKED),
            entry(4, -200, Status.BOOKED),
            entry(5, 50, Status.PENDING));
    statement.requireAddsUp();
    assertThat(statement.inMinor()).isEqualTo(900);
    assertThat(statement.outMinor()).isEqualTo(-200);
    assertThat(statement.count(1)).isEqualTo(1);
    assertThat(statement.bookedCount()).isEqualTo(2);
  }

  @Test
  void namesTheEntryWhoseSignMayBeWrong() {
    assertThatThrownBy(() -> statement(1_000, 800, entry(3, 200, Status.BOOKED)).requireAddsUp())
        .hasMessageContaining("by −4.00")
        .hasMessageContaining("The sign of the entry of 2.00 at line 3 may be wrong");
  }

  @Test
  void guessesAtAMissingEntryOtherwise() {
    assertThatThrownBy(() -> statement(1_000, 1_290, entry(3, 200, Status.BOOKED)).requireAddsUp())
        .hasMessageContaining("An entry of 0.90 may be missing");
  }

  @Test
  void hasNothingToProveWhereNoBalanceIsStated() {
    BankStatement bare =
        new BankStatement(
            new StatementFrame("1", USD, "", Optional.empty(), Optional.empty()),
            List.of(entry(3, 200, Status.BOOKED)));
    bare.requireAddsUp();
    assertThat(bare.movedMinor()).isEqualTo(200);
  }
}
