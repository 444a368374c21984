package io.sumbrel.core.matching.assignment;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.matching.assignment.GreedyAssignment.Option;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class GreedyAssignmentTest {
  @Test
  void givesTheSurerClaimantTheItemAndTheOtherItsNextWay() {
    List<Option> options =
        List.of(
            new Option(0, 0, 800, new int[] {0}, new long[] {100}),
            new Option(0, 1, 300, new int[] {1}, new long[] {100}),
            new Option(1, 0, 990, new int[] {0}, new long[] {100}));
    assertThat(GreedyAssignment.choose(options, 2, new long[] {100, 100})).containsExactly(1, 2);
  }

  @Test
  void sharesAnItemInParts() {
    List<Option> options =
        List.of(
            new Option(0, 0, 900, new int[] {0}, new long[] {60}),
            new Option(1, 0, 800, new int[] {0}, new long[] {40}),
            new Option(2, 0, 700, new int[] {0}, new long[] {1}));
    assertThat(GreedyAssignment.choose(options, 3, new long[] {100})).containsExactly(0, 1, -1);
  }

  @Test
  void neverPromisesMoreThanThereIs() {
    Random random = new Random(3);
    for (int run = 0; run < 500; run++) {
      long[] capacity = {random.nextInt(100), random.nextInt(100), random.nextInt(100)};
      List<Option> options = new ArrayList<>();
      for (int i = 0; i < 30; i++) {
        options.add(
            new Option(
                random.nextInt(8),
                i,
                random.nextInt(1000),
                new int[] {random.nextInt(3)},
                new long[] {1 + random.nextInt(60)}));
      }
      long[] promised = new long[3];
      int[] chosen = GreedyAssignment.choose(options, 8, capacity);
      for (int claimant = 0; claimant < 8; claimant++) {
        if (chosen[claimant] >= 0) {
          Option option = options.get(chosen[claimant]);
          assertThat(option.claimant()).isEqualTo(claimant);
          promised[option.resources()[0]] += option.amounts()[0];
        }
      }
      for (int r = 0; r < 3; r++) {
        assertThat(promised[r]).isLessThanOrEqualTo(capacity[r]);
      }
    }
  }
}
