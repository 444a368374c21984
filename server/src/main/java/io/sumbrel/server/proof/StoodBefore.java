package io.sumbrel.server.proof;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.proof.BankReconciliation;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.server.arrivals.ArrivalFacts;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.ledger.MadeSince;
import io.sumbrel.server.ledger.Months;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.ledger.ProvedPoints;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.openitem.ItemsHash;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What the books stood at before what was made since the newest closed month, by its sums. */
@Component
class StoodBefore {
  private final Months months;
  private final ProvedPoints points;
  private final MadeSince since;
  private final Items items;
  private final AuditRecord audit;

  StoodBefore(Months months, ProvedPoints points, MadeSince since, Items items, AuditRecord audit) {
    this.months = months;
    this.points = points;
    this.since = since;
    this.items = items;
    this.audit = audit;
  }

  /**
   * What is looked at.
   *
   * @param point what was proved when a month was closed, and need not be looked at; empty where
   *     everything is
   * @param arrivals the files of which the record tells since then
   */
  record Part(Optional<ProvedPoints.Point> point, Set<Long> arrivals) {
    static final Part EVERYTHING = new Part(Optional.empty(), Set.of());

    /** The first file that is looked at. */
    long firstArrival() {
      return point.isEmpty()
          ? 0
          : arrivals.stream().mapToLong(Long::longValue).min().orElse(Long.MAX_VALUE);
    }

    boolean has(long arrival) {
      return point.isEmpty() || arrivals.contains(arrival);
    }

    Postings.From from() {
      return point.map(ProvedPoints.Point::from).orElse(Postings.From.BEGINNING);
    }
  }

  /** What was made since the newest closed month; everything where no month is closed. */
  Part part(long booksId) {
    return points
        .newest(booksId)
        .map(point -> new Part(Optional.of(point), arrivals(booksId, point.from())))
        .orElse(Part.EVERYTHING);
  }

  private Set<Long> arrivals(long booksId, Postings.From from) {
    return audit.namedFrom(booksId, from.record(), ArrivalFacts.NAME).stream()
        .map(ArrivalFacts::arrivalIn)
        .collect(Collectors.toSet());
  }

  /**
   * @param moved the items that moved since
   */
  BooksFacts.Before of(
      long booksId,
      Part part,
      MadeSince.Made made,
      Map<Long, BankAccount> accounts,
      List<OpenItem> moved) {
    ProvedPoints.Point point = part.point().orElseThrow();
    LocalDate closed = point.closed();
    Map<AccountCode, BankReconciliation> bank =
        months.closedWith(booksId, closed, id -> accounts.get(id).code()).values().stream()
            .collect(Collectors.toMap(BankReconciliation::account, r -> r));
    return new BooksFacts.Before(
        closed,
        bank,
        since.explainingBefore(booksId, made),
        since.movedBefore(made),
        point.balances(),
        elsewhere(items.sums(booksId), moved),
        since.lastNumbers(booksId, made),
        Set.of(ItemsHash.NAME));
  }

  private record Key(ItemKind kind, Optional<CustomerId> customer, Currency currency) {}

  /** What is open of other items than some: all that is open, less theirs. */
  private static List<BooksFacts.Open> elsewhere(List<Items.Sum> all, List<OpenItem> but) {
    Map<Key, Long> sums = new HashMap<>();
    for (Items.Sum sum : all) {
      Key key = new Key(sum.kind(), sum.customer(), sum.amount().currency());
      sums.merge(key, sum.amount().minor(), Long::sum);
    }
    for (OpenItem item : but) {
      Key key = new Key(item.kind(), item.customer(), item.currency());
      sums.merge(key, -item.openMinor(), Long::sum);
    }
    return sums.entrySet().stream()
        .map(
            s ->
                new BooksFacts.Open(
                    s.getKey().kind(),
                    s.getKey().customer(),
                    Money.ofMinor(s.getKey().currency(), s.getValue())))
        .toList();
  }
}
