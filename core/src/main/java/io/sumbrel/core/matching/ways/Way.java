package io.sumbrel.core.matching.ways;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.weights.Feature;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** One way to explain a sum, in indices: which items, how much of each, and what is different. */
public final class Way {
  private static final int MOST_NAMES = 4;

  /** How what was received differs from what is settled. */
  public enum Gap {
    NONE,
    /** A bank kept some of it on the way. */
    CHARGE,
    /** The customer took the discount of the terms. */
    DISCOUNT,
    /** The same, after the last day but within the grace. */
    LATE_DISCOUNT,
    /** The customer withheld tax for the tax office, at a rate that the house knows. */
    WITHHELD,
    /** So little that it is let off. */
    CENTS,
    /** The last item is paid in part. */
    SHORT,
    /** What is too much stays on account. */
    OVER
  }

  /** How the set was come by; one set may have several shapes. */
  public enum Shape {
    NAMED,
    /** As the payer says how the sum is split. */
    STATED,
    /** The same, where a number of the split was read with one slip of a finger. */
    STATED_WITH_SLIP,
    ONE,
    WHOLE,
    OVERDUE,
    DUE_BY,
    MONTH,
    RUN,
    SET,
    EARLIEST,
    SECOND_PAYMENT,
    PREPAID,
    ACROSS,
    /** Recorded already, and waiting for the bank: its items are records. */
    TIE,
    /** As a list of the house places what names nothing. */
    LISTED
  }

  public final int[] items;

  /** What each item falls by: below zero for credits that are used. */
  public final long[] parts;

  public final Gap gap;
  public final long gapMinor;
  public final int customer;

  /** A bit for each shape: there are too many ways for a set each. */
  private int shapes;

  /** How many sets of this size in the same pool reach the sum; 0 when they were not counted. */
  public long alternatives;

  /** The items of which the discount was taken; empty for all that grant one. */
  private int[] discounted = {};

  /** In thousandths of a logit. */
  public int points;

  /** Why it is at most likely; empty for most. Set when it is weighed. */
  public Optional<Doubt> doubt = Optional.empty();

  /** What the features said of it; set once, when it is weighed. */
  public Weighed weighed;

  /**
   * What reasons are told from.
   *
   * @param told a bit for each feature of {@link Feature#TOLD} that counts above zero
   * @param first points of the first topics, packed: there are too many ways for an array each
   * @param second points of the other topics
   * @param equalAmounts open items of this amount, where that speaks against it; else 0
   */
  public record Weighed(int told, long first, long second, int equalAmounts) {
    private static final int IN_ONE = 3;
    private static final int BITS = 21;

    static Weighed of(int told, int[] byTopic, int equalAmounts) {
      long[] packed = new long[2];
      for (int t = 0; t < byTopic.length; t++) {
        packed[t / IN_ONE] |= (byTopic[t] & (1L << BITS) - 1) << BITS * (t % IN_ONE);
      }
      return new Weighed(told, packed[0], packed[1], equalAmounts);
    }

    /** Whether a feature stands out that reasons tell of. */
    public boolean has(Feature feature) {
      int bit = Feature.TOLD.indexOf(feature);
      if (bit < 0) {
        throw new IllegalArgumentException(feature + " is never told");
      }
      return (told >>> bit & 1) == 1;
    }

    /** What all features of a topic weigh together. */
    public int points(Feature.Topic topic) {
      long packed = topic.ordinal() < IN_ONE ? first : second;
      int above = Long.SIZE - BITS * (topic.ordinal() % IN_ONE + 1);
      return (int) (packed << above >> Long.SIZE - BITS);
    }
  }

  /** Whether an item is among those of it. */
  boolean holds(int item) {
    return Reading.isAmong(items, item);
  }

  /** Whether it is one item, to the cent. */
  public boolean isOneExactly() {
    return items.length == 1 && gap == Gap.NONE && !isKept();
  }

  boolean usesCredits() {
    for (long part : parts) {
      if (part < 0) {
        return true;
      }
    }
    return false;
  }

  boolean isOfRoundParts(Currency currency) {
    for (long part : parts) {
      if (!Money.ofMinor(currency, part).isRound()) {
        return false;
      }
    }
    return true;
  }

  Way(int[] items, long[] parts, Gap gap, long gapMinor, int customer, Shape shape) {
    this.items = items;
    this.parts = parts;
    this.gap = gap;
    this.gapMinor = gapMinor;
    this.customer = customer;
    this.shapes = 1 << shape.ordinal();
  }

  /** With the discount taken on some of its items alone. */
  Way discountedOn(int[] some) {
    discounted = some;
    return this;
  }

  /** Whether it was found in that shape. */
  public boolean has(Shape shape) {
    return (shapes >>> shape.ordinal() & 1) == 1;
  }

  /** Has a shape more. */
  Way also(Shape shape) {
    shapes |= 1 << shape.ordinal();
    return this;
  }

  /** The same way was found by another family too. */
  void alsoFoundAs(Way other) {
    shapes |= other.shapes;
  }

  /** Keeps the money on account: it settles nothing. */
  public boolean isKept() {
    return items.length == 0 || has(Shape.SECOND_PAYMENT);
  }

  /** Whether it comes to the sum by itself: neither paid in part, nor with more than is owed. */
  public boolean reaches() {
    return gap != Gap.SHORT && gap != Gap.OVER && !isKept();
  }

  /** The same for ways that settle the same and differ in the same. */
  Key key() {
    if (items.length == 1) {
      return key(new long[] {items[0], parts[0]});
    }
    long[] order = new long[items.length];
    for (int k = 0; k < order.length; k++) {
      order[k] = (long) items[k] << 32 | k;
    }
    Arrays.sort(order);
    long[] sorted = new long[items.length * 2];
    for (int k = 0; k < order.length; k++) {
      int place = (int) order[k];
      sorted[2 * k] = items[place];
      sorted[2 * k + 1] = parts[place];
    }
    return key(sorted);
  }

  private Key key(long[] itemsAndParts) {
    return new Key(itemsAndParts, gap == Gap.LATE_DISCOUNT ? Gap.DISCOUNT : gap, gapMinor);
  }

  /** Items with their parts in rising order, and the gap. */
  record Key(long[] itemsAndParts, Gap gap, long gapMinor) {
    @Override
    public boolean equals(Object other) {
      return other instanceof Key key
          && gapMinor == key.gapMinor
          && gap == key.gap
          && Arrays.equals(itemsAndParts, key.itemsAndParts);
    }

    @Override
    public int hashCode() {
      return Arrays.hashCode(itemsAndParts) * 31 + Long.hashCode(gapMinor) * 7 + gap.ordinal();
    }
  }

  /** The lines of its tape, which comes to zero. */
  public List<TapeLine> lines(MatchingProblem problem, Money amount) {
    LongFunction<Money> money = minor -> Money.ofMinor(amount.currency(), minor);
    List<TapeLine> lines = new ArrayList<>();
    if (has(Shape.TIE)) {
      return lines; // a tie is no tape
    }
    if (isKept()) {
      return List.of(TapeLine.onAccount(problem.customer(customer).id(), amount));
    }
    OptionalInt leftOpen = chargeLeftOpen(problem);
    if (gap == Gap.CHARGE && leftOpen.isEmpty()) {
      lines.add(TapeLine.keptBack(DifferenceReason.BANK_CHARGE, money.apply(gapMinor)));
    }
    for (int k = 0; k < items.length; k++) {
      OpenItem item = problem.item(items[k]);
      boolean withCharge = leftOpen.isPresent() && leftOpen.getAsInt() == k;
      long part = withCharge ? parts[k] - gapMinor : parts[k];
      TapeLine line =
          part < 0
              ? TapeLine.creditUsed(item.id(), money.apply(-part))
              : TapeLine.settles(item.id(), money.apply(part));
      boolean shortPaid = gap == Gap.SHORT && k == items.length - 1;
      lines.add(
          withCharge
              ? line.leavingOpen(ShortPayReason.CHARGE_DISPUTED)
              : shortPaid ? line.leavingOpen(ShortPayReason.UNKNOWN) : line);
    }
    granted(problem, money, lines);
    if (gap == Gap.OVER) {
      lines.add(TapeLine.onAccount(problem.customer(customer).id(), money.apply(gapMinor)));
    }
    return lines;
  }

  /**
   * Where the customer bears what a bank kept: which of the items it leaves open in part, the
   * largest. Empty where it is ours, or no item is larger.
   */
  public OptionalInt chargeLeftOpen(MatchingProblem problem) {
    if (gap != Gap.CHARGE || has(Shape.TIE) || !problem.bearsCharges(customer)) {
      return OptionalInt.empty();
    }
    return IntStream.range(0, items.length)
        .filter(k -> parts[k] > gapMinor)
        .boxed()
        .max(Comparator.comparing(k -> parts[k]))
        .map(OptionalInt::of)
        .orElse(OptionalInt.empty());
  }

  private void granted(MatchingProblem problem, LongFunction<Money> money, List<TapeLine> lines) {
    if (gap == Gap.CENTS) {
      OpenItem last = problem.item(items[items.length - 1]);
      lines.add(
          TapeLine.granted(DifferenceReason.SMALL_DIFFERENCE, last.id(), money.apply(gapMinor)));
    }
    if (gap == Gap.WITHHELD) {
      long[] withheld = Withheld.of(problem, items, gapMinor).orElseThrow().each();
      for (int k = 0; k < items.length; k++) {
        TapeLine line = TapeLine.keptBack(DifferenceReason.TAX_WITHHELD, money.apply(withheld[k]));
        lines.add(line.on(problem.item(items[k]).id()));
      }
    }
    if (gap == Gap.DISCOUNT || gap == Gap.LATE_DISCOUNT) {
      for (int i : items) {
        OpenItem item = problem.item(i);
        boolean taken = discounted.length == 0 || Reading.isAmong(discounted, i);
        if (taken && item.openMinor() > 0 && item.discountMinor() > 0) {
          lines.add(
              TapeLine.granted(
                  DifferenceReason.DISCOUNT, item.id(), money.apply(item.discountMinor())));
        }
      }
    }
  }

  /** What it says in short. */
  public String words(MatchingProblem problem, Currency currency) {
    if (has(Shape.TIE)) {
      return Arrays.stream(items)
          .mapToObj(r -> problem.recorded(r).words())
          .collect(Collectors.joining(" + ", "", ", recorded already" + lessCharge(currency)));
    }
    if (isKept() && has(Shape.LISTED)) {
      return "keep on account";
    }
    if (isKept()) {
      return (has(Shape.PREPAID) ? "a prepayment" : "a second payment") + ": keep on account";
    }
    String gapWords = AmountText.words(gapMinor, currency);
    String all = names(problem, items.length);
    return switch (gap) {
      case NONE -> (has(Shape.EARLIEST) ? "earliest due first: " : "") + all;
      case CHARGE ->
          chargeLeftOpen(problem).isPresent()
              ? all + ", " + gapWords + " charge stays open"
              : all + lessCharge(currency);
      case DISCOUNT, LATE_DISCOUNT -> all + ", less " + gapWords + " discount";
      case WITHHELD -> all + ", less " + gapWords + " tax withheld";
      case CENTS -> all + ", less " + gapWords + " let off";
      case OVER -> all + ", " + gapWords + " on account";
      case SHORT -> {
        int last = items.length - 1;
        String part = AmountText.words(parts[last], currency);
        String before = last == 0 ? "" : names(problem, last) + " + ";
        yield before + part + " of " + problem.item(items[last]).number();
      }
    };
  }

  private String lessCharge(Currency currency) {
    return gap == Gap.CHARGE ? ", less " + AmountText.words(gapMinor, currency) + " charge" : "";
  }

  private String names(MatchingProblem problem, int count) {
    if (count > MOST_NAMES) {
      long customers = Arrays.stream(items).map(problem::customerOf).distinct().count();
      return count + " items" + (customers > 1 ? " of " + customers + " customers" : "");
    }
    StringBuilder names = new StringBuilder();
    for (int k = 0; k < count; k++) {
      names.append(k == 0 ? "" : " + ").append(problem.item(items[k]).number());
    }
    return names.toString();
  }
}
