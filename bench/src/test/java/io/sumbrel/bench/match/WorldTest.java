package io.sumbrel.bench.match;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The measuring stick: an invented company whose truth is no worse than a clerk's own tapes. */
class WorldTest {
  private static World world(Population population) {
    return World.of(population, 4_000, 800, 42);
  }

  static Stream<Population> populations() {
    return Stream.concat(
        Population.FIXED.stream(), LongStream.range(1, 9).mapToObj(Population::drawn));
  }

  @ParameterizedTest
  @MethodSource("populations")
  void everyTruthIsATapeThatComesToZeroAndPromisesNothingTwice(Population population) {
    World world = world(population);
    Map<Long, Long> placed = new HashMap<>();
    for (int m = 0; m < world.money().size(); m++) {
      MoneyIn money = world.money().get(m);
      Truth truth = world.truths().get(m);
      if (truth.isPayable()) {
        assertThat(Tape.leftToPlace(TapeMoney.of(money), truth.lines()))
            .as("%s", truth.kind())
            .isZero();
        assertThat(truth.isStrictly(truth.lines())).isTrue();
        assertThat(truth.isAlike(truth.lines(), world::item)).isTrue();
        truth.lines().stream()
            .filter(l -> l.kind() == LineKind.SETTLES || l.kind() == LineKind.CREDIT_USED)
            .forEach(l -> placed.merge(l.item().get().number(), l.amountMinor(), Long::sum));
      }
    }
    placed.forEach(
        (item, minor) ->
            assertThat(minor)
                .isLessThanOrEqualTo(Math.abs(world.items().get(item.intValue()).openMinor())));
  }

  @Test
  void theSameSeedGivesTheSameCompany() {
    assertThat(world(Population.STANDARD)).isEqualTo(world(Population.STANDARD));
    assertThat(World.of(Population.STANDARD, 4_000, 800, 43).money())
        .isNotEqualTo(world(Population.STANDARD).money());
  }

  /** Shares within half of what is wanted: a kind that cannot be made is another kind then. */
  @Test
  void everyKindComesAboutAsOftenAsItShould() {
    World world = World.of(Population.STANDARD, 20_000, 4_000, 42);
    Map<Kind, Integer> counts = new EnumMap<>(Kind.class);
    world.truths().forEach(t -> counts.merge(t.kind(), 1, Integer::sum));
    for (Kind kind : Kind.values()) {
      assertThat(counts.getOrDefault(kind, 0))
          .as(kind.words())
          .isBetween(kind.share * 4 / 2, kind.share * 4 * 2);
    }
  }

  @Test
  void itemsStandAtThePlaceOfTheirIds() {
    World world = world(Population.SHIFTED);
    for (int i = 0; i < world.items().size(); i++) {
      OpenItem item = world.items().get(i);
      assertThat(item.id().number()).isEqualTo(i);
      assertThat(world.item(item.id())).isSameAs(item);
    }
  }

  /** Of two equal invoices of one customer either will do, but not one of somebody else. */
  @Test
  void twinsAreAlike() {
    World world = world(Population.CONTESTED);
    int twins = 0;
    for (Truth truth : world.truths()) {
      List<TapeLine> lines = truth.lines();
      if (truth.isPayable() && lines.size() == 1 && lines.get(0).kind() == LineKind.SETTLES) {
        OpenItem item = world.item(lines.get(0).item().get());
        for (OpenItem other : world.items()) {
          boolean equal = other.openMinor() == item.openMinor() && !other.id().equals(item.id());
          if (equal && lines.get(0).amountMinor() == item.openMinor() && !other.isSettled()) {
            List<TapeLine> swapped =
                List.of(
                    TapeLine.settles(
                        other.id(), Money.ofMinor(other.currency(), other.openMinor())));
            boolean same =
                other.customer().equals(item.customer())
                    && other.currency().equals(item.currency());
            assertThat(truth.isAlike(swapped, world::item)).isEqualTo(same);
            assertThat(truth.isStrictly(swapped)).isFalse();
            twins += same ? 1 : 0;
          }
        }
      }
    }
    assertThat(twins).isPositive();
  }

  @Test
  void figuresCountWhatIsRight() {
    World world = world(Population.STANDARD);
    Figures figures = new Figures();
    figures.add(world, Planner.plan(world.problem()));
    assertThat(figures.judged).hasSize(800);
    assertThat(figures.amongPerMille()).isBetween(850L, 1_000L);
    assertThat(figures.rightPerMille()).isBetween(750L, figures.amongPerMille());
    int threshold = figures.thresholdFor(990_000);
    long[] from = figures.from(threshold);
    assertThat(from[1]).isGreaterThanOrEqualTo(99_000);
    assertThat(figures.from(1_000_001)[0]).isZero();
    assertThat(figures.between(0, 1_000_001)).hasSizeLessThanOrEqualTo(800);
  }
}
