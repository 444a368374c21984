package io.sumbrel.server.payout;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.posting.PayoutPosted;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.deposit.Payouts;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.requests.RepeatedRequests;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Posts with a payout what its processor kept, sales that pay no item and what of such is paid
 * back, and says which sales were recorded before.
 */
@Component
class PostPayout {
  private final Payouts payouts;
  private final WaitingForTie waiting;
  private final PayoutNow payoutNow;
  private final Processors processors;
  private final Charts charts;
  private final MoneyLines moneyLines;
  private final Claims claims;
  private final Ledger ledger;
  private final RepeatedRequests answers;

  PostPayout(
      Payouts payouts,
      WaitingForTie waiting,
      PayoutNow payoutNow,
      Processors processors,
      Charts charts,
      MoneyLines moneyLines,
      Claims claims,
      Ledger ledger,
      RepeatedRequests answers) {
    this.payouts = payouts;
    this.waiting = waiting;
    this.payoutNow = payoutNow;
    this.processors = processors;
    this.charts = charts;
    this.moneyLines = moneyLines;
    this.claims = claims;
    this.ledger = ledger;
    this.answers = answers;
  }

  /** A payout as it was posted. */
  record PayoutDone(String number, String words) {}

  /**
   * What was shown to whoever posts it.
   *
   * @param sums sales and refunds that go along
   * @param receipts which some of the sales are
   * @param parts what goes to which account
   */
  record PayoutRequest(
      List<Long> sums, List<Long> receipts, List<PayoutViews.PayoutPartView> parts) {}

  /**
   * @param key names the request: sent again, it is answered and not posted again
   * @throws Refusal {@code not-found}, {@code claimed}, {@code set-aside}, {@code withdrawn},
   *     {@code other-payout}, {@code shown-otherwise}, {@code not-explained}, {@code on-a-slip},
   *     and those of {@link Payout}; nothing is changed then
   */
  @Transactional
  PayoutDone post(Actor actor, long id, PayoutRequest request, String key) {
    Set<MoneyInId> sums =
        request.sums().stream().map(MoneyInId::new).collect(Collectors.toCollection(HashSet::new));
    moneyLines.lock(sums);
    Deposits.Stored deposit = payouts.lock(actor.booksId(), id);
    RepeatedRequests.Asked asked = new RepeatedRequests.Asked(key, "payout " + id, request);
    Optional<PayoutDone> before = answers.before(actor, asked, PayoutDone.class);
    if (before.isPresent()) {
      return before.get();
    }
    requireNotPosted(deposit);
    if (!request.receipts().isEmpty()) {
      waiting.lock(actor.booksId(), request.receipts());
    }
    PayoutNow.Stand stand = payoutNow.of(actor.booksId(), deposit);
    requireMembers(actor, stand, sums);
    Payout.Filled filled = stand.filled(sums);
    LocalDate date = payoutNow.postingDate(actor.booksId(), deposit, sums);
    Chart chart = charts.of(actor.booksId());
    Payout payout = Payout.of(filled, processors.of(deposit.layoutId()).accounts(), chart, date);
    requireShown(payout, chart, request);
    String words =
        "Posted with %s, %s"
            .formatted(payout.words(), AmountText.words(payout.movedMinor(), payout.currency()));
    Ledger.Stored posting =
        ledger.append(
            actor, PayoutPosted.of(payout, date), Ledger.Source.NONE, "payout-posted", words);
    payouts.posted(payout.id(), Optional.of(posting.id()));
    PayoutDone done = new PayoutDone(posting.number().words(), words);
    answers.keep(actor, asked, done);
    return done;
  }

  private void requireNotPosted(Deposits.Stored deposit) {
    deposit
        .postedId()
        .ifPresent(
            by -> {
              throw new Refusal(
                  "claimed",
                  "%s is posted already, by %s."
                      .formatted(
                          deposit.deposit().words(), claims.numbers(List.of(by)).get(by).words()));
            });
  }

  private void requireMembers(Actor actor, PayoutNow.Stand stand, Set<MoneyInId> sums) {
    Set<MoneyInId> own =
        stand.rows().stream().flatMap(r -> r.money().stream()).collect(Collectors.toSet());
    if (!own.containsAll(sums)) {
      throw new Refusal("other-payout", "A sum that is named is no row of this payout.");
    }
    claims.among(sums).stream().findFirst().ifPresent(m -> claims.requireUnclaimed(m, ""));
    moneyLines.requireCounting(actor.booksId(), sums);
  }

  /** Receipts, accounts or tax codes may be others by now. */
  private static void requireShown(Payout payout, Chart chart, PayoutRequest request) {
    Set<Long> receipts =
        payout.receipts().stream()
            .map(Tie.Record::id)
            .map(RecordedId::number)
            .collect(Collectors.toSet());
    if (!receipts.equals(Set.copyOf(request.receipts()))
        || !PayoutViews.parts(payout, chart).equals(request.parts())) {
      throw new Refusal(
          "shown-otherwise",
          "What would be posted with the payout is another by now than it was shown; look again.");
    }
  }
}
