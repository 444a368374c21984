package io.sumbrel.server.payout;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.payout.ProcessorAccounts;
import io.sumbrel.core.payout.RecordedSales;
import io.sumbrel.core.payout.Waterfall;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tax.TaxPart;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.deposit.Payouts;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What the screen of a payout shows: from gross to net, and what would be posted with it. */
@Component
class PayoutViews {
  private final Payouts payouts;
  private final PayoutNow payoutNow;
  private final Processors processors;
  private final Charts charts;
  private final Claims claims;

  PayoutViews(
      Payouts payouts, PayoutNow payoutNow, Processors processors, Charts charts, Claims claims) {
    this.payouts = payouts;
    this.payoutNow = payoutNow;
    this.processors = processors;
    this.charts = charts;
    this.claims = claims;
  }

  /** An account of a processor, and the tax in what goes there. */
  record BookedView(String account, Optional<String> taxCode) {
    static BookedView of(ProcessorAccounts.Booked booked) {
      return new BookedView(booked.account().code(), booked.taxCode());
    }

    ProcessorAccounts.Booked toFact() {
      return new ProcessorAccounts.Booked(
          new AccountCode(account), taxCode.filter(t -> !t.isBlank()));
    }
  }

  /**
   * Who sent it.
   *
   * @param layoutId by which it is known; empty where that cannot be said
   * @param statementAccount as whose statement it is read; empty for by payouts
   */
  record ProcessorView(
      Optional<Long> layoutId,
      String name,
      BookedView sales,
      BookedView fees,
      BookedView adjustments,
      Optional<Long> statementAccount) {
    static ProcessorView of(Processors.Processor processor) {
      return new ProcessorView(
          processor.layoutId(),
          processor.name(),
          BookedView.of(processor.accounts().sales()),
          BookedView.of(processor.accounts().fees()),
          BookedView.of(processor.accounts().adjustments()),
          processor.statementAccount());
    }
  }

  /**
   * All rows of one kind.
   *
   * @param postedMinor what of it is in the books
   */
  record FallView(String words, int count, long amountMinor, long postedMinor) {}

  /**
   * Rows that go to one account together.
   *
   * @param account with its name; empty for sales that stand in the books already
   * @param taxMinor what of it is tax
   */
  record PayoutPartView(
      String words, Optional<String> account, int count, long amountMinor, long taxMinor) {}

  /** A payout of the same processor that came before it, of which nothing is posted as a whole. */
  record OlderView(long id, String reference, LocalDate date) {}

  /**
   * A payout.
   *
   * @param sums sales and refunds that would be posted with it
   * @param receipts which some of these sales are
   * @param toItems sums for which the plan has items: each is explained by itself
   * @param asked sums of which somebody must say what they are
   * @param problem why it cannot be posted so; empty where it can
   */
  record PayoutView(
      long id,
      ProcessorView processor,
      Optional<String> postedBy,
      List<FallView> steps,
      long netMinor,
      long postedMinor,
      List<PayoutPartView> parts,
      List<Long> sums,
      List<Long> receipts,
      List<Long> toItems,
      List<Long> asked,
      String problem,
      List<OlderView> older) {}

  /**
   * @param left sums that are not to go along
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public PayoutView of(Actor actor, PlanBoard.Board board, long id, Set<MoneyInId> left) {
    Deposits.Stored deposit = payouts.find(actor.booksId(), id);
    PayoutNow.Stand stand = payoutNow.of(actor.booksId(), deposit);
    Processors.Processor processor = processors.of(deposit.layoutId());
    Sorted sorted = sorted(stand, board, left);
    Parts parts =
        deposit.postedId().isPresent() ? Parts.NONE : parts(actor, stand, processor, sorted.along);
    Waterfall fall = fall(stand);
    return new PayoutView(
        id,
        ProcessorView.of(processor),
        deposit.postedId().map(by -> number(by).words()),
        fall.steps().stream()
            .map(s -> new FallView(s.kind().words(), s.count(), s.amountMinor(), s.postedMinor()))
            .toList(),
        fall.netMinor(),
        fall.postedMinor(),
        parts.views,
        sorted.along,
        parts.receipts,
        sorted.toItems,
        sorted.asked,
        parts.problem,
        payouts.older(deposit).stream()
            .map(d -> new OlderView(d.id(), d.reference(), d.date()))
            .toList());
  }

  private PostingNumber number(long posting) {
    return claims.numbers(List.of(posting)).get(posting);
  }

  /** Open sums: what goes along, what the plan has items for, and what somebody must say. */
  private record Sorted(List<Long> along, List<Long> toItems, List<Long> asked) {}

  private static Sorted sorted(PayoutNow.Stand stand, PlanBoard.Board board, Set<MoneyInId> left) {
    Set<MoneyInId> out = new HashSet<>(left);
    Set<MoneyInId> recorded = new HashSet<>();
    for (RecordedSales.Same same : stand.recorded()) {
      Set<MoneyInId> sums = stand.sumsOf(same);
      recorded.addAll(sums);
      if (!Collections.disjoint(sums, left)) {
        out.addAll(sums);
      }
    }
    boolean posted = stand.deposit().postedId().isPresent();
    Set<String> sold = new HashSet<>(stand.sold().keySet());
    Sorted sorted = new Sorted(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
    // a sale comes before what is paid back of it
    for (MemberKind kind : List.of(MemberKind.SALE, MemberKind.REFUND, MemberKind.CHARGEBACK)) {
      for (PayoutNow.Row row : stand.rows()) {
        if (row.kind() == kind && row.isOpen()) {
          MoneyInId money = row.money().orElseThrow();
          String number = row.stored().saleNumber();
          boolean placed = isPlaced(board, money);
          boolean along =
              !posted
                  && !out.contains(money)
                  // what is set aside stands in no plan
                  && board.rows().containsKey(money)
                  && (kind == MemberKind.SALE
                      ? recorded.contains(money) || !placed
                      : kind == MemberKind.REFUND && !number.isEmpty() && sold.contains(number));
          if (along && kind == MemberKind.SALE && !recorded.contains(money)) {
            sold.add(number);
          }
          (along ? sorted.along : placed ? sorted.toItems : sorted.asked).add(money.number());
        }
      }
    }
    return sorted;
  }

  private static boolean isPlaced(PlanBoard.Board board, MoneyInId money) {
    return Optional.ofNullable(board.rows().get(money))
        .flatMap(row -> row.chosen().map(row.ways()::get))
        .filter(way -> !way.isTie())
        .isPresent();
  }

  private static Waterfall fall(PayoutNow.Stand stand) {
    boolean posted = stand.deposit().postedId().isPresent();
    return Waterfall.of(
        stand.rows().stream()
            .map(
                r ->
                    new Waterfall.Row(
                        r.kind(),
                        r.stored().member().amountMinor(),
                        r.money().isPresent() ? r.by().isPresent() : posted))
            .toList());
  }

  private record Parts(List<PayoutPartView> views, List<Long> receipts, String problem) {
    static final Parts NONE = new Parts(List.of(), List.of(), "");
  }

  /** As it would be posted now. */
  private Parts parts(
      Actor actor, PayoutNow.Stand stand, Processors.Processor processor, List<Long> sums) {
    Set<MoneyInId> along = sums.stream().map(MoneyInId::new).collect(Collectors.toSet());
    Payout.Filled filled = stand.filled(along);
    Chart chart = charts.of(actor.booksId());
    try {
      Payout payout =
          Payout.of(
              filled,
              processor.accounts(),
              chart,
              payoutNow.postingDate(actor.booksId(), stand.deposit(), along));
      return new Parts(
          parts(payout, chart),
          payout.receipts().stream().map(Tie.Record::id).map(RecordedId::number).toList(),
          "");
    } catch (Refusal e) {
      return new Parts(List.of(), List.of(), e.getMessage());
    }
  }

  /** What goes to which account, as it is shown. */
  static List<PayoutPartView> parts(Payout payout, Chart chart) {
    record Group(String words, Optional<AccountCode> account) {}

    Map<Group, List<Payout.Part>> groups = new LinkedHashMap<>();
    List<Payout.Part> inOrder = new ArrayList<>(payout.parts());
    inOrder.sort(Comparator.comparing(Payout.Part::kind));
    for (Payout.Part part : inOrder) {
      String words = part.account().isEmpty() ? "sale recorded before" : part.kind().words();
      groups.computeIfAbsent(new Group(words, part.account()), g -> new ArrayList<>()).add(part);
    }
    List<PayoutPartView> views = new ArrayList<>();
    groups.forEach(
        (group, parts) ->
            views.add(
                new PayoutPartView(
                    group.words(),
                    group.account().flatMap(chart::account).map(a -> a.number() + " " + a.name()),
                    parts.size(),
                    parts.stream().mapToLong(Payout.Part::amountMinor).sum(),
                    parts.stream()
                        .mapToLong(
                            p ->
                                Long.signum(p.amountMinor())
                                    * p.tax().map(TaxPart::minor).orElse(0L))
                        .sum())));
    return views;
  }
}
