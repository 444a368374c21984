package io.sumbrel.server.desk;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TurnedBack;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.deposit.Payouts;
import io.sumbrel.server.deposit.TakeSlipBack;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.ledger.Receipts;
import io.sumbrel.server.ledger.RestingPostings;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
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
  private final RestingPostings resting;
  private final TapeWords words;
  private final TakeSlipBack takeSlipBack;
  private final Payouts payouts;

  TurnBackPosting(
      MoneyLines moneyLines,
      Houses books,
      Claims claims,
      Items items,
      Ledger ledger,
      Postings postings,
      Explanations explanations,
      Receipts receipts,
      RestingPostings resting,
      TapeWords words,
      TakeSlipBack takeSlipBack,
      Payouts payouts) {
    this.payouts = payouts;
    this.resting = resting;
    this.words = words;
    this.takeSlipBack = takeSlipBack;
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
   * A posting that rests on another.
   *
   * @param words what it did
   */
  record RestingView(String number, LocalDate date, String words, String actor) {}

  /**
   * What has to be turned back before a posting can be, the last first.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public List<RestingView> resting(Actor actor, PostingNumber number) {
    return resting.on(stored(actor, number).id()).stream()
        .map(n -> stored(actor, n))
        .map(
            s ->
                new RestingView(
                    s.posting().number().words(),
                    s.posting().date(),
                    s.posting()
                        .tape()
                        .map(t -> words.of(actor.booksId(), t))
                        .orElseGet(() -> said(s.posting())),
                    s.actor()))
        .toList();
  }

  /**
   * @param together what rests on it, as it was shown, and is turned back before it
   * @throws Refusal {@code turned-back} when it is already, {@code rests-otherwise} where something
   *     else rests on it than was shown, {@code closed-month}, and the reasons of {@link
   *     TurnedBack}; nothing is changed then
   */
  @Transactional
  public Posted turnBack(Actor actor, PostingNumber number, List<PostingNumber> together) {
    Map<PostingNumber, Explanations.Explanation> all = new LinkedHashMap<>();
    Stream.concat(together.stream(), Stream.of(number))
        .forEach(n -> all.put(n, explanations.explanation(actor.booksId(), n)));
    lock(actor, all.values());
    long last = all.get(number).postingId();
    if (!together.isEmpty() && !resting.on(last).equals(together)) {
      throw new Refusal(
          "rests-otherwise",
          "What rests on %s is another by now than it was shown.".formatted(number.words()));
    }
    together.forEach(n -> turnBack(actor, n, all.get(n)));
    Posted done = turnBack(actor, number, all.get(number));
    return together.isEmpty()
        ? done
        : new Posted(
            done.number(),
            "%s, and %d that rested on it".formatted(done.words(), together.size()),
            done.moneyInId(),
            Optional.empty());
  }

  /** Locked before anything of the postings is read: balances are never read before their lock. */
  private void lock(Actor actor, Collection<Explanations.Explanation> all) {
    moneyLines.lock(all.stream().flatMap(e -> e.money().stream()).toList());
    items.lock(
        actor.booksId(),
        all.stream()
            .flatMap(e -> explanations.itemsOf(e.postingId()).stream())
            .distinct()
            .toList());
  }

  private Posted turnBack(Actor actor, PostingNumber number, Explanations.Explanation explanation) {
    explanations.requireNotTurnedBack(explanation, number);
    Posting posting = stored(actor, number).posting();
    TurnedBack contra =
        TurnedBack.of(
            posting,
            items.find(
                actor.booksId(), posting.movements().stream().map(ItemMovement::item).toList()),
            books.businessDate(actor.booksId()),
            receipts.returnedBy(explanation.money()));
    String said = "Turned back " + number.words() + ", " + sum(posting);
    posting.slip().ifPresent(takeSlipBack::takeBack);
    posting.payout().ifPresent(p -> payouts.posted(p.id(), Optional.empty()));
    String act =
        switch (posting.kind()) {
          case TAPE -> Ledger.TURNED_BACK;
          case PAYOUT -> "payout-turned-back";
          case TAKINGS -> "takings-turned-back";
          default -> UNTIED;
        };
    Ledger.Stored done = ledger.append(actor, contra, Ledger.Source.NONE, act, said);
    return new Posted(
        done.number().words(),
        said,
        explanation.money().stream().findFirst().map(MoneyInId::number),
        Optional.empty());
  }

  private Postings.Stored stored(Actor actor, PostingNumber number) {
    return postings.find(
        actor.booksId(), number, m -> moneyLines.find(actor.booksId(), m).moneyIn());
  }

  private static String said(Posting posting) {
    return posting
        .slip()
        .map(s -> "Handed in " + s.words())
        .or(() -> posting.payout().map(p -> "Posted with " + p.words()))
        .or(() -> posting.takings().map(t -> t.wordsOf(posting.date())))
        .orElseGet(() -> "Tied " + sum(posting));
  }

  private static String sum(Posting posting) {
    return posting
        .tape()
        .map(t -> t.money().words())
        .or(() -> posting.slip().map(s -> AmountText.words(s.netMinor(), s.currency())))
        .or(() -> posting.payout().map(p -> AmountText.words(p.movedMinor(), p.currency())))
        .or(() -> posting.takings().map(t -> AmountText.words(t.paidMinor(), t.currency())))
        .or(() -> posting.tie().map(t -> AmountText.words(t.shownMinor(), t.currency())))
        .orElseThrow();
  }
}
