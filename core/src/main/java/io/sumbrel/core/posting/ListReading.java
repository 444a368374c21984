package io.sumbrel.core.posting;

import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListComparison.Finding;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * What an accepted list of open items does to the books, row by row.
 *
 * @param effects in the order of the rows; rows that change no amount have none
 */
public record ListReading(List<Effect> effects) {

  /**
   * A change of one item.
   *
   * @param listed the row that states it, empty for an item gone from the list
   * @param ours the item as it stands, empty for a new one
   * @param excessMinor how much of what was settled is no longer billed and stays on account
   */
  public record Effect(
      ItemMovement.Kind kind,
      Optional<ListedItem> listed,
      Optional<OpenItem> ours,
      long totalDelta,
      long openDelta,
      long excessMinor) {}

  /**
   * @param choice decides a row whose open amounts differ
   * @throws Refusal {@code item-changed-side} when an invoice became a credit or the reverse,
   *     {@code item-currency} when its currency changed, {@code credit-used-up} when more of a
   *     credit was used than is left of its total
   */
  public static ListReading of(
      ListComparison comparison, Function<ListComparison.Row, ListChoice> choice) {
    List<Effect> effects = new ArrayList<>();
    for (ListComparison.Row row : comparison.rows()) {
      if (row.ours().isEmpty()) {
        ListedItem listed = row.listed().orElseThrow();
        effects.add(
            new Effect(
                ItemMovement.Kind.FIRST_SEEN,
                row.listed(),
                row.ours(),
                listed.totalMinor(),
                listed.openMinor(),
                0));
      } else {
        known(row, row.ours().get(), choice.apply(row), effects);
      }
    }
    return new ListReading(List.copyOf(effects));
  }

  private static void known(
      ListComparison.Row row, OpenItem ours, ListChoice choice, List<Effect> effects) {
    row.listed().ifPresent(l -> requireSameNature(l, ours));
    if (row.finding() == Finding.TOTAL_CHANGED) {
      ListedItem listed = row.listed().orElseThrow();
      if (row.excessMinor() > 0 && ours.kind().isCredit()) {
        throw new Refusal(
            "credit-used-up",
            "Line %d: more of credit note %s has been used than is left of its total."
                .formatted(listed.line(), ours.number()));
      }
      long totalDelta = listed.totalMinor() - ours.totalMinor();
      long openDelta = totalDelta + row.excessMinor();
      effects.add(
          new Effect(
              ItemMovement.Kind.TOTAL_CHANGED,
              row.listed(),
              row.ours(),
              totalDelta,
              openDelta,
              row.excessMinor()));
    }
    long difference = row.differenceMinor();
    if (difference != 0 && choice == ListChoice.SETTLED_ELSEWHERE) {
      requireFalls(row, ours, difference);
      effects.add(
          new Effect(
              ItemMovement.Kind.SETTLED_ELSEWHERE, row.listed(), row.ours(), 0, difference, 0));
    }
  }

  /** Settling elsewhere only ever brings an open amount nearer to zero: nothing reopens. */
  private static void requireFalls(ListComparison.Row row, OpenItem ours, long difference) {
    boolean reopens = ours.kind().isCredit() ? difference < 0 : difference > 0;
    if (reopens) {
      throw new Refusal(
          "would-reopen",
          "%s would open again: the list holds more to be open than our books do. Keep ours, or turn back the placing."
              .formatted(
                  row.listed().map(l -> "Line " + l.line() + ": ").orElse("") + ours.number()));
    }
  }

  private static void requireSameNature(ListedItem listed, OpenItem ours) {
    if (listed.kind() != ours.kind()) {
      throw new Refusal(
          "item-changed-side",
          "Line %d: %s is %s in our books and %s in the list."
              .formatted(listed.line(), ours.number(), ours.kind().words(), listed.kind().words()));
    }
    if (!listed.currency().equals(ours.currency())) {
      throw new Refusal(
          "item-currency",
          "Line %d: %s is in %s in our books and in %s in the list."
              .formatted(listed.line(), ours.number(), ours.currency(), listed.currency()));
    }
  }
}
