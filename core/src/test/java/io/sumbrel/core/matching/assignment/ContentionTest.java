package io.sumbrel.core.matching.assignment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Who is in whose way, by hand. Each resource has 100; each option draws 100 of one resource. */
class ContentionTest {
  private static final Amounts LEFT =
      Amounts.of(IntStream.range(0, 40).mapToLong(r -> 100).toArray());

  private static Option option(int points, int resource) {
    return new Option(points, new int[] {resource}, new long[] {100});
  }

  private static Claimant claimant(Option... options) {
    return new Claimant(List.of(options));
  }

  /** In a ring everybody wants what the next one wants too; each first what only it wants. */
  private static Claimant[] ring(int count, boolean own) {
    List<Claimant> ring = new ArrayList<>();
    for (int c = 0; c < count; c++) {
      List<Option> options = new ArrayList<>();
      if (own) {
        options.add(option(5_000, 20 + c));
      }
      options.add(option(3_000, c));
      options.add(option(2_000, (c + 1) % count));
      ring.add(new Claimant(options));
    }
    return ring.toArray(Claimant[]::new);
  }

  @Test
  void whatIsEnoughForAllIsNotScarce() {
    Contention two =
        Contention.of(new Claimant[] {claimant(option(10, 0)), claimant(option(10, 0))}, LEFT);
    assertThat(two.limit(0)).isEqualTo(100);
    assertThat(two.component(0)).containsExactly(0, 1);
    Contention one = Contention.of(new Claimant[] {claimant(option(10, 0))}, LEFT);
    assertThat(one.limit(0)).isEqualTo(Long.MAX_VALUE);
    assertThat(one.isLarge(0)).isFalse();
  }

  @Test
  void aRingIsOneComponentAndStaysOneGroupWhereNobodyHasAnythingOfItsOwn() {
    Contention ring = Contention.of(ring(12, false), LEFT);
    assertThat(ring.isLarge(0)).isTrue();
    assertThat(ring.component(5)).hasSize(12);
    assertThat(ring.group(5)).hasSize(12);
    assertThat(ring.floor(5)).as("to take none is free").isZero();
  }

  @Test
  void whoIsServedByWhatNobodyContendsIsInNobodysWay() {
    Contention ring = Contention.of(ring(12, true), LEFT);
    assertThat(ring.component(5)).hasSize(12);
    assertThat(ring.group(5)).containsExactly(5);
    assertThat(ring.floor(5)).isEqualTo(5_000);
  }

  /** One of them loses what only it wanted: it contends again, but its neighbours do not. */
  @Test
  void aChangeIsWorkedOnAroundItOnly() {
    Claimant[] claimants = ring(12, true);
    Contention ring = Contention.of(claimants, LEFT);
    ring.settle();
    Claimant[] others = claimants.clone();
    others[5] = claimant(option(3_000, 5), option(2_000, 6));
    Contention after = ring.after(others, LEFT);
    assertThat(after.touched().stream()).contains(4, 5, 6).doesNotContain(0, 9, 10, 11);
    assertThat(after.floor(5)).as("what it wants is contended by nobody now").isEqualTo(3_000);
    assertThat(after.group(5)).containsExactly(5);
  }

  @Test
  void somebodyWhoGoesLeavesTheRest() {
    Claimant[] claimants = ring(12, false);
    Contention ring = Contention.of(claimants, LEFT);
    ring.settle();
    Claimant[] others = claimants.clone();
    others[0] = null;
    Contention after = ring.after(others, LEFT);
    assertThat(after.component(1)).as("a chain of eleven").hasSize(11);
    assertThat(after.group(11))
        .as("the ends of the chain are free, and what follows from that, pass by pass")
        .hasSizeLessThan(11);
  }

  @Test
  void lessThanThereWasMakesItScarce() {
    Claimant[] claimants = {claimant(option(10, 0)), claimant(option(20, 1))};
    Contention all = Contention.of(claimants, LEFT);
    all.settle();
    Amounts less = LEFT.copy();
    less.set(1, -40); // what there is of a credit stands below zero
    Contention after = all.after(claimants, less);
    assertThat(after.limit(1)).isEqualTo(40);
    assertThat(after.touched().stream()).containsExactly(1);
  }
}
