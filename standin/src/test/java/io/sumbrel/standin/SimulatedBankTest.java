package io.sumbrel.standin;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.bai2.Bai2Reader;
import io.sumbrel.formats.camt.CamtReader;
import io.sumbrel.formats.lockbox.LockboxLayout;
import io.sumbrel.formats.lockbox.LockboxReader;
import io.sumbrel.formats.mt.MtReader;
import io.sumbrel.formats.statementcsv.StatementCsvReader;
import io.sumbrel.standin.bank.BankFile;
import io.sumbrel.standin.bank.HandedIn;
import io.sumbrel.standin.bank.SimulatedBank;
import io.sumbrel.standin.bank.WrittenCases;
import io.sumbrel.standin.house.DemoHouse;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class SimulatedBankTest {
  private static final LocalDate DAY = WrittenCases.DAY;
  private static final LocalDate LAST = DAY.plusDays(25);
  private static final DemoHouse HOUSE = new DemoHouse();

  private static SimulatedBank bank(HandedIn... slips) {
    return new SimulatedBank(HOUSE.invented(), List.of(slips));
  }

  private static List<BankStatement> statements(BankFile file) {
    byte[] bytes = file.content();
    return switch (FileKind.of(Arrays.copyOf(bytes, Math.min(bytes.length, 4096)))) {
      case CAMT_053 -> CamtReader.read(bytes).orRefuse();
      case BAI2 -> Bai2Reader.read(bytes).orRefuse();
      case MT940 -> MtReader.read(bytes).orRefuse();
      case STATEMENT_CSV -> StatementCsvReader.read(bytes).orRefuse();
      default -> List.of();
    };
  }

  @Test
  void statementsOfEveryAccountAddUpAndChain() {
    Map<String, Long> closings = new HashMap<>();
    int read = 0;
    for (BankFile file : bank().files(DAY, LAST)) {
      for (BankStatement statement : statements(file)) {
        statement.requireAddsUp();
        long opening = statement.frame().opening().map(Balance::minor).orElseThrow();
        Long before = closings.put(statement.account(), closing(statement));
        assertThat(before == null || before == opening).as(file.name()).isTrue();
        read++;
      }
    }
    assertThat(read).isEqualTo(3 * 20);
  }

  private static long closing(BankStatement statement) {
    return statement.frame().closing().map(Balance::minor).orElseThrow();
  }

  @Test
  void theSameDaysMadeAnewAreTheSameBytes() {
    List<BankFile> first = bank().files(DAY, LAST);
    List<BankFile> again =
        new SimulatedBank(new DemoHouse().invented(), List.of()).files(DAY, LAST);
    assertThat(again).hasSameSizeAs(first);
    for (int i = 0; i < first.size(); i++) {
      assertThat(again.get(i).content()).as(first.get(i).name()).isEqualTo(first.get(i).content());
    }
  }

  @Test
  void weekendsBringNothing() {
    LocalDate saturday = LocalDate.of(2026, 11, 21);
    assertThat(bank().files(saturday, saturday.plusDays(1))).isEmpty();
  }

  @Test
  void whatTheLockboxTakesIsOneSumOnTheStatement() {
    int batches = 0;
    for (BankFile file : bank().files(DAY.plusDays(1), LAST)) {
      if (file.name().contains("lockbox")) {
        for (LockboxBatch batch :
            LockboxReader.read(file.content(), LockboxLayout.USUAL).orRefuse()) {
          assertThat(bank().statement(SimulatedBank.COLLECTIONS, file.day()).entries())
              .extracting(StatementEntry::amountMinor)
              .contains(batch.totalMinor());
          batches++;
        }
      }
    }
    assertThat(batches).isGreaterThan(5);
  }

  private static List<Long> credits(HandedIn slip) {
    List<Long> credits = new ArrayList<>();
    for (StatementEntry entry :
        bank(slip).statement(slip.account(), SimulatedBank.bankingDayAfter(slip.day())).entries()) {
      if (String.join(" ", entry.text()).contains(slip.number())) {
        credits.add(entry.amountMinor());
      }
    }
    return credits;
  }

  @Test
  void slipsAreCreditedOnTheNextBankingDayMostlyAsCounted() {
    int exact = 0;
    int twoSums = 0;
    int miscounted = 0;
    LocalDate friday = LocalDate.of(2026, 11, 20);
    for (int i = 0; i < 100; i++) {
      List<Long> credits =
          credits(new HandedIn(SimulatedBank.COLLECTIONS, "S-" + (200 + i), friday, 50_000));
      long sum = credits.stream().mapToLong(Long::longValue).sum();
      assertThat(Math.abs(sum - 50_000)).isIn(0L, 10L);
      twoSums += credits.size() == 2 ? 1 : 0;
      miscounted += sum != 50_000 ? 1 : 0;
      exact += credits.size() == 1 && sum == 50_000 ? 1 : 0;
    }
    assertThat(exact).isGreaterThan(40);
    assertThat(twoSums).isGreaterThan(5);
    assertThat(miscounted).isGreaterThan(5);
  }
}
