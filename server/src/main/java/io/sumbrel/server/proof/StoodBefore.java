package io.sumbrel.server.proof;

import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.server.arrivals.ArrivalFacts;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.ledger.MadeSince;
import io.sumbrel.server.month.FirstPosting;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.month.ProvedPoints;
import io.sumbrel.server.openitem.ItemsHash;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What the books stood at before what was made since the newest closed month, by its sums. */
@Component
class StoodBefore {
  private final Months months;
  private final ProvedPoints points;
  private final MadeSince since;
  private final AuditRecord audit;

  StoodBefore(Months months, ProvedPoints points, MadeSince since, AuditRecord audit) {
    this.months = months;
    this.points = points;
    this.since = since;
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

    FirstPosting from() {
      return point.map(ProvedPoints.Point::from).orElse(FirstPosting.BEGINNING);
    }
  }

  /** What was made since the newest closed month; everything where no month is closed. */
  Part part(long booksId) {
    return points
        .newest(booksId)
        .map(point -> new Part(Optional.of(point), arrivals(booksId, point.from())))
        .orElse(Part.EVERYTHING);
  }

  private Set<Long> arrivals(long booksId, FirstPosting from) {
    return audit.namedFrom(booksId, from.record(), ArrivalFacts.NAME).stream()
        .map(ArrivalFacts::arrivalIn)
        .collect(Collectors.toSet());
  }

  /**
   * @param open what is open now, of all items; waited for last
   */
  BooksFacts.Before of(
      long booksId,
      Part part,
      MadeSince.Made made,
      Map<Long, BankAccount> accounts,
      Supplier<List<BooksFacts.Open>> open) {
    ProvedPoints.Point point = part.point().orElseThrow();
    LocalDate closed = point.closed();
    Map<Integer, Integer> lastNumbers = since.lastNumbers(booksId, made);
    return new BooksFacts.Before(
        closed,
        months.closedWith(booksId, closed, id -> accounts.get(id).code()),
        since.explainingBefore(booksId, made),
        since.movedBefore(made),
        point.balances(),
        open.get(),
        lastNumbers,
        Set.of(ItemsHash.NAME));
  }
}
