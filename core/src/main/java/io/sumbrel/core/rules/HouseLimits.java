package io.sumbrel.core.rules;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.difference.LimitTable;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * How far a person may go without asking, and how far the machine looks.
 *
 * @param discountGraceDays days after the last discount day on which a discount is still granted
 * @param lookBackMonths how old a settled item may be to be recognised in a text
 * @param recordedDays how long what is recorded may take to reach the bank and still be proposed
 * @param daysAhead how many days after the business date money may be booked, or posted
 * @param release when what one person made is in the books
 */
public record HouseLimits(
    DifferenceLimits differences,
    int discountGraceDays,
    int lookBackMonths,
    int recordedDays,
    int daysAhead,
    Release release) {

  /** What a house starts with. */
  public static final HouseLimits DEFAULTS =
      new HouseLimits(DifferenceLimits.DEFAULTS, 3, 18, 60, 31, Release.AT_ONCE);

  /** Limits for every currency are written as one with two decimals is. */
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
    Objects.requireNonNull(release);
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

  /** As they hold for one person, with what is otherwise than for the role. */
  public HouseLimits forPerson(Map<DifferenceReason, LimitTable.Figures> person) {
    return new HouseLimits(
        new DifferenceLimits(differences.everywhere(), differences.own(), person),
        discountGraceDays,
        lookBackMonths,
        recordedDays,
        daysAhead,
        release);
  }

  /** The most that a bank may have kept on the way before somebody must look. */
  public Money chargeCap(Currency currency) {
    return differences.of(DifferenceReason.BANK_CHARGE, Authority.CLERK, currency).tape();
  }

  /** The most that a clerk writes off of one sum. */
  public Money clerkWriteOff(Currency currency) {
    return differences.of(DifferenceReason.SMALL_DIFFERENCE, Authority.CLERK, currency).tape();
  }

  /** What is otherwise than it was, in words. */
  public String changedSince(HouseLimits before) {
    Map<String, String> now = parts();
    Map<String, String> then = before.parts();
    List<String> changed = new ArrayList<>();
    now.forEach(
        (what, words) -> {
          if (!words.equals(then.get(what))) {
            changed.add(what + " " + words);
          }
        });
    before.differences.own().keySet().stream()
        .filter(c -> !differences.own().containsKey(c))
        .map(Currency::getCurrencyCode)
        .sorted()
        .forEach(c -> changed.add(c + " as any other currency"));
    return changed.isEmpty() ? "as they were" : String.join("; ", changed);
  }

  /** What each limit says, by what it is for. */
  private Map<String, String> parts() {
    Map<String, String> parts = new TreeMap<>(words(differences.everywhere(), WRITTEN_IN, ""));
    differences.own().forEach((c, table) -> parts.putAll(words(table, c, " in " + c)));
    parts.put("days of grace", "" + discountGraceDays);
    parts.put("months back", "" + lookBackMonths);
    parts.put("days to the bank", "" + recordedDays);
    parts.put("days ahead", "" + daysAhead);
    parts.put(
        "postings wait for",
        release == Release.AT_ONCE ? "nobody" : "a second person, all of them");
    return parts;
  }

  private static Map<String, String> words(LimitTable table, Currency currency, String where) {
    return table.clerk().keySet().stream()
        .collect(
            Collectors.toMap(
                r -> r.words() + where,
                r ->
                    words(table.of(r, Authority.CLERK), currency)
                        + ", "
                        + words(table.of(r, Authority.SUPERVISOR), currency)));
  }

  private static String words(LimitTable.Figures figures, Currency currency) {
    return AmountText.plain(figures.tapeMinor(), currency)
        + "/"
        + AmountText.plain(figures.monthMinor(), currency);
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
