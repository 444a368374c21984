package io.sumbrel.core.matching.problem;

import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.PastPayment;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IntSummaryStatistics;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/**
 * How a customer's payments came. What the items of a payment say is counted only where all of them
 * are known.
 *
 * @param payments how many
 * @param discounted on how many of them a discount was taken
 * @param known of how many the items are known
 * @param months how many of these were all the invoices of a month, two or more
 * @param inPart how many ended with an item paid in part, all before it in the order of due dates
 * @param kept how often how much was kept on the way, in minor units
 * @param days how often on which day of the month
 */
public record Habit(
    int payments,
    int discounted,
    int known,
    int months,
    int inPart,
    Map<Long, Integer> kept,
    Map<Integer, Integer> days) {
  /** Of a customer who never paid. */
  public static final Habit NONE = new Habit(0, 0, 0, 0, 0, Map.of(), Map.of());

  private static final int FEWEST = 3;

  /** More than a twentieth missing is no charge. */
  private static final int MOST_KEPT_SHARE = 20;

  /** Days of the month that count as about the same. */
  private static final int ABOUT = 2;

  /**
   * Of all payments of a customer.
   *
   * @param of what the customer was billed
   */
  static Habit of(List<PastPayment> payments, Billed of) {
    Tally tally = new Tally(NONE);
    payments.forEach(p -> tally.count(p, of, 1));
    return tally.habit();
  }

  /**
   * The same with a payment more or less.
   *
   * @param of what the customer was billed
   * @param sign 1 for one more, −1 for one less
   */
  Habit and(PastPayment payment, Billed of, int sign) {
    Tally tally = new Tally(this);
    tally.count(payment, of, sign);
    return tally.habit();
  }

  /** A habit while payments are counted. */
  private static final class Tally {
    private int payments;
    private int discounted;
    private int known;
    private int months;
    private int inPart;
    private final Map<Long, Integer> kept;
    private final Map<Integer, Integer> days;

    Tally(Habit from) {
      payments = from.payments;
      discounted = from.discounted;
      known = from.known;
      months = from.months;
      inPart = from.inPart;
      kept = new HashMap<>(from.kept);
      days = new HashMap<>(from.days);
    }

    void count(PastPayment payment, Billed of, int sign) {
      Paid paid = Paid.of(payment, of);
      payments += sign;
      discounted += payment.discountMinor() > 0 ? sign : 0;
      known += paid.known() ? sign : 0;
      months += paid.month() ? sign : 0;
      inPart += paid.inPart() ? sign : 0;
      if (paid.kept() > 0) {
        count(kept, paid.kept(), sign);
      }
      count(days, payment.date().getDayOfMonth(), sign);
    }

    private static <K> void count(Map<K, Integer> counts, K key, int sign) {
      counts.merge(key, sign, (a, b) -> a + b == 0 ? null : Integer.valueOf(a + b));
    }

    Habit habit() {
      return new Habit(
          payments, discounted, known, months, inPart, Map.copyOf(kept), Map.copyOf(days));
    }
  }

  /** What is usual, in words for people; the machine goes by the same. */
  public List<String> words() {
    List<String> words = new ArrayList<>();
    if (takesDiscounts()) {
      words.add("takes discounts: on %d of %d payments".formatted(discounted, payments));
    }
    if (paysMonths()) {
      words.add("pays whole months: on %d of %d payments".formatted(months, known));
    }
    if (paysEarliestFirst()) {
      words.add(
          "runs down from the earliest due, the last in part: on %d of %d payments"
              .formatted(inPart, known));
    }
    IntStream.rangeClosed(1, 31)
        .boxed()
        .max(Comparator.comparing(this::timesAbout).thenComparing(d -> days.getOrDefault(d, 0)))
        .filter(this::paysAbout)
        .ifPresent(
            day ->
                words.add(
                    "pays about day %d of a month: %d of %d payments"
                        .formatted(day, timesAbout(day), payments)));
    return words;
  }

  /** On two of three payments or more. */
  public boolean takesDiscounts() {
    return usual(discounted, payments);
  }

  /** On two of three payments that are known whole months were paid. */
  public boolean paysMonths() {
    return usual(months, known);
  }

  /** On two of three payments that are known the last item was paid in part. */
  public boolean paysEarliestFirst() {
    return usual(inPart, known);
  }

  private static boolean usual(int count, int of) {
    return of >= FEWEST && count * 3 >= of * 2;
  }

  /** How often exactly so much was kept on the way. */
  public int timesKept(long minor) {
    return kept.getOrDefault(minor, 0);
  }

  /** Whether two of three payments came on about this day of the month. */
  public boolean paysAbout(int day) {
    return usual(timesAbout(day), payments);
  }

  /** How many payments came on about this day of the month; after the 31st comes the 1st. */
  public int timesAbout(int day) {
    IntPredicate near = d -> Math.abs(d - day) <= ABOUT || 31 - Math.abs(d - day) <= ABOUT;
    return days.entrySet().stream()
        .filter(e -> near.test(e.getKey()))
        .mapToInt(Map.Entry::getValue)
        .sum();
  }

  /** What the items of one payment say. */
  private record Paid(boolean known, boolean month, boolean inPart, long kept) {
    private static final Paid UNKNOWN = new Paid(false, false, false, 0);

    static Paid of(PastPayment payment, Billed of) {
      Set<String> numbers = new HashSet<>(payment.items());
      List<OpenItem> items = of.numbered(numbers, payment.currency());
      if (items.isEmpty() || items.size() != numbers.size()) {
        return UNKNOWN;
      }
      long billed = items.stream().mapToLong(OpenItem::totalMinor).sum();
      long under = billed - payment.discountMinor() - payment.amountMinor();
      boolean little = under > 0 && under <= billed / MOST_KEPT_SHARE;
      return new Paid(
          true,
          under >= 0 && (under == 0 || little) && isMonth(items, of),
          under > 0 && !little && isInRow(items, of),
          little ? under : 0);
    }

    private static boolean isMonth(List<OpenItem> items, Billed of) {
      YearMonth month = YearMonth.from(items.get(0).date());
      boolean same = items.stream().allMatch(i -> YearMonth.from(i.date()).equals(month));
      return same && items.size() > 1 && items.size() == of.invoicesOf(month);
    }

    /** Whether they follow each other by due date among all the invoices of the customer. */
    private static boolean isInRow(List<OpenItem> items, Billed of) {
      IntSummaryStatistics places = items.stream().mapToInt(of::place).summaryStatistics();
      return places.getMax() - places.getMin() == items.size() - 1;
    }
  }
}
