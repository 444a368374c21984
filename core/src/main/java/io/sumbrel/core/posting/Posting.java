package io.sumbrel.core.posting;

import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.tape.Tape;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * One event as it stands in the books: never changed, never deleted; an error is turned back by
 * another posting.
 *
 * @param tape the strip that was posted, of a posting of that kind
 * @param takings what a counter took in, of a posting of that kind
 * @param slip what was handed in, of a posting of that kind
 * @param payout what was posted with one, of a posting of that kind
 * @param tie what was tied, of a posting of that kind
 * @param turnsBack the posting that this one undoes
 */
public record Posting(
    PostingNumber number,
    PostingKind kind,
    JournalEntry entry,
    List<ItemMovement> movements,
    Optional<Tape> tape,
    Optional<Takings> takings,
    Optional<Slip> slip,
    Optional<Payout> payout,
    Optional<Tie> tie,
    Optional<PostingNumber> turnsBack) {

  public Posting {
    movements = List.copyOf(movements);
    if (tape.isPresent() != (kind == PostingKind.TAPE)
        || takings.isPresent() != (kind == PostingKind.TAKINGS)
        || slip.isPresent() != (kind == PostingKind.HANDED_IN)
        || payout.isPresent() != (kind == PostingKind.PAYOUT)
        || tie.isPresent() != (kind == PostingKind.TIED)
        || turnsBack.isPresent() != (kind == PostingKind.TURNED_BACK)) {
      throw new IllegalArgumentException(kind + " " + number.words());
    }
  }

  /** How an event stands in the books. */
  public static Posting of(PostingNumber number, Event event) {
    return new Posting(
        number,
        event.kind(),
        event.entry(),
        event.movements(),
        event instanceof TapePosted posted ? Optional.of(posted.tape()) : Optional.empty(),
        event instanceof TakingsPosted posted ? Optional.of(posted.takings()) : Optional.empty(),
        event instanceof HandedIn handed ? Optional.of(handed.slip()) : Optional.empty(),
        event instanceof PayoutPosted posted ? Optional.of(posted.payout()) : Optional.empty(),
        event instanceof Tied tied ? Optional.of(tied.tie()) : Optional.empty(),
        event instanceof TurnedBack back ? Optional.of(back.original()) : Optional.empty());
  }

  /** What it explains while it is not turned back. */
  public Claimed claims() {
    return tape.map(TapePosted::claimed)
        .or(() -> takings.map(TakingsPosted::of))
        .or(() -> slip.map(HandedIn::of))
        .or(() -> payout.map(PayoutPosted::of))
        .or(() -> tie.map(Tied::of))
        .orElse(Claimed.NONE);
  }

  /** The posting date. */
  public LocalDate date() {
    return entry.date();
  }
}
