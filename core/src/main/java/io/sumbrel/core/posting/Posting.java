package io.sumbrel.core.posting;

import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.tape.Tape;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * One event in the books: never changed, never deleted; an error is turned back by another posting.
 *
 * @param tape the strip that was posted, of a posting of that kind
 * @param turnsBack the posting that this one undoes
 */
public record Posting(
    PostingNumber number,
    PostingKind kind,
    JournalEntry entry,
    List<ItemMovement> movements,
    Optional<Tape> tape,
    Optional<PostingNumber> turnsBack) {

  public Posting {
    movements = List.copyOf(movements);
    if (tape.isPresent() != (kind == PostingKind.TAPE)
        || turnsBack.isPresent() != (kind == PostingKind.TURNED_BACK)) {
      throw new IllegalArgumentException(kind + " " + number.words());
    }
  }

  /** The posting date. */
  public LocalDate date() {
    return entry.date();
  }
}
