package io.sumbrel.server.desk;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.matching.DecisionRecord;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLines;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The money was right, and a reason, an account, a note or a customer was not: the tape is turned
 * back and posted anew in one act, so that its sum and its items never stand open between.
 */
@Component
class CorrectPosting {
  private final Explanations explanations;
  private final Postings postings;
  private final MoneyLines moneyLines;
  private final TurnBackPosting turnBack;
  private final PostTape postTape;
  private final ShownItems shownItems;
  private final DecisionRecord decisions;

  CorrectPosting(
      Explanations explanations,
      Postings postings,
      MoneyLines moneyLines,
      TurnBackPosting turnBack,
      PostTape postTape,
      ShownItems shownItems,
      DecisionRecord decisions) {
    this.decisions = decisions;
    this.explanations = explanations;
    this.postings = postings;
    this.moneyLines = moneyLines;
    this.turnBack = turnBack;
    this.postTape = postTape;
    this.shownItems = shownItems;
  }

  /** The lines of the tape as they are to be. */
  record CorrectionRequest(List<LineView> lines) {}

  /**
   * A posted tape with its sum.
   *
   * @param payer who paid it
   */
  record PostedTapeView(
      String number, String payer, String currency, long amountMinor, List<LineView> lines) {}

  /**
   * @throws Refusal {@code not-found}, {@code not-a-tape}
   */
  @Transactional(readOnly = true)
  public PostedTapeView tape(Actor actor, PostingNumber number) {
    Tape tape = posted(actor, number);
    MoneyInId money = money(tape);
    ShownItems.Named named = new ShownItems.Named();
    named.add(tape.lines());
    LineView.Shown shown = shownItems.of(actor.booksId(), named, Optional.empty());
    return new PostedTapeView(
        number.words(),
        moneyLines.find(actor.booksId(), money).payer(),
        tape.money().currency().getCurrencyCode(),
        tape.money().amountMinor(),
        tape.lines().stream().map(l -> LineView.of(l, shown)).toList());
  }

  /**
   * @throws Refusal {@code correction} where more than words, reasons, accounts and customers is
   *     another, {@code turned-back}, and what forbids to turn the tape back or to post it; nothing
   *     is changed then
   */
  @Transactional
  public Posted correct(Actor actor, PostingNumber number, CorrectionRequest request, String key) {
    Tape tape = posted(actor, number);
    MoneyInId money = money(tape);
    List<TapeLine> lines =
        postTape.lines(actor, request.lines, tape.money().moneyIn().orElseThrow());
    requireSameMoney(tape, lines);
    turnBack.turnBack(actor, number, List.of());
    Posted posted =
        postTape.post(
            actor,
            money,
            new PostTape.PostingRequest(
                request.lines, Optional.empty(), Optional.empty(), Optional.empty()),
            key,
            Optional.empty(),
            Optional.empty());
    decisions.carryOver(
        idOf(actor, number),
        idOf(actor, PostingNumber.parse(posted.number())),
        withoutWords(tape.lines()).equals(withoutWords(lines)));
    return new Posted(
        posted.number(),
        "Corrected %s by %s".formatted(number.words(), posted.number()),
        posted.moneyInId(),
        Optional.empty());
  }

  private long idOf(Actor actor, PostingNumber number) {
    return explanations.explanation(actor.booksId(), number).postingId();
  }

  private static List<TapeLine> withoutWords(List<TapeLine> lines) {
    return lines.stream().map(l -> l.noted("")).toList();
  }

  private Tape posted(Actor actor, PostingNumber number) {
    Posting posting =
        postings
            .find(actor.booksId(), number, m -> moneyLines.find(actor.booksId(), m).moneyIn())
            .posting();
    explanations.requireNotTurnedBack(explanations.explanation(actor.booksId(), number), number);
    return posting
        .tape()
        .filter(t -> t.money().moneyIn().isPresent())
        .orElseThrow(
            () -> new Refusal("not-a-tape", number.words() + " is no tape that explains a sum."));
  }

  private static MoneyInId money(Tape tape) {
    return tape.money().moneyIn().orElseThrow().id();
  }

  private static void requireSameMoney(Tape tape, List<TapeLine> lines) {
    boolean isSame = lines.size() == tape.lines().size();
    for (int i = 0; isSame && i < lines.size(); i++) {
      isSame = isSame(tape.lines().get(i), lines.get(i));
    }
    if (!isSame) {
      throw new Refusal(
          "correction", "Amounts and items stay as they were; for others turn the posting back.");
    }
    if (lines.equals(tape.lines())) {
      throw new Refusal("correction", "Nothing is another than it was.");
    }
  }

  private static boolean isSame(TapeLine then, TapeLine now) {
    return then.kind() == now.kind()
        && then.amount().equals(now.amount())
        && then.item().equals(now.item())
        && then.returned().equals(now.returned())
        && then.exchange().equals(now.exchange())
        && then.reason()
            .map(DifferenceReason::side)
            .equals(now.reason().map(DifferenceReason::side));
  }
}
