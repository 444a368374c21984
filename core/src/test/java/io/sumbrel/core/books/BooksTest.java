package io.sumbrel.core.books;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.proof.Proof;
import io.sumbrel.core.proof.ProofLine;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToIntFunction;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BooksTest {
  private static final int STEPS = 500;
  private static final List<RandomWalk> WALKS = new ArrayList<>();

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
    assertThat(walk.refused).as("foolish acts are tried too").isGreaterThan(10);
    WALKS.add(walk);
  }

  private static int all(ToIntFunction<RandomWalk> count) {
    return WALKS.stream().mapToInt(count).sum();
  }

  /** What a single walk may leave out by chance all of them together do often. */
  @AfterAll
  static void everyActWasDoneOften() {
    int walks = WALKS.size();
    assertThat(all(w -> w.turnedBack)).isGreaterThan(15 * walks);
    assertThat(all(w -> w.tied)).isGreaterThan(5 * walks);
    assertThat(all(w -> w.corrected)).as("cheques read wrongly").isGreaterThan(walks / 4);
    assertThat(all(w -> w.detailed)).isGreaterThan(walks);
    assertThat(all(w -> w.rebilled)).isGreaterThan(5 * walks);
    assertThat(all(w -> w.withoutMoney)).isGreaterThan(5 * walks);
    assertThat(all(w -> w.recorded)).isGreaterThan(5 * walks);
    assertThat(all(w -> w.takings.taken)).as("takings").isGreaterThan(walks);
    assertThat(all(w -> w.slips.handedIn)).as("slips").isGreaterThan(walks / 2);
    assertThat(all(w -> w.payouts.posted)).as("payouts").isGreaterThan(walks / 2);
    assertThat(all(w -> w.payouts.recordedBefore)).as("sales recorded before").isPositive();
    assertThat(all(w -> w.moved)).as("own transfers").isGreaterThan(10 * walks);
    assertThat(all(w -> w.paidBack)).as("decided to be paid back").isGreaterThan(2 * walks);
    assertThat(all(w -> w.shownPaid)).as("and shown by the bank").isGreaterThan(walks / 2);
    assertThat(all(w -> w.met)).as("shown by both banks").isGreaterThan(3 * walks);
    assertThat(all(w -> w.paired)).isGreaterThan(walks);
    assertThat(all(w -> w.returned)).isGreaterThan(5 * walks);
    assertThat(all(w -> w.exchanged)).as("items in another currency").isGreaterThan(7 * walks);
    assertThat(all(w -> w.broughtBack)).isGreaterThan(2 * walks);
  }
}
