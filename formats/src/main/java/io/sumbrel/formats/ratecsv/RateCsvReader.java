package io.sumbrel.formats.ratecsv;

import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Cells;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Exchange rates: comma-separated, one header line, dates as 2026-11-17, rates with a decimal
 * point. Columns in any order; a row says that one unit of {@code of} is worth so much of {@code
 * in} from that day on:
 *
 * <pre>
 * date,of,in,rate
 * 2026-11-16,EUR,USD,1.0800
 * </pre>
 */
public final class RateCsvReader {
  private static final List<String> REQUIRED = List.of("date", "of", "in", "rate");

  private static final Pattern FIGURE = Pattern.compile("\\d{1,10}(\\.\\d+)?");

  /** One rate may be stated once. */
  private record Stated(Currency of, Currency in, LocalDate date) {}

  private RateCsvReader() {}

  public static Parsed<List<ExchangeRate>> read(byte[] bytes) {
    List<Issue> issues = new ArrayList<>();
    CsvTable table = CsvTable.read(bytes, issues);
    List<ExchangeRate> rates = new ArrayList<>();
    Set<Stated> stated = new HashSet<>();
    if (table.has(REQUIRED, issues)) {
      for (CsvTable.Row row : table.rows()) {
        if (issues.size() < Parsed.MAX_ISSUES) {
          rate(row, issues).filter(r -> isFirst(r, row, stated, issues)).ifPresent(rates::add);
        }
      }
    }
    if (rates.isEmpty() && !Parsed.isRefused(issues)) {
      issues.add(Issue.refuses("empty-file", "The file holds no rate.", 0));
    }
    return Parsed.of(rates, issues);
  }

  private static boolean isFirst(
      ExchangeRate rate, CsvTable.Row row, Set<Stated> stated, List<Issue> issues) {
    boolean isFirst = stated.add(new Stated(rate.of(), rate.in(), rate.date()));
    if (!isFirst) {
      issues.add(
          Issue.refuses(
              "twice",
              "%s in %s on %s stands in the file twice."
                  .formatted(rate.of(), rate.in(), rate.date()),
              row.line()));
    }
    return isFirst;
  }

  private static Optional<ExchangeRate> rate(CsvTable.Row row, List<Issue> issues) {
    Cells cells = new Cells(row, issues);
    Optional<LocalDate> date = cells.date("date");
    Optional<Currency> of = cells.currency("of");
    Optional<Currency> in = cells.currency("in");
    Optional<BigDecimal> figure = cells.optional("rate", "rate", RateCsvReader::figure);
    cells.required("date", date, LocalDate.EPOCH);
    cells.required("of", of.map(Currency::getCurrencyCode), "");
    cells.required("in", in.map(Currency::getCurrencyCode), "");
    cells.required("rate", figure, BigDecimal.ONE);
    if (!cells.isClean()) {
      return Optional.empty();
    }
    return cells.optional(
        "rate", "rate", text -> new ExchangeRate(of.get(), in.get(), figure.get(), date.get()));
  }

  /**
   * A rate as it is written.
   *
   * @throws Refusal {@code rate} when it is none
   */
  public static BigDecimal figure(String text) {
    if (!FIGURE.matcher(text).matches()) {
      throw new Refusal("rate", "“%s” is no rate such as 1.0800.".formatted(text));
    }
    return new BigDecimal(text);
  }
}
