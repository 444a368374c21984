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
 * another works on nothing but what has changed and what is around it, with the same answer.
 *
 * <p>Only options with more than 0 points enter the best choice; weaker ones still enter the
 * likelihoods. Work is bounded in nodes, so every machine gives the same answer.
 */
public final class JointPlan {
  /** Options weaker than one in a thousand are left out. */
  public static final int WEAKEST = -6_908;

  private static final int STAGES = 2;

  /** How likely others leave alone what nobody else asks for. */
  private static final long[] NOBODY_ELSE = new long[0];

  /** The slot of each claimant: it keeps it while it is there. */
  private final int[] slots;

  /** The place of each slot. */
  private final int[] places;

  private final Contention contention;

  /** What came of its group, by slot. */
  private final Solved[] solved;

  /** The place of each slot in its group. */
  private final int[] placeInGroup;

  /** By stage: how likely everybody in large components leaves each resource alone. */
  private final Amounts[] alone = new Amounts[STAGES];

  /** Slots of which something was found anew. */
  private final BitSet anew = new BitSet();

  private long nodes;

  /**
   * A joint choice from which what is the same need not be found again.
   *
   * @param places where each of the claimants now is found in it, or −1
   */
  public record Before(JointPlan plan, int[] places) {
    /** Whether those that are still there follow each other as they did. */
    private boolean isInOrder() {
      int last = -1;
      for (int place : places) {
        if (place >= 0 && place <= last) {
          return false;
        }
        last = Math.max(last, place);
      }
      return true;
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
   * @param left how much there is of each resource, above zero or below
   * @param nodeBudget after so many nodes the best choice of a group so far stands, unproven
   */
  public static JointPlan of(
      List<Claimant> claimants, Amounts left, int nodeBudget, Optional<Before> before) {
    return new JointPlan(
        claimants, left, nodeBudget, before.filter(Before::isInOrder).orElse(null));
  }

  private JointPlan(List<Claimant> claimants, Amounts left, int nodeBudget, Before before) {
    JointPlan then = before == null ? null : before.plan;
    slots =
        then == null ? IntStream.range(0, claimants.size()).toArray() : slots(claimants, before);
    int all =
        Math.max(slots.length == 0 ? 0 : max(slots) + 1, then == null ? 0 : then.solved.length);
    Claimant[] bySlot = new Claimant[all];
    places = new int[all];
    for (int c = 0; c < slots.length; c++) {
      bySlot[slots[c]] = claimants.get(c);
      places[slots[c]] = c;
    }
    contention = then == null ? Contention.of(bySlot, left) : then.contention.after(bySlot, left);
    solved = then == null ? new Solved[all] : Arrays.copyOf(then.solved, all);
    placeInGroup = then == null ? new int[all] : Arrays.copyOf(then.placeInGroup, all);
    Arrays.setAll(alone, s -> then == null ? new Amounts(left.size()) : then.alone[s].copy());
    BitSet again = again(then);
    List<Solved> groups = group(again, then);
    find(groups, again, then);
    for (Solved one : groups) {
      nodes += one.choose(nodeBudget);
      Arrays.stream(one.slots).forEach(anew::set);
    }
    contention.settle();
  }

  private static int max(int[] slots) {
    return Arrays.stream(slots).max().getAsInt();
  }

  /** Who was there keeps the slot; others come into empty ones, or into new ones. */
  private static int[] slots(List<Claimant> claimants, Before before) {
    Contention then = before.plan.contention;
    int[] slots = new int[claimants.size()];
    int empty = -1;
    for (int c = 0; c < slots.length; c++) {
      int place = before.places[c];
      int slot = place < 0 ? -1 : before.plan.slots[place];
      if (slot < 0 || then.claimantIn(slot) != claimants.get(c)) {
        do {
          empty++;
        } while (empty < then.slots() && then.claimantIn(empty) != null);
        slot = empty;
      }
      slots[c] = slot;
    }
    return slots;
  }

  /** The slots of everybody who may stand otherwise than before. */
  private BitSet again(JointPlan then) {
    BitSet again = (BitSet) contention.touched().clone();
    if (then != null) {
      contention.touched().stream()
          .filter(slot -> slot < then.solved.length && then.solved[slot] != null)
          .forEach(slot -> Arrays.stream(then.solved[slot].slots).forEach(again::set));
    }
    return again;
  }

  /** Puts them into groups; gives those to be solved. */
  private List<Solved> group(BitSet again, JointPlan then) {
    List<Solved> anew = new ArrayList<>();
    BitSet done = new BitSet();
    for (int slot = again.nextSetBit(0); slot >= 0; slot = again.nextSetBit(slot + 1)) {
      if (contention.claimantIn(slot) == null) {
        solved[slot] = null;
      } else if (!done.get(slot)) {
        Solved one = toSolve(contention.group(slot), then);
        anew.add(one);
        place(one);
        Arrays.stream(one.slots).forEach(done::set);
      }
    }
    return anew;
  }

  private void place(Solved one) {
    for (int c = 0; c < one.slots.length; c++) {
      solved[one.slots[c]] = one;
      placeInGroup[one.slots[c]] = c;
    }
  }

  /** A group with what is known of it from before. */
  private Solved toSolve(int[] group, JointPlan then) {
    int[] in =
        Arrays.stream(group).mapToObj(s -> places[s]).sorted().mapToInt(c -> slots[c]).toArray();
    Claimant[] members = new Claimant[in.length];
    Arrays.setAll(members, c -> contention.claimantIn(in[c]));
    boolean large = contention.isLarge(in[0]);
    int[] floors = Arrays.stream(in).map(s -> large ? contention.floor(s) : 0).toArray();
    int stages = large ? STAGES : 1;
    Solved known = then != null && in[0] < then.solved.length ? then.solved[in[0]] : null;
    boolean same =
        known != null
            && known.stages() == stages
            && known.group.isOf(members, floors, contention::limit);
    return same
        ? new Solved(known)
        : new Solved(new Group(members, floors, contention::limit), in, stages);
  }

  /**
   * Finds how likely everything is in these groups, stage by stage; and in those around them where
   * a stage before came to something else. They are added.
   */
  private void find(List<Solved> anew, BitSet again, JointPlan then) {
    again.stream().forEach(slot -> change(0, slot, then));
    anew.forEach(one -> one.find(0, outside(one, 0)));
    again.stream().forEach(slot -> change(1, slot, then));
    BitSet stirred = new BitSet();
    for (Solved one : anew) {
      for (int c = 0; c < one.slots.length; c++) {
        if (!isAloneAsBefore(one, c, then)) {
          Arrays.stream(one.group.members[c].resources).forEach(stirred::set);
        }
      }
    }
    BitSet listed = new BitSet();
    anew.forEach(one -> Arrays.stream(one.slots).forEach(listed::set));
    for (int r = stirred.nextSetBit(0); r >= 0; r = stirred.nextSetBit(r + 1)) {
      for (int slot : contention.askers().of(r)) {
        if (!listed.get(slot) && contention.isLarge(slot)) {
          Solved around = new Solved(solved[slot]);
          place(around);
          around.find(0, outside(around, 0));
          Arrays.stream(around.slots).forEach(s -> change(1, s, then));
          anew.add(around);
          Arrays.stream(around.slots).forEach(listed::set);
        }
      }
    }
    anew.stream().filter(one -> one.stages() > 1).forEach(one -> one.find(1, outside(one, 1)));
  }

  /** Counts a slot among everybody as it stands now, no longer as it stood then. */
  private void change(int stage, int slot, JointPlan then) {
    if (then != null) {
      then.count(slot, stage, alone[stage], -1);
    }
    count(slot, stage, alone[stage], 1);
  }

  private void count(int slot, int stage, Amounts all, int direction) {
    if (contention.isLarge(slot)) {
      int[] resources = contention.claimantIn(slot).resources;
      long[] own = solved[slot].alone(placeInGroup[slot], stage);
      for (int k = 0; k < own.length; k++) {
        all.add(resources[k], direction * own[k]);
      }
    }
  }

  private boolean isAloneAsBefore(Solved one, int member, JointPlan then) {
    int slot = one.slots[member];
    if (one.stages() == 1) {
      return true; // asks for nothing that another group might
    }
    return then != null
        && then.contention.claimantIn(slot) == one.group.members[member]
        && then.contention.isLarge(slot)
        && Arrays.equals(one.alone(member, 1), then.solved[slot].alone(then.placeInGroup[slot], 1));
  }

  /** How likely all others leave the resources of a group alone, as a stage before found. */
  private long[] outside(Solved one, int stage) {
    if (one.stages() == 1) {
      return NOBODY_ELSE;
    }
    long[] outside = new long[one.group.resources.length];
    for (int k = 0; k < outside.length; k++) {
      if (one.group.isScarce(k)) {
        outside[k] = alone[stage].get(one.group.resources[k]);
      }
    }
    for (int c = 0; c < one.slots.length; c++) {
      long[] own = one.alone(c, stage);
      for (int k = 0; k < own.length; k++) {
        int at = one.group.places[c][k];
        outside[at] -= one.group.isScarce(at) ? own[k] : 0;
      }
    }
    return outside;
  }

  /** Whether for the claimant at a place the same was found as before, without looking. */
  public boolean isAsBefore(int claimant) {
    return !anew.get(slots[claimant]);
  }

  /** What was chosen for the claimant at a place. */
  public Outcome outcome(int claimant) {
    int slot = slots[claimant];
    return solved[slot].outcome(placeInGroup[slot]);
  }

  /** Claimants that may get in each other's way, by their places; each once, in rising order. */
  public List<int[]> components() {
    List<int[]> components = new ArrayList<>();
    BitSet done = new BitSet();
    for (int slot : slots) {
      if (!done.get(slot)) {
        int[] component = contention.component(slot);
        Arrays.stream(component).forEach(done::set);
        components.add(Arrays.stream(component).map(s -> places[s]).sorted().toArray());
      }
    }
    return components;
  }

  /** Of how many components the choice is not proven to be the best. */
  public int unproven() {
    return (int)
        components().stream()
            .filter(c -> Arrays.stream(c).anyMatch(k -> !solved[slots[k]].isProven()))
            .count();
  }

  /** How many nodes were visited for what was not known before. */
  public long nodes() {
    return nodes;
  }
}
