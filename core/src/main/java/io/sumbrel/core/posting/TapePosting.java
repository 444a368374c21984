package io.sumbrel.core.posting;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * What a posted tape does to items: placings, and new credits for what stays.
 *
 * @param newCredits items that come into being, one for each line that stays as credit
 */
public record TapePosting(List<ItemMovement> movements, List<OpenItem> newCredits) {

  /**
   * @param number the number of the posting, which new credits carry too
   * @param nextId gives an unused item id at each call
   */
  public static TapePosting of(
      Tape tape, PostingNumber number, LocalDate date, Supplier<ItemId> nextId) {
    List<ItemMovement> movements = new ArrayList<>();
    List<OpenItem> credits = new ArrayList<>();
    for (TapeLine line : tape.lines()) {
      switch (line.kind()) {
        case SETTLES -> movements.add(placed(line, -line.amountMinor()));
        case CREDIT_USED -> movements.add(placed(line, line.amountMinor()));
        case ON_ACCOUNT, UNIDENTIFIED -> {
          String name = number.words() + (credits.isEmpty() ? "" : "/" + (credits.size() + 1));
          OpenItem credit = creditOf(tape.moneyIn(), line, nextId.get(), name, date);
          credits.add(credit);
          movements.add(stays(credit));
        }
        case KEPT_BACK, GRANTED, TO_ACCOUNT -> {}
      }
    }
    return new TapePosting(List.copyOf(movements), List.copyOf(credits));
  }

  /** The movement with which a new credit begins. */
  public static ItemMovement stays(OpenItem credit) {
    return new ItemMovement(
        credit.id(), ItemMovement.Kind.STAYS_AS_CREDIT, credit.totalMinor(), credit.openMinor());
  }

  private static ItemMovement placed(TapeLine line, long openDelta) {
    return new ItemMovement(line.item().orElseThrow(), ItemMovement.Kind.PLACED, 0, openDelta);
  }

  private static OpenItem creditOf(
      MoneyIn moneyIn, TapeLine line, ItemId id, String number, LocalDate date) {
    return new OpenItem(
        id,
        line.kind() == LineKind.ON_ACCOUNT ? ItemKind.ON_ACCOUNT : ItemKind.UNIDENTIFIED,
        line.customer(),
        number,
        date,
        Optional.empty(),
        moneyIn.currency(),
        -line.amountMinor(),
        -line.amountMinor(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }
}
