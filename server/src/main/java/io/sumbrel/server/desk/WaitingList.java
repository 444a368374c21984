package io.sumbrel.server.desk;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What waits for a second person: tapes of sums, and tapes without money. */
@Component
class WaitingList {
  private final Drafts drafts;
  private final WaitingTapes tapes;
  private final MoneyLines moneyLines;
  private final ShownItems shownItems;

  WaitingList(Drafts drafts, WaitingTapes tapes, MoneyLines moneyLines, ShownItems shownItems) {
    this.drafts = drafts;
    this.tapes = tapes;
    this.moneyLines = moneyLines;
    this.shownItems = shownItems;
  }

  /**
   * A tape that waits.
   *
   * @param tapeId of one without money
   * @param moneyInId of one that explains a sum
   * @param sentBack what the second person said against one without money
   * @param words who paid, or was paid; empty without money
   * @param amountMinor the sum; without money what is to be paid back, else the credits used
   */
  record WaitingView(
      Optional<Long> tapeId,
      Optional<Long> moneyInId,
      long personId,
      String person,
      Instant askedAt,
      String why,
      Optional<String> sentBack,
      String words,
      String currency,
      long amountMinor,
      List<LineView> lines) {}

  /** The oldest first. */
  @Transactional(readOnly = true)
  public List<WaitingView> all(Actor actor) {
    List<Drafts.Draft> ofMoney =
        drafts.all(actor.booksId()).stream().filter(d -> d.waitsFor().isPresent()).toList();
    List<WaitingTapes.Waiting> without = tapes.all(actor.booksId());
    ShownItems.Named named = new ShownItems.Named();
    ofMoney.forEach(d -> named.addDrafted(d.lines()));
    without.forEach(t -> named.addDrafted(t.lines()));
    LineView.Shown shown = shownItems.of(actor.booksId(), named, Optional.empty());
    Map<Long, MoneyLine> money =
        moneyLines
            .some(
                actor.booksId(),
                ofMoney.stream().map(d -> new MoneyInId(d.moneyInId())).distinct().toList())
            .stream()
            .collect(Collectors.toMap(l -> l.moneyIn().id().number(), Function.identity()));
    return Stream.concat(
            ofMoney.stream().map(d -> ofMoney(d, money.get(d.moneyInId()), shown)),
            without.stream().map(t -> without(t, shown)))
        .sorted(Comparator.comparing(WaitingView::askedAt))
        .toList();
  }

  private static WaitingView ofMoney(Drafts.Draft draft, MoneyLine line, LineView.Shown shown) {
    return new WaitingView(
        Optional.empty(),
        Optional.of(draft.moneyInId()),
        draft.personId(),
        draft.person(),
        draft.changedAt(),
        draft.waitsFor().orElseThrow(),
        Optional.empty(),
        line.payer(),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        draft.lines().stream().map(l -> l.showing(shown)).toList());
  }

  private static WaitingView without(WaitingTapes.Waiting tape, LineView.Shown shown) {
    long back = sum(tape.lines(), LineKind.TO_PAY);
    return new WaitingView(
        Optional.of(tape.id()),
        Optional.empty(),
        tape.personId(),
        tape.person(),
        tape.askedAt(),
        tape.why(),
        tape.sentBack(),
        "",
        tape.currency(),
        back != 0 ? back : sum(tape.lines(), LineKind.CREDIT_USED),
        tape.lines().stream().map(l -> l.showing(shown)).toList());
  }

  private static long sum(List<LineView> lines, LineKind kind) {
    return lines.stream().filter(l -> l.kind() == kind).mapToLong(LineView::amountMinor).sum();
  }
}
