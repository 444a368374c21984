package io.sumbrel.core.matching.assignment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * One joint choice over all claimants in which no resource is promised beyond what there is of it:
 * the choice with the most points, and how likely each option is over all choices that are
 * consistent, each weighing as much as its points say.
 *
 * <p>Claimants that cannot get in each other's way are solved apart, as components; each by itself
 * gives the same answer always, so that a component that has not changed need not be solved again.
 * Only options with more than 0 points enter the best choice; weaker ones still enter the
 * likelihoods. Work is bounded in nodes, so every machine gives the same answer.
 */
public final class JointPlan {
  /** Options weaker than one in a thousand are left out. */
  public static final int WEAKEST = -6_908;

  private final List<List<Option>> options;
  private final long[] capacity;

  /**
   * What was chosen for the claimants of one component, in their order.
   *
   * @param chosen the place of each claimant's option, or −1
   * @param likelihoods of each claimant's options, in parts of a million
   * @param proven whether no choice has more points
   */
  public record Solved(int[] chosen, int[][] likelihoods, boolean proven, int nodes) {}

  private JointPlan(List<List<Option>> options, long[] capacity) {
    this.options = options;
    this.capacity = capacity;
  }

  /**
   * The claimants that may get in each other's way, together; each once, in rising order.
   *
   * @param options of each claimant
   * @param capacity how much there is of each resource
   */
  public static List<int[]> components(List<List<Option>> options, long[] capacity) {
    return new JointPlan(options, capacity).split();
  }

  /**
   * Chooses for one component.
   *
   * @param options of its claimants
   * @param nodeBudget after so many nodes the best choice so far stands, unproven
   */
  public static Solved solve(List<List<Option>> options, long[] capacity, int nodeBudget) {
    Component.Best best = new Component(options, capacity).best(nodeBudget);
    int[][] likelihoods = Likelihoods.of(options, capacity, nodeBudget);
    return new Solved(best.chosen(), likelihoods, best.proven(), best.nodes());
  }

  private List<int[]> split() {
    boolean[] contended = contended();
    int[] parents = new int[options.size()];
    Arrays.setAll(parents, c -> c);
    int[] firstOn = new int[capacity.length];
    Arrays.fill(firstOn, -1);
    for (int c = 0; c < parents.length; c++) {
      for (Option option : options.get(c)) {
        for (int r : option.points() < WEAKEST ? new int[0] : option.resources()) {
          if (contended[r]) {
            firstOn[r] = firstOn[r] < 0 ? c : firstOn[r];
            join(parents, c, firstOn[r]);
          }
        }
      }
    }
    int[] sizes = new int[parents.length];
    for (int c = 0; c < parents.length; c++) {
      sizes[rootOf(parents, c)]++;
    }
    Map<Integer, int[]> together = new LinkedHashMap<>();
    for (int c = parents.length - 1; c >= 0; c--) {
      int root = rootOf(parents, c);
      together.computeIfAbsent(root, r -> new int[sizes[r]])[--sizes[root]] = c;
    }
    List<int[]> components = new ArrayList<>(together.values());
    components.sort((one, other) -> Integer.compare(one[0], other[0]));
    return components;
  }

  /** Resources of which the claimants together may ask for more than there is. */
  private boolean[] contended() {
    long[] asked = new long[capacity.length];
    long[] most = new long[capacity.length];
    for (List<Option> own : options) {
      for (Option option : own) {
        for (int k = 0; option.points() >= WEAKEST && k < option.resources().length; k++) {
          int r = option.resources()[k];
          if (option.amounts()[k] > most[r]) {
            asked[r] += option.amounts()[k] - most[r];
            most[r] = option.amounts()[k];
          }
        }
      }
      for (Option option : own) {
        for (int r : option.resources()) {
          most[r] = 0;
        }
      }
    }
    boolean[] contended = new boolean[capacity.length];
    for (int r = 0; r < asked.length; r++) {
      contended[r] = asked[r] > capacity[r];
    }
    return contended;
  }

  private static int rootOf(int[] parents, int one) {
    int root = one;
    while (parents[root] != root) {
      parents[root] = parents[parents[root]];
      root = parents[root];
    }
    return root;
  }

  private static void join(int[] parents, int one, int other) {
    int a = rootOf(parents, one);
    int b = rootOf(parents, other);
    parents[Math.max(a, b)] = Math.min(a, b);
  }
}
