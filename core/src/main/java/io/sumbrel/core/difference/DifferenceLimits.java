package io.sumbrel.core.difference;

import io.sumbrel.core.refusal.Refusal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How far people may go with each reason without asking. What the terms of an invoice or a rate of
 * the house grant anyway counts towards no limit.
 *
 * @param clerk by reason
 * @param supervisor by reason; never below a clerk's
 */
public record DifferenceLimits(
    Map<DifferenceReason, Limit> clerk, Map<DifferenceReason, Limit> supervisor) {

  /**
   * In minor units of the currency at hand.
   *
   * @param tapeMinor the most on one tape, and on one item for ever
   * @param monthMinor the most for one customer in one month, so that a limit cannot be sliced
   */
  public record Limit(long tapeMinor, long monthMinor) {
    public Limit {
      if (tapeMinor < 0 || monthMinor < 0) {
        throw new Refusal("limit", "A limit is not below zero.");
      }
      if (monthMinor < tapeMinor) {
        throw new Refusal("limit", "A limit by month is not below that of one tape.");
      }
    }
  }

  private static final Limit NOTHING = new Limit(0, 0);

  /** What a house starts with: our own choice, to be changed by its supervisors. */
  public static final DifferenceLimits DEFAULTS = defaults();

  public DifferenceLimits {
    clerk = Map.copyOf(clerk);
    supervisor = Map.copyOf(supervisor);
    for (DifferenceReason reason : DifferenceReason.STANDARD) {
      if (!clerk.containsKey(reason)) {
        throw new Refusal("limit", "“" + reason.words() + "” needs its limits.");
      }
    }
    if (!clerk.keySet().equals(supervisor.keySet())) {
      throw new Refusal("limit", "Every reason needs a clerk's limit and a supervisor's.");
    }
    for (DifferenceReason reason : clerk.keySet()) {
      Limit less = clerk.get(reason);
      Limit more = supervisor.get(reason);
      if (more.tapeMinor < less.tapeMinor || more.monthMinor < less.monthMinor) {
        throw new Refusal(
            "limit", "A supervisor's limit is not below a clerk's: " + reason.words() + ".");
      }
    }
  }

  /** The limit of a reason; nothing is allowed for one that has none. */
  public Limit of(DifferenceReason reason, Authority authority) {
    return (authority == Authority.SUPERVISOR ? supervisor : clerk).getOrDefault(reason, NOTHING);
  }

  /** The same, with one limit changed. */
  public DifferenceLimits with(DifferenceReason reason, Authority authority, Limit limit) {
    Map<DifferenceReason, Limit> changed =
        new HashMap<>(authority == Authority.SUPERVISOR ? supervisor : clerk);
    changed.put(reason, limit);
    return authority == Authority.SUPERVISOR
        ? new DifferenceLimits(clerk, changed)
        : new DifferenceLimits(changed, supervisor);
  }

  private static DifferenceLimits defaults() {
    Map<DifferenceReason, Limit> clerk = new HashMap<>();
    Map<DifferenceReason, Limit> supervisor = new HashMap<>();
    for (DifferenceReason reason : DifferenceReason.STANDARD) {
      clerk.put(reason, new Limit(300, 300));
      supervisor.put(reason, new Limit(30_000, 30_000));
    }
    for (DifferenceReason kept :
        List.of(DifferenceReason.BANK_CHARGE, DifferenceReason.PROCESSOR_FEE)) {
      clerk.put(kept, new Limit(4_000, 16_000));
      supervisor.put(kept, new Limit(60_000, 240_000));
    }
    clerk.put(DifferenceReason.TAX_WITHHELD, new Limit(5_000, 20_000));
    supervisor.put(DifferenceReason.TAX_WITHHELD, new Limit(500_000, 2_000_000));
    return new DifferenceLimits(clerk, supervisor);
  }
}
