package io.sumbrel.server.desk;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TurnedBack;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.ledger.Receipts;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLines;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Turns a posted tape or tie back: what it explained is to be explained again. */
@Component
public class TurnBackPosting {
  private static final String UNTIED = "untied";

  private final MoneyLines moneyLines;
  private final Houses books;
  private final Claims claims;
  private final Items items;
  private final Ledger ledger;
  private final Postings postings;
  private final Explanations explanations;
  private final Receipts receipts;

  TurnBackPosting(
      MoneyLines moneyLines,
      Houses books,
      Claims claims,
      Items items,
      Ledger ledger,
      Postings postings,
      Explanations explanations,
      Receipts receipts) {
    this.moneyLines = moneyLines;
    this.books = books;
    this.claims = claims;
    this.items = items;
    this.ledger = ledger;
    this.postings = postings;
    this.explanations = explanations;
    this.receipts = receipts;
  }

  /**
   * @throws Refusal {@code turned-back} when it is already, {@code closed-month}, and the reasons
   *     of {@link TurnedBack}
   */
  @Transactional
  Posted turnBack(Actor actor, PostingNumber number) {
    Explanations.Explanation explanation = explanations.explanation(actor.booksId(), number);
    explanation.money().forEach(moneyLines::lock);
    // Locked before anything of the posting is read: balances are never read before their lock.
    items.lock(actor.booksId(), explanations.itemsOf(explanation.postingId()));
    explanations.requireNotTurnedBack(explanation, number);
    Posting posting =
        postings
            .find(actor.booksId(), number, m -> moneyLines.find(actor.booksId(), m).moneyIn())
            .posting();
    TurnedBack contra =
        TurnedBack.of(
            posting,
            items.find(
                actor.booksId(), posting.movements().stream().map(ItemMovement::item).toList()),
            books.businessDate(actor.booksId()),
            receipts.returnedBy(explanation.money()));
    String words = "Turned back " + number.words() + ", " + sum(posting);
    String act = posting.tie().isPresent() ? UNTIED : Ledger.TURNED_BACK;
    Ledger.Stored done = ledger.append(actor, contra, Ledger.Source.NONE, act, words);
    return new Posted(
        done.number().words(),
        words,
        explanation.money().stream().findFirst().map(MoneyInId::number),
        Optional.empty());
  }

  private static String sum(Posting posting) {
    return posting
        .tape()
        .map(t -> t.money().words())
        .or(() -> posting.tie().map(t -> AmountText.words(t.shownMinor(), t.currency())))
        .orElseThrow();
  }
}
