package io.sumbrel.core.matching.combination;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.matching.combination.Combinations.Searched;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CombinationsTest {

  /** 2,000 seeded instances of up to 18 amounts, credits among them, against all subsets. */
  @Test
  void findsWhatBruteForceFinds() {
    Random random = new Random(1);
    for (int run = 0; run < 2_000; run++) {
      long[] amounts = new long[1 + random.nextInt(run % 100 == 0 ? 18 : 10)];
      for (int i = 0; i < amounts.length; i++) {
        amounts[i] = random.nextInt(60) - 8;
      }
      long target = random.nextInt(120);
      int size = 1 + random.nextInt(4);
      Combinations.Result result = Combinations.search(amounts, target, size, 100_000);
      assertThat(result.count()).as("run %d", run).isEqualTo(bruteForce(amounts, target, size));
      assertCertified(result, amounts, target, size);
    }
  }

  private static long bruteForce(long[] amounts, long target, int size) {
    long count = 0;
    for (int set = 1; set < 1 << amounts.length; set++) {
      if (Integer.bitCount(set) <= size) {
        long sum = 0;
        for (int i = 0; i < amounts.length; i++) {
          sum += (set >> i & 1) == 1 ? amounts[i] : 0;
        }
        count += sum == target ? 1 : 0;
      }
    }
    return count;
  }

  private static void assertCertified(
      Combinations.Result result, long[] amounts, long target, int size) {
    Set<String> seen = new HashSet<>();
    for (int[] set : result.sets()) {
      assertThat(set.length).isLessThanOrEqualTo(size);
      assertThat(Arrays.stream(set).mapToLong(i -> amounts[i]).sum()).isEqualTo(target);
      assertThat(seen.add(Arrays.toString(set))).as("each set once").isTrue();
    }
  }

  /**
   * The subset-sum set p01 published by Florida State University: {15,22,14,26,32,9,16,8} reaches
   * 53 in three ways, all of up to four; from memory.
   */
  @Test
  void agreesWithAPublishedInstance() {
    long[] amounts = {15, 22, 14, 26, 32, 9, 16, 8};
    assertThat(Combinations.search(amounts, 53, 4, 10).count()).isEqualTo(3);
  }

  /** Distinct partitions of n into up to 4 parts: for n = 10, all q(10) = 10 (OEIS A000009). */
  @Test
  void countsDistinctPartitions() {
    long[] oneToTen = LongStream.rangeClosed(1, 10).toArray();
    assertThat(Combinations.search(oneToTen, 10, 4, 100).count()).isEqualTo(10);
  }

  /** Halves of 1..n in up to four parts against OEIS A063865: 2, 2, 8 for n = 3, 4, 7. */
  @ParameterizedTest
  @CsvSource({"3,2", "4,2", "7,8"})
  void countsHalvesOfTheFirstNumbers(int n, long halves) {
    long[] amounts = LongStream.rangeClosed(1, n).toArray();
    long half = n * (n + 1L) / 4;
    assertThat(bruteForce(amounts, half, n)).isEqualTo(halves);
    assertThat(Combinations.search(amounts, half, 4, 100).count())
        .isEqualTo(bruteForce(amounts, half, 4));
  }

  @Test
  void countsOnWhenItKeepsFewer() {
    long[] equal = LongStream.generate(() -> 5).limit(12).toArray();
    Combinations.Result result = Combinations.search(equal, 20, 4, 9);
    assertThat(result.count()).as("12 choose 4").isEqualTo(495);
    assertThat(result.sets()).hasSize(9);
    assertThat(result.searched()).isEqualTo(Searched.CAP_REACHED);
  }

  @Test
  void saysWhenItDidNotSearch() {
    long[] many = new long[Combinations.MAX_AMOUNTS + 1];
    assertThat(Combinations.search(many, 1, 4, 9).searched()).isEqualTo(Searched.TOO_BIG);
  }
}
