package io.sumbrel.server.onhand;

import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.core.tape.ByPayer;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.server.arrivals.TakeByHand;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.deposit.TieDeposits;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.desk.LineView;
import io.sumbrel.server.desk.PostTape;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import io.sumbrel.server.persistence.StoredFile;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.requests.RepeatedRequests;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * One line of the bank that several paid: each payer's part becomes a receipt with a method and a
 * number of its own, explained as the tape says, and all of them one deposit that is tied to the
 * line.
 */
@Component
class SplitPayers {
  private final TakeByHand takeByHand;
  private final PostTape postTape;
  private final WaitingForTie waiting;
  private final TieDeposits tieDeposits;
  private final MoneyLines moneyLines;
  private final Items items;
  private final Customers customers;
  private final Charts charts;
  private final RepeatedRequests answers;
  private final People people;
  private final TransactionTemplate inOneAct;

  SplitPayers(
      TakeByHand takeByHand,
      PostTape postTape,
      WaitingForTie waiting,
      TieDeposits tieDeposits,
      MoneyLines moneyLines,
      Items items,
      Customers customers,
      Charts charts,
      RepeatedRequests answers,
      People people,
      PlatformTransactionManager transactions) {
    this.takeByHand = takeByHand;
    this.postTape = postTape;
    this.waiting = waiting;
    this.tieDeposits = tieDeposits;
    this.moneyLines = moneyLines;
    this.items = items;
    this.customers = customers;
    this.charts = charts;
    this.answers = answers;
    this.people = people;
    this.inOneAct = new TransactionTemplate(transactions);
  }

  /** A sum of the bank, and the lines that explain it. */
  record PayersRequest(long moneyId, List<LineView> lines) {}

  /**
   * What one of them paid.
   *
   * @param customer its name; empty for what belongs to none
   * @param pays the numbers of the items
   */
  record PayerShare(Optional<String> customer, long amountMinor, String pays) {}

  /** The receipts that a sum would be. */
  record PayerShares(List<PayerShare> shares) {}

  /** How one of them paid, in the order of the shares. */
  record PayerReceipt(String method, String number) {}

  /** What was shown, and how each of them paid. */
  record PayersSplit(PayersRequest of, List<PayerReceipt> receipts) {}

  /** A sum as it was parted. */
  record PayersDone(String tie, String words) {}

  /** A sum with its shares, as its lines say. */
  private record Parted(
      MoneyLine line,
      List<TapeLine> lines,
      Map<ItemId, OpenItem> items,
      List<ByPayer.Share> shares) {
    private MoneyIn money() {
      return line.moneyIn();
    }

    /** What one of them pays, by number. */
    private List<RemittanceDetail> details(ByPayer.Share share) {
      return share.lines().stream()
          .map(lines::get)
          .filter(l -> l.kind() == LineKind.SETTLES)
          .map(l -> new RemittanceDetail(items.get(l.item().orElseThrow()).number(), 0))
          .toList();
    }
  }

  /**
   * @throws Refusal {@code no-entry}, {@code not-zero}, and those of {@link ByPayer}
   */
  PayerShares shares(Actor actor, PayersRequest request) {
    Parted parted = parted(actor, request);
    return new PayerShares(
        parted.shares.stream()
            .map(
                s ->
                    new PayerShare(
                        name(actor, s),
                        s.amountMinor(),
                        String.join(
                            " ",
                            parted.details(s).stream().map(RemittanceDetail::number).toList())))
            .toList());
  }

  /**
   * @param key names the request: sent again, it is answered and not done again
   * @throws Refusal as {@link #shares}, {@code receipts} when they are not as many as the shares,
   *     {@code method}, and whatever forbids one of the tapes; nothing is changed then
   */
  PayersDone split(Actor actor, PayersSplit request, String key) {
    Parted parted = parted(actor, request.of);
    Deposit deposit = deposit(actor, parted, request.receipts);
    StoredFile written = takeByHand.write(deposit);
    try {
      return inOneAct.execute(t -> done(actor, request, key, deposit, written));
    } finally {
      written.discard();
    }
  }

  private PayersDone done(
      Actor actor, PayersSplit request, String key, Deposit deposit, StoredFile written) {
    RepeatedRequests.Asked asked =
        new RepeatedRequests.Asked(key, "payers " + request.of.moneyId, request);
    people.lock(actor);
    moneyLines.lock(new MoneyInId(request.of.moneyId));
    Optional<PayersDone> before = answers.before(actor, asked, PayersDone.class);
    if (before.isPresent()) {
      return before.get();
    }
    Parted parted = parted(actor, request.of);
    // all of them before the first posting: everybody who posts waits for the record
    items.lock(actor.booksId(), parted.items.keySet());
    TakeByHand.TakenTogether taken =
        takeByHand.take(actor, deposit, parted.line.bankAccountId().orElseThrow(), written);
    for (int i = 0; i < parted.shares.size(); i++) {
      List<LineView> lines =
          parted.shares.get(i).lines().stream().map(request.of.lines::get).toList();
      MoneyInId money = taken.money().get(i);
      postTape.explain(actor, money, lines, "payer " + money.number());
    }
    waiting.isEntryOf(new MoneyInId(request.of.moneyId), taken.deposit());
    TieDeposits.TiePosted tie =
        tieDeposits.tie(
            actor,
            new TieDeposits.TieRequest(
                List.of(request.of.moneyId),
                List.of(taken.deposit()),
                Optional.empty(),
                Optional.empty()),
            "payers " + taken.deposit());
    PayersDone done =
        new PayersDone(
            tie.number(),
            "%d receipts of one sum; %s".formatted(parted.shares.size(), tie.words()));
    answers.keep(actor, asked, done);
    return done;
  }

  private Parted parted(Actor actor, PayersRequest request) {
    PostTape.Read read = postTape.read(actor, new MoneyInId(request.moneyId), request.lines);
    MoneyIn money = read.line().moneyIn();
    if (money.bankLine().isEmpty() || !money.isIn()) {
      throw new Refusal("no-entry", "Only money that the bank shows is parted by payer.");
    }
    Map<ItemId, OpenItem> named =
        items.find(actor.booksId(), read.lines().stream().flatMap(l -> l.item().stream()).toList());
    return new Parted(
        read.line(), read.lines(), named, ByPayer.of(TapeMoney.of(money), read.lines(), named));
  }

  private Deposit deposit(Actor actor, Parted parted, List<PayerReceipt> receipts) {
    if (receipts.size() != parted.shares.size()) {
      throw new Refusal(
          "receipts",
          "The sum is of %d payers by now, and %d are said; look again."
              .formatted(parted.shares.size(), receipts.size()));
    }
    MoneyIn money = parted.money();
    List<DepositMember> members =
        IntStream.range(0, receipts.size())
            .mapToObj(i -> member(actor, parted, i, receipts.get(i)))
            .toList();
    return new Deposit(
        DepositKind.TOGETHER,
        money.currency(),
        "of " + parted.line.bankReference(),
        money.bookingDate(),
        money.amountMinor(),
        members);
  }

  private DepositMember member(Actor actor, Parted parted, int at, PayerReceipt receipt) {
    PaymentMethod method = charts.of(actor.booksId()).method(receipt.method);
    RecordReceipt.requireShort("The number", receipt.number, RecordReceipt.LONGEST_NUMBER);
    ByPayer.Share share = parted.shares.get(at);
    return new DepositMember(
        at + 2,
        method.kind(),
        parted.money().bookingDate(),
        share.amountMinor(),
        receipt.number.strip(),
        name(actor, share),
        Optional.empty(),
        parted.details(share),
        "");
  }

  private Optional<String> name(Actor actor, ByPayer.Share share) {
    return share.customer().map(c -> customers.one(actor.booksId(), c).name());
  }
}
