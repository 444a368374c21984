package io.sumbrel.core.matching.assignment;

import java.util.Arrays;

/**
 * How likely each option is over all consistent joint choices of one group. Counted exactly while
 * the number of choices is small; else each member's likelihoods are set from how likely the others
 * leave it enough, again and again until they settle (a mean-field fixed point).
 */
final class Likelihoods {
  private static final int ROUNDS = 40;
  private static final double DAMPING = 0.5;

  /** Below half of this nothing moves by a part of a million. */
  private static final double STILL = 1e-7;

  private final Group group;
  private final double[][] weights;
  private final long[] left;
  private final double[][] sums;
  private final int[] current;
  private double all;

  /**
   * @param outside how likely those outside of the group leave each resource alone
   */
  private Likelihoods(Group group, long[] outside) {
    this.group = group;
    int count = group.members.length;
    weights = new double[count][];
    sums = new double[count][];
    for (int c = 0; c < count; c++) {
      weights[c] = weights(c, outside);
      sums[c] = new double[weights[c].length];
    }
    left = group.capacity.clone();
    current = new int[count];
    Arrays.fill(current, -1);
  }

  private double[] weights(int c, long[] outside) {
    double[] own = group.members[c].weights.clone();
    for (int o = 0; o < own.length; o++) {
      own[o] *= group.fits(c, o, group.capacity) ? leftTo(c, o, outside) : 0;
    }
    return own;
  }

  /**
   * How likely all that an option draws on is left to it.
   *
   * @param logs scaled logarithms of that for each resource
   */
  private double leftTo(int c, int o, long[] logs) {
    Claimant member = group.members[c];
    long log = 0;
    for (int k = member.starts[o]; k < member.starts[o + 1]; k++) {
      log += logs[group.places[c][member.drawn[k]]];
    }
    return Claimant.factor(log);
  }

  /** The share of each option of each member. */
  static double[][] of(Group group, long[] outside) {
    Likelihoods likelihoods = new Likelihoods(group, outside);
    if (group.members.length == 1) {
      return new double[][] {likelihoods.shares(0, new long[group.resources.length])};
    }
    if (group.isCountable()) {
      likelihoods.count(0, 1);
      return likelihoods.inOrder(likelihoods.counted());
    }
    return likelihoods.inOrder(likelihoods.settled());
  }

  /**
   * Of two that ask for the very same, and of which one alone can have it, the first has it: that
   * is no doubt about either of them. What it would have had otherwise is the other's then.
   */
  private double[][] inOrder(double[][] share) {
    group.forEachTwoAlike((first, next) -> leave(first, share[first], share[next]));
    return share;
  }

  private void leave(int member, double[] first, double[] next) {
    double free = 1;
    for (int o = 0; o < first.length; o++) {
      double rest = free - first[o];
      double left = isForOne(member, o) ? Math.min(next[o] * free, rest) : 0;
      if (left > 0) {
        first[o] += left;
        next[o] -= left;
        for (int k = o + 1; k < first.length; k++) {
          double otherwise = first[k] * left / rest;
          first[k] -= otherwise;
          next[k] += otherwise;
        }
      }
      free -= first[o];
    }
  }

  /** Whether no two can have an option. */
  private boolean isForOne(int member, int option) {
    Claimant claimant = group.members[member];
    for (int k = claimant.starts[option]; k < claimant.starts[option + 1]; k++) {
      long there = group.capacity[group.places[member][claimant.drawn[k]]];
      if (claimant.amounts[k] > there - claimant.amounts[k]) {
        return true;
      }
    }
    return false;
  }

  /** Walks through every consistent choice. */
  private void count(int c, double product) {
    if (c == weights.length) {
      all += product;
      for (int k = 0; k < current.length; k++) {
        if (current[k] >= 0) {
          sums[k][current[k]] += product;
        }
      }
      return;
    }
    for (int o = 0; o < weights[c].length; o++) {
      if (weights[c][o] > 0 && group.fits(c, o, left)) {
        current[c] = o;
        group.take(c, o, left, 1);
        count(c + 1, product * weights[c][o]);
        group.take(c, o, left, -1);
      }
    }
    current[c] = -1;
    count(c + 1, product * group.members[c].weightOfNone);
  }

  private double[][] counted() {
    for (double[] row : sums) {
      for (int k = 0; k < row.length; k++) {
        row[k] /= all;
      }
    }
    return sums;
  }

  /** Each member in turn, against how the others stand, until nothing moves any more. */
  private double[][] settled() {
    double[][] share = new double[weights.length][];
    long[] free = new long[group.resources.length];
    for (int c = 0; c < share.length; c++) {
      share[c] = shares(c, free);
    }
    for (int c = 0; c < share.length; c++) {
      add(c, share[c], free, 1);
    }
    double moved = 1;
    for (int round = 0; round < ROUNDS && moved > STILL; round++) {
      moved = 0;
      for (int c = 0; c < share.length; c++) {
        add(c, share[c], free, -1);
        double[] next = shares(c, free);
        for (int k = 0; k < next.length; k++) {
          double step = DAMPING * (next[k] - share[c][k]);
          share[c][k] += step;
          moved = Math.max(moved, Math.abs(step));
        }
        add(c, share[c], free, 1);
      }
    }
    return share;
  }

  /**
   * Sums up, in logarithms, how likely nobody takes so much of a scarce resource that it is gone.
   */
  private void add(int c, double[] share, long[] free, int direction) {
    long[] alone = group.members[c].alone(share);
    for (int k = 0; k < alone.length; k++) {
      int r = group.places[c][k];
      free[r] += group.isScarce(r) ? direction * alone[k] : 0;
    }
  }

  /**
   * @param free scaled logarithms of how likely the others leave each resource alone
   */
  private double[] shares(int c, long[] free) {
    double[] row = weights[c].clone();
    double sum = group.members[c].weightOfNone;
    for (int o = 0; o < row.length; o++) {
      row[o] *= leftTo(c, o, free);
      sum += row[o];
    }
    for (int o = 0; o < row.length; o++) {
      row[o] /= sum;
    }
    return row;
  }
}
