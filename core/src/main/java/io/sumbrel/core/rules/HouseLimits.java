package io.sumbrel.core.rules;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.Currency;
import java.util.Objects;
import java.util.stream.Collectors;

/**
 * How far a person may go without asking, and how far the machine looks. Amounts in minor units of
 * the currency at hand.
 *
 * @param discountGraceDays days after the last discount day on which a discount is still granted
 * @param lookBackMonths how old a settled item may be to be recognised in a text
 * @param recordedDays how long what is recorded may take to reach the bank and still be proposed
 * @param daysAhead how many days after the business date money may be booked, or posted
 */
public record HouseLimits(
    DifferenceLimits differences,
    int discountGraceDays,
    int lookBackMonths,
    int recordedDays,
    int daysAhead) {

  /** What a house starts with. */
  public static final HouseLimits DEFAULTS =
      new HouseLimits(DifferenceLimits.DEFAULTS, 3, 18, 60, 31);

  /** Limits hold in every currency; they are written in one with two decimals. */
  public static final Currency WRITTEN_IN = Currency.getInstance("USD");

  /** Further back nothing is told from noise. */
  private static final int MOST_MONTHS = 120;

  /** A slip takes that long by itself; what is nearer is tied without asking. */
  private static final int LEAST_DAYS = 10;

  private static final int MOST_DAYS = 3_650;
  private static final int MOST_GRACE_DAYS = 90;
  private static final int MOST_DAYS_AHEAD = 400;

  /** Money that was booked longer ago belongs to no work of today. */
  private static final int MOST_YEARS_AGO = 20;

  public HouseLimits {
    Objects.requireNonNull(differences);
    requireWithin("Days of grace for a discount", discountGraceDays, 0, MOST_GRACE_DAYS);
    requireWithin("Months to look back", lookBackMonths, 1, MOST_MONTHS);
    requireWithin("Days until the bank has what is recorded", recordedDays, LEAST_DAYS, MOST_DAYS);
    requireWithin("Days ahead of today", daysAhead, 0, MOST_DAYS_AHEAD);
  }

  private static void requireWithin(String what, int value, int least, int most) {
    if (value < least || value > most) {
      throw new Refusal(
          "limit", "%s: %,d is not between %d and %,d.".formatted(what, value, least, most));
    }
  }

  /** The most that a bank may have kept on the way before somebody must look. */
  public long chargeCapMinor() {
    return differences.of(DifferenceReason.BANK_CHARGE, Authority.CLERK).tapeMinor();
  }

  /** The most that a clerk writes off of one sum. */
  public long clerkWriteOffMinor() {
    return differences.of(DifferenceReason.SMALL_DIFFERENCE, Authority.CLERK).tapeMinor();
  }

  /** What holds, in words. */
  public String words() {
    String reasons =
        differences.clerk().keySet().stream()
            .sorted(Comparator.comparing(DifferenceReason::code))
            .map(
                r ->
                    r.words()
                        + " "
                        + words(r, Authority.CLERK)
                        + ", "
                        + words(r, Authority.SUPERVISOR))
            .collect(Collectors.joining("; "));
    return "%s; %d days of grace, %d months back, %d days to the bank, %d days ahead"
        .formatted(reasons, discountGraceDays, lookBackMonths, recordedDays, daysAhead);
  }

  private String words(DifferenceReason reason, Authority authority) {
    DifferenceLimits.Limit limit = differences.of(reason, authority);
    return AmountText.plain(limit.tapeMinor(), WRITTEN_IN)
        + "/"
        + AmountText.plain(limit.monthMinor(), WRITTEN_IN);
  }

  /**
   * Money is booked and posted within a span of days around the business date: a slip of the pen in
   * the year would else stand in the way of every statement that follows.
   *
   * @param what begins the sentence, such as {@code Line 12}
   * @throws Refusal {@code date-bounds}
   */
  public void requireWithinDates(String what, LocalDate date, LocalDate businessDate) {
    LocalDate last = businessDate.plusDays(daysAhead);
    if (date.isAfter(last)) {
      throw new Refusal(
          "date-bounds",
          "%s is dated %s; dates go up to %s, %d days ahead of today. A supervisor may widen that in the rules."
              .formatted(what, date, last, daysAhead));
    }
    LocalDate first = businessDate.minusYears(MOST_YEARS_AGO);
    if (date.isBefore(first)) {
      throw new Refusal(
          "date-bounds", "%s is dated %s; dates go back to %s.".formatted(what, date, first));
    }
  }
}
