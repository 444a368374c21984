package io.sumbrel.core.matching.assignment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;

/**
 * What of everything may be asked for more often than it is there, and who therefore may get in
 * whose way.
 *
 * <p>For the best choice much of it falls away: a claimant whose strongest option nobody contends
 * takes it in some best choice, whatever the others do, so its weaker options ask for nothing, and
 * what only they made scarce is scarce no more. That is repeated until nothing moves; the end is
 * the same in whatever order it is done, because floors only rise.
 */
final class Contention {
  private final List<Claimant> claimants;
  private final long[] capacity;
  private final long[] asked;

  /** Options of a claimant with fewer points than this ask for nothing. */
  private final int[] floors;

  Contention(List<Claimant> claimants, long[] capacity) {
    this.claimants = claimants;
    this.capacity = capacity;
    this.asked = new long[capacity.length];
    this.floors = new int[claimants.size()];
    Arrays.fill(floors, JointPlan.WEAKEST);
    for (Claimant claimant : claimants) {
      for (int k = 0; k < claimant.resources.length; k++) {
        asked[claimant.resources[k]] += claimant.most[k];
      }
    }
  }

  boolean isScarce(int resource) {
    return asked[resource] > capacity[resource];
  }

  /** How much there is of what is scarce; without end of the rest. */
  long[] limits() {
    long[] limits = new long[capacity.length];
    Arrays.setAll(limits, r -> isScarce(r) ? capacity[r] : Long.MAX_VALUE);
    return limits;
  }

  int floor(int claimant) {
    return floors[claimant];
  }

  /** Leaves out what cannot be in the best choice of these, or need not be. */
  void leaveOutDominated(int[] among) {
    BitSet eased = null;
    do {
      BitSet now = new BitSet(capacity.length);
      for (int c : among) {
        if (eased == null || touches(claimants.get(c), eased)) {
          raise(c, now);
        }
      }
      eased = now;
    } while (!eased.isEmpty());
  }

  private static boolean touches(Claimant claimant, BitSet resources) {
    for (int r : claimant.resources) {
      if (resources.get(r)) {
        return true;
      }
    }
    return false;
  }

  /**
   * @param eased is told what is scarce no more
   */
  private void raise(int c, BitSet eased) {
    Claimant claimant = claimants.get(c);
    int best = 0; // to take none is always free
    for (int o = 0; o < claimant.points.length; o++) {
      if (claimant.points[o] > best && isFree(claimant, o)) {
        best = claimant.points[o];
      }
    }
    if (best > floors[c]) {
      long[] then = claimant.most(floors[c]);
      floors[c] = best;
      long[] now = claimant.most(best);
      for (int k = 0; k < now.length; k++) {
        int r = claimant.resources[k];
        boolean scarce = isScarce(r);
        asked[r] += now[k] - then[k];
        if (scarce && !isScarce(r)) {
          eased.set(r);
        }
      }
    }
  }

  private boolean isFree(Claimant claimant, int option) {
    for (int k = claimant.starts[option]; k < claimant.starts[option + 1]; k++) {
      if (isScarce(claimant.resources[claimant.drawn[k]])) {
        return false;
      }
    }
    return true;
  }

  /** Those of the claimants who may get in each other's way, together; each in rising order. */
  List<int[]> components(int[] among) {
    int[] parents = new int[claimants.size()];
    Arrays.setAll(parents, c -> c);
    int[] firstOn = new int[capacity.length];
    Arrays.fill(firstOn, -1);
    for (int c : among) {
      Claimant claimant = claimants.get(c);
      long[] most = claimant.most(floors[c]);
      for (int k = 0; k < most.length; k++) {
        int r = claimant.resources[k];
        if (most[k] > 0 && isScarce(r)) {
          firstOn[r] = firstOn[r] < 0 ? c : firstOn[r];
          join(parents, c, firstOn[r]);
        }
      }
    }
    return together(among, parents);
  }

  private static List<int[]> together(int[] among, int[] parents) {
    int[] sizes = new int[parents.length];
    for (int c : among) {
      sizes[rootOf(parents, c)]++;
    }
    List<int[]> together = new ArrayList<>();
    int[] at = new int[parents.length];
    int[] filled = new int[among.length];
    for (int c : among) {
      int root = rootOf(parents, c);
      if (sizes[root] > 0) {
        at[root] = together.size();
        together.add(new int[sizes[root]]);
        sizes[root] = 0;
      }
      together.get(at[root])[filled[at[root]]++] = c;
    }
    return together;
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
