package io.sumbrel.core.rules;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.util.Currency;

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
 * @param recordedDays how long what is recorded may take to reach the bank and still be proposed
 */
public record HouseLimits(
    long chargeCapMinor,
    int discountGraceDays,
    long clerkWriteOffMinor,
    long supervisorWriteOffMinor,
    int lookBackMonths,
    int recordedDays) {

  /** What a house starts with. */
  public static final HouseLimits DEFAULTS = new HouseLimits(4_000, 3, 300, 30_000, 18, 60);

  /** Limits hold in every currency; they are written in one with two decimals. */
  public static final Currency WRITTEN_IN = Currency.getInstance("USD");

  /** Further back nothing is told from noise. */
  private static final int MOST_MONTHS = 120;

  /** A slip takes that long by itself; what is nearer is tied without asking. */
  private static final int LEAST_DAYS = 10;

  private static final int MOST_DAYS = 3_650;
  private static final int MOST_GRACE_DAYS = 90;

  public HouseLimits {
    if (chargeCapMinor < 0 || clerkWriteOffMinor < 0) {
      throw new Refusal("limit", "A limit is not below zero.");
    }
    requireWithin("Days of grace for a discount", discountGraceDays, 0, MOST_GRACE_DAYS);
    requireWithin("Months to look back", lookBackMonths, 1, MOST_MONTHS);
    requireWithin("Days until the bank has what is recorded", recordedDays, LEAST_DAYS, MOST_DAYS);
    if (supervisorWriteOffMinor < clerkWriteOffMinor) {
      throw new Refusal("limit", "A supervisor's limit is not below a clerk's.");
    }
  }

  private static void requireWithin(String what, int value, int least, int most) {
    if (value < least || value > most) {
      throw new Refusal(
          "limit", "%s: %,d is not between %d and %,d.".formatted(what, value, least, most));
    }
  }

  /** What holds, in words. */
  public String words() {
    return "charge kept up to %s, written off up to %s by a clerk and %s by a supervisor, %d days of grace, %d months back, %d days to the bank"
        .formatted(
            AmountText.plain(chargeCapMinor, WRITTEN_IN),
            AmountText.plain(clerkWriteOffMinor, WRITTEN_IN),
            AmountText.plain(supervisorWriteOffMinor, WRITTEN_IN),
            discountGraceDays,
            lookBackMonths,
            recordedDays);
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
