package io.sumbrel.core.matching.assignment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * One joint choice over all claimants in which no resource is promised beyond what there is of it:
 * the choice with the most points, and how likely each option is over all choices that are
 * consistent, each weighing as much as its points say.
 *
 * <p>Claimants that cannot get in each other's way are solved apart, as components. In a large
 * component the best choice falls apart further, into the groups that {@link Contention} leaves;
 * there the likelihoods are those over all choices of the group, against how likely everybody else
 * leaves the resources alone: first each by itself, then as found before, stage by stage. So what
 * happens in one corner of a large component does not reach all of it, and a plan that follows
 * another works on nothing but what has changed, with the same answer.
 *
 * <p>Only options with more than 0 points enter the best choice; weaker ones still enter the
 * likelihoods. Work is bounded in nodes, so every machine gives the same answer.
 */
public final class JointPlan {
  /** Options weaker than one in a thousand are left out. */
  public static final int WEAKEST = -6_908;

  private static final int STAGES = 2;

  private final List<Claimant> claimants;
  private final List<int[]> components;

  /** What came of its group, by claimant. */
  private final Solved[] solved;

  /** The place of each claimant in its group. */
  private final int[] placeInGroup;

  private long nodes;

  /**
   * A joint choice from which what is the same need not be found again.
   *
   * @param places where each of the claimants now is found in it, or −1
   */
  public record Before(JointPlan plan, int[] places) {
    private Solved solved(int claimant) {
      return places[claimant] < 0 ? null : plan.solved[places[claimant]];
    }
  }

  /**
   * What was chosen for one claimant.
   *
   * @param chosen the place of its option, or −1
   * @param likelihoods of its options, in parts of a million
   */
  public record Outcome(int chosen, int[] likelihoods) {
    /** Whether the other says the same. */
    public boolean isSame(Outcome other) {
      return chosen == other.chosen && Arrays.equals(likelihoods, other.likelihoods);
    }
  }

  /**
   * Chooses for all.
   *
   * @param capacity how much there is of each resource
   * @param nodeBudget after so many nodes the best choice of a group so far stands, unproven
   */
  public static JointPlan of(
      List<Claimant> claimants, long[] capacity, int nodeBudget, Optional<Before> before) {
    return new JointPlan(claimants, capacity, nodeBudget, before);
  }

  private JointPlan(
      List<Claimant> claimants, long[] capacity, int nodeBudget, Optional<Before> before) {
    this.claimants = claimants;
    solved = new Solved[claimants.size()];
    placeInGroup = new int[solved.length];
    Contention contention = new Contention(claimants, capacity);
    components = contention.components(IntStream.range(0, solved.length).toArray());
    long[] limits = contention.limits();
    List<Solved> whole = new ArrayList<>();
    BitSet inLarge = new BitSet();
    for (int[] component : components) {
      if (Group.isCountable(claimants, component)) {
        whole.add(toSolve(component, new int[component.length], limits, 1, before));
      } else {
        Arrays.stream(component).forEach(inLarge::set);
      }
    }
    whole.forEach(one -> one.find(0, new long[one.group.resources.length]));
    int[] large = inLarge.stream().toArray();
    contention.leaveOutDominated(large);
    List<Solved> parts = new ArrayList<>();
    for (int[] part : contention.components(large)) {
      int[] floors = new int[part.length];
      Arrays.setAll(floors, c -> contention.floor(part[c]));
      parts.add(toSolve(part, floors, limits, STAGES, before));
    }
    for (int stage = 0; stage < STAGES; stage++) {
      find(parts, capacity.length, stage);
    }
    whole.addAll(parts);
    whole.forEach(one -> nodes += one.choose(nodeBudget));
  }

  /** A group with what is known of it from before. */
  private Solved toSolve(
      int[] places, int[] floors, long[] limits, int stages, Optional<Before> before) {
    Solved known = before.map(b -> b.solved(places[0])).orElse(null);
    Claimant[] members = new Claimant[places.length];
    Arrays.setAll(members, c -> claimants.get(places[c]));
    boolean same =
        known != null && known.stages() == stages && known.group.isOf(members, floors, limits);
    Solved now = same ? new Solved(known) : new Solved(new Group(members, floors, limits), stages);
    for (int c = 0; c < places.length; c++) {
      solved[places[c]] = now;
      placeInGroup[places[c]] = c;
    }
    return now;
  }

  /** How likely everything is, given how likely the stage before found that others stay away. */
  private static void find(List<Solved> parts, int resources, int stage) {
    long[] all = new long[resources];
    for (Solved part : parts) {
      for (int c = 0; c < part.group.members.length; c++) {
        long[] alone = part.alone(c, stage);
        int[] own = part.group.members[c].resources;
        for (int k = 0; k < own.length; k++) {
          all[own[k]] += alone[k];
        }
      }
    }
    for (Solved part : parts) {
      part.find(stage, part.outside(all, stage));
    }
  }

  /** What was chosen for the claimant at a place. */
  public Outcome outcome(int claimant) {
    return solved[claimant].outcome(placeInGroup[claimant]);
  }

  /** Claimants that may get in each other's way, by their places; each once, in rising order. */
  public List<int[]> components() {
    return components;
  }

  /** Of how many components the choice is not proven to be the best. */
  public int unproven() {
    return (int)
        components.stream()
            .filter(c -> Arrays.stream(c).anyMatch(k -> !solved[k].isProven()))
            .count();
  }

  /** How many nodes were visited for what was not known before. */
  public long nodes() {
    return nodes;
  }
}
