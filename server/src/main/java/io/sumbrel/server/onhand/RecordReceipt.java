package io.sumbrel.server.onhand;

import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.arrivals.TakeByHand;
import io.sumbrel.server.arrivals.WithdrawFile;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.desk.LineView;
import io.sumbrel.server.desk.PostTape;
import io.sumbrel.server.desk.Posted;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import io.sumbrel.server.persistence.StoredFile;
import io.sumbrel.server.requests.RepeatedRequests;
import io.sumbrel.server.rules.Limits;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes in a receipt by hand, and posts what it pays in the same act. Its method decides where it
 * is kept. One of which nobody says yet what it pays goes to the pile.
 */
@Component
class RecordReceipt {
  static final int LONGEST_NUMBER = 40;
  private static final int LONGEST_WORDS = 200;

  private final TakeByHand takeByHand;
  private final PostTape postTape;
  private final Charts charts;
  private final Customers customers;
  private final Houses houses;
  private final Months months;
  private final Limits limits;
  private final RepeatedRequests answers;
  private final People people;
  private final Deposits deposits;
  private final WithdrawFile withdrawFile;
  private final TransactionTemplate inOneAct;

  RecordReceipt(
      TakeByHand takeByHand,
      PostTape postTape,
      Charts charts,
      Customers customers,
      Houses houses,
      Months months,
      Limits limits,
      RepeatedRequests answers,
      People people,
      Deposits deposits,
      WithdrawFile withdrawFile,
      PlatformTransactionManager transactions) {
    this.takeByHand = takeByHand;
    this.postTape = postTape;
    this.charts = charts;
    this.customers = customers;
    this.houses = houses;
    this.months = months;
    this.limits = limits;
    this.answers = answers;
    this.people = people;
    this.deposits = deposits;
    this.withdrawFile = withdrawFile;
    this.inOneAct = new TransactionTemplate(transactions);
  }

  /**
   * @param method code of the way in which it reached the house
   * @param customerId whose receipt it is, where that is known
   * @param payer who paid, where it is another or nobody knows the customer
   * @param number of a cheque, or a reference
   * @param bankableFrom from when the bank takes a cheque that is dated ahead
   * @param lines what it pays; none where that is to be said later
   */
  record ReceiptRequest(
      LocalDate received,
      String method,
      String currency,
      long amountMinor,
      Optional<Long> customerId,
      Optional<String> payer,
      String number,
      String note,
      Optional<LocalDate> bankableFrom,
      List<LineView> lines) {}

  /**
   * A receipt as it was recorded.
   *
   * @param posted empty where it went to the pile
   */
  record RecordedView(long id, long moneyInId, Optional<Posted> posted, String words) {}

  /**
   * @param key names the request: sent again, it is answered and not recorded again
   * @throws Refusal {@code method}, {@code amount}, {@code number}, {@code dates}, {@code
   *     closed-month}, {@code post-dated}, and whatever forbids the tape; nothing is recorded then
   */
  RecordedView record(Actor actor, ReceiptRequest request, String key) {
    Deposits.Taken receipt = receipt(actor, request);
    StoredFile written = takeByHand.write(receipt);
    try {
      return inOneAct.execute(t -> recorded(actor, request, key, receipt, written));
    } finally {
      written.discard();
    }
  }

  private RecordedView recorded(
      Actor actor, ReceiptRequest request, String key, Deposits.Taken receipt, StoredFile written) {
    RepeatedRequests.Asked asked = new RepeatedRequests.Asked(key, "receipt", request);
    // the same request sent twice at once waits here for its answer
    people.lock(actor);
    Optional<RecordedView> before = answers.before(actor, asked, RecordedView.class);
    if (before.isPresent()) {
      return before.get();
    }
    months.requireOpen(actor.booksId(), request.received());
    TakeByHand.Taken taken = takeByHand.take(actor, receipt, written);
    Optional<Posted> posted =
        request.lines().isEmpty()
            ? Optional.empty()
            : Optional.of(
                postTape.explain(actor, taken.money(), request.lines(), "receipt " + taken.id()));
    RecordedView recorded =
        new RecordedView(
            taken.id(),
            taken.money().number(),
            posted,
            posted.map(Posted::words).orElse("Recorded; it stands in the pile to be explained"));
    answers.keep(actor, asked, recorded);
    return recorded;
  }

  private Deposits.Taken receipt(Actor actor, ReceiptRequest request) {
    PaymentMethod method = method(actor, request.method());
    if (request.amountMinor() <= 0 || request.amountMinor() > Money.MAX_MINOR) {
      throw new Refusal("amount", "The amount of a receipt is more than nothing.");
    }
    requireShort("The number", request.number(), LONGEST_NUMBER);
    requireShort("The note", request.note(), LONGEST_WORDS);
    requireShort("The payer", request.payer().orElse(""), LONGEST_WORDS);
    requireDates(actor, request, method);
    Optional<String> payer =
        request
            .payer()
            .map(String::strip)
            .filter(p -> !p.isEmpty())
            .or(
                () ->
                    request
                        .customerId()
                        .map(c -> customers.one(actor.booksId(), new CustomerId(c)).name()));
    return new Deposits.Taken(
        new DepositMember(
            2,
            method.kind(),
            request.received(),
            request.amountMinor(),
            request.number().strip(),
            payer,
            Optional.empty(),
            List.of(),
            request.note().strip()),
        Currencies.of(request.currency()),
        method.holding(),
        request.bankableFrom().filter(d -> d.isAfter(request.received())));
  }

  private PaymentMethod method(Actor actor, String code) {
    return charts.of(actor.booksId()).methods().stream()
        .filter(m -> m.code().equals(code))
        .findFirst()
        .orElseThrow(() -> new Refusal("method", "There is no such way to pay."));
  }

  static void requireShort(String what, String text, int most) {
    if (text.strip().length() > most) {
      throw new Refusal("number", "%s holds up to %d letters.".formatted(what, most));
    }
  }

  /** What was received is received by today; a cheque may be dated ahead, and waits on hand. */
  private void requireDates(Actor actor, ReceiptRequest request, PaymentMethod method) {
    LocalDate today = houses.businessDate(actor.booksId());
    limits.of(actor.booksId()).requireWithinDates("The receipt", request.received(), today);
    if (request.received().isAfter(today)) {
      throw new Refusal(
          "dates",
          "%s is a day to come; what is dated ahead is received today, and banked from its day on."
              .formatted(request.received()));
    }
    if (request.bankableFrom().isPresent() && method.kind() != MemberKind.CHEQUE) {
      throw new Refusal("post-dated", "Only a cheque is dated ahead.");
    }
    request
        .bankableFrom()
        .ifPresent(
            d -> limits.of(actor.booksId()).requireWithinDates("The date of the cheque", d, today));
  }

  /**
   * A receipt that never was: it goes, with what was written down of it.
   *
   * @throws Refusal {@code not-found}, {@code posted} while a tape explains it, {@code on-a-slip}
   */
  @Transactional
  void remove(Actor actor, long receipt) {
    withdrawFile.withdrawByHand(actor, deposits.arrivalOf(actor.booksId(), receipt));
  }
}
