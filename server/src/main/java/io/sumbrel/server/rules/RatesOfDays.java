package io.sumbrel.server.rules;

import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.ExchangeRates;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What currencies are worth to a house, by day. */
@Component
public class RatesOfDays {
  private final EntityManager entities;

  RatesOfDays(EntityManager entities) {
    this.entities = entities;
  }

  /** Those that hold on a day, from some currencies to one; none from it to itself. */
  @Transactional(readOnly = true)
  public List<ExchangeRate> into(
      long booksId, Collection<Currency> of, Currency in, LocalDate day) {
    List<Currency> others = of.stream().filter(c -> !c.equals(in)).distinct().toList();
    return others.stream().flatMap(c -> on(booksId, c, in, day).stream()).toList();
  }

  private Optional<ExchangeRate> on(long booksId, Currency of, Currency in, LocalDate day) {
    List<ExchangeRate> newest =
        List.of(newest(booksId, of, in, day), newest(booksId, in, of, day)).stream()
            .flatMap(Optional::stream)
            .toList();
    return new ExchangeRates(newest).on(of, in, day);
  }

  private Optional<ExchangeRate> newest(long booksId, Currency of, Currency in, LocalDate day) {
    return entities
        .createQuery(
            """
            from ExchangeRateRow where booksId = :b and ofCurrency = :of and inCurrency = :in
              and rateDate <= :day order by rateDate desc
            """,
            ExchangeRateRow.class)
        .setParameter("b", booksId)
        .setParameter("of", of.getCurrencyCode())
        .setParameter("in", in.getCurrencyCode())
        .setParameter("day", day)
        .setMaxResults(1)
        .getResultStream()
        .map(ExchangeRateRow::toFact)
        .findFirst();
  }

  /** All that are known since a day, the oldest first. */
  @Transactional(readOnly = true)
  public List<ExchangeRate> since(long booksId, LocalDate day) {
    return entities
        .createQuery(
            """
            from ExchangeRateRow where booksId = :b and rateDate >= :day
            order by rateDate, ofCurrency, inCurrency
            """,
            ExchangeRateRow.class)
        .setParameter("b", booksId)
        .setParameter("day", day)
        .getResultStream()
        .map(ExchangeRateRow::toFact)
        .toList();
  }

  /** Those of a day that was stated before are replaced. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(long booksId, List<ExchangeRate> rates) {
    rates.forEach(r -> entities.merge(ExchangeRateRow.of(booksId, r)));
  }
}
