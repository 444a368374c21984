package io.sumbrel.server.payout;

import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.payout.RecordedSales;
import io.sumbrel.core.posting.PostingDate;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What of a payout the books say now, and what of its sales they had before. */
@Component
class PayoutNow {
  private final Claims claims;
  private final MoneyLines moneyLines;
  private final Deposits deposits;
  private final SalesPosted salesPosted;
  private final Explanations explanations;
  private final Months months;

  PayoutNow(
      Claims claims,
      MoneyLines moneyLines,
      Deposits deposits,
      SalesPosted salesPosted,
      Explanations explanations,
      Months months) {
    this.explanations = explanations;
    this.months = months;
    this.claims = claims;
    this.moneyLines = moneyLines;
    this.deposits = deposits;
    this.salesPosted = salesPosted;
  }

  /**
   * A row of it.
   *
   * @param money the sum that it is, where it is explained by itself
   * @param by the posting that explains that
   */
  record Row(Deposits.StoredMember stored, Optional<MoneyInId> money, Optional<PostingNumber> by) {
    MemberKind kind() {
      return stored.member().kind();
    }

    boolean isOpen() {
      return money.isPresent() && by.isEmpty();
    }

    Payout.Row toPost(Map<String, Payout.Sold> sold) {
      return new Payout.Row(
          kind(),
          stored.saleNumber(),
          money,
          stored.member().amountMinor(),
          kind() == MemberKind.REFUND
              ? Optional.ofNullable(sold.get(stored.saleNumber()))
              : Optional.empty());
    }

    private List<String> numbers() {
      return PayoutNow.numbers(stored);
    }
  }

  /**
   * A payout as it stands.
   *
   * @param recorded open sales that are receipts recorded before; their places are those of rows
   * @param holding the receipts on which accounts they are kept
   * @param sold sales that were posted with a payout, by the processor's number
   */
  record Stand(
      Deposits.Stored deposit,
      List<Row> rows,
      List<RecordedSales.Same> recorded,
      Map<RecordedId, Tie.Record> holding,
      Map<String, Payout.Sold> sold) {

    /** The sales that are some receipts. */
    Set<MoneyInId> sumsOf(RecordedSales.Same same) {
      return same.sales().stream()
          .map(s -> rows.get(s.at()).money().orElseThrow())
          .collect(Collectors.toSet());
    }

    /**
     * What is to be posted with it, of what somebody wants.
     *
     * @param wanted the sums that go along; what has none goes in any case
     * @throws Refusal {@code recorded-before} where of sales that were recorded as one sum only
     *     some are wanted: the others would be booked twice
     */
    Payout.Filled filled(Set<MoneyInId> wanted) {
      List<Payout.Known> known = new ArrayList<>();
      Set<Integer> taken = new HashSet<>();
      for (RecordedSales.Same same : recorded) {
        Set<MoneyInId> sums = sumsOf(same);
        if (Collections.disjoint(sums, wanted)) {
          continue;
        }
        if (!wanted.containsAll(sums)) {
          throw new Refusal(
              "recorded-before",
              "These %d sales were recorded as one sum; all of them go along, or none."
                  .formatted(sums.size()));
        }
        same.sales().forEach(s -> taken.add(s.at()));
        known.add(
            new Payout.Known(
                same.sales().stream().map(s -> rows.get(s.at()).toPost(sold)).toList(),
                same.receipts().stream().map(r -> holding.get(r.id())).toList()));
      }
      List<Payout.Row> others = new ArrayList<>();
      for (int at = 0; at < rows.size(); at++) {
        Row row = rows.get(at);
        if (!taken.contains(at) && row.money().map(wanted::contains).orElse(true)) {
          others.add(row.toPost(sold));
        }
      }
      return new Payout.Filled(
          new RecordedId(deposit.id()),
          deposit.deposit().reference(),
          deposit.deposit().currency(),
          deposit.clearing(),
          others,
          known);
    }
  }

  @Transactional(readOnly = true)
  public Stand of(long booksId, Deposits.Stored deposit) {
    Map<Long, MoneyInId> money =
        moneyLines.ofMembers(deposit.members().stream().map(Deposits.StoredMember::id).toList());
    Map<MoneyInId, Claims.Claim> claimed = claims.some(List.copyOf(money.values()));
    List<Row> rows =
        deposit.members().stream()
            .map(
                m -> {
                  Optional<MoneyInId> id = Optional.ofNullable(money.get(m.id()));
                  return new Row(m, id, id.map(claimed::get).map(Claims.Claim::number));
                })
            .toList();
    List<Deposits.StoredMember> kept = receipts(booksId, deposit);
    List<String> refunded =
        rows.stream()
            .filter(r -> r.kind() == MemberKind.REFUND && r.isOpen())
            .map(r -> r.stored().saleNumber())
            .filter(n -> !n.isEmpty())
            .toList();
    Map<RecordedId, Tie.Record> holding = new HashMap<>();
    kept.forEach(
        m ->
            holding.put(
                new RecordedId(m.id()),
                new Tie.Record(
                    new RecordedId(m.id()), m.holding().orElseThrow(), m.member().amountMinor())));
    return new Stand(
        deposit,
        rows,
        RecordedSales.find(sales(rows), kept.stream().map(PayoutNow::receipt).toList()),
        holding,
        salesPosted.of(deposit.layoutId(), refunded));
  }

  /** On which day what goes along is posted. */
  @Transactional(readOnly = true)
  public LocalDate postingDate(long booksId, Deposits.Stored deposit, Set<MoneyInId> sums) {
    return PostingDate.of(
        deposit.deposit().date(), explanations.lastTurnedBack(sums), months.closedUntil(booksId));
  }

  /** Card receipts that are explained, and that nothing of the bank or a payout has shown. */
  private List<Deposits.StoredMember> receipts(long booksId, Deposits.Stored deposit) {
    List<Deposits.StoredMember> kept =
        deposits.untiedOnHand(booksId).stream()
            .filter(m -> m.member().kind() == MemberKind.CARD && m.slipId().isEmpty())
            .filter(m -> m.currency().equals(deposit.deposit().currency()))
            .toList();
    Map<Long, MoneyInId> money =
        moneyLines.ofMembers(kept.stream().map(Deposits.StoredMember::id).toList());
    Set<MoneyInId> explained = claims.among(money.values());
    return kept.stream()
        .filter(m -> !money.containsKey(m.id()) || explained.contains(money.get(m.id())))
        .toList();
  }

  private static List<RecordedSales.Sale> sales(List<Row> rows) {
    List<RecordedSales.Sale> sales = new ArrayList<>();
    for (int at = 0; at < rows.size(); at++) {
      Row row = rows.get(at);
      if (row.kind() == MemberKind.SALE && row.isOpen()) {
        sales.add(
            new RecordedSales.Sale(
                at,
                row.stored().member().date(),
                row.stored().member().amountMinor(),
                row.numbers()));
      }
    }
    return sales;
  }

  private static RecordedSales.Receipt receipt(Deposits.StoredMember kept) {
    return new RecordedSales.Receipt(
        new RecordedId(kept.id()),
        kept.member().date(),
        kept.member().amountMinor(),
        numbers(kept));
  }

  private static List<String> numbers(Deposits.StoredMember member) {
    return Stream.concat(
            Stream.of(member.member().number()),
            member.member().details().stream().map(RemittanceDetail::number))
        .filter(n -> !n.isEmpty())
        .toList();
  }
}
