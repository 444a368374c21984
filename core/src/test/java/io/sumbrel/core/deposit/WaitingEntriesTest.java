package io.sumbrel.core.deposit;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.deposit.WaitingEntries.Entry;
import io.sumbrel.core.deposit.WaitingEntries.Known;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class WaitingEntriesTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final long ACCOUNT = 7;

  private static Known slip(long id, String reference, long minor) {
    return new Known(id, DepositKind.SLIP, ACCOUNT, reference, DAY, minor);
  }

  private static Entry entry(long id, LocalDate day, long minor, Method method, String text) {
    return new Entry(id, ACCOUNT, day, minor, method, text);
  }

  private static Entry deposit(long id, long minor) {
    return entry(id, DAY, minor, Method.DEPOSIT, "DEPOSIT");
  }

  private static Map<Long, Long> of(List<Known> deposits, Entry... entries) {
    return WaitingEntries.of(deposits, List.of(entries));
  }

  @Test
  void anEntryOfTheSameSumWaitsForTheSlip() {
    assertThat(of(List.of(slip(1, "S-118", 84_315)), deposit(10, 84_315), deposit(11, 84_316)))
        .containsExactly(Map.entry(1L, 10L));
  }

  @Test
  void twoEntriesOfOneSumAreLeftToAPerson() {
    assertThat(of(List.of(slip(1, "S-118", 84_315)), deposit(10, 84_315), deposit(11, 84_315)))
        .isEmpty();
  }

  @Test
  void twoSlipsOfOneSumAreLeftToAPersonUnlessTheBankNamesThem() {
    List<Known> slips = List.of(slip(1, "S-118", 84_315), slip(2, "S-119", 84_315));
    assertThat(of(slips, deposit(10, 84_315))).isEmpty();
    assertThat(of(slips, entry(10, DAY, 84_315, Method.DEPOSIT, "DEPOSIT S 119")))
        .containsExactly(Map.entry(2L, 10L));
  }

  @Test
  void aTransferOfThatSumIsNoSlip() {
    Entry transfer = entry(10, DAY, 84_315, Method.TRANSFER, "KESTREL LANE POTTERY TCK-20418");
    assertThat(of(List.of(slip(1, "S-118", 84_315)), transfer)).isEmpty();
    Known payout = new Known(1, DepositKind.PAYOUT, ACCOUNT, "PO-2207", DAY, 84_315);
    assertThat(of(List.of(payout), transfer)).containsExactly(Map.entry(1L, 10L));
  }

  @Test
  void aBoxIsNamedByItsNumberAlone() {
    Known batch = new Known(1, DepositKind.LOCKBOX_BATCH, ACCOUNT, "0040912-003", DAY, 238_410);
    Entry named = entry(10, DAY, 238_410, Method.TRANSFER, "LBX 0040912 DEP");
    assertThat(of(List.of(batch), named, deposit(11, 238_410))).containsExactly(Map.entry(1L, 10L));
  }

  @Test
  void whatIsBookedTooEarlyOrTooLateOrElsewhereIsAnother() {
    List<Known> slips = List.of(slip(1, "S-118", 84_315));
    assertThat(of(slips, entry(10, DAY.minusDays(2), 84_315, Method.DEPOSIT, ""))).isEmpty();
    assertThat(of(slips, entry(10, DAY.plusDays(11), 84_315, Method.DEPOSIT, ""))).isEmpty();
    assertThat(of(slips, new Entry(10, 8, DAY, 84_315, Method.DEPOSIT, ""))).isEmpty();
    assertThat(of(slips, entry(10, DAY.minusDays(1), 84_315, Method.DEPOSIT, ""))).hasSize(1);
    assertThat(of(slips, entry(10, DAY.plusDays(10), 84_315, Method.DEPOSIT, ""))).hasSize(1);
  }

  @Test
  void aPayoutBelowZeroIsTakenByTheProcessor() {
    Known payout = new Known(1, DepositKind.PAYOUT, ACCOUNT, "PO-2207", DAY, -1_250);
    assertThat(of(List.of(payout), entry(10, DAY, -1_250, Method.CARD, "CARDMILL PO2207")))
        .hasSize(1);
  }
}
