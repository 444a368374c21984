package io.sumbrel.core.matching.assignment;

import java.util.Arrays;
import java.util.BitSet;

/**
 * What of everything may be asked for more often than it is there, and who therefore may get in
 * whose way.
 *
 * <p>Claimants stand in slots, which they keep from one joint choice to the next. Those that may
 * get in each other's way, directly or through others, are a component. Where that is large much of
 * it falls away for the best choice: a claimant whose strongest option nobody contends takes it in
 * some best choice, whatever the others do, so its weaker options ask for nothing, and what only
 * they made scarce is scarce no more. That is done in passes, each of which looks at nothing but
 * the one before: so what changes somewhere is worked on there and around it, and nowhere else.
 */
final class Contention {
  /** What would still fall away after so many is little. */
  private static final int PASSES = 6;

  /** What was found of a resource after a pass, each in two bits of its own. */
  private static final int SCARCE = 1;

  private static final int PLENTY = 2;

  /** The claimant in each slot; null where there is none any more. */
  private final Claimant[] claimants;

  private final ClaimantsOfResources askers;

  /** How much there is of each resource, above zero or below: shared with whoever said so. */
  private final Amounts left;

  /** The most that may be asked of each resource by all together. */
  private final Amounts asked;

  /** The slots of the component of each slot, where it is small; null where it is large. */
  private final int[][] small;

  /** After each pass, by slot: options with fewer points than this ask for nothing. */
  private final int[][] floors;

  /** Slots whose component is not what it was, those that are empty now among them. */
  private final BitSet regrouped = new BitSet();

  /** Slots whose group may not be what it was, or may ask for what is not there as it was. */
  private final BitSet touched = new BitSet();

  /** Empty but while those who may get in each other's way are gathered. */
  private final BitSet in = new BitSet();

  private final BitSet looked = new BitSet();

  /** What this came from, and what was found so far of each pass; until it is made. */
  private Contention before;

  private short[] found;

  /** Of each slot and pass, what it asks for at the most. */
  private long[][][] most;

  private Contention(
      Claimant[] claimants,
      Amounts left,
      ClaimantsOfResources askers,
      Amounts asked,
      Contention before) {
    this.claimants = claimants;
    this.left = left;
    this.askers = askers;
    this.asked = asked;
    this.before = before;
    this.small = before == null ? new int[claimants.length][] : grown(before.small);
    this.floors = new int[PASSES + 1][];
    this.found = new short[left.size()];
    this.most = new long[claimants.length][][];
  }

  private int[][] grown(int[][] bySlot) {
    return Arrays.copyOf(bySlot, claimants.length);
  }

  /** From nothing. */
  static Contention of(Claimant[] claimants, Amounts left) {
    Contention now =
        new Contention(
            claimants,
            left,
            ClaimantsOfResources.of(claimants, left.size()),
            new Amounts(left.size()),
            null);
    for (int slot = 0; slot < claimants.length; slot++) {
      now.ask(claimants[slot], 1);
      now.regrouped.set(slot);
    }
    return now.made(new BitSet());
  }

  /**
   * The same after others came into some of the slots, or nobody did, or something else is left.
   */
  Contention after(Claimant[] others, Amounts newlyLeft) {
    Contention now = new Contention(others, newlyLeft, askers.copy(), asked.copy(), this);
    BitSet moved = new BitSet();
    for (int slot = 0; slot < others.length; slot++) {
      Claimant then = claimantIn(slot);
      if (others[slot] != then) {
        now.regrouped.set(slot);
        now.replace(slot, then, moved);
      }
    }
    left.differences(now.left, moved::set);
    return now.made(moved);
  }

  private void replace(int slot, Claimant then, BitSet moved) {
    if (then != null) {
      askers.remove(slot, then);
      ask(then, -1);
      set(then.resources, moved);
    }
    if (claimants[slot] != null) {
      askers.add(slot, claimants[slot]);
      ask(claimants[slot], 1);
      set(claimants[slot].resources, moved);
    }
  }

  private void ask(Claimant claimant, int direction) {
    for (int k = 0; k < claimant.resources.length; k++) {
      asked.add(claimant.resources[k], direction * claimant.most[k]);
    }
  }

  private static void set(int[] places, BitSet set) {
    for (int place : places) {
      set.set(place);
    }
  }

  /**
   * @param moved of what something else may be asked than before, or is there
   */
  private Contention made(BitSet moved) {
    classify(moved);
    pass(moved);
    return this;
  }

  /** Forgets what was only needed to make it and what is made from it. */
  void settle() {
    before = null;
    found = null;
    most = null;
  }

  Claimant claimantIn(int slot) {
    return slot < claimants.length ? claimants[slot] : null;
  }

  int slots() {
    return claimants.length;
  }

  ClaimantsOfResources askers() {
    return askers;
  }

  boolean isLarge(int slot) {
    return claimantIn(slot) != null && small[slot] == null;
  }

  private long capacity(int resource) {
    return Math.abs(left.get(resource));
  }

  /** How much there is of what is scarce; without end of the rest. */
  long limit(int resource) {
    return isScarce(0, resource) ? capacity(resource) : Long.MAX_VALUE;
  }

  /** The floor of a claimant after all passes. */
  int floor(int slot) {
    return floor(slot, PASSES);
  }

  private int floor(int slot, int pass) {
    return pass == 0 ? JointPlan.WEAKEST : floors[pass][slot];
  }

  BitSet touched() {
    return touched;
  }

  /** Those among whom a choice is made together with that of a slot; rising. */
  int[] group(int slot) {
    return small[slot] != null ? small[slot] : together(slot, PASSES, Double.POSITIVE_INFINITY);
  }

  /** Those who may get in a slot's way, directly or through others; rising. */
  int[] component(int slot) {
    return together(slot, 0, Double.POSITIVE_INFINITY);
  }

  /** Finds the components of which something may have changed, as far as they are small. */
  private void classify(BitSet moved) {
    BitSet again = (BitSet) regrouped.clone();
    moved.stream()
        .filter(r -> isScarce(0, r) || before.isScarce(0, r))
        .forEach(r -> setAskers(r, again));
    if (before != null) {
      BitSet seeds = (BitSet) again.clone();
      seeds.stream()
          .filter(slot -> slot < before.small.length && before.small[slot] != null)
          .forEach(slot -> set(before.small[slot], again));
    }
    BitSet done = new BitSet();
    for (int slot = again.nextSetBit(0); slot >= 0; slot = again.nextSetBit(slot + 1)) {
      if (claimants[slot] == null) {
        small[slot] = null;
      } else if (!done.get(slot)) {
        int[] component = together(slot, 0, Group.MOST_COUNTED);
        for (int member : component == null ? new int[] {slot} : component) {
          small[member] = component;
          done.set(member);
          regrouped.set(
              member, regrouped.get(member) || !Arrays.equals(component, smallBefore(member)));
        }
      }
    }
  }

  private int[] smallBefore(int slot) {
    return before == null || slot >= before.small.length ? null : before.small[slot];
  }

  /** Now or before. */
  private void setAskers(int resource, BitSet slots) {
    set(askers.of(resource), slots);
    if (before != null) {
      set(before.askers.of(resource), slots);
    }
  }

  /** Now or before. */
  private void setResources(BitSet slots, BitSet resources) {
    for (int slot = slots.nextSetBit(0); slot >= 0; slot = slots.nextSetBit(slot + 1)) {
      if (claimants[slot] != null) {
        set(claimants[slot].resources, resources);
      }
      if (before != null && before.claimantIn(slot) != null) {
        set(before.claimantIn(slot).resources, resources);
      }
    }
  }

  /** Leaves out, pass by pass, what cannot be in the best choice, or need not be. */
  private void pass(BitSet moved) {
    BitSet stirred = regrouped;
    for (int pass = 1; pass <= PASSES; pass++) {
      BitSet look = (BitSet) stirred.clone();
      if (before != null) {
        setResources(stirred, moved);
        for (int r = moved.nextSetBit(0); r >= 0; r = moved.nextSetBit(r + 1)) {
          if (isScarce(pass - 1, r) != before.isScarce(pass - 1, r)) {
            set(askers.of(r), look);
          }
        }
      }
      stirred = raise(pass, look);
    }
    touched.or(stirred);
    setResources(stirred, moved);
    for (int r = moved.nextSetBit(0); r >= 0; r = moved.nextSetBit(r + 1)) {
      setAskers(r, touched);
    }
  }

  /** Raises floors; gives those that may ask for something else after this pass than before. */
  private BitSet raise(int pass, BitSet look) {
    int[] now = new int[claimants.length];
    Arrays.fill(now, JointPlan.WEAKEST);
    if (before != null) {
      System.arraycopy(before.floors[pass], 0, now, 0, before.floors[pass].length);
    }
    floors[pass] = now;
    BitSet stirred = (BitSet) regrouped.clone();
    for (int slot = look.nextSetBit(0); slot >= 0; slot = look.nextSetBit(slot + 1)) {
      if (claimants[slot] != null) {
        int floor =
            isLarge(slot)
                ? Math.max(floor(slot, pass - 1), free(slot, pass - 1))
                : JointPlan.WEAKEST;
        stirred.set(slot, stirred.get(slot) || floor != now[slot]);
        now[slot] = floor;
      }
    }
    return stirred;
  }

  /** The points of the strongest option that nobody contends; to take none is always free. */
  private int free(int slot, int pass) {
    Claimant claimant = claimants[slot];
    int best = 0;
    for (int o = 0; o < claimant.points.length; o++) {
      if (claimant.points[o] > best && isFree(claimant, o, pass)) {
        best = claimant.points[o];
      }
    }
    return best;
  }

  private boolean isFree(Claimant claimant, int option, int pass) {
    for (int k = claimant.starts[option]; k < claimant.starts[option + 1]; k++) {
      if (isScarce(pass, claimant.resources[claimant.drawn[k]])) {
        return false;
      }
    }
    return true;
  }

  /** Whether more may be asked for, after a pass, than there is. */
  private boolean isScarce(int pass, int resource) {
    boolean atFirst = asked.get(resource) > capacity(resource);
    if (pass == 0 || !atFirst) {
      return atFirst;
    }
    int known = found == null ? 0 : found[resource] >> 2 * pass & (SCARCE | PLENTY);
    if (known != 0) {
      return known == SCARCE;
    }
    long sum = 0;
    for (int k = 0; k < askers.count(resource); k++) {
      sum += askedBy(askers.slot(resource, k), resource, pass);
    }
    boolean scarce = sum > capacity(resource);
    if (found != null) {
      found[resource] |= (short) ((scarce ? SCARCE : PLENTY) << 2 * pass);
    }
    return scarce;
  }

  private long askedBy(int slot, int resource, int pass) {
    Claimant claimant = claimants[slot];
    return most(slot, pass)[Arrays.binarySearch(claimant.resources, resource)];
  }

  private long[] most(int slot, int pass) {
    if (most == null) {
      return claimants[slot].most(floor(slot, pass));
    }
    if (most[slot] == null) {
      most[slot] = new long[PASSES + 1][];
    }
    if (most[slot][pass] == null) {
      most[slot][pass] = claimants[slot].most(floor(slot, pass));
    }
    return most[slot][pass];
  }

  /**
   * Those who may get in each other's way after a pass, from one on; null where they have more than
   * so many joint choices.
   */
  private int[] together(int slot, int pass, double mostChoices) {
    int[] queue = {slot};
    int count = 1;
    in.set(slot);
    double choices = choicesOf(slot);
    for (int at = 0; at < count && choices <= mostChoices; at++) {
      long[] own = most(queue[at], pass);
      int[] resources = claimants[queue[at]].resources;
      for (int k = 0; k < own.length; k++) {
        int r = resources[k];
        if (own[k] > 0 && !looked.get(r) && isScarce(pass, r)) {
          looked.set(r);
          for (int a = 0; a < askers.count(r) && choices <= mostChoices; a++) {
            int other = askers.slot(r, a);
            if (!in.get(other) && askedBy(other, r, pass) > 0) {
              in.set(other);
              choices *= choicesOf(other);
              queue = count == queue.length ? Arrays.copyOf(queue, 2 * count) : queue;
              queue[count++] = other;
            }
          }
        }
      }
    }
    for (int at = 0; at < count; at++) {
      in.clear(queue[at]);
      for (int r : claimants[queue[at]].resources) {
        looked.clear(r);
      }
    }
    if (choices > mostChoices) {
      return null;
    }
    int[] members = Arrays.copyOf(queue, count);
    Arrays.sort(members);
    return members;
  }

  private int choicesOf(int slot) {
    return claimants[slot].points.length + 1;
  }
}
