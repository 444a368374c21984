package io.sumbrel.core.matching;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.ways.Pools;
import io.sumbrel.core.matching.ways.WayFeatures;
import io.sumbrel.core.matching.ways.WaySearch;
import io.sumbrel.core.matching.weights.Lesson;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/** What decided sums teach, found by looking for every way that they might have had. */
public final class Lessons {
  private Lessons() {}

  /**
   * @param problem in whose pile the sum still is
   * @param posted what it was
   * @return empty where nothing was found that could have been right, and for money that went out,
   *     which no plan reads
   */
  public static Optional<Lesson> of(MatchingProblem problem, MoneyInId sum, List<TapeLine> posted) {
    for (int m = 0; m < problem.pile().size(); m++) {
      if (problem.pile().get(m).id().equals(sum) && problem.pile().get(m).isIn()) {
        Pools pools = new Pools(problem, problem.openMinors(), Budgets.DEFAULTS);
        Lesson all = of(problem, m, pools, lines -> Tape.isSame(lines, posted));
        return Optional.of(all.strongest()).filter(l -> !l.choices().isEmpty());
      }
    }
    return Optional.empty();
  }

  /**
   * What all sums of a pile teach.
   *
   * @param isRight for each sum of the pile, which tapes are right; none when no way is
   */
  public static List<Lesson> ofAll(
      MatchingProblem problem, List<Predicate<List<TapeLine>>> isRight) {
    Pools pools = new Pools(problem, problem.openMinors(), Budgets.DEFAULTS);
    return IntStream.range(0, isRight.size())
        .mapToObj(m -> of(problem, m, pools, isRight.get(m)))
        .toList();
  }

  private static Lesson of(
      MatchingProblem problem, int m, Pools pools, Predicate<List<TapeLine>> isRight) {
    MoneyIn moneyIn = problem.pile().get(m);
    WaySearch search = WaySearch.of(problem, moneyIn, Reading.of(problem, moneyIn), pools);
    WayFeatures count = new WayFeatures(search);
    return Lesson.of(
        search.found().stream()
            .map(
                way ->
                    Lesson.Choice.of(
                        count.of(way), isRight.test(way.lines(problem, moneyIn.amount()))))
            .toList());
  }
}
