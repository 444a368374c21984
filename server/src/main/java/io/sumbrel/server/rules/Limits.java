package io.sumbrel.server.rules;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.difference.LimitTable;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.Release;
import io.sumbrel.server.chart.Charts;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Currency;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The limits of a house, kept as data. */
@Component
public class Limits {
  private static final String DISCOUNT_GRACE_DAYS = "discount-grace-days";
  private static final String LOOK_BACK_MONTHS = "look-back-months";
  private static final String RECORDED_DAYS = "recorded-days";
  private static final String DAYS_AHEAD = "days-ahead";
  private static final String RELEASED = "released";

  private final EntityManager entities;
  private final Charts charts;

  Limits(EntityManager entities, Charts charts) {
    this.entities = entities;
    this.charts = charts;
  }

  @Transactional(readOnly = true)
  public HouseLimits of(long booksId) {
    return of(booksId, charts.of(booksId));
  }

  /**
   * The same where the chart is read already.
   *
   * @param chart of these books
   */
  @Transactional(readOnly = true)
  public HouseLimits of(long booksId, Chart chart) {
    Map<String, Long> amounts =
        entities
            .createQuery("from LimitRow where booksId = :b", LimitRow.class)
            .setParameter("b", booksId)
            .getResultStream()
            .collect(Collectors.toMap(r -> r.code, r -> r.amount));
    return new HouseLimits(
        differences(booksId, chart),
        Math.toIntExact(amounts.get(DISCOUNT_GRACE_DAYS)),
        Math.toIntExact(amounts.get(LOOK_BACK_MONTHS)),
        Math.toIntExact(amounts.get(RECORDED_DAYS)),
        Math.toIntExact(amounts.get(DAYS_AHEAD)),
        amounts.getOrDefault(RELEASED, 0L) == 0 ? Release.AT_ONCE : Release.BY_A_SECOND_PERSON);
  }

  private DifferenceLimits differences(long booksId, Chart chart) {
    Map<String, Map<Authority, Map<DifferenceReason, LimitTable.Figures>>> figures =
        new HashMap<>();
    for (DifferenceLimitRow r : rows(booksId).toList()) {
      figures
          .computeIfAbsent(r.currency, c -> new EnumMap<>(Authority.class))
          .computeIfAbsent(r.authority, a -> new HashMap<>())
          .put(chart.reason(r.reason), r.toFigures());
      // it would be looked through for changes at every query of whoever posts
      entities.detach(r);
    }
    Map<String, LimitTable> tables = new HashMap<>();
    figures.forEach(
        (currency, by) ->
            tables.put(
                currency, new LimitTable(by.get(Authority.CLERK), by.get(Authority.SUPERVISOR))));
    LimitTable everywhere = tables.remove(DifferenceLimitRow.ANY);
    return new DifferenceLimits(
        everywhere,
        tables.entrySet().stream()
            .collect(Collectors.toMap(e -> Currency.getInstance(e.getKey()), Map.Entry::getValue)));
  }

  private Stream<DifferenceLimitRow> rows(long booksId) {
    return entities
        .createQuery("from DifferenceLimitRow where booksId = :b", DifferenceLimitRow.class)
        .setParameter("b", booksId)
        .getResultStream();
  }

  /** What holds for single people, in an order that is always the same. */
  @Transactional(readOnly = true)
  List<PersonLimitRow> ofPeople(long booksId) {
    return entities
        .createQuery(
            "from PersonLimitRow where booksId = :b order by personId, reason",
            PersonLimitRow.class)
        .setParameter("b", booksId)
        .getResultList();
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void store(long booksId, HouseLimits limits) {
    rows(booksId)
        .filter(r -> !r.currency.equals(DifferenceLimitRow.ANY))
        .filter(r -> !limits.differences().own().containsKey(Currency.getInstance(r.currency)))
        .forEach(entities::remove);
    store(booksId, DifferenceLimitRow.ANY, limits.differences().everywhere());
    limits
        .differences()
        .own()
        .forEach((currency, table) -> store(booksId, currency.getCurrencyCode(), table));
    entities.merge(LimitRow.of(booksId, DISCOUNT_GRACE_DAYS, limits.discountGraceDays()));
    entities.merge(LimitRow.of(booksId, LOOK_BACK_MONTHS, limits.lookBackMonths()));
    entities.merge(LimitRow.of(booksId, RECORDED_DAYS, limits.recordedDays()));
    entities.merge(LimitRow.of(booksId, DAYS_AHEAD, limits.daysAhead()));
    entities.merge(LimitRow.of(booksId, RELEASED, limits.release() == Release.AT_ONCE ? 0 : 1));
  }

  /** Gives reasons that are new to a house the limits that houses begin with. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void begin(long booksId, List<DifferenceReason> added) {
    List<String> currencies = rows(booksId).map(r -> r.currency).distinct().toList();
    for (DifferenceReason reason : added) {
      for (Authority authority : Authority.values()) {
        LimitTable.Figures figures = LimitTable.beginning(reason, authority);
        currencies.forEach(
            c -> entities.persist(DifferenceLimitRow.of(booksId, c, reason, authority, figures)));
      }
    }
    entities.flush();
  }

  private void store(long booksId, String currency, LimitTable table) {
    for (DifferenceReason reason : table.clerk().keySet()) {
      for (Authority authority : Authority.values()) {
        LimitTable.Figures figures = table.of(reason, authority);
        entities.merge(DifferenceLimitRow.of(booksId, currency, reason, authority, figures));
      }
    }
  }

  /** All that limits say, for their hash; as before there were any by currency where none are. */
  List<Object> cells(HouseLimits limits) {
    List<Object> cells = new ArrayList<>();
    add(cells, limits.differences().everywhere());
    cells.addAll(
        List.of(
            limits.discountGraceDays(),
            limits.lookBackMonths(),
            limits.recordedDays(),
            limits.daysAhead()));
    if (limits.release() != Release.AT_ONCE) {
      cells.add(limits.release());
    }
    Map<Currency, LimitTable> own = limits.differences().own();
    if (!own.isEmpty()) {
      cells.addAll(List.of("by currency", own.size()));
    }
    own.entrySet().stream()
        .sorted(Comparator.comparing(e -> e.getKey().getCurrencyCode()))
        .forEach(
            e -> {
              cells.add(e.getKey().getCurrencyCode());
              add(cells, e.getValue());
            });
    return cells;
  }

  private static void add(List<Object> cells, LimitTable table) {
    table.clerk().keySet().stream()
        .sorted(Comparator.comparing(DifferenceReason::code))
        .forEach(
            reason -> {
              cells.add(reason.code());
              for (Authority authority : Authority.values()) {
                LimitTable.Figures figures = table.of(reason, authority);
                cells.addAll(List.of(authority, figures.tapeMinor(), figures.monthMinor()));
              }
            });
  }
}
