package io.sumbrel.core.posting;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * We were wrong: the contra posting that undoes a tape or a tie. Both entries stay in the books,
 * and what was explained is to be explained again.
 *
 * @param original the posting that it undoes
 * @param movements every movement of the original, mirrored
 * @param frees what the original claimed
 */
public record TurnedBack(
    PostingNumber original, JournalEntry entry, List<ItemMovement> movements, Claimed frees)
    implements Event {

  public TurnedBack {
    movements = List.copyOf(movements);
  }

  /**
   * @param items the items that the posting moved, as they stand now
   * @param businessDate the day of the act; the contra is never dated before the original
   * @param returnedBy a posting by which the bank took a part of it back, and that stands
   * @throws Refusal {@code not-a-tape}, {@code returned-since}, {@code credit-used-since} when
   *     money that stayed as credit has been used, {@code paid-since} when what a return opened was
   *     settled, {@code transfer-met-since} when the other account has shown a transfer, {@code
   *     payment-shown-since} when the bank has shown what was to be paid back, {@code
   *     total-changed-since} when an invoice can no longer take it back
   */
  public static TurnedBack of(
      Posting posting,
      Map<ItemId, OpenItem> items,
      LocalDate businessDate,
      Optional<PostingNumber> returnedBy) {
    if (!posting.kind().isDecided()) {
      throw new Refusal(
          "not-a-tape",
          posting.number().words() + " is no explained sum; it cannot be turned back.");
    }
    returnedBy.ifPresent(
        by -> {
          throw new Refusal(
              "returned-since",
              "The bank has taken back what %s received, by %s; turn that back first."
                  .formatted(posting.number().words(), by.words()));
        });
    for (ItemMovement movement : posting.movements()) {
      requireCanMoveBack(posting, movement, items.get(movement.item()));
    }
    LocalDate date = businessDate.isBefore(posting.date()) ? posting.date() : businessDate;
    List<JournalLine> lines = new ArrayList<>(posting.entry().mirrored(date).lines());
    for (ItemMovement movement : posting.movements()) {
      lines.addAll(rebilled(movement, posting, items.get(movement.item())));
    }
    return new TurnedBack(
        posting.number(),
        new JournalEntry(date, lines),
        posting.movements().stream().map(ItemMovement::mirrored).toList(),
        posting.claims());
  }

  @Override
  public PostingKind kind() {
    return PostingKind.TURNED_BACK;
  }

  /**
   * What an item gets back it gets at the customer to whom it is billed now, which a newer list may
   * have changed since.
   */
  private static List<JournalLine> rebilled(ItemMovement movement, Posting posting, OpenItem now) {
    OpenItem then = posting.tape().map(t -> t.items().get(movement.item())).orElse(now);
    if (then.customer().equals(now.customer())
        || then.customer().isEmpty()
        || now.customer().isEmpty()) {
      return List.of();
    }
    Money back = Money.ofMinor(now.currency(), -movement.openDelta());
    AccountCode receivables = StandardAccount.RECEIVABLES.code();
    return List.of(
        JournalLine.credit(receivables, back).of(then.customer().get()),
        JournalLine.debit(receivables, back).of(now.customer().get()));
  }

  private static Refusal usedSince(PostingNumber number, OpenItem item) {
    if (item.kind() == ItemKind.PAYMENT_TO_GO) {
      return new Refusal(
          "payment-shown-since",
          "The bank has shown what %s was to pay back; turn that back first."
              .formatted(number.words()));
    }
    return item.kind().isTransfer()
        ? new Refusal(
            "transfer-met-since",
            "The other bank account has shown the transfer %s since; turn that back first."
                .formatted(number.words()))
        : new Refusal(
            "credit-used-since",
            "%s of %s has been %s since; turn that back first."
                .formatted(
                    item.kind().words(),
                    number.words(),
                    item.kind().isCredit() ? "used" : "settled"));
  }

  private static void requireCanMoveBack(Posting posting, ItemMovement movement, OpenItem item) {
    if (movement.kind().isBeginning() && item.openMinor() != movement.openDelta()) {
      throw usedSince(posting.number(), item);
    }
    if (movement.kind() == ItemMovement.Kind.RETURNED
        && Math.abs(item.openMinor()) < Math.abs(movement.openDelta())) {
      throw new Refusal(
          "paid-since",
          "%s, which %s opened again, was settled since; turn that back first."
              .formatted(item.number(), posting.number().words()));
    }
    long before = item.openMinor() - movement.openDelta();
    if (movement.kind() == ItemMovement.Kind.CORRECTED
        && (before < 0 || before > item.totalMinor())) {
      throw new Refusal(
          "paid-since",
          "%s, which %s corrected, was paid or opened otherwise since; turn that back first."
              .formatted(item.number(), posting.number().words()));
    }
    boolean outOfRange =
        movement.kind() == ItemMovement.Kind.PLACED
            && Math.abs(item.openMinor() - movement.openDelta()) > Math.abs(item.totalMinor());
    if (outOfRange) {
      throw new Refusal(
          "total-changed-since",
          "The total of %s was lowered after %s settled it, or a return has opened it since."
              .formatted(item.number(), posting.number().words()));
    }
  }
}
