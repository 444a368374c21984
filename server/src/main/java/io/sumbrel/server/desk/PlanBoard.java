package io.sumbrel.server.desk;

import io.sumbrel.core.matching.MatchingProblem;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.RememberedPayers;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.server.arrivals.MoneyLine;
import io.sumbrel.server.arrivals.MoneyLines;
import io.sumbrel.server.arrivals.PastPayments;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.BooksNames;
import io.sumbrel.server.books.Claims;
import io.sumbrel.server.books.Customers;
import io.sumbrel.server.books.Items;
import io.sumbrel.server.books.Limits;
import io.sumbrel.server.deposit.WaitingForTie;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** The plan over the pile, made anew whenever the record of acts has grown. */
@Component
class PlanBoard {
  private final AuditRecord audit;
  private final MoneyLines moneyLines;
  private final WaitingForTie waitingForTie;
  private final Claims claims;
  private final Items items;
  private final Customers customers;
  private final Limits limits;
  private final PastPayments pastPayments;
  private final BooksNames books;
  private final Map<Long, Board> boards = new ConcurrentHashMap<>();
  private final Map<Long, Memory> memories = new ConcurrentHashMap<>();

  PlanBoard(
      AuditRecord audit,
      MoneyLines moneyLines,
      WaitingForTie waitingForTie,
      Claims claims,
      Items items,
      Customers customers,
      Limits limits,
      PastPayments pastPayments,
      BooksNames books) {
    this.audit = audit;
    this.moneyLines = moneyLines;
    this.waitingForTie = waitingForTie;
    this.claims = claims;
    this.items = items;
    this.customers = customers;
    this.limits = limits;
    this.pastPayments = pastPayments;
    this.books = books;
  }

  /**
   * A plan and what it was made from.
   *
   * @param feedNumber the newest line of the record that it knows
   * @param pile money not yet explained, in the order of booking
   * @param waiting entries that wait to be tied to their deposits, whose members are in the pile
   */
  record Board(
      long feedNumber,
      List<MoneyLine> pile,
      Set<MoneyInId> waiting,
      Plan plan,
      Map<MoneyInId, Plan.Row> rows) {}

  /** Who paid before, and up to which past payment and customer it is known. */
  private record Memory(long newest, int customers, RememberedPayers payers) {}

  /** Past payments change only when a file of them comes or goes. */
  private RememberedPayers remembered(long booksId, List<Customer> all) {
    long newest = pastPayments.newest(booksId);
    return memories
        .compute(
            booksId,
            (id, m) ->
                m != null && m.newest == newest && m.customers == all.size()
                    ? m
                    : new Memory(
                        newest, all.size(), RememberedPayers.of(pastPayments.all(booksId), all)))
        .payers();
  }

  Board board(long booksId) {
    long newest = audit.lastNumber(booksId);
    return boards.compute(
        booksId,
        (id, board) -> board != null && board.feedNumber == newest ? board : made(id, newest));
  }

  private Board made(long booksId, long feedNumber) {
    Set<MoneyInId> claimed = claims.all(booksId).keySet();
    Set<MoneyInId> waiting = waitingForTie.entries(booksId);
    List<MoneyLine> pile =
        moneyLines.all(booksId).stream()
            .filter(l -> !claimed.contains(l.moneyIn().id()))
            .filter(l -> !waiting.contains(l.moneyIn().id()))
            .toList();
    HouseLimits house = limits.of(booksId);
    LocalDate from = books.businessDate(booksId).minusMonths(house.lookBackMonths());
    List<OpenItem> candidates =
        items.all(booksId).stream().filter(i -> !i.isSettled() || i.date().isAfter(from)).toList();
    List<MoneyIn> money = pile.stream().map(MoneyLine::moneyIn).toList();
    List<Customer> all = customers.all(booksId);
    RememberedPayers remembered = remembered(booksId, all);
    Plan plan = Planner.plan(MatchingProblem.of(money, candidates, all, remembered, house));
    Map<MoneyInId, Plan.Row> rows = new HashMap<>();
    plan.rows().forEach(r -> rows.put(r.moneyIn(), r));
    return new Board(feedNumber, pile, waiting, plan, rows);
  }
}
