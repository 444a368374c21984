package io.sumbrel.core.rules;

import io.sumbrel.core.refusal.Refusal;

/**
 * How far a person may go without asking, and how far the machine looks. Amounts in minor units of
 * the currency at hand.
 *
 * @param chargeCapMinor the most that a bank may have kept on the way before somebody must look
 * @param discountGraceDays days after the last discount day on which a discount is still granted
 * @param clerkWriteOffMinor the most that a clerk lets a customer off, per tape, and per customer,
 *     month and reason
 * @param supervisorWriteOffMinor the same for a supervisor
 * @param lookBackMonths how old a settled item may be to be recognised in a text
 */
public record HouseLimits(
    long chargeCapMinor,
    int discountGraceDays,
    long clerkWriteOffMinor,
    long supervisorWriteOffMinor,
    int lookBackMonths) {

  /** What a house starts with. */
  public static final HouseLimits DEFAULTS = new HouseLimits(4_000, 3, 300, 30_000, 18);

  public HouseLimits {
    if (chargeCapMinor < 0 || clerkWriteOffMinor < 0 || discountGraceDays < 0) {
      throw new Refusal("limit", "A limit is not below zero.");
    }
    if (supervisorWriteOffMinor < clerkWriteOffMinor) {
      throw new Refusal("limit", "A supervisor's limit is not below a clerk's.");
    }
  }

  /** The write-off limit of a person. */
  public long writeOffMinor(Authority authority) {
    return authority == Authority.SUPERVISOR ? supervisorWriteOffMinor : clerkWriteOffMinor;
  }

  /** Whose limits hold. */
  public enum Authority {
    CLERK,
    SUPERVISOR
  }
}
