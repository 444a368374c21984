package io.sumbrel.core.matching.combination;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SumTableTest {
  private static final long BUDGET = 10_000_000;

  /** 2,000 seeded instances of up to 18 amounts, credits among them, against all subsets. */
  @Test
  void findsWhatBruteForceFinds() {
    Random random = new Random(1);
    for (int run = 0; run < 2_000; run++) {
      long[] amounts = new long[1 + random.nextInt(run % 100 == 0 ? 18 : 10)];
      for (int i = 0; i < amounts.length; i++) {
        amounts[i] = random.nextInt(60) - 8;
      }
      long low = random.nextInt(120);
      long high = low + (run % 3 == 0 ? random.nextInt(9) : 0);
      int size = 1 + random.nextInt(6);
      Sets found = SumTable.of(amounts).within(low, high, size, 100_000, BUDGET);
      long[] counts = bruteForce(amounts, low, high);
      for (int k = 1; k <= 6; k++) {
        assertThat(found.counts()[k])
            .as("run %d, sets of %d", run, k)
            .isEqualTo(k <= size ? counts[k] : 0);
      }
      assertThat(found.searched()).isEqualTo(Searched.SEARCHED_ALL);
      assertThat(found.completeTo()).isEqualTo(size);
      assertThat(found.sets()).hasSize((int) found.count());
      assertCertified(found, amounts, low, high);
    }
  }

  /** How many sets of each size sum up to something between two bounds. */
  private static long[] bruteForce(long[] amounts, long low, long high) {
    long[] counts = new long[Math.max(7, amounts.length + 1)];
    for (int set = 1; set < 1 << amounts.length; set++) {
      long sum = 0;
      for (int i = 0; i < amounts.length; i++) {
        sum += (set >> i & 1) == 1 ? amounts[i] : 0;
      }
      counts[Integer.bitCount(set)] += sum >= low && sum <= high ? 1 : 0;
    }
    return counts;
  }

  private static void assertCertified(Sets found, long[] amounts, long low, long high) {
    Set<String> seen = new HashSet<>();
    for (int[] set : found.sets()) {
      assertThat(Arrays.stream(set).mapToLong(i -> amounts[i]).sum()).isBetween(low, high);
      assertThat(Arrays.stream(set).distinct().sorted().toArray()).isEqualTo(set);
      assertThat(seen.add(Arrays.toString(set))).as("each set once").isTrue();
    }
  }

  /**
   * The subset-sum set p01 published by Florida State University: {15,22,14,26,32,9,16,8} reaches
   * 53 in three ways; from memory.
   */
  @Test
  void agreesWithAPublishedInstance() {
    long[] amounts = {15, 22, 14, 26, 32, 9, 16, 8};
    assertThat(SumTable.of(amounts).reaching(53, 6, 10, BUDGET).count()).isEqualTo(3);
  }

  /**
   * Distinct partitions of n, OEIS A000009: q(10) = 10, q(20) = 64. Of 20 at the most five parts
   * differ (1 + … + 5 = 15, 1 + … + 6 = 21), so sets of up to six are all of them.
   */
  @ParameterizedTest
  @CsvSource({"10,10", "20,64"})
  void countsDistinctPartitions(int n, long partitions) {
    long[] firstNumbers = LongStream.rangeClosed(1, n).toArray();
    assertThat(SumTable.of(firstNumbers).reaching(n, 6, 1, BUDGET).count()).isEqualTo(partitions);
  }

  /**
   * Halves of 1..n, OEIS A063865: 2, 2, 8, 14, 70, 124 for n = 3, 4, 7, 8, 11, 12. A set and what
   * is left of it are both halves, so for n = 11 each half of six stands for one of five.
   */
  @ParameterizedTest
  @CsvSource({"3,2", "4,2", "7,8", "8,14", "11,70", "12,124"})
  void countsHalvesOfTheFirstNumbers(int n, long halves) {
    Sets found =
        SumTable.of(LongStream.rangeClosed(1, n).toArray())
            .reaching(n * (n + 1L) / 4, 6, 1, BUDGET);
    long upToHalf = 0;
    for (int size = 1; 2 * size <= n; size++) {
      upToHalf += 2 * size == n ? found.counts()[size] : 2 * found.counts()[size];
    }
    assertThat(upToHalf).isEqualTo(halves);
  }

  @Test
  void countsOnWhenItKeepsFewer() {
    long[] equal = LongStream.generate(() -> 5).limit(12).toArray();
    Sets found = SumTable.of(equal).reaching(20, 4, 9, BUDGET);
    assertThat(found.count()).as("12 choose 4").isEqualTo(495);
    assertThat(found.sets()).hasSize(9);
    assertThat(found.searched()).isEqualTo(Searched.CAP_REACHED);
  }

  @Test
  void saysHowFarItGot() {
    long[] equal = LongStream.generate(() -> 5).limit(400).toArray();
    Sets stopped = SumTable.of(equal).reaching(15, 3, 9, 50_000);
    assertThat(stopped.searched()).isEqualTo(Searched.NODE_BUDGET);
    assertThat(stopped.completeTo()).isEqualTo(2);
    Sets further = SumTable.of(equal).reaching(30, 6, 9, Long.MAX_VALUE);
    assertThat(further.searched()).isEqualTo(Searched.TOO_BIG);
    assertThat(further.completeTo()).isEqualTo(4);
    long[] many = new long[SumTable.MAX_AMOUNTS + 1];
    many[SumTable.MAX_AMOUNTS] = 7;
    assertThat(SumTable.of(many).reaching(7, 2, 9, BUDGET).completeTo()).isEqualTo(1);
    long[] wide = LongStream.range(0, 5_000).toArray();
    assertThat(SumTable.of(wide).reaching(4_321, 1, 9, BUDGET).sets().get(0))
        .containsExactly(4_321);
  }

  @Test
  void holdsTheLargestAmountsWithoutOverflow() {
    long large = 10_000_000_000_000L;
    long[] amounts = LongStream.rangeClosed(1, 50).map(i -> large - i).toArray();
    assertThat(SumTable.of(amounts).reaching(6 * large - 21, 6, 9, BUDGET).count()).isEqualTo(1);
  }

  @Test
  void refusesSetsOfNothing() {
    assertThatThrownBy(() -> SumTable.of(new long[] {1}).reaching(1, 0, 1, 1))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void theSetsSayWhichStopSaysLess() {
    assertThat(Searched.SEARCHED_ALL.and(Searched.TOO_BIG)).isEqualTo(Searched.TOO_BIG);
    assertThat(Searched.NODE_BUDGET.and(Searched.CAP_REACHED)).isEqualTo(Searched.NODE_BUDGET);
  }
}
