package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.Pairs;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.money.ExchangeRates;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.OppositeSums;
import io.sumbrel.core.refund.Refunds;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.transfer.OwnTransfers;
import io.sumbrel.core.usual.AccountWay;
import io.sumbrel.core.usual.OtherWay;
import io.sumbrel.core.usual.UsualAccounts;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.rules.Limits;
import io.sumbrel.server.rules.RatesOfDays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What a sum may be that is no customer's, beside the ways that the plan has for it. */
@Component
class BesideThePlan {
  private final BankAccounts accounts;
  private final Items items;
  private final Explanations explanations;
  private final MoneyLines moneyLines;
  private final Limits limits;
  private final Charts charts;
  private final MayReturn mayReturn;
  private final Customers customers;
  private final RatesOfDays rates;
  private final Houses houses;

  BesideThePlan(
      BankAccounts accounts,
      Items items,
      Explanations explanations,
      MoneyLines moneyLines,
      Limits limits,
      Charts charts,
      MayReturn mayReturn,
      Customers customers,
      RatesOfDays rates,
      Houses houses) {
    this.rates = rates;
    this.houses = houses;
    this.accounts = accounts;
    this.items = items;
    this.explanations = explanations;
    this.moneyLines = moneyLines;
    this.limits = limits;
    this.charts = charts;
    this.mayReturn = mayReturn;
    this.customers = customers;
  }

  /**
   * @param pile where the other halves of own transfers may stand
   * @param problem of the plan, which knows the credits that may be repaid
   */
  @Transactional(readOnly = true)
  Ways of(long booksId, UsualAccounts usual, List<MoneyLine> pile, MatchingProblem problem) {
    List<OwnTransfers.Own> own =
        accounts.all(booksId).stream()
            .map(
                a ->
                    new OwnTransfers.Own(
                        a.id(), a.code(), a.beginsWith().currency(), a.number(), a.shortName()))
            .toList();
    Chart chart = charts.of(booksId);
    List<OpenItem> ofNobody = items.ofNobody(booksId);
    Supplier<OppositeSums> opposite =
        once(() -> new OppositeSums(pile.stream().map(MoneyLine::moneyIn).toList()));
    return new Ways(
        usual,
        new OwnTransfers(
            own,
            begun(booksId, ofNobody),
            opposite,
            limits.of(booksId, chart),
            rates(booksId, own)),
        once(() -> mayReturn.of(booksId, pile)),
        once(() -> mayReturn.salesBack(booksId, pile)),
        once(() -> refunds(booksId, problem, ofNobody)),
        once(() -> new Pairs(opposite.get())),
        chart);
  }

  /** Only where accounts are in several currencies; older ones than a year tell nothing. */
  private ExchangeRates rates(long booksId, List<OwnTransfers.Own> own) {
    return own.stream().map(OwnTransfers.Own::currency).distinct().count() < 2
        ? ExchangeRates.NONE
        : new ExchangeRates(rates.since(booksId, houses.businessDate(booksId).minusYears(1)));
  }

  /** Made where it is asked for, and then kept: most sums ask for none of it. */
  static <T> Supplier<T> once(Supplier<T> made) {
    AtomicReference<T> kept = new AtomicReference<>();
    return () -> kept.updateAndGet(k -> k == null ? made.get() : k);
  }

  private Refunds refunds(long booksId, MatchingProblem problem, List<OpenItem> ofNobody) {
    List<OpenItem> credits = problem.openCredits();
    List<Refunds.ToGo> decided = toBePaid(ofNobody);
    List<CustomerId> named =
        Stream.concat(
                credits.stream().flatMap(i -> i.customer().stream()),
                decided.stream().flatMap(d -> d.to().stream()))
            .distinct()
            .toList();
    return new Refunds(decided, credits, customers.find(booksId, named).values());
  }

  /** What is decided to be paid back and not shown by the bank, with whose credits it used. */
  private List<Refunds.ToGo> toBePaid(List<OpenItem> ofNobody) {
    Map<ItemId, OpenItem> open =
        ofNobody.stream()
            .filter(i -> i.kind() == ItemKind.PAYMENT_TO_GO)
            .collect(Collectors.toMap(OpenItem::id, i -> i));
    Map<ItemId, Set<CustomerId>> to = explanations.customersPaidBack(open.keySet());
    return open.values().stream()
        .map(i -> new Refunds.ToGo(i, to.getOrDefault(i.id(), Set.of())))
        .toList();
  }

  /** What is on its way, with the account that has shown its half. */
  private List<OwnTransfers.Begun> begun(long booksId, List<OpenItem> ofNobody) {
    Map<ItemId, OpenItem> open =
        ofNobody.stream()
            .filter(i -> i.kind().isTransfer())
            .collect(Collectors.toMap(OpenItem::id, i -> i));
    Map<ItemId, MoneyInId> money = explanations.moneyThatBegan(open.keySet());
    Map<MoneyInId, Long> at =
        moneyLines.some(booksId, List.copyOf(money.values())).stream()
            .filter(l -> l.bankAccountId().isPresent())
            .collect(Collectors.toMap(l -> l.moneyIn().id(), l -> l.bankAccountId().get()));
    return open.values().stream()
        .filter(i -> at.containsKey(money.get(i.id())))
        .map(i -> new OwnTransfers.Begun(i, at.get(money.get(i.id()))))
        .toList();
  }

  /** A way with all that it places. */
  record Way(
      String words,
      List<TapeLine> lines,
      Certainty certainty,
      List<Evidence> evidence,
      Decision.Ground ground) {
    private static Way of(AccountWay way, MoneyIn money, Chart chart) {
      return new Way(
          way.words(),
          List.of(way.line(money, chart)),
          way.certainty(),
          way.evidence(),
          Decision.Ground.ACCOUNT);
    }

    static Way of(OtherWay way, Decision.Ground ground) {
      return new Way(way.words(), way.lines(), way.certainty(), way.evidence(), ground);
    }

    boolean isLikely() {
      return certainty == Certainty.LIKELY;
    }
  }

  /** As they are at one moment. */
  record Ways(
      UsualAccounts usual,
      OwnTransfers transfers,
      Supplier<MayReturn.Candidates> returns,
      Supplier<Map<MoneyInId, List<OtherWay>>> salesBack,
      Supplier<Refunds> refunds,
      Supplier<Pairs> pairs,
      Chart chart) {
    /** As many as there are digits to take them by. */
    private static final int MOST = 9;

    /**
     * The likeliest first: own transfers, what may be returned or repaid, accounts; as many as
     * there are digits left; those that nothing speaks for only where no item is proposed, and none
     * where the sum is recorded already.
     */
    List<Way> of(Plan.Row row, MoneyIn money) {
      if (row.ways().stream().anyMatch(Proposal::isTie)) {
        return List.of();
      }
      return Stream.of(
              transfers.waysFor(money).stream().map(w -> Way.of(w, Decision.Ground.TRANSFER)),
              money.isIn() ? Stream.<Way>empty() : paidOut(money),
              usual.waysFor(money, chart).stream().map(w -> Way.of(w, money, chart)))
          .flatMap(Function.identity())
          .sorted(Comparator.comparing(Way::certainty))
          .filter(w -> row.ways().isEmpty() || w.certainty() != Certainty.NOTHING_YET)
          .limit(MOST - row.ways().size())
          .toList();
    }

    private Stream<Way> paidOut(MoneyIn money) {
      return Stream.of(
              returns.get().waysFor(money).stream().map(w -> Way.of(w, Decision.Ground.RETURN)),
              refunds.get().waysFor(money).stream().map(w -> Way.of(w, Decision.Ground.REFUND)),
              salesBack.get().getOrDefault(money.id(), List.of()).stream()
                  .map(w -> Way.of(w, Decision.Ground.RETURN)))
          .flatMap(Function.identity());
    }

    /**
     * The one that something speaks for, where the plan takes no way of its own; a likely transfer
     * goes before whatever the plan is not sure of.
     */
    Optional<Way> spokenFor(Plan.Row row, MoneyIn money) {
      return spokenFor(row, of(row, money));
    }

    /** The same where it is likely, of ways that are known. */
    static Optional<Way> proposed(Plan.Row row, List<Way> ways) {
      return spokenFor(row, ways).filter(Way::isLikely);
    }

    private static Optional<Way> spokenFor(Plan.Row row, List<Way> ways) {
      return ways.stream()
          .limit(1)
          .filter(w -> w.certainty() != Certainty.NOTHING_YET)
          .filter(
              w ->
                  row.chosen().isEmpty()
                      || w.ground() == Decision.Ground.TRANSFER
                          && w.isLikely()
                          && row.certainty() != Certainty.SURE)
          .findFirst();
    }

    /**
     * How sure the plan is of a sum, at most likely where as much leaves the account again within
     * days: what was credited and comes back must not be posted unseen.
     */
    Certainty certaintyOf(Plan.Row row, MoneyIn money) {
      boolean undone =
          row.certainty() == Certainty.SURE
              && money.isIn()
              && pairs.get().othersOf(money).stream()
                  .anyMatch(o -> !o.bookingDate().isBefore(money.bookingDate()));
      return undone ? Certainty.LIKELY : row.certainty();
    }

    /**
     * What is on its way or to be paid back and is this sum: placed otherwise, it would count
     * twice. Empty where there is none, or the tape meets it.
     */
    Optional<String> passedOver(MoneyIn money, List<TapeLine> tape) {
      return Optional.of(money)
          .filter(m -> !m.isIn())
          .flatMap(m -> refunds.get().passedOver(m, tape))
          .map(
              w ->
                  "This is to be paid back already: "
                      + w.words()
                      + ". Placed so, it is paid twice.")
          .or(() -> transferPassedOver(money, tape));
    }

    private Optional<String> transferPassedOver(MoneyIn money, List<TapeLine> tape) {
      return transfers.waysFor(money).stream()
          .filter(w -> w.lines().get(0).item().isPresent() && w.certainty() == Certainty.LIKELY)
          .filter(w -> tape.stream().noneMatch(l -> l.item().equals(w.lines().get(0).item())))
          .map(
              w -> "This sum is on its way already: " + w.words() + ". Placed so, it counts twice.")
          .findFirst();
    }
  }
}
