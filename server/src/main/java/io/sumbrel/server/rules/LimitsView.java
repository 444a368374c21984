package io.sumbrel.server.rules;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.difference.LimitTable;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.Release;
import java.util.Collection;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Limits as they are written: amounts with the decimals of their currency; days and months whole.
 *
 * @param reasons for every currency that has none of its own
 * @param own by currency
 * @param recordedDays how long what is recorded may take to reach the bank
 * @param daysAhead how far after today something may be dated
 * @param release when what one person made is in the books
 */
record LimitsView(
    List<ReasonLimits> reasons,
    List<OfCurrency> own,
    String discountGraceDays,
    String lookBackMonths,
    String recordedDays,
    String daysAhead,
    Release release) {

  /**
   * The table of one currency.
   *
   * @param currency its code
   */
  record OfCurrency(String currency, List<ReasonLimits> reasons) {
    static OfCurrency of(Currency currency, LimitTable table, List<DifferenceReason> reasons) {
      return new OfCurrency(
          currency.getCurrencyCode(),
          reasons.stream().map(r -> ReasonLimits.of(r, table, currency)).toList());
    }
  }

  /** How far people may go with one reason: on a tape, and for a customer in a month. */
  record ReasonLimits(
      String reason,
      String words,
      String clerkTape,
      String clerkMonth,
      String supervisorTape,
      String supervisorMonth) {
    static ReasonLimits of(DifferenceReason reason, LimitTable table, Currency currency) {
      LimitTable.Figures clerk = table.of(reason, Authority.CLERK);
      LimitTable.Figures supervisor = table.of(reason, Authority.SUPERVISOR);
      return new ReasonLimits(
          reason.code(),
          reason.words(),
          AmountText.plain(clerk.tapeMinor(), currency),
          AmountText.plain(clerk.monthMinor(), currency),
          AmountText.plain(supervisor.tapeMinor(), currency),
          AmountText.plain(supervisor.monthMinor(), currency));
    }
  }

  static LimitsView of(HouseLimits limits, List<DifferenceReason> reasons) {
    DifferenceLimits all = limits.differences();
    return new LimitsView(
        OfCurrency.of(HouseLimits.WRITTEN_IN, all.everywhere(), reasons).reasons(),
        inOrder(all.own().keySet()).stream()
            .map(c -> OfCurrency.of(c, all.own().get(c), reasons))
            .toList(),
        "" + limits.discountGraceDays(),
        "" + limits.lookBackMonths(),
        "" + limits.recordedDays(),
        "" + limits.daysAhead(),
        limits.release());
  }

  /**
   * What each currency of the house begins with that has no limits of its own yet.
   *
   * @param handled the currencies of the house
   */
  static List<OfCurrency> beginnings(
      HouseLimits limits, List<DifferenceReason> reasons, Collection<Currency> handled) {
    DifferenceLimits all = limits.differences();
    return inOrder(handled).stream()
        .filter(c -> !all.own().containsKey(c))
        .map(c -> OfCurrency.of(c, all.everywhere(), reasons))
        .toList();
  }

  private static List<Currency> inOrder(Collection<Currency> currencies) {
    return currencies.stream()
        .distinct()
        .sorted(Comparator.comparing(Currency::getCurrencyCode))
        .toList();
  }

  /**
   * @throws Refusal {@code limit}, {@code amount}, {@code currency} with what is not as it should
   *     be
   */
  HouseLimits toLimits(Chart chart) {
    Map<Currency, LimitTable> tables = new HashMap<>();
    for (OfCurrency table : own) {
      Currency currency = Currencies.of(table.currency());
      if (tables.put(currency, table(chart, table.reasons(), currency)) != null) {
        throw new Refusal("limit", "Limits for " + currency + " stand twice.");
      }
    }
    return new HouseLimits(
        new DifferenceLimits(table(chart, reasons, HouseLimits.WRITTEN_IN), tables),
        whole(discountGraceDays),
        whole(lookBackMonths),
        whole(recordedDays),
        whole(daysAhead),
        release);
  }

  private static LimitTable table(Chart chart, List<ReasonLimits> reasons, Currency currency) {
    Map<DifferenceReason, LimitTable.Figures> clerk = new HashMap<>();
    Map<DifferenceReason, LimitTable.Figures> supervisor = new HashMap<>();
    for (ReasonLimits limits : reasons) {
      DifferenceReason reason = chart.reason(limits.reason());
      clerk.put(
          reason,
          new LimitTable.Figures(
              AmountText.parse(limits.clerkTape(), currency),
              AmountText.parse(limits.clerkMonth(), currency)));
      supervisor.put(
          reason,
          new LimitTable.Figures(
              AmountText.parse(limits.supervisorTape(), currency),
              AmountText.parse(limits.supervisorMonth(), currency)));
    }
    return new LimitTable(clerk, supervisor);
  }

  private static int whole(String written) {
    try {
      return Integer.parseInt(written.strip());
    } catch (NumberFormatException e) {
      throw new Refusal("limit", "“%s” is no whole number.".formatted(written));
    }
  }
}
