package io.sumbrel.server.desk;

import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.returned.Returns;
import io.sumbrel.core.returned.SalesBack;
import io.sumbrel.core.usual.OtherWay;
import io.sumbrel.server.deposit.Payouts;
import io.sumbrel.server.ledger.Receipts;
import io.sumbrel.server.matching.PastPayments;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Which receipts the entries of a pile may return. */
@Component
class MayReturn {
  /** A recalled debit may come back after so many months: thirteen by SEPA, from memory. */
  private static final int MONTHS = 13;

  /** So many receipts of one amount are looked at, the newest. */
  private static final int MOST = 5;

  private final MoneyLines moneyLines;
  private final Receipts receipts;
  private final PastPayments pastPayments;
  private final Customers customers;
  private final Payouts payouts;

  MayReturn(
      MoneyLines moneyLines,
      Receipts receipts,
      PastPayments pastPayments,
      Customers customers,
      Payouts payouts) {
    this.payouts = payouts;
    this.moneyLines = moneyLines;
    this.receipts = receipts;
    this.pastPayments = pastPayments;
    this.customers = customers;
  }

  /** The receipts and past payments that are as large as what left the bank, as they are now. */
  record Candidates(
      Map<MoneyInId, MoneyInId> takenBack,
      List<Returns.Receipt> receipts,
      List<PastPayment> past,
      Map<String, Customer> customers) {
    List<OtherWay> waysFor(MoneyIn entry) {
      MoneyInId named = takenBack.get(entry.id());
      List<OtherWay> ways =
          Returns.waysFor(
              entry,
              receipts.stream()
                  .filter(r -> r.money().id().equals(named) || isAsLarge(r.money(), entry))
                  .map(
                      r ->
                          new Returns.Receipt(
                              r.returned(), r.money(), r.number(), r.money().id().equals(named)))
                  .toList());
      List<PastPayment> before =
          past.stream()
              .filter(
                  p ->
                      p.amountMinor() == -entry.amountMinor()
                          && p.currency().equals(entry.currency()))
              .limit(MOST)
              .toList();
      return Stream.concat(ways.stream(), Returns.ofPast(entry, before, customers).stream())
          .toList();
    }

    private static boolean isAsLarge(MoneyIn receipt, MoneyIn entry) {
      return receipt.amount().equals(entry.amount().negated())
          && !receipt.bookingDate().isAfter(entry.bookingDate());
    }
  }

  @Transactional(readOnly = true)
  Candidates of(long booksId, List<MoneyLine> pile) {
    List<MoneyIn> out =
        pile.stream()
            .map(MoneyLine::moneyIn)
            .filter(m -> !m.isIn() && m.bankLine().isPresent())
            .toList();
    Optional<LocalDate> first = out.stream().map(MoneyIn::bookingDate).min(LocalDate::compareTo);
    if (first.isEmpty()) {
      return new Candidates(Map.of(), List.of(), List.of(), Map.of());
    }
    Map<MoneyInId, MoneyInId> takenBack =
        moneyLines.takenBack(out.stream().map(MoneyIn::id).toList());
    List<Long> amounts = out.stream().map(m -> -m.amountMinor()).distinct().toList();
    LocalDate since = first.get().minusMonths(MONTHS);
    List<MoneyInId> found = moneyLines.explained(booksId, amounts, since, MOST);
    List<PastPayment> past = pastPayments.ofAmounts(booksId, amounts, since);
    return new Candidates(
        takenBack,
        receipts(booksId, Stream.concat(found.stream(), takenBack.values().stream()).toList()),
        past,
        customers.numbered(booksId, past.stream().map(PastPayment::customerNumber).toList()));
  }

  /** What refunds and chargebacks of a pile do to the sales that they name, by the sum. */
  @Transactional(readOnly = true)
  Map<MoneyInId, List<OtherWay>> salesBack(long booksId, List<MoneyLine> pile) {
    Map<MoneyInId, MoneyIn> out =
        pile.stream()
            .map(MoneyLine::moneyIn)
            .filter(m -> !m.isIn() && m.bankLine().isEmpty())
            .collect(Collectors.toMap(MoneyIn::id, Function.identity()));
    List<Payouts.SaleTakenBack> back = payouts.takenBack(List.copyOf(out.keySet()));
    Map<MoneyInId, Returns.Receipt> sales =
        receipts(booksId, back.stream().map(Payouts.SaleTakenBack::sale).toList()).stream()
            .collect(Collectors.toMap(r -> r.money().id(), Function.identity()));
    Map<CustomerId, Customer> known =
        customers.find(
            booksId,
            sales.values().stream()
                .flatMap(s -> s.returned().receipt().items().values().stream())
                .flatMap(i -> i.customer().stream())
                .toList());
    Map<MoneyInId, List<OtherWay>> ways = new HashMap<>();
    for (Payouts.SaleTakenBack b : back) {
      if (sales.containsKey(b.sale())) {
        ways.put(
            b.money(),
            SalesBack.waysFor(
                out.get(b.money()), b.kind(), b.number(), sales.get(b.sale()), known));
      }
    }
    return ways;
  }

  /** Those of some sums that are receipts. */
  @Transactional(readOnly = true)
  List<Returns.Receipt> receipts(long booksId, Collection<MoneyInId> ids) {
    Map<MoneyInId, MoneyIn> money =
        moneyLines.some(booksId, ids.stream().distinct().toList()).stream()
            .map(MoneyLine::moneyIn)
            .collect(Collectors.toMap(MoneyIn::id, Function.identity()));
    List<Returns.Receipt> all = new ArrayList<>();
    receipts
        .some(booksId, money.keySet(), money::get)
        .forEach(
            (id, r) ->
                all.add(
                    new Returns.Receipt(r.returned(), money.get(id), r.number().words(), false)));
    return all;
  }
}
