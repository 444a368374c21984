package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.ledger.StandardAccount;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Which receipts a sum of the bank is; each set is checked by adding it up. */
class RecordedSetsTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 9);

  private static Recorded receipt(long id, int day, long minor) {
    return new Recorded(
        new RecordedId(id),
        DepositKind.SINGLE,
        StandardAccount.PROCESSOR_BALANCE.code(),
        Currency.getInstance("USD"),
        Optional.empty(),
        "",
        DAY.plusDays(day),
        minor,
        "card receipt " + id,
        Set.of());
  }

  private static long sum(List<Recorded> records) {
    return records.stream().mapToLong(Recorded::amountMinor).sum();
  }

  @Test
  void proposesADayBeforeAnyOtherSetOfThatSum() {
    List<Recorded> waiting =
        List.of(
            receipt(1, 0, 1_000),
            receipt(2, 0, 2_500),
            receipt(3, 1, 3_500),
            receipt(4, 2, 500),
            receipt(5, 2, 3_000));
    RecordedSets.Found found = RecordedSets.of(waiting, 3_500);
    assertThat(found.sets())
        .extracting(RecordedSets.Proposed::words)
        .startsWith("the one of that amount", "all of 2026-11-09", "all of 2026-11-11");
    assertThat(found.sets()).allMatch(s -> sum(s.records()) == 3_500);
    assertThat(found.sets().stream().filter(RecordedSets.Proposed::natural)).hasSize(3);
  }

  @Test
  void takesAllUpToADay() {
    List<Recorded> waiting = List.of(receipt(1, 0, 101), receipt(2, 1, 202), receipt(3, 4, 909));
    assertThat(RecordedSets.of(waiting, 303).sets())
        .extracting(RecordedSets.Proposed::words)
        .containsExactly("all up to 2026-11-10");
    assertThat(RecordedSets.of(waiting, 304).sets()).isEmpty();
  }

  /** A card batch: twelve of sixty receipts of no one day. */
  @ParameterizedTest
  @ValueSource(longs = {101, 102, 103, 104})
  void findsTwelveOfSixty(long seed) {
    Random random = new Random(seed);
    List<Recorded> waiting = new ArrayList<>();
    for (int i = 0; i < 60; i++) {
      waiting.add(receipt(i, random.nextInt(9), 500 + random.nextInt(30_000)));
    }
    long wanted = sum(waiting.subList(20, 32));
    RecordedSets.Found found = RecordedSets.of(waiting, wanted);
    assertThat(found.sets()).isNotEmpty().allMatch(s -> sum(s.records()) == wanted);
    assertThat(found.more()).as("many sets of sixty make it, and that is said").isTrue();
  }
}
