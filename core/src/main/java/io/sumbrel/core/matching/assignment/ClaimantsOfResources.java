package io.sumbrel.core.matching.assignment;

import java.util.Arrays;
import java.util.BitSet;

/**
 * Who asks for each resource, by slot. Most of it is one table that is shared with what it came
 * from; where somebody came or went since, the resource has a list of its own.
 */
final class ClaimantsOfResources {
  private static final int BITS = 7;
  private static final int PAGE = 1 << BITS;

  /** Where the askers of a resource begin in the table, and end: one more than resources. */
  private final int[] starts;

  private final int[] table;

  /**
   * The list of a resource's own, by page and resource; null while nobody came or went. A page is
   * shared with what it came from until somebody comes or goes.
   */
  private final int[][][] changed;

  private final BitSet ownPages = new BitSet();

  private ClaimantsOfResources(int[] starts, int[] table, int[][][] changed) {
    this.starts = starts;
    this.table = table;
    this.changed = changed;
  }

  /**
   * @param claimants by slot
   * @param resources how many there are
   */
  static ClaimantsOfResources of(Claimant[] claimants, int resources) {
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
    return new ClaimantsOfResources(starts, table, new int[(resources >> BITS) + 1][][]);
  }

  /** How many ask for a resource. */
  int count(int resource) {
    int[] own = ownList(resource);
    return own != null ? own.length : starts[resource + 1] - starts[resource];
  }

  /** The slot of one of those who ask for a resource. */
  int slot(int resource, int k) {
    int[] own = ownList(resource);
    return own != null ? own[k] : table[starts[resource] + k];
  }

  private int[] ownList(int resource) {
    int[][] page = changed[resource >> BITS];
    return page == null ? null : page[resource & PAGE - 1];
  }

  private void change(int resource, int[] slots) {
    int page = resource >> BITS;
    if (!ownPages.get(page)) {
      changed[page] = changed[page] == null ? new int[PAGE][] : changed[page].clone();
      ownPages.set(page);
    }
    changed[page][resource & PAGE - 1] = slots;
  }

  /** The slots of those who ask for a resource. */
  int[] of(int resource) {
    int[] slots = new int[count(resource)];
    Arrays.setAll(slots, k -> slot(resource, k));
    return slots;
  }

  /** To be changed; from then on this one must not be. */
  ClaimantsOfResources copy() {
    return new ClaimantsOfResources(starts, table, changed.clone());
  }

  void add(int slot, Claimant claimant) {
    for (int r : claimant.resources) {
      int[] then = of(r);
      int[] now = Arrays.copyOf(then, then.length + 1);
      now[then.length] = slot;
      change(r, now);
    }
  }

  void remove(int slot, Claimant claimant) {
    for (int r : claimant.resources) {
      change(r, Arrays.stream(of(r)).filter(s -> s != slot).toArray());
    }
  }
}
