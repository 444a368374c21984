package io.sumbrel.core.matching.assignment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * The best choice for claimants who may get in each other's way: depth first, bounded from above by
 * Lagrangian prices. With a price on each resource, what is still to gain is at the most what the
 * remaining capacity is worth and what each remaining claimant gains at these prices; whatever the
 * prices, that bound holds (weak duality). They are set by subgradient steps at the root.
 */
final class Component {
  private static final int PRICE_STEPS = 60;

  private final List<List<Option>> options;
  private final Map<Integer, Integer> resourceAt = new HashMap<>();
  private final long[] left;
  private double[] prices;
  private double[] gains;
  private long[] best;
  private int[][] byClaimant;
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

  Component(List<List<Option>> options, long[] capacity) {
    this.options = options;
    List<Long> capacities = new ArrayList<>();
    byClaimant = new int[options.size()][];
    for (int c = 0; c < byClaimant.length; c++) {
      List<Option> own = options.get(c);
      byClaimant[c] =
          IntStream.range(0, own.size())
              .boxed()
              .filter(o -> own.get(o).points() > 0)
              .sorted(Comparator.comparingInt(o -> -own.get(o).points()))
              .mapToInt(o -> o)
              .toArray();
      for (int o : byClaimant[c]) {
        for (int r : own.get(o).resources()) {
          if (resourceAt.putIfAbsent(r, capacities.size()) == null) {
            capacities.add(capacity[r]);
          }
        }
      }
    }
    left = capacities.stream().mapToLong(c -> c).toArray();
  }

  Best best(int nodeBudget) {
    budget = nodeBudget;
    greedy();
    if (options.size() > 1) {
      setPrices();
      current = new int[options.size()];
      Arrays.fill(current, -1);
      order = order();
      double rest = 0;
      for (int c = 0; c < options.size(); c++) {
        rest += gains[c];
      }
      double worth = 0;
      for (int r = 0; r < left.length; r++) {
        worth += prices[r] * left[r];
      }
      search(0, 0, rest + worth);
    }
    return new Best(bestChosen, nodes <= budget, nodes);
  }

  /** The surest first: a good choice to begin with, and the one that stands when time is up. */
  private void greedy() {
    bestChosen = new int[options.size()];
    Arrays.fill(bestChosen, -1);
    List<int[]> all = new ArrayList<>();
    for (int c = 0; c < byClaimant.length; c++) {
      for (int o : byClaimant[c]) {
        all.add(new int[] {c, o});
      }
    }
    all.sort(
        Comparator.<int[]>comparingInt(a -> -options.get(a[0]).get(a[1]).points())
            .thenComparingInt(a -> a[0])
            .thenComparingInt(a -> a[1]));
    for (int[] one : all) {
      Option option = options.get(one[0]).get(one[1]);
      if (bestChosen[one[0]] < 0 && fits(option)) {
        bestChosen[one[0]] = one[1];
        bestValue += option.points();
        move(option, -1);
      }
    }
    for (int c = 0; c < bestChosen.length; c++) {
      if (bestChosen[c] >= 0) {
        move(options.get(c).get(bestChosen[c]), 1);
      }
    }
  }

  private boolean fits(Option option) {
    for (int k = 0; k < option.resources().length; k++) {
      if (option.amounts()[k] > left[resourceAt.get(option.resources()[k])]) {
        return false;
      }
    }
    return true;
  }

  private void move(Option option, int direction) {
    for (int k = 0; k < option.resources().length; k++) {
      left[resourceAt.get(option.resources()[k])] += direction * option.amounts()[k];
    }
  }

  private void setPrices() {
    double[] price = new double[left.length];
    prices = price.clone();
    gains = new double[options.size()];
    double lowest = Double.MAX_VALUE;
    double[] gain = new double[options.size()];
    for (int step = 0; step < PRICE_STEPS; step++) {
      double[] asked = new double[left.length];
      double bound = 0;
      for (int c = 0; c < byClaimant.length; c++) {
        int favourite = -1;
        gain[c] = 0;
        for (int o : byClaimant[c]) {
          double reduced = options.get(c).get(o).points() - cost(options.get(c).get(o), price);
          if (reduced > gain[c]) {
            gain[c] = reduced;
            favourite = o;
          }
        }
        bound += gain[c];
        if (favourite >= 0) {
          Option option = options.get(c).get(favourite);
          for (int k = 0; k < option.resources().length; k++) {
            asked[resourceAt.get(option.resources()[k])] += option.amounts()[k];
          }
        }
      }
      for (int r = 0; r < left.length; r++) {
        bound += price[r] * left[r];
      }
      if (bound < lowest) {
        lowest = bound;
        prices = price.clone();
        gains = gain.clone();
      }
      double steps = 0;
      for (int r = 0; r < left.length; r++) {
        double over = left[r] == 0 ? 0 : (asked[r] - left[r]) / left[r];
        steps += over * over;
      }
      if (steps == 0 || bound - bestValue < 1) {
        break;
      }
      double length = Math.max(1, bound - bestValue) / steps / (1 + step / 8.0);
      for (int r = 0; r < left.length; r++) {
        double over = left[r] == 0 ? 0 : (asked[r] - left[r]) / left[r];
        price[r] = Math.max(0, price[r] + length * over / left[r]);
      }
    }
  }

  private double cost(Option option, double[] price) {
    double cost = 0;
    for (int k = 0; k < option.resources().length; k++) {
      cost += price[resourceAt.get(option.resources()[k])] * option.amounts()[k];
    }
    return cost;
  }

  /** Who draws on the dearest resources decides first. */
  private int[] order() {
    double[] weight = new double[options.size()];
    for (int c = 0; c < byClaimant.length; c++) {
      for (int o : byClaimant[c]) {
        weight[c] = Math.max(weight[c], cost(options.get(c).get(o), prices));
      }
    }
    Integer[] order = new Integer[options.size()];
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
    for (int o : byClaimant[c]) {
      Option option = options.get(c).get(o);
      if (fits(option)) {
        current[c] = o;
        move(option, -1);
        search(
            depth + 1,
            value + option.points(),
            bound - gains[c] + option.points() - cost(option, prices));
        move(option, 1);
      }
    }
    current[c] = -1;
    search(depth + 1, value, bound - gains[c]);
  }
}
