package io.sumbrel.core.matching.assignment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * One joint choice over all claimants in which no resource is promised beyond what there is of it:
 * the choice with the most points, and how likely each option is over all choices that are
 * consistent, each weighing as much as its points say.
 *
 * <p>Claimants that cannot get in each other's way are solved apart, as components. Only options
 * with more than 0 points enter the best choice; weaker ones still enter the likelihoods. The same
 * input gives the same answer on every machine: work is bounded in nodes.
 */
public final class JointPlan {
  /** Options weaker than one in a thousand are left out. */
  public static final int WEAKEST = -6_908;

  private final List<Option> options;
  private final long[] capacity;
  private final int[] chosen;
  private final int[] likelihoods;
  private int unproven;
  private int components;
  private long nodes;

  /**
   * @param chosen for each claimant the option that it gets, or −1
   * @param likelihoods of each option in parts of a million
   * @param components how many groups of claimants were solved apart
   * @param unproven of how many it is not proven that their choice is the best
   * @param nodes visited in all
   */
  public record Result(int[] chosen, int[] likelihoods, int components, int unproven, long nodes) {}

  private JointPlan(List<Option> options, int claimants, long[] capacity) {
    this.options = options;
    this.capacity = capacity;
    this.chosen = new int[claimants];
    this.likelihoods = new int[options.size()];
    Arrays.fill(chosen, -1);
  }

  /**
   * @param capacity how much there is of each resource
   * @param nodeBudget for each component
   */
  public static Result of(List<Option> options, int claimants, long[] capacity, int nodeBudget) {
    JointPlan plan = new JointPlan(options, claimants, capacity);
    for (List<Component.Claimant> claimantsOfOne : plan.split(claimants)) {
      plan.solve(claimantsOfOne, nodeBudget);
    }
    return new Result(plan.chosen, plan.likelihoods, plan.components, plan.unproven, plan.nodes);
  }

  /** Claimants who may get in each other's way stand together. */
  private List<List<Component.Claimant>> split(int claimants) {
    Map<Integer, Component.Claimant> byClaimant = new LinkedHashMap<>();
    for (int o = 0; o < options.size(); o++) {
      Option option = options.get(o);
      if (option.points() >= WEAKEST) {
        byClaimant
            .computeIfAbsent(option.claimant(), c -> new Component.Claimant(c, new ArrayList<>()))
            .options()
            .add(o);
      }
    }
    Groups groups = new Groups(claimants);
    Map<Integer, Integer> firstOn = new HashMap<>();
    boolean[] contended = contended(byClaimant);
    for (Component.Claimant claimant : byClaimant.values()) {
      for (int o : claimant.options()) {
        for (int r : options.get(o).resources()) {
          if (contended[r]) {
            Integer first = firstOn.putIfAbsent(r, claimant.number());
            groups.join(claimant.number(), first == null ? claimant.number() : first);
          }
        }
      }
    }
    Map<Integer, List<Component.Claimant>> together = new LinkedHashMap<>();
    byClaimant
        .values()
        .forEach(
            c -> together.computeIfAbsent(groups.of(c.number()), g -> new ArrayList<>()).add(c));
    return List.copyOf(together.values());
  }

  /** Resources of which the claimants together may ask for more than there is. */
  private boolean[] contended(Map<Integer, Component.Claimant> claimants) {
    long[] asked = new long[capacity.length];
    for (Component.Claimant claimant : claimants.values()) {
      Map<Integer, Long> most = new HashMap<>();
      for (int o : claimant.options()) {
        Option option = options.get(o);
        for (int k = 0; k < option.resources().length; k++) {
          most.merge(option.resources()[k], option.amounts()[k], Math::max);
        }
      }
      most.forEach((r, amount) -> asked[r] += amount);
    }
    boolean[] contended = new boolean[capacity.length];
    for (int r = 0; r < asked.length; r++) {
      contended[r] = asked[r] > capacity[r];
    }
    return contended;
  }

  private void solve(List<Component.Claimant> claimants, int nodeBudget) {
    Component component = new Component(claimants, options, capacity);
    components++;
    Component.Best best = component.best(nodeBudget);
    unproven += best.proven() ? 0 : 1;
    nodes += best.nodes();
    for (int c = 0; c < claimants.size(); c++) {
      chosen[claimants.get(c).number()] = best.chosen()[c];
    }
    Likelihoods.of(claimants, options, capacity, nodeBudget)
        .forEach((option, likelihood) -> likelihoods[option] = likelihood);
  }

  /** Disjoint groups that grow together. */
  private static final class Groups {
    private final int[] parents;

    Groups(int size) {
      parents = new int[size];
      Arrays.setAll(parents, i -> i);
    }

    int of(int one) {
      int root = one;
      while (parents[root] != root) {
        parents[root] = parents[parents[root]];
        root = parents[root];
      }
      return root;
    }

    void join(int one, int other) {
      int a = of(one);
      int b = of(other);
      parents[Math.max(a, b)] = Math.min(a, b);
    }
  }
}
