package io.sumbrel.server.rules;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.server.chart.Charts;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
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

  private final EntityManager entities;
  private final Charts charts;

  Limits(EntityManager entities, Charts charts) {
    this.entities = entities;
    this.charts = charts;
  }

  @Transactional(readOnly = true)
  public HouseLimits of(long booksId) {
    Map<String, Long> amounts =
        entities
            .createQuery("from LimitRow where booksId = :b", LimitRow.class)
            .setParameter("b", booksId)
            .getResultStream()
            .collect(Collectors.toMap(r -> r.code, r -> r.amount));
    return new HouseLimits(
        differences(booksId),
        Math.toIntExact(amounts.get(DISCOUNT_GRACE_DAYS)),
        Math.toIntExact(amounts.get(LOOK_BACK_MONTHS)),
        Math.toIntExact(amounts.get(RECORDED_DAYS)),
        Math.toIntExact(amounts.get(DAYS_AHEAD)));
  }

  private DifferenceLimits differences(long booksId) {
    Map<Authority, Map<DifferenceReason, DifferenceLimits.Limit>> limits =
        new EnumMap<>(Authority.class);
    for (Authority authority : Authority.values()) {
      limits.put(authority, new HashMap<>());
    }
    Chart chart = charts.of(booksId);
    entities
        .createQuery("from DifferenceLimitRow where booksId = :b", DifferenceLimitRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> limits.get(r.authority).put(chart.reason(r.reason), r.toLimit()));
    return new DifferenceLimits(limits.get(Authority.CLERK), limits.get(Authority.SUPERVISOR));
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void store(long booksId, HouseLimits limits) {
    for (DifferenceReason reason : limits.differences().clerk().keySet()) {
      for (Authority authority : Authority.values()) {
        DifferenceLimits.Limit limit = limits.differences().of(reason, authority);
        entities.merge(DifferenceLimitRow.of(booksId, reason, authority, limit));
      }
    }
    entities.merge(LimitRow.of(booksId, DISCOUNT_GRACE_DAYS, limits.discountGraceDays()));
    entities.merge(LimitRow.of(booksId, LOOK_BACK_MONTHS, limits.lookBackMonths()));
    entities.merge(LimitRow.of(booksId, RECORDED_DAYS, limits.recordedDays()));
    entities.merge(LimitRow.of(booksId, DAYS_AHEAD, limits.daysAhead()));
  }

  /** All that limits say, for their hash. */
  List<Object> cells(HouseLimits limits) {
    List<Object> cells = new ArrayList<>();
    limits.differences().clerk().keySet().stream()
        .sorted(Comparator.comparing(DifferenceReason::code))
        .forEach(
            reason -> {
              cells.add(reason.code());
              for (Authority authority : Authority.values()) {
                DifferenceLimits.Limit limit = limits.differences().of(reason, authority);
                cells.addAll(List.of(authority, limit.tapeMinor(), limit.monthMinor()));
              }
            });
    cells.addAll(
        List.of(
            limits.discountGraceDays(),
            limits.lookBackMonths(),
            limits.recordedDays(),
            limits.daysAhead()));
    return cells;
  }
}
