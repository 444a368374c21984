package io.sumbrel.core.matching.ways;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class RunSumsTest {
  private static List<List<Integer>> reaching(long[] amounts, long wanted) {
    List<List<Integer>> runs = new ArrayList<>();
    int[] order = IntStream.range(100, 100 + amounts.length).toArray();
    new RunSums(order, amounts)
        .reaching(wanted, run -> runs.add(Arrays.stream(run).boxed().toList()));
    return runs;
  }

  @Test
  void aRunIsOfTwoOrMore() {
    assertThat(reaching(new long[] {5, 7, 5, 2}, 7))
        .containsExactly(List.of(102, 103)); // 7 by itself is none
    assertThat(reaching(new long[] {5, 7, 5, 2}, 19)).containsExactly(List.of(100, 101, 102, 103));
    assertThat(reaching(new long[0], 7)).isEmpty();
  }

  /** Every run of every row is looked at one by one. */
  @Test
  void findsEveryRun() {
    Random random = new Random(4);
    for (int round = 0; round < 300; round++) {
      long[] amounts = random.longs(random.nextInt(40), 1, 30).toArray();
      long wanted = random.nextInt(1, 200);
      List<List<Integer>> all = new ArrayList<>();
      for (int to = 2; to <= amounts.length; to++) {
        for (int from = 0; from < to - 1; from++) {
          if (Arrays.stream(amounts, from, to).sum() == wanted) {
            all.add(IntStream.range(100 + from, 100 + to).boxed().toList());
          }
        }
      }
      assertThat(reaching(amounts, wanted)).isEqualTo(all);
    }
  }
}
