package io.sumbrel.core.books;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.proof.Proof;
import io.sumbrel.core.proof.ProofLine;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BooksTest {
  private static final int STEPS = 500;

  /** Twenty walks of 500 steps: 10,000 steps, the whole proof after each. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
  void everyInvariantHoldsAfterEveryStepOfARandomWalk(long seed) {
    RandomWalk walk = new RandomWalk(seed);
    for (int step = 0; step < STEPS; step++) {
      walk.step();
      assertThat(Proof.of(walk.books().facts()).lines())
          .as("seed %d, step %d", seed, step)
          .allMatch(ProofLine::holds);
    }
    assertThat(walk.posted).as("a walk that posts little proves little").isGreaterThan(50);
    assertThat(walk.turnedBack).isGreaterThan(15);
    assertThat(walk.tied).isGreaterThan(3);
    assertThat(walk.detailed).isPositive();
    assertThat(walk.rebilled).isGreaterThan(5);
    assertThat(walk.withoutMoney).isGreaterThan(3);
    assertThat(walk.recorded).isGreaterThan(5);
    assertThat(walk.moved).as("own transfers").isGreaterThan(5);
    assertThat(walk.met).as("shown by both banks").isPositive();
    assertThat(walk.broughtBack).isPositive();
    assertThat(walk.refused).as("foolish acts are tried too").isGreaterThan(10);
  }
}
