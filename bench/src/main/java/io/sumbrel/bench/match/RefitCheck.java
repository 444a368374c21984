package io.sumbrel.bench.match;

import io.sumbrel.core.matching.weights.HouseFit;
import io.sumbrel.core.matching.weights.Lesson;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Fits the weights on what one invented house decided. Houses like those that the shipped weights
 * were fitted on have nothing to gain, and must lose nothing.
 */
final class RefitCheck {
  private static final int ITEMS = 30_000;
  private static final long SEED = 21;

  private RefitCheck() {}

  static List<Target> run() {
    List<Target> targets = new ArrayList<>();
    for (Population population : Population.FIXED) {
      List<Lesson> lessons = World.of(population, ITEMS, ITEMS / 10, SEED).lessons();
      for (int decided : new int[] {HouseFit.FEWEST, HouseFit.MOST}) {
        HouseFit fit = HouseFit.of(lessons.subList(0, decided));
        targets.add(
            new Target(
                "re-fit on %,d decisions, %s"
                    .formatted(decided, population.name().toLowerCase(Locale.ROOT)),
                "taken only where it reads the newest better",
                "%s; right at once %d, as shipped %d of %d"
                    .formatted(
                        fit.better() ? "taken" : "not taken",
                        fit.rightNow(),
                        fit.rightBefore(),
                        fit.newest()),
                !fit.better() || fit.rightNow() >= fit.rightBefore()));
      }
    }
    return targets;
  }
}
