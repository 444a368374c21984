package io.sumbrel.server.month;

import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.server.persistence.BulkRows;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What was proved when a month was closed, from which later proofs go on. */
@Component
public class ProvedPoints {
  private final EntityManager entities;
  private final BulkRows bulk;
  private final Months months;

  ProvedPoints(EntityManager entities, BulkRows bulk, Months months) {
    this.entities = entities;
    this.bulk = bulk;
    this.months = months;
  }

  /**
   * @param closed the last day of the month: no posting from {@code from} on was proved then, and
   *     none before it is dated later
   * @param balances what the accounts stood at, receivables by customer; without the balances with
   *     which bank accounts began
   */
  public record Point(LocalDate closed, FirstPosting from, List<JournalLine> balances) {}

  /** That of the newest closed month; empty where none is closed, or nothing was kept of it. */
  @Transactional(readOnly = true)
  public Optional<Point> newest(long booksId) {
    LocalDate closed = months.closedUntil(booksId);
    return month(booksId, closed)
        .filter(month -> month.provedPosting != null)
        .map(
            month ->
                new Point(
                    closed,
                    new FirstPosting(month.provedRecord, month.provedPosting),
                    balances(month).stream().map(MonthBalanceRow::toFact).toList()));
  }

  private Optional<MonthRow> month(long booksId, LocalDate closed) {
    String code = YearMonth.from(closed).toString();
    return Optional.ofNullable(entities.find(MonthRow.class, new MonthRow.Key(booksId, code)));
  }

  private List<MonthBalanceRow> balances(MonthRow month) {
    return entities
        .createQuery(
            "from MonthBalanceRow where booksId = :b and monthCode = :m order by place",
            MonthBalanceRow.class)
        .setParameter("b", month.booksId)
        .setParameter("m", month.monthCode)
        .getResultList();
  }

  /** Keeps it with a month that was just closed, in place of what was kept when it was before. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Fact keep(long booksId, Point point) {
    String month = YearMonth.from(point.closed).toString();
    entities.flush();
    entities
        .createQuery("delete from MonthBalanceRow where booksId = :b and monthCode = :m")
        .setParameter("b", booksId)
        .setParameter("m", month)
        .executeUpdate();
    MonthRow row = month(booksId, point.closed).orElseThrow();
    row.provedRecord = point.from.record();
    row.provedPosting = point.from.id();
    List<MonthBalanceRow> balances = new ArrayList<>();
    for (JournalLine balance : point.balances) {
      balances.add(MonthBalanceRow.of(booksId, month, balances.size() + 1, balance));
    }
    bulk.insert(balances);
    entities.flush();
    return fact(row, balances, figures(booksId).getOrDefault(month, List.of()));
  }

  /** What is kept of every month, as the record names it. */
  @Transactional(readOnly = true)
  public List<Fact> facts(long booksId) {
    Map<String, List<MonthFigureRow>> figures = figures(booksId);
    return entities
        .createQuery(
            "from MonthRow where booksId = :b and provedPosting is not null", MonthRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(m -> fact(m, balances(m), figures.getOrDefault(m.monthCode, List.of())))
        .toList();
  }

  private Map<String, List<MonthFigureRow>> figures(long booksId) {
    Map<String, List<MonthFigureRow>> figures = new HashMap<>();
    entities
        .createQuery(
            "from MonthFigureRow where booksId = :b order by bankAccountId", MonthFigureRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(f -> figures.computeIfAbsent(f.monthCode, m -> new ArrayList<>()).add(f));
    return figures;
  }

  private static Fact fact(
      MonthRow month, List<MonthBalanceRow> balances, List<MonthFigureRow> figures) {
    return Fact.written(
        "month " + month.monthCode,
        cells -> {
          cells.accept(month.provedRecord);
          cells.accept(month.provedPosting);
          cells.accept(figures.size());
          figures.forEach(f -> f.said().forEach(cells));
          cells.accept(balances.size());
          balances.forEach(b -> b.said().forEach(cells));
        });
  }
}
