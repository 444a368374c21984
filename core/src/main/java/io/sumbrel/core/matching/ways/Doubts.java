package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.reading.Reading.Hit;
import io.sumbrel.core.matching.reading.Reading.How;
import io.sumbrel.core.matching.ways.Way.Gap;
import io.sumbrel.core.matching.ways.Way.Shape;
import io.sumbrel.core.matching.weights.Feature;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;

/** Finds why a way of one sum is at most likely; of several doubts the first. */
final class Doubts {
  private final WaySearch search;
  private final MatchingProblem problem;
  private final Reading reading;
  private final Map<Integer, Hit> edited;

  /**
   * @param edited of items that are read with a slip, the first number that means them
   */
  Doubts(WaySearch search, Map<Integer, Hit> edited) {
    this.search = search;
    this.problem = search.problem;
    this.reading = search.reading;
    this.edited = edited;
  }

  /**
   * @param x what each feature says of the way, in thousandths
   */
  Optional<Doubt> of(Way way, int[] x) {
    if (way.has(Shape.TIE) || way.isKept()) {
      return Optional.of(Doubt.PAID_BY_ANOTHER)
          .filter(d -> way.has(Shape.SECOND_PAYMENT) && reading.open().containsKey(way.items[0]));
    }
    return (way.has(Shape.STATED) ? ofSplit(way, x) : ofOther(way, x))
        .or(() -> Optional.of(Doubt.SPEAKS_OF_ELSE).filter(d -> reading.speaksOfElse()));
  }

  private static Optional<Doubt> ofSplit(Way way, int[] x) {
    if (way.has(Shape.STATED_WITH_SLIP)) {
      return Optional.of(Doubt.SLIP_IN_SPLIT);
    }
    return Optional.of(Doubt.UNREAD_LINE).filter(d -> x[Feature.SPLIT_UNREAD.ordinal()] > 0);
  }

  private Optional<Doubt> ofOther(Way way, int[] x) {
    boolean agreed = way.has(Shape.LISTED) || x[Feature.AGREED.ordinal()] > 0;
    boolean asEver = agreed || x[Feature.EARLIEST_AS_EVER.ordinal()] > 0;
    if (leansOnASlip(way)) {
      return Optional.of(Doubt.SLIP_ALONE);
    }
    if (leansOnAnEnd(way)) {
      return Optional.of(Doubt.END_ALONE);
    }
    if (Arrays.stream(way.items).anyMatch(i -> isOfAStranger(way, i))) {
      return Optional.of(Doubt.OF_A_STRANGER);
    }
    if (Arrays.stream(way.items).anyMatch(this::isReadOffAnother)) {
      return Optional.of(Doubt.NUMBER_OF_ANOTHER);
    }
    if (leavesANumberUnread(way)) {
      return Optional.of(Doubt.NUMBER_UNREAD);
    }
    if (way.gap == Gap.OVER && reading.isCut() && !reading.open().isEmpty()) {
      return Optional.of(Doubt.TEXT_CUT);
    }
    boolean usual = agreed || x[Feature.CHARGE_AS_EVER.ordinal()] > 0;
    if (WayFeatures.GAPS_OF_CHANCE.contains(way.gap) && !usual && !isAllNamed(way)) {
      return Optional.of(Doubt.GUESSED_TWICE);
    }
    if (way.has(Shape.EARLIEST) && !asEver && isInPart(way)) {
      return Optional.of(Doubt.EARLIEST_FIRST);
    }
    return Optional.of(Doubt.MORE_LEFT_OPEN)
        .filter(d -> way.gap == Gap.SHORT && way.gapMinor > lastPart(way));
  }

  /** Whether a mistyped number alone leads to its customer. */
  private boolean leansOnASlip(Way way) {
    boolean slipped = false;
    for (int i : way.items) {
      if (reading.open().containsKey(i)) {
        return false;
      }
      slipped |= edited.containsKey(i);
    }
    return slipped && reading.clueForFamilyOf(way.customer).isEmpty();
  }

  private boolean leansOnAnEnd(Way way) {
    return reading.clueForFamilyOf(way.customer).isEmpty()
        && Arrays.stream(way.items)
            .mapToObj(reading.open()::get)
            .anyMatch(hit -> hit != null && hit.how() == How.SHORT);
  }

  private boolean isAllNamed(Way way) {
    return Arrays.stream(way.items)
        .allMatch(i -> reading.open().containsKey(i) || edited.containsKey(i));
  }

  private boolean leavesANumberUnread(Way way) {
    return reading.unread().stream()
        .anyMatch(
            token ->
                Arrays.stream(way.items)
                    .mapToObj(edited::get)
                    .noneMatch(hit -> hit != null && hit.token() == token));
  }

  private boolean isOfAStranger(Way way, int item) {
    return !reading.open().containsKey(item)
        && !problem.isFamily(problem.customerOf(item), way.customer);
  }

  private boolean isReadOffAnother(int item) {
    return reading.isSlipOfAnother(item) && !reading.open().containsKey(item);
  }

  private boolean isInPart(Way way) {
    int last = way.items.length - 1;
    return way.parts[last] != search.pools.left(way.items[last]);
  }

  private static long lastPart(Way way) {
    return way.parts[way.parts.length - 1];
  }
}
