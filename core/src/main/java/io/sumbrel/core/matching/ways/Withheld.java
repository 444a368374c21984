package io.sumbrel.core.matching.ways;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.money.Proportion;
import io.sumbrel.core.openitem.OpenItem;
import java.util.Arrays;
import java.util.Optional;

/**
 * Tax that a customer withholds from a payment and hands to the tax office in our name, at a rate
 * that the house knows: of the price without tax where the list states the tax, or of all of it
 * (common practice; which of the two depends on the country).
 *
 * @param basisPoints the rate in hundredths of a per cent
 * @param ofNet whether it is reckoned on the price without tax
 * @param each what is withheld on each item, in minor units
 */
public record Withheld(
    MatchingProblem problem, int[] items, int basisPoints, boolean ofNet, long[] each) {
  private static final int WHOLE = 10_000;

  /** Empty when what is missing is no tax at a known rate on just these items. */
  public static Optional<Withheld> of(MatchingProblem problem, int[] items, long missing) {
    for (int rate : problem.rules().withheldBasisPoints()) {
      for (boolean ofNet : new boolean[] {true, false}) {
        Withheld tax = new Withheld(problem, items, rate, ofNet, new long[items.length]);
        if (tax.fits(missing)) {
          return Optional.of(tax);
        }
      }
    }
    return Optional.empty();
  }

  /** The most that may be withheld of an amount. */
  static long most(MatchingProblem problem, long owed) {
    long most = 0;
    for (int rate : problem.rules().withheldBasisPoints()) {
      most = Math.max(most, Proportion.halfUp(owed, rate, WHOLE));
    }
    return most;
  }

  /** Reckoned item by item, or on the sum with the cent left over on the last item. */
  private boolean fits(long missing) {
    long bases = 0;
    for (int k = 0; k < items.length; k++) {
      OpenItem item = problem.item(items[k]);
      long base = item.totalMinor() - (ofNet ? item.taxMinor().orElse(0L) : 0);
      if (base <= 0) {
        return false;
      }
      bases += base;
      each[k] = Proportion.halfUp(base, basisPoints, WHOLE);
    }
    long sum = Arrays.stream(each).sum();
    if (sum != missing && Proportion.halfUp(bases, basisPoints, WHOLE) == missing) {
      each[each.length - 1] += missing - sum;
      sum = missing;
    }
    return sum == missing && Arrays.stream(each).allMatch(t -> t > 0);
  }

  /** Whether nothing of the items was paid before: then tax would have been withheld already. */
  boolean isOfWhole(Pools pools) {
    return Arrays.stream(items).allMatch(i -> pools.left(i) == problem.item(i).totalMinor());
  }

  /** Whether it is reckoned on a price without tax, and any of the items states its tax. */
  public boolean isOfStatedNet() {
    return ofNet && Arrays.stream(items).anyMatch(i -> problem.item(i).taxMinor().isPresent());
  }
}
