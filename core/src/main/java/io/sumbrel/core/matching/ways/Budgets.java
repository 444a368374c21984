package io.sumbrel.core.matching.ways;

/**
 * How much work one question may take before the answer says that it stopped. Counted in steps,
 * never in time, so that every machine stops at the same place.
 *
 * @param setSteps for one search of sets in one pool
 * @param planNodes for the joint choice of one component
 */
public record Budgets(long setSteps, int planNodes) {
  /** What one pile of a house takes. */
  public static final Budgets DEFAULTS = new Budgets(400_000, 10_000);

  public Budgets {
    if (setSteps < 1 || planNodes < 1) {
      throw new IllegalArgumentException("budgets of " + setSteps + " and " + planNodes);
    }
  }
}
