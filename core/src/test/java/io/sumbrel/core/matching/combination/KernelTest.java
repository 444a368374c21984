package io.sumbrel.core.matching.combination;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.OptionalLong;
import java.util.Random;
import java.util.TreeSet;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The layers that know no limit of size, against all subsets, each other and published counts. */
class KernelTest {
  private static final long BUDGET = 50_000_000;

  private static long[] firstNumbers(int n) {
    return LongStream.rangeClosed(1, n).toArray();
  }

  /** 2,000 seeded instances of up to 18 amounts; credits, zeros and common units among them. */
  @Test
  void allLayersAgreeWithBruteForce() {
    Random random = new Random(7);
    for (int run = 0; run < 2_000; run++) {
      long[] amounts = new long[1 + random.nextInt(run % 100 == 0 ? 18 : 10)];
      long[] costs = random.longs(amounts.length, -20, 80).toArray();
      long unit = 1 + random.nextInt(4);
      Arrays.setAll(amounts, i -> unit * (random.nextInt(60) - 8));
      long target = unit * (1 + random.nextInt(120));
      TreeSet<String> truth = new TreeSet<>();
      long cheapest = Long.MAX_VALUE;
      for (int mask = 1; mask < 1 << amounts.length; mask++) {
        if (sumOf(mask, amounts) == target) {
          truth.add(Arrays.toString(indices(mask)));
          cheapest = Math.min(cheapest, sumOf(mask, costs));
        }
      }
      Sets halves = HalfSums.of(amounts).reaching(target, amounts.length, 300_000, BUDGET);
      assertThat(written(halves)).as("run %d", run).isEqualTo(truth);
      assertThat(halves.count()).isEqualTo(truth.size());
      Sets walked = ReachableSums.reaching(amounts, target, 300_000, BUDGET, BUDGET);
      assertThat(written(walked)).as("run %d", run).isEqualTo(truth);
      assertThat(walked.searched()).isEqualTo(Searched.SEARCHED_ALL);
      assertThat(SetCounts.reaching(amounts, target, BUDGET)).hasValue(truth.size());
      CheapestSet.Answer least = CheapestSet.reaching(amounts, costs, target, BUDGET);
      assertThat(least.found().isPresent()).as("run %d", run).isEqualTo(!truth.isEmpty());
      if (least.found().isPresent()) {
        CheapestSet.Found found = least.found().get();
        assertThat(found.cost()).as("run %d", run).isEqualTo(cheapest);
        assertThat(truth).contains(Arrays.toString(found.indices()));
        assertThat(Arrays.stream(found.indices()).mapToLong(i -> costs[i]).sum())
            .isEqualTo(cheapest);
      }
    }
  }

  private static TreeSet<String> written(Sets sets) {
    TreeSet<String> written = new TreeSet<>();
    sets.sets().forEach(s -> written.add(Arrays.toString(s)));
    assertThat(written).as("each set once").hasSameSizeAs(sets.sets());
    return written;
  }

  private static long sumOf(int mask, long[] values) {
    return Arrays.stream(indices(mask)).mapToLong(i -> values[i]).sum();
  }

  private static int[] indices(int mask) {
    return IntStream.range(0, 32).filter(i -> (mask >>> i & 1) == 1).toArray();
  }

  /** OEIS A063865: subsets of 1..n with half the sum; 722 and 1314 for n = 15 and 16. */
  @ParameterizedTest
  @CsvSource({"3,2", "7,8", "8,14", "11,70", "12,124", "15,722", "16,1314"})
  void countsHalvesOfTheFirstNumbers(int n, long halves) {
    long half = n * (n + 1L) / 4;
    assertThat(SetCounts.reaching(firstNumbers(n), half, BUDGET)).hasValue(halves);
    assertThat(HalfSums.of(firstNumbers(n)).reaching(half, n, 1, BUDGET).count()).isEqualTo(halves);
  }

  /** OEIS A000009, distinct partitions: q(50) = 3658, q(100) = 444793. */
  @ParameterizedTest
  @CsvSource({"10,10", "20,64", "50,3658", "100,444793"})
  void countsDistinctPartitions(int n, long partitions) {
    assertThat(SetCounts.reaching(firstNumbers(n), n, BUDGET)).hasValue(partitions);
    Sets walked = ReachableSums.reaching(firstNumbers(n), n, 500_000, BUDGET, BUDGET);
    assertThat(walked.count()).isEqualTo(partitions);
  }

  /** Of 60 equal amounts any 12 will do: C(60,12) = 1399358844975. */
  @Test
  void countsBeyondWhatCanBeListed() {
    long[] equal = new long[60];
    Arrays.fill(equal, 12_500);
    assertThat(SetCounts.reaching(equal, 150_000, BUDGET)).hasValue(1_399_358_844_975L);
    Sets some = ReachableSums.reaching(equal, 150_000, 9, BUDGET, BUDGET);
    assertThat(some.searched()).isEqualTo(Searched.CAP_REACHED);
    assertThat(some.sets()).hasSize(9).allMatch(s -> s.length == 12);
    long[] many = new long[400];
    Arrays.fill(many, 100);
    assertThat(SetCounts.reaching(many, 20_000, BUDGET)).hasValue(SetCounts.MOST);
  }

  /** The larger tables against each other: sets of up to eight among 25 to 40. */
  @Test
  void quadruplesAgreeWithTheCounts() {
    Random random = new Random(9);
    for (int run = 0; run < 20; run++) {
      long[] amounts = random.longs(25 + random.nextInt(16), 150, 400).toArray();
      long target = 1_100 + random.nextInt(50); // no nine of them sum up to so little
      Sets found = SumTable.of(amounts).reaching(target, 8, 5, BUDGET);
      assertThat(found.completeTo()).isEqualTo(8);
      assertThat(SetCounts.reaching(amounts, target, BUDGET)).hasValue(found.count());
    }
  }

  /** Pairs and triples of many, without a table and with one. */
  @Test
  void threeOfManyAgreeWithTheTable() {
    Random random = new Random(11);
    for (int run = 0; run < 20; run++) {
      long[] amounts = random.longs(61 + random.nextInt(80), -900, 2_000).toArray();
      long low = random.nextInt(3_000);
      SetSearch bare = SumTable.of(amounts);
      SetSearch withTable = SumTable.of(amounts);
      withTable.within(low, low + 7, 4, 1, BUDGET);
      Sets one = bare.within(low, low + 7, 3, 500_000, BUDGET);
      Sets other = withTable.within(low, low + 7, 3, 500_000, BUDGET);
      assertThat(written(one)).isEqualTo(written(other));
      assertThat(one.counts()).isEqualTo(other.counts());
    }
  }

  @Test
  void saysWhenItDidNotSearch() {
    long[] amounts = {10_000_000_000_001L, 9_999_999_999_999L, 3};
    assertThat(SetCounts.reaching(amounts, 20_000_000_000_000L, BUDGET)).hasValue(1);
    long[] apart = {10_000_000_000_001L, 9_000_000_000_000L, 8_000_000_000_003L};
    assertThat(SetCounts.reaching(apart, 9_000_000_000_000L, BUDGET))
        .isEqualTo(OptionalLong.empty());
    assertThat(CheapestSet.reaching(apart, apart, 9_000_000_000_000L, BUDGET).searched())
        .isEqualTo(Searched.TOO_BIG);
    assertThat(ReachableSums.reaching(apart, 9_000_000_000_000L, 1, BUDGET, BUDGET).searched())
        .isEqualTo(Searched.TOO_BIG);
    assertThat(ReachableSums.reaching(firstNumbers(100), 100, 500_000, BUDGET, 99).searched())
        .isEqualTo(Searched.NODE_BUDGET);
    assertThat(HalfSums.of(new long[20]).reaching(0, 20, 5, 1_000).searched())
        .isEqualTo(Searched.NODE_BUDGET);
  }

  @Test
  void anUnreachableSumIsProvenToBeOne() {
    assertThat(SetCounts.reaching(new long[] {20, 40, 60}, 50, 1)).as("no unit fits").hasValue(0);
    assertThat(SetCounts.reaching(new long[] {20, 40, 60}, 130, 1)).as("beyond all").hasValue(0);
    CheapestSet.Answer none = CheapestSet.reaching(new long[] {20, -40}, new long[2], 30, BUDGET);
    assertThat(none.found()).isEmpty();
    assertThat(none.searched()).isEqualTo(Searched.SEARCHED_ALL);
    assertThatThrownBy(() -> CheapestSet.reaching(new long[] {1}, new long[1], 0, BUDGET))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> HalfSums.of(new long[25]))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
