package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** All that a posting says, for its hash. */
public final class PostingFact {
  private PostingFact() {}

  /**
   * @param by who posted it, who made it, from which file: in whatever order the caller keeps
   * @param items by id: new credits are described by their posting alone
   */
  public static Fact of(Posting posting, List<?> by, Function<ItemId, OpenItem> items) {
    List<Object> cells = new ArrayList<>(by);
    cells.add(posting.kind());
    cells.add(posting.date());
    cells.add(posting.turnsBack());
    for (JournalLine line : posting.entry().lines()) {
      cells.add(line);
    }
    for (ItemMovement movement : posting.movements()) {
      cells.add(movement);
      if (movement.kind() == ItemMovement.Kind.STAYS_AS_CREDIT) {
        cells.add(described(items.apply(movement.item())));
      }
    }
    posting.tape().ifPresent(t -> tape(t, cells));
    posting.tie().ifPresent(cells::add);
    return Fact.of(nameOf(posting), cells);
  }

  /** The name under which the record knows a posting. */
  public static String nameOf(Posting posting) {
    return "posting " + posting.number().words();
  }

  private static void tape(Tape tape, List<Object> cells) {
    cells.add(tape.money().moneyIn().map(m -> m.id().number() + " " + m.amountMinor()));
    cells.add(tape.money().currency());
    for (TapeLine line : tape.lines()) {
      // what the house calls a reason may change
      cells.add(line.reason().map(r -> List.of(r.code(), r.side(), r.account(), r.tax())));
      cells.add(
          List.of(
              line.kind(),
              line.amountMinor(),
              line.item(),
              line.shortPay(),
              line.account(),
              line.tax(),
              line.note(),
              line.customer(),
              tape.agreed().contains(line)));
      Optional<OpenItem> item = line.item().map(tape.items()::get);
      cells.add(item.map(i -> List.of(i.customer(), i.totalMinor(), i.taxMinor())));
    }
  }

  private static List<Object> described(OpenItem item) {
    return List.of(item.kind(), item.number(), item.customer(), item.date(), item.currency());
  }
}
