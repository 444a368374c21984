package io.sumbrel.core.matching.assignment;

import java.util.Arrays;

/** A group with what was found for it: how likely everything is, then what is chosen. */
final class Solved {
  final Group group;

  /** The slots of its members. */
  final int[] slots;

  private final Stage[] stages;
  private BestChoice.Best best;
  private JointPlan.Outcome[] outcomes;

  /** The same group in the plan before, until it is solved here. */
  private Solved before;

  /**
   * How likely everything is, given how likely others leave the resources alone.
   *
   * @param outside scaled logarithms of that, by resource of the group; empty when nobody else asks
   * @param likelihoods of the last stage: of each option of each member, in parts of a million
   * @param alone of the others: how likely each member leaves its resources alone, then
   */
  private record Stage(long[] outside, int[][] likelihoods, long[][] alone) {
    static Stage of(Group group, long[] outside, boolean last) {
      long[] others = outside.length == 0 ? new long[group.resources.length] : outside;
      double[][] shares = Likelihoods.of(group, others);
      int[][] likelihoods = last ? new int[shares.length][] : null;
      long[][] alone = last ? null : new long[shares.length][];
      for (int c = 0; c < shares.length; c++) {
        if (last) {
          likelihoods[c] = Arrays.stream(shares[c]).mapToInt(s -> (int) (s * 1_000_000)).toArray();
        } else {
          alone[c] = group.members[c].alone(shares[c]);
        }
      }
      return new Stage(outside, likelihoods, alone);
    }
  }

  /** To be solved from nothing, in so many stages. */
  Solved(Group group, int[] slots, int stages) {
    this.group = group;
    this.slots = slots;
    this.stages = new Stage[stages];
  }

  /** To be solved from what is known of the same group. */
  Solved(Solved before) {
    this(before.group, before.slots, before.stages.length);
    this.before = before;
  }

  int stages() {
    return stages.length;
  }

  /** How likely a member leaves its resources alone, as the stage before found. */
  long[] alone(int member, int stage) {
    return stage == 0 ? group.members[member].byItself : stages[stage - 1].alone[member];
  }

  /** Finds how likely everything is, against how likely others leave the resources alone. */
  void find(int stage, long[] outside) {
    boolean same = before != null && Arrays.equals(before.stages[stage].outside, outside);
    boolean last = stage == stages.length - 1;
    stages[stage] = same ? before.stages[stage] : Stage.of(group, outside, last);
  }

  /** Chooses; gives the nodes that it took. */
  int choose(int nodeBudget) {
    boolean known = before != null;
    int last = stages.length - 1;
    best = known ? before.best : new BestChoice(group).best(nodeBudget);
    outcomes = known && before.stages[last] == stages[last] ? before.outcomes : outcomes(last);
    before = null;
    return known ? 0 : best.nodes();
  }

  private JointPlan.Outcome[] outcomes(int stage) {
    JointPlan.Outcome[] outcomes = new JointPlan.Outcome[group.members.length];
    int[] chosen = inOrder(best.chosen().clone());
    Arrays.setAll(outcomes, c -> new JointPlan.Outcome(chosen[c], stages[stage].likelihoods[c]));
    return outcomes;
  }

  /** Of two that ask for the very same the first has what it would rather have. */
  private int[] inOrder(int[] chosen) {
    group.forEachTwoAlike(
        (first, next) -> {
          int had = chosen[first];
          if (chosen[next] >= 0 && (had < 0 || chosen[next] < had)) {
            chosen[first] = chosen[next];
            chosen[next] = had;
          }
        });
    return chosen;
  }

  JointPlan.Outcome outcome(int member) {
    return outcomes[member];
  }

  boolean isProven() {
    return best.proven();
  }
}
