package io.sumbrel.core.matching.assignment;

import java.util.Arrays;
import java.util.function.BiConsumer;
import java.util.function.IntToLongFunction;

/** Claimants that are chosen for together, as a problem of their own. */
final class Group {
  /** So many joint choices are counted one by one at the most. */
  static final int MOST_COUNTED = 20_000;

  final Claimant[] members;

  /** Options with fewer points than this are not in the best choice, by member. */
  final int[] floors;

  /** What the members draw on, each once, rising. */
  final int[] resources;

  /** How much there is of each; without end where it is not scarce. */
  final long[] capacity;

  /** For each member the places of its resources among those of the group. */
  final int[][] places;

  /**
   * @param limits how much there is of every resource
   */
  Group(Claimant[] members, int[] floors, IntToLongFunction limits) {
    this.members = members;
    this.floors = floors;
    resources =
        members.length == 1
            ? members[0].resources
            : Arrays.stream(members)
                .flatMapToInt(m -> Arrays.stream(m.resources))
                .sorted()
                .distinct()
                .toArray();
    capacity = Arrays.stream(resources).mapToLong(limits).toArray();
    places = new int[members.length][];
    Arrays.setAll(places, c -> placesOf(members[c]));
  }

  private int[] placesOf(Claimant member) {
    int[] places = new int[member.resources.length];
    Arrays.setAll(places, k -> Arrays.binarySearch(resources, member.resources[k]));
    return places;
  }

  /** Whether so few joint choices are possible that all can be looked at. */
  boolean isCountable() {
    double choices = 1;
    for (int c = 0; c < members.length && choices <= MOST_COUNTED; c++) {
      choices *= members[c].points.length + 1;
    }
    return choices <= MOST_COUNTED;
  }

  /**
   * Hands over every two that ask for the very same, by their places: of what one alone can have,
   * the first has what it would rather have.
   */
  void forEachTwoAlike(BiConsumer<Integer, Integer> twoAlike) {
    for (int first = 0; first < members.length; first++) {
      for (int next = first + 1; next < members.length; next++) {
        if (members[first].asksLike(members[next])) {
          twoAlike.accept(first, next);
        }
      }
    }
  }

  /** Whether it is the same problem as that of these members. */
  boolean isOf(Claimant[] others, int[] otherFloors, IntToLongFunction limits) {
    if (members.length != others.length || !Arrays.equals(floors, otherFloors)) {
      return false;
    }
    for (int c = 0; c < others.length; c++) {
      if (members[c] != others[c]) {
        return false;
      }
    }
    for (int r = 0; r < resources.length; r++) {
      if (capacity[r] != limits.applyAsLong(resources[r])) {
        return false;
      }
    }
    return true;
  }

  boolean isScarce(int resource) {
    return capacity[resource] < Long.MAX_VALUE;
  }

  /** Whether an option is among those that the best choice is made from. */
  boolean mayChoose(int c, int option) {
    int points = members[c].points[option];
    return points > 0 && points >= floors[c];
  }

  /** Whether an option fits into what is left of each resource. */
  boolean fits(int c, int option, long[] left) {
    Claimant member = members[c];
    for (int k = member.starts[option]; k < member.starts[option + 1]; k++) {
      if (member.amounts[k] > left[places[c][member.drawn[k]]]) {
        return false;
      }
    }
    return true;
  }

  /** Takes an option off what is left, or puts it back. */
  void take(int c, int option, long[] left, int direction) {
    Claimant member = members[c];
    for (int k = member.starts[option]; k < member.starts[option + 1]; k++) {
      int r = places[c][member.drawn[k]];
      left[r] -= isScarce(r) ? direction * member.amounts[k] : 0;
    }
  }
}
