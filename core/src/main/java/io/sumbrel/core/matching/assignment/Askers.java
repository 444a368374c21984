package io.sumbrel.core.matching.assignment;

import java.util.Arrays;

/**
 * Who asks for each resource, by slot. Most of it is one table that is shared with what it came
 * from; where somebody came or went since, the resource has a list of its own.
 */
final class Askers {
  /** Where the askers of a resource begin in the table, and end: one more than resources. */
  private final int[] starts;

  private final int[] table;

  /** The list of a resource's own, by resource; null while nobody came or went. */
  private final int[][] changed;

  private Askers(int[] starts, int[] table, int[][] changed) {
    this.starts = starts;
    this.table = table;
    this.changed = changed;
  }

  /**
   * @param claimants by slot
   * @param resources how many there are
   */
  static Askers of(Claimant[] claimants, int resources) {
    int[] starts = new int[resources + 1];
    for (Claimant claimant : claimants) {
      for (int r : claimant.resources) {
        starts[r + 1]++;
      }
    }
    for (int r = 0; r < resources; r++) {
      starts[r + 1] += starts[r];
    }
    int[] table = new int[starts[resources]];
    int[] at = starts.clone();
    for (int slot = 0; slot < claimants.length; slot++) {
      for (int r : claimants[slot].resources) {
        table[at[r]++] = slot;
      }
    }
    return new Askers(starts, table, null);
  }

  /** How many ask for a resource. */
  int count(int resource) {
    return hasOwnList(resource)
        ? changed[resource].length
        : starts[resource + 1] - starts[resource];
  }

  /** The slot of one of those who ask for a resource. */
  int slot(int resource, int k) {
    return hasOwnList(resource) ? changed[resource][k] : table[starts[resource] + k];
  }

  private boolean hasOwnList(int resource) {
    return changed != null && changed[resource] != null;
  }

  /** The slots of those who ask for a resource. */
  int[] of(int resource) {
    int[] slots = new int[count(resource)];
    Arrays.setAll(slots, k -> slot(resource, k));
    return slots;
  }

  /** A change of some slots; nothing is shared with what it came from but the table. */
  Askers copy() {
    return new Askers(
        starts, table, changed == null ? new int[starts.length - 1][] : changed.clone());
  }

  void add(int slot, Claimant claimant) {
    for (int r : claimant.resources) {
      int[] then = of(r);
      int[] now = Arrays.copyOf(then, then.length + 1);
      now[then.length] = slot;
      changed[r] = now;
    }
  }

  void remove(int slot, Claimant claimant) {
    for (int r : claimant.resources) {
      changed[r] = Arrays.stream(of(r)).filter(s -> s != slot).toArray();
    }
  }
}
