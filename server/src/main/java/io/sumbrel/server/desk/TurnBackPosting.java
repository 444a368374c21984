package io.sumbrel.server.desk;

import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TurnBack;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.arrivals.MoneyLines;
import io.sumbrel.server.books.BooksNames;
import io.sumbrel.server.books.Claims;
import io.sumbrel.server.books.Items;
import io.sumbrel.server.books.Ledger;
import io.sumbrel.server.books.Postings;
import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Turns a posted tape back: row 17 of the posting table. The money returns to the pile. */
@Component
public class TurnBackPosting {
  /** Its name in the record. */
  static final String ACT = "turned-back";

  private final MoneyLines moneyLines;
  private final BooksNames books;
  private final Claims claims;
  private final Items items;
  private final Ledger ledger;
  private final Postings postings;

  TurnBackPosting(
      MoneyLines moneyLines,
      BooksNames books,
      Claims claims,
      Items items,
      Ledger ledger,
      Postings postings) {
    this.moneyLines = moneyLines;
    this.books = books;
    this.claims = claims;
    this.items = items;
    this.ledger = ledger;
    this.postings = postings;
  }

  /**
   * @throws Refusal {@code turned-back} when it is already, {@code closed-month}, and the reasons
   *     of {@link TurnBack}
   */
  @Transactional
  Posted turnBack(Actor actor, PostingNumber number) {
    MoneyInId id = moneyInOf(actor, number);
    moneyLines.lock(id);
    boolean stands = claims.of(id).filter(c -> c.number().equals(number)).isPresent();
    if (!stands) {
      throw new Refusal("turned-back", number.words() + " is turned back already.");
    }
    // Locked before anything of the posting is read: balances are never read before their lock.
    items.lock(actor.booksId(), postings.itemsOf(claims.of(id).orElseThrow().postingId()));
    Postings.Stored stored =
        postings.find(actor.booksId(), number, m -> moneyLines.find(actor.booksId(), m).moneyIn());
    Posting posting = stored.posting();
    List<ItemMovement> movements = posting.movements();
    TurnBack contra =
        TurnBack.of(
            posting,
            items.find(actor.booksId(), movements.stream().map(ItemMovement::item).toList()),
            books.businessDate(actor.booksId()));
    String words =
        "Turned back " + number.words() + ", " + posting.tape().orElseThrow().moneyIn().words();
    Ledger.Act act =
        new Ledger.Act(
            PostingKind.TURNED_BACK,
            contra.entry(),
            contra.movements(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.of(stored.id()));
    claims.release(id);
    Ledger.Stored done = ledger.append(actor, act, ACT, words);
    return new Posted(done.number().words(), words, id.number());
  }

  private MoneyInId moneyInOf(Actor actor, PostingNumber number) {
    return postings
        .moneyInOf(actor.booksId(), number)
        .orElseThrow(
            () ->
                new Refusal(
                    "not-a-tape",
                    number.words() + " is no explained sum; it cannot be turned back."));
  }
}
