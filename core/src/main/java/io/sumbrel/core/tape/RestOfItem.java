package io.sumbrel.core.tape;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What is decided of the rest that a tape would leave open on an item: let off, or left open and
 * followed up. Common practice: a cent or two is written off, a large rest is asked for.
 */
public enum RestOfItem {
  /** Granted to the customer as a small difference; limits hold when it is posted. */
  LET_OFF,
  /** Stays open, with a reason that is not known yet. */
  FOLLOW_UP;

  /**
   * The lines with that decision.
   *
   * @param leftMinor what they would leave of the item, above zero, in minor units
   * @throws Refusal {@code no-rest} when nothing settles the item, or it was decided already
   */
  public List<TapeLine> on(List<TapeLine> lines, ItemId item, long leftMinor) {
    boolean granted =
        lines.stream()
            .filter(l -> l.kind() == LineKind.GRANTED && l.item().filter(item::equals).isPresent())
            .anyMatch(l -> l.reason().equals(Optional.of(DifferenceReason.SMALL_DIFFERENCE)));
    TapeLine settles =
        lines.stream()
            .filter(l -> l.kind() == LineKind.SETTLES && l.item().filter(item::equals).isPresent())
            .findFirst()
            .filter(l -> leftMinor > 0 && l.exchange().isEmpty())
            .filter(l -> this == FOLLOW_UP || !granted)
            .orElseThrow(() -> new Refusal("no-rest", "Nothing of this item is left to decide."));
    List<TapeLine> decided = new ArrayList<>(lines);
    int at = decided.indexOf(settles);
    if (this == FOLLOW_UP) {
      decided.set(at, settles.leavingOpen(ShortPayReason.UNKNOWN));
    } else {
      Money left = Money.ofMinor(settles.amount().currency(), leftMinor);
      decided.set(
          at,
          TapeLine.settles(
              item, Money.ofMinor(left.currency(), settles.amountMinor() + leftMinor)));
      decided.add(TapeLine.granted(DifferenceReason.SMALL_DIFFERENCE, item, left));
    }
    return decided;
  }
}
