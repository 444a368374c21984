package io.sumbrel.bench.match;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.function.Function;

/**
 * What one sum really paid.
 *
 * @param lines the tape that is right; empty when nothing of ours was paid
 */
record Truth(Kind kind, List<TapeLine> lines) {

  boolean isPayable() {
    return kind != Kind.NO_MATCH;
  }

  /** Whether a tape is the true one, item by item. */
  boolean isStrictly(List<TapeLine> tape) {
    return tape.size() == lines.size()
        && sorted(tape, id -> "" + id).equals(sorted(lines, id -> "" + id));
  }

  /**
   * Whether a tape is the true one, or takes an equal item of the same customer in the place of
   * another: which of two equal ones was meant cannot be known, and does no harm.
   */
  boolean isAlike(List<TapeLine> tape, Function<ItemId, OpenItem> items) {
    Function<ItemId, String> twin =
        id -> items.apply(id).customer().orElseThrow() + " " + items.apply(id).openMinor();
    return tape.size() == lines.size() && sorted(tape, twin).equals(sorted(lines, twin));
  }

  private static List<String> sorted(List<TapeLine> tape, Function<ItemId, String> name) {
    return tape.stream()
        .map(l -> l.kind() + " " + l.amountMinor() + " " + l.reason() + " " + l.item().map(name))
        .sorted()
        .toList();
  }
}
