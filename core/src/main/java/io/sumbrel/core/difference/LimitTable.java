package io.sumbrel.core.difference;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.refusal.Refusal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Limits for each reason, as a house writes them down for one currency, or for all that have none
 * of their own.
 *
 * @param clerk by reason
 * @param supervisor by reason; never below a clerk's
 */
public record LimitTable(
    Map<DifferenceReason, Figures> clerk, Map<DifferenceReason, Figures> supervisor) {

  /**
   * How much, in the smallest units of the currency for which it holds.
   *
   * @param tapeMinor the most on one tape, and on one item for ever
   * @param monthMinor the most for one customer in one month, so that a limit cannot be sliced
   */
  public record Figures(long tapeMinor, long monthMinor) {
    private static final Figures NOTHING = new Figures(0, 0);

    /**
     * @throws Refusal {@code limit}
     */
    public Figures {
      if (tapeMinor < 0 || monthMinor < 0) {
        throw new Refusal("limit", "A limit is not below zero.");
      }
      if (monthMinor < tapeMinor) {
        throw new Refusal("limit", "A limit by month is not below that of one tape.");
      }
      if (monthMinor > Money.MAX_MINOR) {
        throw new Refusal("limit", "A limit is larger than is handled here.");
      }
    }
  }

  /** What a house starts with: our own choice, to be changed by its supervisors. */
  public static final LimitTable STANDARD = standard();

  /**
   * @throws Refusal {@code limit} where a reason has no limits, or a supervisor less than a clerk
   */
  public LimitTable {
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
      Figures less = clerk.get(reason);
      Figures more = supervisor.get(reason);
      if (more.tapeMinor < less.tapeMinor || more.monthMinor < less.monthMinor) {
        throw new Refusal(
            "limit", "A supervisor's limit is not below a clerk's: " + reason.words() + ".");
      }
    }
  }

  /** What a reason begins with: one of the house's own as a small difference does. */
  public static Figures beginning(DifferenceReason reason, Authority authority) {
    return STANDARD
        .of(authority)
        .getOrDefault(reason, STANDARD.of(DifferenceReason.SMALL_DIFFERENCE, authority));
  }

  /** The limit of a reason; nothing is allowed for one that has none. */
  public Figures of(DifferenceReason reason, Authority authority) {
    return of(authority).getOrDefault(reason, Figures.NOTHING);
  }

  private Map<DifferenceReason, Figures> of(Authority authority) {
    return authority == Authority.SUPERVISOR ? supervisor : clerk;
  }

  /** The same, with one limit changed. */
  public LimitTable with(DifferenceReason reason, Authority authority, Figures figures) {
    Map<DifferenceReason, Figures> changed = new HashMap<>(of(authority));
    changed.put(reason, figures);
    return authority == Authority.SUPERVISOR
        ? new LimitTable(clerk, changed)
        : new LimitTable(changed, supervisor);
  }

  private static LimitTable standard() {
    Map<DifferenceReason, Figures> clerk = new HashMap<>();
    Map<DifferenceReason, Figures> supervisor = new HashMap<>();
    for (DifferenceReason reason : DifferenceReason.STANDARD) {
      clerk.put(reason, new Figures(300, 300));
      supervisor.put(reason, new Figures(30_000, 30_000));
    }
    for (DifferenceReason kept :
        List.of(
            DifferenceReason.BANK_CHARGE,
            DifferenceReason.PROCESSOR_FEE,
            DifferenceReason.EXCHANGE)) {
      clerk.put(kept, new Figures(4_000, 16_000));
      supervisor.put(kept, new Figures(60_000, 240_000));
    }
    clerk.put(DifferenceReason.TAX_WITHHELD, new Figures(5_000, 20_000));
    supervisor.put(DifferenceReason.TAX_WITHHELD, new Figures(500_000, 2_000_000));
    return new LimitTable(clerk, supervisor);
  }
}
