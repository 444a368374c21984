package io.sumbrel.core.money;

import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;

/** The rates that a house knows, by day. Immutable. */
public final class ExchangeRates {
  public static final ExchangeRates NONE = new ExchangeRates(List.of());

  private record Pair(Currency of, Currency in) {}

  private final Map<Pair, NavigableMap<LocalDate, ExchangeRate>> known = new HashMap<>();

  public ExchangeRates(Collection<ExchangeRate> rates) {
    rates.forEach(
        r ->
            known.computeIfAbsent(new Pair(r.of(), r.in()), p -> new TreeMap<>()).put(r.date(), r));
  }

  /** The newest up to a day; where only the other way round is known, the inverse of that. */
  public Optional<ExchangeRate> on(Currency of, Currency in, LocalDate day) {
    return newest(new Pair(of, in), day)
        .or(() -> newest(new Pair(in, of), day).map(ExchangeRate::inverse));
  }

  private Optional<ExchangeRate> newest(Pair pair, LocalDate day) {
    return Optional.ofNullable(known.get(pair))
        .map(byDay -> byDay.floorEntry(day))
        .map(Map.Entry::getValue);
  }
}
