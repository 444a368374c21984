package io.sumbrel.core.tape;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.refusal.Refusal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * A sum, or none, explained to the cent: received, plus what was kept back, granted or used, less
 * what is settled, goes elsewhere or stays as credit, is zero. A tape that exists obeys every rule.
 *
 * @param items the items it names, as they stood when it was judged
 * @param agreed differences that the terms of an invoice or a rate of the house grant anyway: they
 *     count towards no limit
 */
public record Tape(
    TapeMoney money, List<TapeLine> lines, Map<ItemId, OpenItem> items, Set<TapeLine> agreed) {

  /** A sum falls to hundreds of items at the most; more is no work of a person. */
  public static final int MOST_LINES = 1_000;

  public Tape {
    lines = List.copyOf(lines);
    items = Map.copyOf(items);
    agreed = Set.copyOf(agreed);
  }

  /**
   * @throws Refusal {@code not-zero} with what is left to place
   */
  static void requireZero(TapeMoney money, List<TapeLine> lines) {
    long left = leftToPlace(money, lines);
    if (left != 0) {
      throw new Refusal(
          "not-zero",
          "Left to place is %s; a tape is posted at 0.00."
              .formatted(AmountText.words(left, money.currency())));
    }
  }

  /**
   * Judges a draft.
   *
   * @throws Refusal with the first rule it breaks: {@code too-many-lines}, {@code empty-tape},
   *     {@code line-amount}, {@code settled}, {@code more-than-open}, {@code twice}, {@code
   *     currency}, {@code over-limit}, {@code not-zero}, and others named in {@link TapeRules}
   */
  public static Tape of(TapeMoney money, List<TapeLine> lines, TapeFacts facts) {
    Set<TapeLine> agreed = TapeRules.require(money, lines, facts);
    return new Tape(money, lines, facts.items(), agreed);
  }

  /** The refusal of more than {@link #MOST_LINES}. */
  public static Refusal tooManyLines() {
    return new Refusal("too-many-lines", "A tape holds up to %,d lines.".formatted(MOST_LINES));
  }

  /** What the lines leave of a sum, in minor units: zero when it is all explained. */
  public static long leftToPlace(TapeMoney money, List<TapeLine> lines) {
    return money.amountMinor()
        + lines.stream().mapToLong(l -> l.signedMinor(money.isPaidOut())).sum();
  }

  /**
   * Whether two drafts explain a sum alike to the cent, in whatever order; why a rest stays open,
   * and what is noted, do not matter.
   */
  public static boolean isSame(List<TapeLine> one, List<TapeLine> other) {
    return counted(one).equals(counted(other));
  }

  private static Map<TapeLine, Long> counted(List<TapeLine> lines) {
    return lines.stream()
        .map(TapeLine::bareOfWords)
        .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()));
  }

  /** The item of a line that must have one. */
  public OpenItem itemOf(TapeLine line) {
    return Optional.ofNullable(items.get(line.item().orElseThrow())).orElseThrow();
  }
}
