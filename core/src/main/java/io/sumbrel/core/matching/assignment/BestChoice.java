package io.sumbrel.core.matching.assignment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The best choice for claimants who may get in each other's way: depth first, bounded from above by
 * Lagrangian prices. With a price on each resource, what is still to gain is at the most what the
 * remaining capacity is worth and what each remaining claimant gains at these prices; whatever the
 * prices, that bound holds (weak duality). They are set by subgradient steps at the root.
 */
final class BestChoice {
  private static final int PRICE_STEPS = 60;

  private final Group group;
  private final long[] left;
  private double[] prices;
  private double[] gains;

  /** For each member the options it may choose, the strongest first. */
  private final int[][] byMember;

  private int[] order;
  private int[] current;
  private int[] bestChosen;
  private double bestValue;
  private int nodes;
  private int budget;

  /**
   * @param chosen the place of an option for each claimant, or −1
   */
  record Best(int[] chosen, boolean proven, int nodes) {}

  BestChoice(Group group) {
    this.group = group;
    left = group.capacity.clone();
    byMember = new int[group.members.length][];
    for (int c = 0; c < byMember.length; c++) {
      int member = c;
      byMember[c] =
          IntStream.range(0, group.members[c].points.length)
              .filter(o -> group.mayChoose(member, o))
              .boxed()
              .sorted(Comparator.comparingInt(o -> -points(member, o)))
              .mapToInt(o -> o)
              .toArray();
    }
  }

  private int points(int c, int option) {
    return group.members[c].points[option];
  }

  Best best(int nodeBudget) {
    budget = nodeBudget;
    greedy();
    if (byMember.length > 1) {
      setPrices();
      current = new int[byMember.length];
      Arrays.fill(current, -1);
      order = order();
      double rest = 0;
      for (int c = 0; c < byMember.length; c++) {
        rest += gains[c];
      }
      double worth = 0;
      for (int r = 0; r < left.length; r++) {
        worth += isScarce(r) ? prices[r] * left[r] : 0;
      }
      search(0, 0, rest + worth);
    }
    return new Best(bestChosen, nodes <= budget, nodes);
  }

  /** The surest first: a good choice to begin with, and the one that stands when time is up. */
  private void greedy() {
    bestChosen = new int[byMember.length];
    Arrays.fill(bestChosen, -1);
    List<int[]> all = new ArrayList<>();
    for (int c = 0; c < byMember.length; c++) {
      for (int o : byMember[c]) {
        all.add(new int[] {c, o});
      }
    }
    all.sort(
        Comparator.<int[]>comparingInt(a -> -points(a[0], a[1]))
            .thenComparingInt(a -> a[0])
            .thenComparingInt(a -> a[1]));
    for (int[] one : all) {
      if (bestChosen[one[0]] < 0 && group.fits(one[0], one[1], left)) {
        bestChosen[one[0]] = one[1];
        bestValue += points(one[0], one[1]);
        group.take(one[0], one[1], left, 1);
      }
    }
    for (int c = 0; c < bestChosen.length; c++) {
      if (bestChosen[c] >= 0) {
        group.take(c, bestChosen[c], left, -1);
      }
    }
  }

  private void setPrices() {
    double[] price = new double[left.length];
    prices = price.clone();
    gains = new double[byMember.length];
    double lowest = Double.MAX_VALUE;
    double[] gain = new double[byMember.length];
    double[] asked = new double[left.length];
    for (int step = 0; step < PRICE_STEPS; step++) {
      Arrays.fill(asked, 0);
      double bound = 0;
      for (int c = 0; c < byMember.length; c++) {
        int favourite = -1;
        gain[c] = 0;
        for (int o : byMember[c]) {
          double reduced = points(c, o) - cost(c, o, price);
          if (reduced > gain[c]) {
            gain[c] = reduced;
            favourite = o;
          }
        }
        bound += gain[c];
        if (favourite >= 0) {
          ask(c, favourite, asked);
        }
      }
      for (int r = 0; r < left.length; r++) {
        bound += isScarce(r) ? price[r] * left[r] : 0;
      }
      if (bound < lowest) {
        lowest = bound;
        prices = price.clone();
        gains = gain.clone();
      }
      double steps = 0;
      for (int r = 0; r < left.length; r++) {
        double over = isScarce(r) ? (asked[r] - left[r]) / left[r] : 0;
        steps += over * over;
      }
      if (steps == 0 || bound - bestValue < 1) {
        break;
      }
      double length = Math.max(1, bound - bestValue) / steps / (1 + step / 8.0);
      for (int r = 0; r < left.length; r++) {
        double over = isScarce(r) ? (asked[r] - left[r]) / left[r] : 0;
        price[r] = isScarce(r) ? Math.max(0, price[r] + length * over / left[r]) : 0;
      }
    }
  }

  private boolean isScarce(int r) {
    return left[r] > 0 && group.isScarce(r);
  }

  private void ask(int c, int option, double[] asked) {
    Claimant member = group.members[c];
    for (int k = member.starts[option]; k < member.starts[option + 1]; k++) {
      asked[group.places[c][member.drawn[k]]] += member.amounts[k];
    }
  }

  private double cost(int c, int option, double[] price) {
    Claimant member = group.members[c];
    double cost = 0;
    for (int k = member.starts[option]; k < member.starts[option + 1]; k++) {
      cost += price[group.places[c][member.drawn[k]]] * member.amounts[k];
    }
    return cost;
  }

  /** Who draws on the dearest resources decides first. */
  private int[] order() {
    double[] weight = new double[byMember.length];
    for (int c = 0; c < byMember.length; c++) {
      for (int o : byMember[c]) {
        weight[c] = Math.max(weight[c], cost(c, o, prices));
      }
    }
    Integer[] order = new Integer[byMember.length];
    Arrays.setAll(order, c -> c);
    Arrays.sort(
        order,
        (a, b) ->
            weight[a] != weight[b] ? Double.compare(weight[b], weight[a]) : Integer.compare(a, b));
    return Arrays.stream(order).mapToInt(c -> c).toArray();
  }

  /**
   * @param bound what can be reached at the most from here: the value so far, what the remaining
   *     claimants gain at the prices, and what the remaining capacity is worth
   */
  private void search(int depth, double value, double bound) {
    if (++nodes > budget || bound <= bestValue + 0.5) {
      return;
    }
    if (depth == order.length) {
      if (value > bestValue) {
        bestValue = value;
        bestChosen = current.clone();
      }
      return;
    }
    int c = order[depth];
    for (int o : byMember[c]) {
      if (group.fits(c, o, left)) {
        current[c] = o;
        double moved = points(c, o) - gains[c] - cost(c, o, prices);
        group.take(c, o, left, 1);
        search(depth + 1, value + points(c, o), bound + moved);
        group.take(c, o, left, -1);
      }
    }
    current[c] = -1;
    search(depth + 1, value, bound - gains[c]);
  }
}
